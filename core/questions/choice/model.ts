import type { Choice } from '../../schema/quiz';
import { chosenIn } from '../../values/answer';
import { round9 } from '../../values/numbers';
import type { ResponseModel } from '../kind';
import { chanceAt, drawOne, drawSet, eachByItself, guessedShares, weightAt, type Weights } from '../respond';
import { answeredRange } from './options';

const idsOf = (question: Choice) => question.options.map((o) => o.id);

/** How likely these options are chosen, up to a factor that is the same for all sets of them. */
function weightOf(question: Choice, weights: Weights, chosen: string[]): number {
  if (question.pick === 'one') return weightAt(weights, chosen[0] ?? '');
  return eachByItself(idsOf(question), chosen, (id) => chanceAt(weights, id));
}

export const choiceModel: ResponseModel<Choice> = {
  of: 'options',
  isSaid: (question, weights) => question.options.some((o) => weightAt(weights, o.id) > 0),
  shareOf: (question, weights, answer) => weightOf(question, weights, chosenIn(answer)),
  draw(question, weights, random) {
    const ids = idsOf(question);
    if (question.pick === 'one') return [drawOne(ids, (id) => weightOf(question, weights, [id]), random)];
    return drawSet(ids, (id) => weights[id] ?? 0, answeredRange(question), random);
  },
  guessed({ pick, options }) {
    const several = options.some((o) => o.guess !== undefined)
      ? options.map((o) => round9((o.guess ?? 50) / 100))
      : null;
    const shares = pick === 'one' ? guessedShares(options) : several;
    return shares && Object.fromEntries(options.map((o, i) => [o.id, shares[i] ?? 0]));
  },
  told({ pick, options }, weights) {
    const sum = pick === 'one' ? Object.values(weights).reduce((a, b) => a + b, 0) : 1;
    return options.map((o) => [o.text || o.picture?.text || o.id, (weights[o.id] ?? 0) / sum]);
  },
  counted: (question, answer) => chosenIn(answer).map((option) => `option ${question.id} ${option}`),
};
