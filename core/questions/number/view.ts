import { type Asked, asked } from '../asked';
import type { Of, ViewSide } from '../kind';
import { boundsOf } from '../measured';

/** Of a number and of a slider: they differ in how they are given. */
export type MeasuredView = Asked & { kind: 'number' | 'slider'; min?: number; max?: number; step: number };

export const measuredView: ViewSide<Of<'number' | 'slider'>, MeasuredView> = {
  view: (question, showing) => ({ kind: question.kind, ...asked(question, showing), ...boundsOf(question) }),
};
