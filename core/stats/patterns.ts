/** Which answers go with which outcome, with how sure that is; corrected for looking at many. */
import { type Correction, corrected, correctionFor } from './many-tests';
import { compareProportions } from './proportions';

/** How many chose an option, and how many of them reached an outcome; and the same of those who answered otherwise. */
export type Pair = {
  verdict: string;
  outcome: string;
  question: string;
  option: string;
  chose: number;
  reached: number;
  others: number;
  othersReached: number;
};
/** @property difference of the shares that reach it, with its 95 % interval @property p corrected */
export type Pattern = Pair & { difference: number; low: number; high: number; p: number };
export type Patterns = { tests: number; method: Correction; found: Pattern[] };

/** Groups smaller than this say nothing, and are not tested. */
const LEAST_GROUP = 10;
export const LEVEL = 0.05;

/** What differs by more than chance explains, the largest difference first. */
export function patternsAmong(pairs: readonly Pair[]): Patterns {
  const tested = pairs.flatMap((pair) => {
    const { chose, reached, others, othersReached } = pair;
    if (chose < LEAST_GROUP || others < LEAST_GROUP) return [];
    const compared = compareProportions(reached, chose, othersReached, others);
    return compared ? [{ ...pair, ...compared }] : [];
  });
  const ps = corrected(tested.map(({ p }) => p));
  return {
    tests: tested.length,
    method: correctionFor(tested.length),
    found: tested
      .map((pattern, i) => ({ ...pattern, p: ps[i] ?? 1 }))
      .filter(({ p }) => p < LEVEL)
      .sort((a, b) => Math.abs(b.difference) - Math.abs(a.difference)),
  };
}
