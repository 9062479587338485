import { type AssessSide, partOf } from '../interaction';
import type { Of } from '../kind';
import { columnsIn } from './answer';

export const gridAssess: AssessSide<Of<'grid'>> = {
  interaction: ({ pick, rows, columns, key }) => ({
    ...{ is: 'grid', many: pick === 'many', rows: rows.map(partOf), columns: columns.map(partOf) },
    pairs: rows.flatMap(({ id }) => (key?.[id] ?? []).map((column): [string, string] => [id, column])),
    keyed: key !== undefined,
  }),
  response: (_question, answer) =>
    Object.entries(columnsIn(answer)).flatMap(([row, columns]) => columns.map((column) => [row, column])),
};
