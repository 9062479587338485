/** How visitors answer, where it is not evenly (model, section 5): by the creator's guess, or as real visitors did. */
import type { Choice, Grid, Question, Quiz } from '../quiz/schema';
import { isKeyed, questionsOf } from '../quiz/lookup';
import type { Answer } from '../score/answer';
import { round9 } from '../score/numbers';
import { stepsOf } from './steps';

export type Weights = Readonly<Record<string, number>>;
/**
 * By question: the weight of each option of a choice of one, or of each value of a slider or rating, in proportion to each other; of a choice
 * of several, the probability 0..1 of each option by itself; of a grid without a key that takes one answer a row, the weight of each cell, by
 * `cellOf`; of other questions that have a key, the probability 0..1 of `right`.
 * Questions that are not in it are answered evenly.
 */
export type Mix = Readonly<Record<string, Weights>>;

const isMeasured = (question: Question) => question.kind === 'slider' || question.kind === 'rating';

/** Names a cell of a grid among its weights. */
export const cellOf = (row: string, column: string): string => `${row} ${column}`;

/** Whether its rows are answered one by one, each with one column, none of them right. */
export const isScaled = (question: Question): question is Grid =>
  question.kind === 'grid' && question.pick !== 'many' && !isKeyed(question);

/** The weights a mix gives to a question; null where it says nothing that can be used. */
export function weightsIn(mix: Mix | undefined, question: Question): Weights | null {
  const own = mix?.[question.id];
  if (!own) return null;
  if (question.kind === 'choice') return question.options.some((o) => (own[o.id] ?? 0) > 0) ? own : null;
  if (isMeasured(question)) return stepsOf(question as Measured).some((v) => (own[v] ?? 0) > 0) ? own : null;
  if (isScaled(question)) {
    const { rows, columns } = question;
    return rows.every((r) => columns.some((c) => (own[cellOf(r.id, c.id)] ?? 0) > 0)) ? own : null;
  }
  return own['right'] !== undefined && isKeyed(question) ? own : null;
}
type Measured = Extract<Question, { kind: 'slider' | 'rating' }>;

/** How likely an answer is, up to a factor that is the same for all answers; `i` is its place among them: right, then wrong. */
export function shareOf(question: Question, weights: Weights, { answer, i }: { answer: Answer; i: number }): number {
  if (question.kind === 'choice') return weightOf(question, weights, answer as string[]);
  if (isMeasured(question)) return Math.max(0, weights[String(answer)] ?? 0);
  if (isScaled(question))
    return Object.entries(answer as Record<string, string[]>).reduce(
      (product, [row, [column = '']]) => product * Math.max(0, weights[cellOf(row, column)] ?? 0),
      1,
    );
  const right = Math.min(1, Math.max(0, weights['right'] ?? 0));
  return i === 0 ? right : 1 - right;
}

/** How likely these options are chosen, up to a factor that is the same for all sets of them. */
export function weightOf(question: Choice, weights: Weights, chosen: string[]): number {
  if (question.pick === 'one') return Math.max(0, weights[chosen[0] ?? ''] ?? 0);
  return question.options.reduce((product, { id }) => {
    const p = Math.min(1, Math.max(0, weights[id] ?? 0));
    return product * (chosen.includes(id) ? p : 1 - p);
  }, 1);
}

/**
 * The creator's guess. At the answers of a choice it stands in percent: of a choice of one, answers without a guess share evenly what is left
 * of 100; of a choice of several, they are chosen by half of the visitors. The mean of a slider or rating is spread over its steps as by a
 * binomial distribution; so is the mean place of the columns of a grid, counted from 1, in each of its rows.
 */
export function guessedMix(quiz: Quiz): Mix {
  const mix: Record<string, Weights> = {};
  for (const question of questionsOf(quiz)) {
    const guess = question.kind === 'choice' ? guessedOptions(question) : guessedWhole(question);
    if (guess) mix[question.id] = guess;
  }
  return mix;
}

function guessedOptions(question: Choice): Weights | null {
  if (question.options.every((o) => o.guess === undefined)) return null;
  const open = question.options.filter((o) => o.guess === undefined).length;
  const left = Math.max(0, 100 - question.options.reduce((sum, o) => sum + (o.guess ?? 0), 0));
  const other = question.pick === 'one' ? left / Math.max(1, open) : 50;
  return Object.fromEntries(question.options.map((o) => [o.id, round9((o.guess ?? other) / 100)]));
}

function guessedWhole(question: Exclude<Question, Choice>): Weights | null {
  const { guess } = question;
  if (guess === undefined) return null;
  if (isScaled(question)) {
    const shares = spreadOver(
      question.columns.map((_, i) => i + 1),
      guess,
    );
    const cells = question.rows.flatMap((r) => question.columns.map((c, i) => [cellOf(r.id, c.id), shares[i] ?? 0]));
    return Object.fromEntries(cells) as Weights;
  }
  if (!isMeasured(question)) return { right: round9(Math.min(100, Math.max(0, guess)) / 100) };
  const steps = stepsOf(question as Measured);
  return Object.fromEntries(spreadOver(steps, guess).map((share, k) => [steps[k], share]));
}

/** The share of each of evenly spaced steps, so that their mean is this one, as far as it lies among them. */
function spreadOver(steps: number[], mean: number): number[] {
  const [low = 0, high = 0] = [steps[0], steps.at(-1)];
  return binomial(steps.length - 1, high > low ? Math.min(1, Math.max(0, (mean - low) / (high - low))) : 0);
}

/** Probabilities of 0..n by the binomial distribution, by logarithms so that many steps do not overflow. */
function binomial(n: number, p: number): number[] {
  let log = 0;
  return Array.from({ length: n + 1 }, (_, k) => {
    if (k > 0) log += Math.log((n - k + 1) / k);
    const own = (k && k * Math.log(p)) + (n - k && (n - k) * Math.log1p(-p));
    return Math.exp(log + own);
  });
}

export type Counted = {
  answered: number;
  /** How often each option was chosen. */
  options?: Record<string, number>;
  /** How often each value was given, or each cell of a grid chosen. */
  values?: Record<string, number>;
  /** How many had it right. */
  right?: number;
};

/** As real visitors answered. @param counts by question */
export function countedMix(counts: Readonly<Record<string, Counted>>): Mix {
  const shares = (all: Record<string, number>, of: number) =>
    Object.fromEntries(Object.entries(all).map(([id, n]) => [id, round9(n / of)]));
  return Object.fromEntries(
    Object.entries(counts)
      .filter(([, { answered }]) => answered > 0)
      .map(([id, { answered, options, values, right }]) => [
        id,
        right === undefined ? shares(options ?? values ?? {}, answered) : { right: round9(right / answered) },
      ]),
  );
}
