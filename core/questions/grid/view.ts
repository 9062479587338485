import { type Asked, asked } from '../asked';
import type { Of, ViewSide } from '../kind';
import { type Part, partsOf } from '../parts';

export type GridView = Asked & { kind: 'grid'; pick: 'one' | 'many'; rows: Part[]; columns: Part[] };

export const gridView: ViewSide<Of<'grid'>, GridView> = {
  view: (question, showing) => ({
    kind: 'grid',
    ...asked(question, showing),
    pick: question.pick ?? 'one',
    rows: partsOf(question.shuffle ? showing.mixed(question.rows) : question.rows),
    columns: partsOf(question.columns),
  }),
};
