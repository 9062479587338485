import type { Of, RehearseSide } from '../kind';
import { stepsOf, valuesFor } from '../steps';
import { valuesModel } from '../values-model';

export const sliderRehearse: RehearseSide<Of<'slider'>> = {
  model: () => valuesModel,
  tries: stepsOf,
  answersFor: (question, tests) => valuesFor(question, tests, question.target ?? 0),
  comparable: () => ({ number: true }),
};
