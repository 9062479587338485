import type { Of, RehearseSide } from '../kind';
import { stepsOf, valuesFor } from '../steps';

export const ratingRehearse: RehearseSide<Of<'rating'>> = {
  manner: () => 'values',
  tries: stepsOf,
  answersFor: valuesFor,
  comparable: () => ({ number: true }),
};
