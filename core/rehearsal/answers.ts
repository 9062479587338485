/** How rehearsed visitors answer (model, section 5). */
import type { Question } from '../schema/quiz';
import { kindOf, modelOf } from '../questions/registry';
import { drawFrom, type Way, type Weights } from '../questions/respond';
import { MOST_WAYS } from '../questions/steps';
import type { Answer } from '../values/answer';
import { type Mix, weightsIn } from './mix';

export type { Way } from '../questions/respond';

/** How many ways of answering there are, where that depends on the question. */
export const countWays = (question: Question): number => kindOf(question).countWays?.(question) ?? 2;

/** Whether every way of answering can be listed. */
export const isListable = (question: Question): boolean => countWays(question) <= MOST_WAYS;

const evenWays = (question: Question): Way[] => {
  const answers = kindOf(question).tries(question);
  return answers.map((answer) => ({ answer, share: 1 / answers.length }));
};

/** Every way a rehearsed visitor may answer, evenly or by a mix, with its share. The question must be listable. */
export function waysToAnswer(question: Question, mix?: Mix): Way[] {
  const weights = weightsIn(mix, question);
  return weights ? weighedWays(question, weights) : evenWays(question);
}

function weighedWays(question: Question, weights: Weights): Way[] {
  const model = modelOf(question);
  const answers = model?.answers?.(weights) ?? kindOf(question).tries(question);
  const weighed = answers.map((answer, i) => ({ answer, share: model?.shareOf(question, weights, answer, i) ?? 0 }));
  const sum = weighed.reduce((total, { share }) => total + share, 0);
  // Ignore the mix if it leaves no legal answer.
  if (sum === 0) return evenWays(question);
  return weighed.filter(({ share }) => share > 0).map(({ answer, share }) => ({ answer, share: share / sum }));
}

/** The ways to answer each part of a question by itself; null where they cannot be followed so. */
export function waysByPart(question: Question, mix?: Mix): Way[][] | null {
  const { parts } = kindOf(question);
  return parts?.areIndependent(question) ? parts.ways(question, weightsIn(mix, question)) : null;
}

/** Draws one way of answering, by the same shares. */
export function drawAnswer(question: Question, random: () => number, mix?: Mix): Answer {
  const weights = weightsIn(mix, question);
  if (weights) {
    const drawn = modelOf(question)?.draw?.(question, weights, random);
    if (drawn) return drawn;
    if (isListable(question)) return drawFrom(weighedOnce(question, weights), random);
  }
  const kind = kindOf(question);
  if (kind.draw && !isListable(question)) return kind.draw(question, random);
  const ways = waysOnce(question);
  return ways[Math.floor(random() * ways.length)]?.answer ?? [];
}

const weighed = new WeakMap<Weights, Way[]>();
/** Weights belong to one question of one mix, which are not changed. */
function weighedOnce(question: Question, weights: Weights): Way[] {
  const known = weighed.get(weights) ?? weighedWays(question, weights);
  weighed.set(weights, known);
  return known;
}

const listed = new WeakMap<Question, Way[]>();
/** All ways have the same share, so one is drawn by its place alone; they are listed once for each question. */
function waysOnce(question: Question): Way[] {
  const known = listed.get(question) ?? evenWays(question);
  listed.set(question, known);
  return known;
}
