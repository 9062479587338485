import type { Choice } from '../../schema/quiz';
import { chosenIn } from '../../values/answer';
import { graded, type MarksOf, type ScoreSide } from '../kind';
import { bestSubset, MANY, nothing, plus, rightOrWrong, spanning, subsets } from '../ranges';
import { pickRange } from './options';

export const choiceScore: ScoreSide<Choice> = {
  isKeyed: (question) => question.options.some((o) => (o.credit ?? 0) > 0),
  grade: (question, answer) => graded(credit(question, chosenIn(answer))),
  weights: (question) => question.options.map((o) => o.weights),
  weigh(question, target, answer, take) {
    const chosen = chosenIn(answer);
    for (const option of question.options) if (chosen.includes(option.id)) take(option.weights?.[target], 1);
  },
  range,
};

function optionCredit({ options }: Choice, id: string): number {
  for (const option of options) if (option.id === id) return option.credit ?? 0;
  return 0;
}

function credit(question: Choice, chosen: string[]): number {
  if (question.pick === 'one') return optionCredit(question, chosen[0] ?? '');
  const right = question.options.filter((o) => o.credit === 1).length;
  const got = chosen.filter((id) => optionCredit(question, id) === 1).length;
  if (question.credit !== 'share') return got === right && chosen.length === right ? 1 : 0;
  if (right === 0) return 0;
  let worth = 0;
  for (const id of chosen) {
    const own = optionCredit(question, id);
    worth += own > 0 ? own : -1;
  }
  return Math.min(1, Math.max(0, worth / right));
}

function range(question: Choice, target: string, marks: MarksOf | null) {
  const { min, max } = pickRange(question);
  const least = Math.max(1, min);
  const weights = question.options.map((o) => o.weights?.[target] ?? 0);
  // The free entry weighs nothing, and is worth nothing.
  if (question.other) weights.push(0);
  if (weights.length === 0) return nothing;
  const byWeights = () => ({ low: bestSubset(weights, least, max, -1), high: bestSubset(weights, least, max, 1) });
  if (!marks) return question.pick === 'one' ? spanning(weights) : byWeights();
  const ids = [...question.options.map((o) => o.id), ...(question.other ? ['other'] : [])];
  if (question.pick === 'one') return spanning(ids.map((id, i) => (weights[i] ?? 0) + marks([id])));
  if (ids.length > MANY) return plus(byWeights(), rightOrWrong(question));
  const values = subsets(ids.length, least, max).map(
    (subset) => subset.reduce((sum, i) => sum + (weights[i] ?? 0), 0) + marks(subset.map((i) => ids[i] ?? '')),
  );
  return values.length ? spanning(values) : nothing;
}
