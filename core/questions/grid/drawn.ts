import type { DrawSide } from '../drawing';
import type { Of } from '../kind';
import { cellOf } from '../respond';
import { cellsModel } from './model';
import { gridScore } from './score';

export const gridDrawn: DrawSide<Of<'grid'>> = {
  drawn: (question, answer) => cellsModel.counted(question, answer, () => false),
  drawing(question, { of }) {
    const { rows, columns, key = {} } = question;
    const cells = <T>(cell: (row: string, column: string) => T) =>
      rows.map((r) => columns.map((c) => cell(r.id, c.id)));
    return {
      as: 'cells',
      rows: rows.map(({ id, text }) => ({ id, name: text })),
      columns: columns.map(({ id, text }) => ({ id, name: text })),
      counts: cells((row, column) => of('value', cellOf(row, column))),
      ...(gridScore.isKeyed(question) ? { right: cells((row, column) => key[row]?.includes(column) ?? false) } : {}),
    };
  },
};
