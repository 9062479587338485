import { wilson } from '../values/wilson';
import { fisherExact } from './tables';
import { normalTails } from './tails';

export type Comparison = { difference: number; low: number; high: number; p: number };

/**
 * The difference of two proportions with its 95 % interval (Newcombe, Statistics in Medicine 1998, method 10: the square and add of two
 * Wilson intervals) and the p that they are the same: Fisher's exact test under 1,000 trials, else the z test with pooled variance.
 * @returns null where either group is empty
 */
export function compareProportions(x1: number, n1: number, x2: number, n2: number): Comparison | null {
  const [one, two] = [wilson(x1, n1), wilson(x2, n2)];
  if (!one || !two) return null;
  const [p1, p2] = [x1 / n1, x2 / n2];
  const difference = p1 - p2;
  const low = difference - Math.sqrt((p1 - one.low) ** 2 + (two.high - p2) ** 2);
  const high = difference + Math.sqrt((one.high - p1) ** 2 + (p2 - two.low) ** 2);
  return { difference, low, high, p: n1 + n2 < 1_000 ? fisherExact(x1, n1 - x1, x2, n2 - x2) : zTest(x1, n1, x2, n2) };
}

function zTest(x1: number, n1: number, x2: number, n2: number): number {
  const pooled = (x1 + x2) / (n1 + n2);
  const error = Math.sqrt(pooled * (1 - pooled) * (1 / n1 + 1 / n2));
  if (error === 0) return 1;
  return normalTails((x1 / n1 - x2 / n2) / error);
}
