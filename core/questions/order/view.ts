import { type Asked, asked } from '../asked';
import type { Of, ViewSide } from '../kind';
import { type Part, partsOf } from '../parts';

export type OrderView = Asked & { kind: 'order'; items: Part[] };

export const orderView: ViewSide<Of<'order'>, OrderView> = {
  view: (question, showing) => ({
    kind: 'order',
    ...asked(question, showing),
    // Shuffle items that have a right order, because the order shown would give it away; a ranking keeps its order.
    items: partsOf(question.keyed === false && !question.shuffle ? question.items : showing.mixed(question.items)),
  }),
};
