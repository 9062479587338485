import { type Asked, asked } from '../asked';
import type { Of, ViewSide } from '../kind';

export type RatingView = Asked & { kind: 'rating'; min: number; max: number; as: 'stars' | 'steps' | 'numbers' };

export const ratingView: ViewSide<Of<'rating'>, RatingView> = {
  view: (question, showing) => ({
    kind: 'rating',
    ...asked(question, showing),
    min: question.min ?? 1,
    max: question.max ?? 5,
    as: question.as ?? 'steps',
  }),
};
