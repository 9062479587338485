'use client';
/** The grid of answers by scales and outcomes, driven like a spreadsheet. */
import { type ReactNode, useRef } from 'react';
import { Mark } from '../../ui/marks';
import type { Measure } from '../edits/measures';
import { type Change, useCellDrag, useCellEditing, useFocusedCell } from './cell-editing';
import { holds, rangeOf, type Selection } from './selection';
import { factor, Guess, type GridRow, KeyCell, saidOf, valueOf, Weight, wordsOf } from './cells';
import { GUESS, RIGHT } from '../edits/weigh-edits';
import { Table } from './table';
import { useRowsInView } from './rows-in-view';

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
  /** How often a question decides; absent where nothing is decided. */
  decides?: (question: string) => ReactNode;
  /** Answers of a run that is being put together; null where none is. */
  picked: { has: (row: GridRow) => boolean; toggle: (row: GridRow) => void } | null;
};

export function Grid(props: Props) {
  const { rows, targets, selection, onSelect, head, foot, marks, decides, picked } = props;
  const table = useRef<HTMLTableElement>(null);
  const editing = useCellEditing(props);
  const drag = useCellDrag(selection, onSelect);
  const shown = useRowsInView(table, rows, selection.active.row);
  useFocusedCell(table, editing.follows, [selection, editing.typing, shown.first, shown.last]);
  return (
    <Table
      role="grid"
      aria-label="What each answer adds to each scale and outcome"
      aria-multiselectable="true"
      aria-rowcount={rows.length}
      ref={table}
      onKeyDown={editing.onKeyDown}
      {...editing.clipboard}
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
              decides={decides}
              picked={picked && row.of.times === 'once' ? picked.has(row) : null}
              onPick={() => picked?.toggle(row)}
            >
              {targets.map((target, c) => (
                <Cell key={target.id} {...{ row, target, r, c, editing, drag, selection }} onChange={props.onChange} />
              ))}
            </Rows>
          ))}
        {shown.below > 0 && <Gap height={shown.below} />}
      </tbody>
      {foot}
    </Table>
  );
}

type CellProps = {
  row: GridRow;
  target: Measure;
  r: number;
  c: number;
  selection: Selection;
  editing: ReturnType<typeof useCellEditing>;
  drag: ReturnType<typeof useCellDrag>;
  onChange: Props['onChange'];
};

function Cell({ row, target, r, c, selection, editing, drag, onChange }: CellProps) {
  const { active } = selection;
  const { typing, setTyping, keep, go } = editing;
  const isActive = active.row === r && active.column === c;
  const isChosen = holds(rangeOf(selection), r, c);
  const value = valueOf(row, target);
  const classes = ['cell'];
  if (target.decidedBy && value === 0) classes.push('closed');
  if (isActive) classes.push('active');
  if (isChosen) classes.push('chosen');
  else if (active.column === c) classes.push('column');
  return (
    <td
      className={classes.join(' ')}
      tabIndex={isActive ? 0 : -1}
      aria-selected={isChosen}
      aria-label={`${wordsOf(row)}, ${target.name}: ${saidOf(row, target)}`}
      onPointerDown={(e) => {
        if (isActive && typing !== null) return;
        if (typing !== null) keep(null);
        e.preventDefault();
        go(drag.begin(r, c, e.shiftKey));
      }}
      onPointerEnter={() => drag.over(r, c)}
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
      ) : (
        <CellValue row={row} target={target} value={value} />
      )}
    </td>
  );
}

/** What a cell shows while nothing is typed into it. */
function CellValue({ row, target, value }: { row: GridRow; target: Measure; value: number }) {
  if (row.of.times === 'key' || (target.id === RIGHT && row.of.times !== 'once'))
    return <KeyCell row={row} target={target} />;
  if (target.id === GUESS) return <Guess row={row} />;
  if (target.id !== RIGHT)
    return target.decidedBy && value === 0 ? null : <Weight value={value} colour={target.colour} />;
  return row.of.keyed ? (
    <span style={{ display: 'inline-flex' }}>
      <Mark kind={value === 1 ? 'yes' : value > 0 ? 'maybe' : 'not-yet'} size={13} />
    </span>
  ) : null;
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
  decides,
  picked,
  onPick,
  children,
}: {
  row: GridRow;
  index: number;
  columns: number;
  mark: ReactNode;
  decides: Props['decides'];
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
          {decides && <td className="decides">{decides(row.of.question.id)}</td>}
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
        {decides && <td className="decides" aria-hidden="true" />}
        {children}
      </tr>
    </>
  );
}
