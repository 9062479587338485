import type { Of, RehearseSide } from '../kind';
import { FILLED, sought, WRONG } from '../tries';

export const essayRehearse: RehearseSide<Of<'essay'>> = {
  model: () => null,
  tries: () => [FILLED],
  answersFor: (_question, tests) => [WRONG, ...sought(tests)],
  comparable: () => ({ words: true }),
};
