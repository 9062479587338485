/** What the models share by which rehearsed visitors answer unevenly (model, section 5). */
import type { Answer } from '../values/answer';
import { round9 } from '../values/numbers';

/** By what a question's response model names: its options, values, cells, places or `right`. */
export type Weights = Readonly<Record<string, number>>;
export type Way = { answer: Answer; share: number };

/** Names a cell of a grid, or an item at a place, among the weights. */
export const cellOf = (row: string, column: string | number): string => `${row} ${column}`;

export const weightAt = (weights: Weights, key: string | number): number => Math.max(0, weights[key] ?? 0);
export const chanceAt = (weights: Weights, key: string): number => Math.min(1, weightAt(weights, key));

/** Less than half a percent is not worth a line. */
export const LEAST_TOLD = 0.005;

/** How likely exactly these are chosen, where each is chosen by itself. */
export const eachByItself = (ids: string[], chosen: string[], chance: (id: string) => number): number =>
  ids.reduce((product, id) => product * (chosen.includes(id) ? chance(id) : 1 - chance(id)), 1);

/** How often a set of answers is drawn anew, where it is not one that may be given. */
const MOST_DRAWS = 100;

/** Each by itself, again until the set is one that may be given: the same as drawing among those sets alone. Null where none is found. */
export function drawSet(
  ids: string[],
  chance: (id: string) => number,
  { min, max }: { min: number; max: number },
  random: () => number,
): string[] | null {
  for (let i = 0; i < MOST_DRAWS; i++) {
    const drawn = ids.filter((id) => random() < chance(id));
    if (drawn.length >= min && drawn.length <= max) return drawn;
  }
  return null;
}

/** The place of a drawn one among shares that add up to 1. */
export function drawnAt(shares: number[], random: () => number): number {
  let left = random();
  const drawn = shares.findIndex((share) => (left -= share) < 0);
  return drawn < 0 ? shares.length - 1 : drawn;
}

/** One of these, in proportion to its weight. */
export function drawOne(ids: string[], weight: (id: string) => number, random: () => number): string {
  const total = ids.reduce((sum, id) => sum + weight(id), 0);
  const shares = ids.map((id) => weight(id) / total);
  return ids[drawnAt(shares, random)] ?? '';
}

export function drawFrom(ways: Way[], random: () => number): Answer {
  let left = random();
  return (ways.find((way) => (left -= way.share) < 0) ?? ways.at(-1))?.answer ?? [];
}

/** Guesses in percent as shares; those without a guess share evenly what is left of 100. Null where nothing was guessed. */
export function guessedShares(all: readonly { guess?: number }[]): number[] | null {
  if (all.every((o) => o.guess === undefined)) return null;
  const open = all.filter((o) => o.guess === undefined).length;
  const left = Math.max(0, 100 - all.reduce((sum, o) => sum + (o.guess ?? 0), 0));
  return all.map((o) => round9((o.guess ?? left / Math.max(1, open)) / 100));
}

/** The share of each of evenly spaced steps by a binomial distribution, so that their mean is this one, as far as it lies among them. */
export function spreadOver(steps: number[], mean: number): number[] {
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
