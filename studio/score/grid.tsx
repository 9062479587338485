'use client';
/** The grid of answers by scales and outcomes, driven like a spreadsheet. */
import {
  type ClipboardEvent,
  type KeyboardEvent,
  memo,
  type ReactNode,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import styled from 'styled-components';
import type { Weighed } from '../../core/quiz/weighed';
import { isKeyed, isReviewed } from '../../core/quiz/lookup';
import { Mark } from '../../ui/marks';
import { GUESS, RIGHT } from '../edits';
import { signed, readNumber, type Target } from '../targets';
import { at, cellsIn, holds, laid, moved, rangeOf, readTable, type Selection } from './selection';
import { scrollTo, stacked, windowOf } from './window';

export type GridRow = { of: Weighed; first: boolean; number: number; name: string };
export { GUESS, RIGHT };
/** A column that is no scale and no outcome. */
export const isSpecial = (target: Target): boolean => target.id === RIGHT || target.id === GUESS;

export type Change = {
  row: number;
  column: number;
  value: number;
  /** emptied rather than set to 0 */ blank?: boolean;
};

const Table = styled.table`
  border-collapse: separate;
  border-spacing: 0;
  font-variant-numeric: tabular-nums;
  th,
  td {
    padding: 0;
    font-weight: 400;
  }
  thead th,
  thead td {
    position: sticky;
    top: 0;
    z-index: 3;
    background: var(--paper);
    vertical-align: bottom;
  }
  tfoot th,
  tfoot td {
    position: sticky;
    bottom: 0;
    background: var(--paper);
    z-index: 3;
  }
  .label {
    position: sticky;
    inset-inline-start: 0;
    z-index: 2;
    background: var(--paper);
    width: 288px;
    min-width: 288px;
    max-width: 288px;
    text-align: start;
    padding-inline: 48px 10px;
    color: var(--ink-2);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    height: 26px;
  }
  thead .label,
  tfoot .label {
    z-index: 4;
  }
  .question th {
    position: sticky;
    inset-inline-start: 0;
    z-index: 2;
    text-align: start;
    height: 30px;
    border-top: 1px solid var(--line);
    font-weight: 600;
    font-size: 13px;
    white-space: nowrap;
    padding-inline-start: 24px;
    background: var(--paper);
    max-width: 288px;
    overflow: visible;
  }
  .question td {
    border-top: 1px solid var(--line);
    background: var(--paper);
  }
  .question b {
    display: inline-block;
    width: 24px;
    font: 700 13px/1 var(--heading);
  }
  td.cell {
    width: 72px;
    min-width: 72px;
    height: 26px;
    text-align: center;
    cursor: cell;
    position: relative;
    user-select: none;
  }
  td.cell:focus-visible {
    border-radius: 0;
    z-index: 1;
  }
  td.chosen {
    background: var(--saffron-wash);
  }
  .column {
    background: color-mix(in srgb, var(--saffron-wash) 55%, transparent);
  }
  td.active {
    outline: 2px solid var(--ink);
    outline-offset: -2px;
    box-shadow: none;
  }
  input {
    width: 100%;
    height: 26px;
    border: 0;
    text-align: center;
    font-weight: 600;
    background: var(--paper);
    border-radius: 0;
  }
  .pick {
    border: 0;
    background: none;
    padding: 0;
    width: 26px;
    height: 26px;
    margin-inline-start: -30px;
    margin-inline-end: 4px;
    vertical-align: middle;
    cursor: pointer;
  }
  @media (max-width: 899px) {
    .label {
      width: 150px;
      min-width: 150px;
      max-width: 150px;
      padding-inline-start: 16px;
    }
    .question th {
      padding-inline-start: 16px;
      max-width: 150px;
      overflow: hidden;
      text-overflow: ellipsis;
    }
  }
`;

/** A weight as a number over a dot whose size is its weight; a negative one is an empty ring, none a faint point. */
export const Weight = memo(function Weight({ value, colour }: { value: number; colour: number | null }) {
  if (value === 0) return <span style={{ color: 'var(--ink-3)', opacity: 0.55 }}>·</span>;
  const r = Math.min(12.5, 6 + 2.2 * Math.abs(value));
  const fill = colour === null ? 'var(--ink)' : `var(--data-${(colour % 8) + 1})`;
  return (
    <svg width="34" height="26" viewBox="0 0 34 26" aria-hidden="true" style={{ display: 'block', margin: '0 auto' }}>
      {value > 0 ? (
        <circle cx="17" cy="13" r={r} style={{ fill, opacity: colour === null ? 0.17 : 0.34 }} />
      ) : (
        <circle cx="17" cy="13" r={Math.min(11, r)} fill="none" style={{ stroke: 'var(--ink-3)' }} />
      )}
      <text x="17" y="17.2" textAnchor="middle" style={{ fontSize: 12.5, fontWeight: 600, fill: 'var(--ink)' }}>
        {value < 0 ? `−${-value}` : value}
      </text>
    </svg>
  );
});

type Props = {
  rows: GridRow[];
  targets: Target[];
  selection: Selection;
  onSelect: (selection: Selection) => void;
  onChange: (changes: Change[]) => void;
  onTrouble: (words: string) => void;
  head: ReactNode;
  foot: ReactNode;
  /** What the check says of a row, as a mark with words. */
  marks: (row: GridRow) => ReactNode;
  /** Answers of a run that is being put together; null where none is. */
  picked: { has: (row: GridRow) => boolean; toggle: (row: GridRow) => void } | null;
};

export const valueOf = (row: GridRow | undefined, target: Target | undefined): number =>
  !row || !target
    ? 0
    : target.id === RIGHT
      ? (row.of.credit ?? 0)
      : target.id === GUESS
        ? (row.of.guess?.value ?? 0)
        : (row.of.weights?.[target.id] ?? 0);

const factor = {
  once: '',
  column: ', times what the column is worth',
  number: ', times the number',
  place: ' for each place above the last',
  key: '',
};
/** What a row is called: the words of an answer, or what is multiplied. */
export const wordsOf = (row: GridRow): string =>
  row.of.words || (row.of.times === 'number' ? 'The number itself' : 'Without words');

/** ● ◐ ○ by their own keys. */
const rightKeys: Record<string, number> = { y: 1, '1': 1, m: 0.5, n: 0, '0': 0 };

const guessSaid = (guess: Weighed['guess']): string =>
  !guess
    ? 'answered evenly'
    : guess.value === undefined
      ? 'no guess'
      : guess.of === 'mean'
        ? `${guess.value} on average`
        : `${guess.value} percent ${guess.of === 'right' ? 'have it right' : 'choose it'}`;

/** A cell in words, as a screen reader says it. */
function saidOf(row: GridRow, target: Target): string {
  const value = valueOf(row, target);
  if (target.id === GUESS) return guessSaid(row.of.guess);
  if (target.id === RIGHT && row.of.times !== 'once') return hasKey(row) ? 'has a key' : 'neither right nor wrong';
  if (row.of.times === 'key') {
    return row.of.question.marksTo === target.id ? 'its marks count here' : 'nothing';
  }
  if (target.id !== RIGHT) return value === 0 ? 'nothing' : `${signed(value)}${factor[row.of.times]}`;
  if (!row.of.keyed) return 'neither right nor wrong';
  return value === 1 ? 'right' : value > 0 ? 'partly right' : 'not right';
}

/** Heights of a row and of the line above it that names its question, and what the headings and the footer cover of the view. */
const ROW = 26;
const QUESTION = 30;
const HEADINGS = 92;
const FOOTER = 112;
/** Rows are drawn this far beyond what is seen, so that scrolling does not outrun them. */
const SPARE = 600;

export function Grid(props: Props) {
  const { rows, targets, selection, onSelect, onChange, onTrouble, head, foot, marks, picked } = props;
  const table = useRef<HTMLTableElement>(null);
  const [typing, setTyping] = useState<string | null>(null);
  const [dragging, setDragging] = useState(false);
  const keyed = useRef(false);
  const size = { rows: rows.length, columns: targets.length };
  const range = rangeOf(selection);
  const { active } = selection;

  const heights = useMemo(() => stacked(rows.map((r) => (r.first ? ROW + QUESTION : ROW))), [rows]);
  const [view, setView] = useState({ top: 0, height: 800 });
  const shown = windowOf(heights, view, SPARE);
  useLayoutEffect(() => {
    const box = table.current?.parentElement;
    if (!box) return;
    const look = () => setView({ top: box.scrollTop, height: box.clientHeight });
    look();
    const sizes = new ResizeObserver(look);
    sizes.observe(box);
    box.addEventListener('scroll', look, { passive: true });
    return () => {
      sizes.disconnect();
      box.removeEventListener('scroll', look);
    };
  }, []);
  const stood = useRef(active.row);
  useLayoutEffect(() => {
    const box = table.current?.parentElement;
    // Only where the active cell moves: not at first, when somebody may have scrolled already, nor where rows are added around it.
    if (!box || stood.current === active.row) return;
    stood.current = active.row;
    const to = scrollTo(heights, active.row, {
      top: box.scrollTop,
      height: Math.max(ROW, box.clientHeight - HEADINGS - FOOTER),
    });
    if (to !== null) box.scrollTop = to;
  }, [active.row]);

  useEffect(() => {
    const cell = table.current?.querySelector<HTMLElement>('td.active');
    // A cell that was far off is drawn a moment later, once the grid has been scrolled to it.
    if (!keyed.current || !cell) return;
    keyed.current = false;
    cell.focus({ preventScroll: true });
  }, [selection, typing, view]);
  useEffect(() => {
    if (!dragging) return;
    const end = () => setDragging(false);
    window.addEventListener('pointerup', end);
    return () => window.removeEventListener('pointerup', end);
  }, [dragging]);

  const go = (to: Selection) => {
    keyed.current = true;
    setTyping(null);
    onSelect(to);
  };
  const onRight = targets[active.column]?.id === RIGHT;
  const fill = (value: number, blank = false) => onChange(cellsIn(range).map((cell) => ({ ...cell, value, blank })));
  const keep = (move: Selection | null) => {
    if (typing !== null) {
      const value = typing.trim() === '' ? 0 : readNumber(typing);
      if (value === null) return onTrouble(`“${typing}” is not a number. The cell keeps what it had.`);
      onChange([{ ...active, value, blank: typing.trim() === '' }]);
    }
    if (move) go(move);
    else setTyping(null);
  };
  const down = () => moved(at(active.row, active.column), { key: 'ArrowDown', shift: false, ctrl: false }, size);

  const keys = (event: KeyboardEvent) => {
    const ctrl = event.ctrlKey || event.metaKey;
    if (typing !== null) {
      if (event.key === 'Enter') keep(down());
      else if (event.key === 'Tab')
        keep(
          moved(
            at(active.row, active.column),
            { key: event.shiftKey ? 'ArrowLeft' : 'ArrowRight', shift: false, ctrl: false },
            size,
          ),
        );
      else if (event.key === 'Escape') go(selection);
      else return;
      event.preventDefault();
      return;
    }
    const right = onRight && !ctrl && !event.altKey ? rightKeys[event.key.toLowerCase()] : undefined;
    if (right !== undefined) {
      event.preventDefault();
      return fill(right);
    }
    if (onRight && event.key === ' ') {
      event.preventDefault();
      return fill(valueOf(rows[active.row], targets[active.column]) === 1 ? 0 : 1);
    }
    const to = moved(selection, { key: event.key, shift: event.shiftKey, ctrl }, size);
    if (to) go(to);
    else if (event.key === 'Enter' || event.key === 'F2')
      setTyping(
        valueOf(rows[active.row], targets[active.column])
          ? String(valueOf(rows[active.row], targets[active.column]))
          : '',
      );
    else if (event.key === 'Delete' || event.key === 'Backspace') fill(0, true);
    else if (ctrl && event.key === 'd')
      onChange(cellsIn(range).map((c) => ({ ...c, value: valueOf(rows[range.top], targets[c.column]) })));
    else if (ctrl && event.key === 'r')
      onChange(cellsIn(range).map((c) => ({ ...c, value: valueOf(rows[c.row], targets[range.left]) })));
    else if (!ctrl && !event.altKey && /^[0-9.,+−-]$/.test(event.key)) setTyping(event.key);
    else return;
    event.preventDefault();
  };
  const copy = (event: ClipboardEvent) => {
    if (typing !== null) return;
    const lines = [];
    for (let r = range.top; r <= range.bottom; r++)
      lines.push(
        targets
          .slice(range.left, range.right + 1)
          .map((t) => valueOf(rows[r], t))
          .join('\t'),
      );
    event.clipboardData.setData('text/plain', lines.join('\n'));
    event.preventDefault();
    if (event.type === 'cut') fill(0, true);
  };
  const paste = (event: ClipboardEvent) => {
    if (typing !== null) return;
    event.preventDefault();
    const values = readTable(event.clipboardData.getData('text/plain'), readNumber);
    if (!values) return onTrouble('What is on the clipboard is not a block of numbers. Nothing was changed.');
    onChange(laid(values, range, size));
    const bottom = Math.min(
      size.rows - 1,
      range.top +
        Math.max(values.length - 1, range.bottom - range.top && values.length === 1 ? range.bottom - range.top : 0),
    );
    const right = Math.min(size.columns - 1, range.left + Math.max(0, (values[0]?.length ?? 1) - 1));
    if (values.length > 1 || (values[0]?.length ?? 0) > 1)
      onSelect({ anchor: { row: range.top, column: range.left }, active: { row: bottom, column: right } });
  };

  return (
    <Table
      role="grid"
      aria-label="What each answer adds to each scale and outcome"
      aria-multiselectable="true"
      aria-rowcount={rows.length}
      ref={table}
      onKeyDown={keys}
      onCopy={copy}
      onCut={copy}
      onPaste={paste}
    >
      {head}
      <tbody>
        {shown.above > 0 && <Gap height={shown.above} />}
        {rows
          .slice(shown.first, shown.last + 1)
          .map((row, i) => [shown.first + i, row] as const)
          .map(([r, row]) => (
            <Rows
              key={row.of.at.join()}
              row={row}
              index={r}
              columns={targets.length}
              mark={marks(row)}
              picked={picked && row.of.times === 'once' ? picked.has(row) : null}
              onPick={() => picked?.toggle(row)}
            >
              {targets.map((target, c) => {
                const isActive = active.row === r && active.column === c;
                const value = valueOf(row, target);
                return (
                  <td
                    key={target.id}
                    role="gridcell"
                    className={`cell${isActive ? ' active' : ''}${holds(range, r, c) ? ' chosen' : active.column === c ? ' column' : ''}`}
                    tabIndex={isActive ? 0 : -1}
                    aria-selected={holds(range, r, c)}
                    aria-label={`${wordsOf(row)}, ${target.name}: ${saidOf(row, target)}`}
                    onPointerDown={(e) => {
                      if (isActive && typing !== null) return;
                      if (typing !== null) keep(null);
                      e.preventDefault();
                      setDragging(true);
                      go(e.shiftKey ? { ...selection, active: { row: r, column: c } } : at(r, c));
                    }}
                    onPointerEnter={() => dragging && onSelect({ ...selection, active: { row: r, column: c } })}
                    onDoubleClick={() => {
                      if (target.id === RIGHT) onChange([{ row: r, column: c, value: value === 1 ? 0 : 1 }]);
                      else setTyping(value ? String(value) : '');
                    }}
                  >
                    {isActive && typing !== null ? (
                      <input
                        autoFocus
                        aria-label={`${wordsOf(row)}, ${target.name}`}
                        inputMode="decimal"
                        value={typing}
                        onChange={(e) => setTyping(e.target.value)}
                        onBlur={() => keep(null)}
                      />
                    ) : row.of.times === 'key' || (target.id === RIGHT && row.of.times !== 'once') ? (
                      <KeyCell row={row} target={target} />
                    ) : target.id === GUESS ? (
                      <Guess row={row} />
                    ) : target.id !== RIGHT ? (
                      <Weight value={value} colour={target.colour} />
                    ) : row.of.keyed ? (
                      <span style={{ display: 'inline-flex' }}>
                        <Mark kind={value === 1 ? 'yes' : value > 0 ? 'maybe' : 'not-yet'} size={13} />
                      </span>
                    ) : null}
                  </td>
                );
              })}
            </Rows>
          ))}
        {shown.below > 0 && <Gap height={shown.below} />}
      </tbody>
      {foot}
    </Table>
  );
}

/** The room of rows that are not drawn. */
const Gap = ({ height }: { height: number }) => (
  <tr aria-hidden="true">
    <td style={{ height, padding: 0 }} />
  </tr>
);

/** Of a question that only has a key: whether it has one, and which scale its marks count for. */
export const hasKey = ({ of: { question } }: GridRow) => isKeyed(question) || isReviewed(question);
function KeyCell({ row, target }: { row: GridRow; target: Target }) {
  if (target.id === RIGHT)
    return <span style={{ display: 'inline-flex' }}>{hasKey(row) && <Mark kind="yes" size={13} />}</span>;
  return row.of.question.marksTo === target.id ? <small style={{ color: 'var(--ink-2)' }}>marks</small> : null;
}

const Guess = ({ row }: { row: GridRow }) =>
  row.of.guess?.value !== undefined ? (
    <b style={{ fontWeight: 600 }}>
      {row.of.guess.of === 'mean' ? `⌀ ${row.of.guess.value}` : `${row.of.guess.value}%`}
    </b>
  ) : row.of.guess ? (
    <span style={{ color: 'var(--ink-3)', opacity: 0.55 }}>·</span>
  ) : null;

function Rows({
  row,
  index,
  columns,
  mark,
  picked,
  onPick,
  children,
}: {
  row: GridRow;
  index: number;
  columns: number;
  mark: ReactNode;
  /** Whether it is an answer of the run that is put together; null where none is. */
  picked: boolean | null;
  onPick: () => void;
  children: ReactNode;
}) {
  return (
    <>
      {row.first && (
        <tr className="question" id={row.of.question.id}>
          <th scope="rowgroup" title={row.name}>
            <b>{row.number}</b>
            {row.name}
          </th>
          <td colSpan={columns} />
        </tr>
      )}
      <tr id={row.of.id === row.of.question.id ? undefined : row.of.id} aria-rowindex={index + 1}>
        <th scope="row" className="label" title={wordsOf(row)}>
          {picked !== null && (
            <button
              type="button"
              className="pick"
              aria-pressed={picked}
              aria-label={`${wordsOf(row)}, in the run`}
              onClick={onPick}
            >
              <Mark kind={picked ? 'yes' : 'not-yet'} size={13} />
            </button>
          )}
          {mark}
          {row.of.times !== 'once' && row.of.times !== 'key' && (
            <span aria-hidden="true" title={factor[row.of.times]}>
              ×{' '}
            </span>
          )}
          {wordsOf(row)}
        </th>
        {children}
      </tr>
    </>
  );
}
