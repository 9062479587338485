import type { Of, RehearseSide } from '../kind';
import { stepsOf, valuesFor } from '../steps';

export const sliderRehearse: RehearseSide<Of<'slider'>> = {
  manner: () => 'values',
  tries: stepsOf,
  answersFor: (question, tests) => valuesFor(question, tests, question.target ?? 0),
  comparable: () => ({ number: true }),
};
