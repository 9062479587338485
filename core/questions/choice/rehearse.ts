import type { Choice } from '../../schema/quiz';
import type { RehearseSide } from '../kind';
import { subsets } from '../ranges';
import { FILLED, someOf } from '../tries';
import { answeredRange, OTHER, optionIds, pickRange } from './options';
import { choiceModel } from './model';

/** With more options, each alone stands for the sets it is in. */
const MOST_TOLD_APART = 10;

export const choiceRehearse: RehearseSide<Choice> = {
  model: () => choiceModel,
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
  answersFor(question) {
    const each = question.options.map((o) => [o.id]);
    const free = question.other ? [{ options: [OTHER], text: FILLED }] : [];
    if (question.pick === 'one') return [...each, ...free];
    if (question.options.length > MOST_TOLD_APART) return each;
    const { min, max } = pickRange(question);
    const sets = subsets(question.options.length, Math.max(1, min), max);
    return [...sets.map((subset) => subset.map((i) => question.options[i]?.id ?? '')), ...free];
  },
  comparable: (question) => ({ options: optionIds(question), ...(question.other ? { words: true } : {}) }),
};
