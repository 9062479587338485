import type { Question } from '../quiz/schema';
import { pickRange } from '../quiz/lookup';
import { isKeyed } from '../quiz/lookup';
import { type Answer, isAnswered, marksOf } from './credit';
import { round9 } from './numbers';

/** @property spoken whether any weight in it was other than 0, so that +1 and −1 together have still been a word on the matter */
export type Contribution = { value: number; spoken: boolean };

/** What an answer adds to a scale or outcome; null where nothing that was answered has a weight for it (0 is one). */
export function contribution(question: Question, target: string, answer: Answer | undefined): Contribution | null {
  if (!isAnswered(answer)) return null;
  let sum = 0;
  let weighed = false;
  let spoken = false;
  if (question.kind === 'choice') {
    for (const option of question.options) {
      const weight = option.weights?.[target];
      if (weight === undefined || !answer.includes(option.id)) continue;
      sum += weight;
      weighed = true;
      spoken ||= weight !== 0;
    }
  }
  if (question.marksTo === target && isKeyed(question)) {
    sum += marksOf(question, answer).awarded;
    weighed = true;
    spoken = true;
  }
  return weighed ? { value: round9(sum), spoken } : null;
}

/** Whether a question can add to this scale or outcome: it has a weight for it (0 is one), or its marks go there. */
export const weighs = (question: Question, target: string): boolean =>
  (question.marksTo === target && isKeyed(question)) ||
  (question.kind === 'choice' && question.options.some((o) => o.weights?.[target] !== undefined));

export type Range = { low: number; high: number };

/**
 * The least and the most that a question can add to a target, by any legal answer.
 * @param optional whether adding nothing, by not answering, counts as possible
 */
export function rangeOf(question: Question, target: string, optional: boolean): Range | null {
  if (!weighs(question, target)) return null;
  const values = question.kind === 'text' ? textValues(question) : choiceValues(question, target);
  const all = optional ? [...values, 0] : values;
  return { low: round9(Math.min(...all)), high: round9(Math.max(...all)) };
}

function textValues(question: Question & { kind: 'text' }): number[] {
  const marks = question.marks ?? 1;
  return [
    0 - (question.penalty ?? 0),
    ...(question.accept ?? []).filter((a) => a.credit > 0).map((a) => marks * a.credit),
  ];
}

function choiceValues(question: Question & { kind: 'choice' }, target: string): number[] {
  const { min, max } = pickRange(question);
  const least = Math.max(1, min);
  const weights = question.options.map((o) => o.weights?.[target] ?? 0);
  if (question.marksTo !== target || !isKeyed(question)) {
    if (question.pick === 'one') return weights.length ? weights : [0];
    return [bestSubset(weights, least, max, 1), bestSubset(weights, least, max, -1)];
  }
  if (question.pick === 'one') {
    return question.options.map((o) => (o.weights?.[target] ?? 0) + marksOf(question, [o.id]).awarded);
  }
  // Weights and marks into one target: which subset is best depends on both together, so subsets are tried where they can be.
  if (question.options.length <= 16) {
    return subsets(question.options.length, least, max).map((subset) => {
      const ids = subset.map((i) => question.options[i]?.id ?? '');
      return subset.reduce((sum, i) => sum + (weights[i] ?? 0), 0) + marksOf(question, ids).awarded;
    });
  }
  const full = question.marks ?? 1;
  return [bestSubset(weights, least, max, 1) + full, bestSubset(weights, least, max, -1) - (question.penalty ?? 0)];
}

/** The greatest (sign 1) or least (sign −1) sum of between `min` and `max` of the weights. */
function bestSubset(weights: number[], min: number, max: number, sign: 1 | -1): number {
  const sorted = [...weights].sort((a, b) => sign * (b - a));
  return sorted.slice(0, max).reduce((sum, w, i) => (i < min || sign * w > 0 ? sum + w : sum), 0);
}

/** Index lists of every subset of n things with between min and max members. */
export function subsets(n: number, min: number, max: number): number[][] {
  const all: number[][] = [];
  for (let bits = 0; bits < 2 ** n; bits++) {
    const members: number[] = [];
    for (let i = 0; i < n; i++) if (bits & (1 << i)) members.push(i);
    if (members.length >= min && members.length <= max) all.push(members);
  }
  return all;
}
