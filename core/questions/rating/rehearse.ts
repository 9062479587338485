import type { Of, RehearseSide } from '../kind';
import { stepsOf, valuesFor } from '../steps';
import { valuesModel } from '../values-model';

export const ratingRehearse: RehearseSide<Of<'rating'>> = {
  model: () => valuesModel,
  tries: stepsOf,
  answersFor: valuesFor,
  comparable: () => ({ number: true }),
};
