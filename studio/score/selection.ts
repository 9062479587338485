/** The chosen cells of the grid: one active, and a range from an anchor to it. Pure, so that every key can be tested on its own. */
export type Cell = { row: number; column: number };
export type Selection = { active: Cell; anchor: Cell };
export type Size = { rows: number; columns: number };

export const at = (row: number, column: number): Selection => ({ active: { row, column }, anchor: { row, column } });

const clamp = (n: number, most: number) => Math.max(0, Math.min(most - 1, n));
const within = ({ row, column }: Cell, size: Size): Cell => ({
  row: clamp(row, size.rows),
  column: clamp(column, size.columns),
});

export type Range = { top: number; bottom: number; left: number; right: number };
export const rangeOf = ({ active, anchor }: Selection): Range => ({
  top: Math.min(active.row, anchor.row),
  bottom: Math.max(active.row, anchor.row),
  left: Math.min(active.column, anchor.column),
  right: Math.max(active.column, anchor.column),
});
export const holds = (range: Range, row: number, column: number): boolean =>
  row >= range.top && row <= range.bottom && column >= range.left && column <= range.right;
export const cellsIn = (range: Range): Cell[] => {
  const cells: Cell[] = [];
  for (let row = range.top; row <= range.bottom; row++)
    for (let column = range.left; column <= range.right; column++) cells.push({ row, column });
  return cells;
};

export type Key = { key: string; shift: boolean; ctrl: boolean };

/** Where a key moves the selection to; null where it does not move it. */
export function moved(selection: Selection, { key, shift, ctrl }: Key, size: Size): Selection | null {
  const { row, column } = selection.active;
  const targets: Record<string, Cell> = {
    ArrowUp: { row: ctrl ? 0 : row - 1, column },
    ArrowDown: { row: ctrl ? size.rows : row + 1, column },
    ArrowLeft: { row, column: ctrl ? 0 : column - 1 },
    ArrowRight: { row, column: ctrl ? size.columns : column + 1 },
    Home: { row: ctrl ? 0 : row, column: 0 },
    End: { row: ctrl ? size.rows : row, column: size.columns },
    PageUp: { row: row - 12, column },
    PageDown: { row: row + 12, column },
  };
  if (key === 'a' && ctrl)
    return { anchor: { row: 0, column: 0 }, active: { row: size.rows - 1, column: size.columns - 1 } };
  const target = targets[key];
  if (!target) return null;
  const active = within(target, size);
  return { active, anchor: shift ? selection.anchor : active };
}

/** Where each value of a pasted block goes: one value fills the whole range, a block is laid from its corner. */
export function laid(values: number[][], range: Range, size: Size): (Cell & { value: number })[] {
  const [first] = values;
  if (values.length === 1 && first?.length === 1)
    return cellsIn(range).map((cell) => ({ ...cell, value: first[0] ?? 0 }));
  return values.flatMap((line, i) =>
    line.flatMap((value, j) => {
      const cell = { row: range.top + i, column: range.left + j };
      return cell.row < size.rows && cell.column < size.columns ? [{ ...cell, value }] : [];
    }),
  );
}

/** Reads tab-separated text as a spreadsheet puts it on the clipboard; empty cells are 0. Null where a cell is no number. */
export function readTable(text: string, readNumber: (text: string) => number | null): number[][] | null {
  const lines = text.replace(/\r/g, '').replace(/\n$/, '').split('\n');
  const table: number[][] = [];
  for (const line of lines) {
    const cells = line.split('\t').map((cell) => (cell.trim() === '' ? 0 : readNumber(cell)));
    const numbers = cells.filter((cell) => cell !== null);
    if (numbers.length < cells.length) return null;
    table.push(numbers);
  }
  return table;
}

/** What is chosen after a block was pasted; null where a single number went into the cells that were chosen. */
export function pastedSelection(values: number[][], range: Range, size: Size): Selection | null {
  const width = values[0]?.length ?? 1;
  if (values.length <= 1 && width <= 1) return null;
  const height = values.length === 1 ? range.bottom - range.top + 1 : values.length;
  return {
    anchor: { row: range.top, column: range.left },
    active: {
      row: Math.min(size.rows - 1, range.top + height - 1),
      column: Math.min(size.columns - 1, range.left + width - 1),
    },
  };
}
