import { type Asked, asked } from '../asked';
import type { Of, ViewSide } from '../kind';
import { type Part, partsOf } from '../parts';

export type OrderView = Asked & { kind: 'order'; items: Part[] };

export const orderView: ViewSide<Of<'order'>, OrderView> = {
  view: (question, showing) => ({
    kind: 'order',
    ...asked(question, showing),
    // In its right order it would be answered; only a ranking of wishes is shown as it was written.
    items: partsOf(question.keyed === false && !question.shuffle ? question.items : showing.mixed(question.items)),
  }),
};
