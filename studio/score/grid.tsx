'use client';
/** The grid of answers by scales and outcomes, driven like a spreadsheet. */
import { type ClipboardEvent, type KeyboardEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { Mark } from '../../ui/marks';
import { readNumber, type Measure } from '../edits/measures';
import { at, cellsIn, holds, laid, rangeOf, readTable, type Selection } from './selection';
import { factor, Guess, type GridRow, KeyCell, saidOf, valueOf, Weight, wordsOf } from './cells';
import { GUESS, RIGHT } from '../edits/weigh-edits';
import { Table } from './table';
import { commandOf } from './keymap';
import { useRowsInView } from './rows-in-view';

export type Change = {
  row: number;
  column: number;
  value: number;
  /** emptied rather than set to 0 */ blank?: boolean;
};

type Props = {
  rows: GridRow[];
  targets: Measure[];
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

export function Grid(props: Props) {
  const { rows, targets, selection, onSelect, onChange, onTrouble, head, foot, marks, picked } = props;
  const table = useRef<HTMLTableElement>(null);
  const [typing, setTyping] = useState<string | null>(null);
  const [dragging, setDragging] = useState(false);
  const keyed = useRef(false);
  const size = { rows: rows.length, columns: targets.length };
  const range = rangeOf(selection);
  const { active } = selection;

  const shown = useRowsInView(table, rows, active.row);

  useEffect(() => {
    const cell = table.current?.querySelector<HTMLElement>('td.active');
    // A cell that was far off is drawn a moment later, once the grid has been scrolled to it.
    if (!keyed.current || !cell) return;
    keyed.current = false;
    cell.focus({ preventScroll: true });
  }, [selection, typing, shown.first, shown.last]);
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
      if (value === null) {
        onTrouble(`“${typing}” is not a number. The cell keeps what it had.`);
        return;
      }
      onChange([{ ...active, value, blank: typing.trim() === '' }]);
    }
    if (move) go(move);
    else setTyping(null);
  };
  const keys = (event: KeyboardEvent) => {
    const pressed = { key: event.key, shift: event.shiftKey, ctrl: event.ctrlKey || event.metaKey, alt: event.altKey };
    const value = valueOf(rows[active.row], targets[active.column]);
    const command = commandOf(pressed, { selection, size, isTyping: typing !== null, isRightColumn: onRight, value });
    if (!command) return;
    event.preventDefault();
    switch (command.do) {
      case 'keep':
        keep(command.to);
        break;
      case 'give-up':
        go(selection);
        break;
      case 'go':
        go(command.to);
        break;
      case 'fill':
        fill(command.value, command.isEmptied);
        break;
      case 'type':
        setTyping(command.text);
        break;
      case 'fill-down':
        onChange(cellsIn(range).map((c) => ({ ...c, value: valueOf(rows[range.top], targets[c.column]) })));
        break;
      case 'fill-right':
        onChange(cellsIn(range).map((c) => ({ ...c, value: valueOf(rows[c.row], targets[range.left]) })));
    }
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
    if (!values) {
      onTrouble('What is on the clipboard is not a block of numbers. Nothing was changed.');
      return;
    }
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
                    className={`cell${target.decidedBy && value === 0 ? ' closed' : ''}${isActive ? ' active' : ''}${holds(range, r, c) ? ' chosen' : active.column === c ? ' column' : ''}`}
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
                    ) : target.decidedBy && value === 0 ? null : target.id !== RIGHT ? (
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
            <small aria-hidden="true" title={factor[row.of.times]}>
              each{' '}
            </small>
          )}
          {wordsOf(row)}
        </th>
        {children}
      </tr>
    </>
  );
}
