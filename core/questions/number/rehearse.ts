import { valuesFor } from '../steps';
import { round9 } from '../../values/numbers';
import type { Of, RehearseSide } from '../kind';
import { boundsOf } from '../measured';
import { rightOrWrongAnswer } from '../tries';
import { rightOrWrongModel } from '../right-or-wrong';
import { numbersModel } from '../values-model';

type Numeric = Of<'number'>;

export const numberRehearse: RehearseSide<Numeric> = {
  model: (question) => (question.target === undefined ? numbersModel : rightOrWrongModel),
  tries: (question) =>
    question.target === undefined ? [middle(question)] : rightOrWrongAnswer(question.target, wrong(question)),
  answersFor: (question, tests) => valuesFor(question, tests, question.target ?? 0),
  comparable: () => ({ number: true }),
};

function middle(question: Numeric): number {
  const { min, max, step } = boundsOf(question);
  if (min === undefined || max === undefined) return min ?? max ?? 1;
  return round9(min + Math.floor((max - min) / 2 / step) * step);
}

/** A value within bounds that is not near the target; null where there is none. */
function wrong(question: Numeric): number | null {
  const { target = 0, within = 0, withinPercent = 0 } = question;
  const { min = -Infinity, max = Infinity, step } = boundsOf(question);
  const reach = Math.max(within, (Math.abs(target) * withinPercent) / 100);
  const above = round9(target + reach + step);
  if (above <= max) return above;
  const below = round9(target - reach - step);
  return below >= min ? below : null;
}
