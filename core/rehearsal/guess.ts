/** The creator's guess of how visitors answer, as a mix for the rehearsal. */
import { boundsOf } from '../questions/measured';
import type { Choice, Grid, Question, Quiz } from '../document/schema';
import { questionsOf } from '../document/lookup';
import { mannerOf } from '../document/manner';
import { round9 } from '../scoring/numbers';
import { cellOf, type Mix, type Weights } from './mix';
import { stepsOf } from '../questions/steps';

type Order = Extract<Question, { kind: 'order' }>;

/**
 * At the answers of a choice a guess stands in percent: of a choice of one, answers without a guess share evenly what is left of 100; of a
 * choice of several, they are chosen by half of the visitors. So it does at the items of a ranking of wishes: how many put it first; the
 * places below are filled by the same shares among those left. The mean of a slider, rating or number is spread over its steps as by a
 * binomial distribution; so is the mean place of the columns of a grid, counted from 1, in each of its rows. In a grid of several answers a
 * row it is how many columns each row gets on average: any of them as likely, and at least one.
 */
export function guessedMix(quiz: Quiz): Mix {
  const mix: Record<string, Weights> = {};
  for (const question of questionsOf(quiz)) {
    const guess = guessed(question);
    if (guess) mix[question.id] = guess;
  }
  return mix;
}

function guessed(question: Question): Weights | null {
  if (question.kind === 'choice') return guessedOptions(question);
  const manner = mannerOf(question);
  if (manner === 'places') return guessedPlaces(question as Order);
  const { guess } = question;
  if (guess === undefined || manner === null) return null;
  if (manner === 'cells') return guessedCells(question as Grid, guess);
  if (manner === 'right') return { right: round9(Math.min(100, Math.max(0, guess)) / 100) };
  return guessedValues(question as Measured, guess);
}

type Guessed = { id: string; guess?: number };

/** Percent of each as shares; those without a guess share what is left. */
function firstShares(all: readonly Guessed[]): number[] | null {
  if (all.every((o) => o.guess === undefined)) return null;
  const open = all.filter((o) => o.guess === undefined).length;
  const left = Math.max(0, 100 - all.reduce((sum, o) => sum + (o.guess ?? 0), 0));
  return all.map((o) => round9((o.guess ?? left / Math.max(1, open)) / 100));
}

function guessedOptions({ pick, options }: Choice): Weights | null {
  const shares =
    pick === 'one'
      ? firstShares(options)
      : options.some((o) => o.guess !== undefined)
        ? options.map((o) => round9((o.guess ?? 50) / 100))
        : null;
  return shares && Object.fromEntries(options.map((o, i) => [o.id, shares[i] ?? 0]));
}

function guessedPlaces({ items }: Order): Weights | null {
  const shares = firstShares(items);
  if (!shares) return null;
  return Object.fromEntries(items.flatMap((i, n) => items.map((_, k) => [cellOf(i.id, k + 1), shares[n] ?? 0])));
}

function guessedCells({ pick, rows, columns }: Grid, guess: number): Weights {
  const shares =
    pick === 'many'
      ? columns.map(() => chanceFor(columns.length, guess))
      : spreadOver(
          columns.map((_, i) => i + 1),
          guess,
        );
  return Object.fromEntries(rows.flatMap((r) => columns.map((c, i) => [cellOf(r.id, c.id), shares[i] ?? 0])));
}

type Measured = Extract<Question, { kind: 'slider' | 'rating' | 'number' }>;
/** Beyond so many steps the spread is so narrow that the mean alone is as good. */
const MOST_STEPS = 2_500;

function guessedValues(question: Measured, guess: number): Weights {
  const { min, max, step } = boundsOf(question);
  const bounded = min !== undefined && max !== undefined && max > min && (max - min) / step <= MOST_STEPS;
  if (question.kind === 'number' && !bounded)
    return { [Math.min(max ?? Infinity, Math.max(min ?? -Infinity, guess))]: 1 };
  const steps = stepsOf(question);
  return Object.fromEntries(spreadOver(steps, guess).map((share, k) => [steps[k], share]));
}

/**
 * The chance of each of n by itself, so that of those sets that are not empty the mean size is this one: n p / (1 − (1 − p)ⁿ), the mean of
 * a binomial distribution without its zero, which grows with p from 1 to n.
 */
function chanceFor(n: number, mean: number): number {
  let [low, high] = [1e-9, 1];
  for (let i = 0; i < 60; i++) {
    const p = (low + high) / 2;
    if ((n * p) / -Math.expm1(n * Math.log1p(-p)) < mean) low = p;
    else high = p;
  }
  return round9(high);
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
