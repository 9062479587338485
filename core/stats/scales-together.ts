/** How scales go together, with how sure that is; corrected for looking at many. */
import { type Correction, corrected, correctionFor } from './many-tests';
import { normalTails } from './tails';

/** @property r Pearson's correlation, over so many runs */
export type ScalePair = { one: string; other: string; n: number; r: number };
/** @property low with `high` the 95 % interval @property p corrected */
export type ScaleLink = ScalePair & { low: number; high: number; p: number };

/** Of fewer runs nothing is said. */
const LEAST = 30;
/** 97.5 % of a standard normal distribution lie below. */
const Z = 1.959963984540054;

/**
 * The 95 % interval of a correlation, and p that there is none: by the transformation of Fisher (Metron 1921), under which it is about
 * normal with a standard error of 1 / √(n − 3).
 * @param n more than 3
 */
export function correlationOf(r: number, n: number): { low: number; high: number; p: number } {
  // Two scales that are one and the same have no interval.
  const z = Math.atanh(Math.max(-1 + 1e-12, Math.min(1 - 1e-12, r)));
  const error = 1 / Math.sqrt(n - 3);
  return { low: Math.tanh(z - Z * error), high: Math.tanh(z + Z * error), p: normalTails(z / error) };
}

/** All pairs of which there is enough, the strongest first. */
export function scalesTogether(pairs: readonly ScalePair[]): { method: Correction; links: ScaleLink[] } {
  const told = pairs.filter(({ n }) => n >= LEAST).map((pair) => ({ ...pair, ...correlationOf(pair.r, pair.n) }));
  const ps = corrected(told.map(({ p }) => p));
  return {
    method: correctionFor(told.length),
    links: told.map((link, i) => ({ ...link, p: ps[i] ?? 1 })).sort((a, b) => Math.abs(b.r) - Math.abs(a.r)),
  };
}
