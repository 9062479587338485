/** What is typed, chosen, copied and pasted in the grid. */
import { type ClipboardEvent, type KeyboardEvent, type RefObject, useEffect, useRef, useState } from 'react';
import { type Measure, readNumber } from '../edits/measures';
import { RIGHT } from '../edits/weigh-edits';
import { type GridRow, valueOf } from './cells';
import { type Command, commandOf } from './keymap';
import { at, type Cell, cellsIn, laid, pastedSelection, rangeOf, readTable, type Selection } from './selection';

export type Change = {
  row: number;
  column: number;
  value: number;
  /** emptied rather than set to 0 */ blank?: boolean;
};

type Editing = {
  rows: GridRow[];
  targets: Measure[];
  selection: Selection;
  onSelect: (selection: Selection) => void;
  onChange: (changes: Change[]) => void;
  onTrouble: (words: string) => void;
};

/** The number that is being typed into the active cell; null where none is. */
export function useCellEditing({ rows, targets, selection, onSelect, onChange, onTrouble }: Editing) {
  const [typing, setTyping] = useState<string | null>(null);
  /** Whether the focus has to follow the active cell. */
  const follows = useRef(false);
  const size = { rows: rows.length, columns: targets.length };
  const range = rangeOf(selection);
  const { active } = selection;
  const go = (to: Selection) => {
    follows.current = true;
    setTyping(null);
    onSelect(to);
  };
  const fill = (value: number, blank = false) => onChange(cellsIn(range).map((cell) => ({ ...cell, value, blank })));
  /** Takes what was typed, and goes on. */
  const keep = (to: Selection | null) => {
    if (typing !== null) {
      const value = typing.trim() === '' ? 0 : readNumber(typing);
      if (value === null) {
        onTrouble(`“${typing}” is not a number. The cell keeps what it had.`);
        return;
      }
      onChange([{ ...active, value, blank: typing.trim() === '' }]);
    }
    if (to) go(to);
    else setTyping(null);
  };
  const run = (command: Command) => {
    const [columnAt, rowAt] = [(c: Cell) => targets[c.column], (c: Cell) => rows[c.row]];
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
        onChange(cellsIn(range).map((c) => ({ ...c, value: valueOf(rows[range.top], columnAt(c)) })));
        break;
      case 'fill-right':
        onChange(cellsIn(range).map((c) => ({ ...c, value: valueOf(rowAt(c), targets[range.left]) })));
        break;
    }
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const { key, shiftKey: shift, altKey: alt } = event;
    const command = commandOf(
      { key, shift, ctrl: event.ctrlKey || event.metaKey, alt },
      {
        selection,
        size,
        isTyping: typing !== null,
        isRightColumn: targets[active.column]?.id === RIGHT,
        value: valueOf(rows[active.row], targets[active.column]),
      },
    );
    if (!command) return;
    event.preventDefault();
    run(command);
  };
  const onCopy = (event: ClipboardEvent) => {
    if (typing !== null) return;
    const columns = targets.slice(range.left, range.right + 1);
    const lines = rows.slice(range.top, range.bottom + 1).map((row) => columns.map((t) => valueOf(row, t)).join('\t'));
    event.clipboardData.setData('text/plain', lines.join('\n'));
    event.preventDefault();
    if (event.type === 'cut') fill(0, true);
  };
  const onPaste = (event: ClipboardEvent) => {
    if (typing !== null) return;
    event.preventDefault();
    const values = readTable(event.clipboardData.getData('text/plain'), readNumber);
    if (!values) {
      onTrouble('What is on the clipboard is not a block of numbers. Nothing was changed.');
      return;
    }
    onChange(laid(values, range, size));
    const to = pastedSelection(values, range, size);
    if (to) onSelect(to);
  };
  return { typing, setTyping, keep, go, follows, clipboard: { onCopy, onCut: onCopy, onPaste }, onKeyDown };
}

/** Chooses cells by dragging over them. */
export function useCellDrag(selection: Selection, onSelect: (selection: Selection) => void) {
  const [isDragging, setDragging] = useState(false);
  useEffect(() => {
    if (!isDragging) return;
    const end = () => setDragging(false);
    window.addEventListener('pointerup', end);
    return () => window.removeEventListener('pointerup', end);
  }, [isDragging]);
  return {
    begin: (row: number, column: number, isLonger: boolean): Selection => {
      setDragging(true);
      return isLonger ? { ...selection, active: { row, column } } : at(row, column);
    },
    over: (row: number, column: number) => {
      if (isDragging) onSelect({ ...selection, active: { row, column } });
    },
  };
}

/** The focus goes along with the active cell where keys have moved it. A cell that was far off is drawn a moment later. */
export function useFocusedCell(
  table: RefObject<HTMLElement | null>,
  follows: RefObject<boolean>,
  drawn: unknown[],
): void {
  useEffect(() => {
    const cell = table.current?.querySelector<HTMLElement>('td.active');
    if (!follows.current || !cell) return;
    follows.current = false;
    cell.focus({ preventScroll: true });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is drawn is named by who draws it
  }, [table, follows, ...drawn]);
}
