import { type Asked, asked } from '../asked';
import type { Of, ViewSide } from '../kind';
import { given } from '../../values/given';

export type DateView = Asked & { kind: 'date'; min?: string; max?: string };

export const dateView: ViewSide<Of<'date'>, DateView> = {
  view: (question, showing) => ({
    kind: 'date',
    ...asked(question, showing),
    ...given('min', question.min),
    ...given('max', question.max),
  }),
};
