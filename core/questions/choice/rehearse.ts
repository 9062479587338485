import type { Choice } from '../../quiz/schema';
import type { RehearseSide } from '../kind';
import { subsets } from '../ranges';
import { someOf } from '../tries';
import { answeredRange } from './options';

export const choiceRehearse: RehearseSide<Choice> = {
  manner: () => 'options',
  countWays: ({ pick, options }) => (pick === 'one' ? options.length : 2 ** options.length),
  tries(question) {
    if (question.pick === 'one') return question.options.map((o) => [o.id]);
    const { min, max } = answeredRange(question);
    return subsets(question.options.length, min, max).map((subset) => subset.map((i) => question.options[i]?.id ?? ''));
  },
  draw(question, random) {
    const { min, max } = answeredRange(question);
    return someOf(
      question.options.map((o) => o.id),
      min,
      max,
      random,
    );
  },
};
