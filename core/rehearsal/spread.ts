import { verdictKind } from '../verdicts/registry';
import type { Quiz } from '../schema/quiz';
import { round9 } from '../values/numbers';

export type Spread = { mean: number; sd: number; lowest: number; highest: number; histogram: [number, number][] };
export type Odds = {
  method: 'exact' | 'sampled';
  visitors?: number;
  /** Share of visitors who come to each page. */
  pages: Record<string, number>;
  /** By page, and `Move`, how often it is left so, for each visitor. */
  routes: Record<string, Record<string, number>>;
  outcomes: Record<string, Record<string, number>>;
  /** Scales by id; sums of each outcome's weights too, since they are read in the same grid. */
  scales: Record<string, Spread>;
  tallies: Record<string, Spread>;
  /** By verdict by bands, the value that it looks at, in its unit. */
  bands: Record<string, Spread>;
  /** Share of visitors for whom two outcomes of a verdict are level at the top. */
  ties: Record<string, number>;
};

/** Mean, spread (of the population) and histogram of values with their shares. */
export function spreadOf(values: Map<number, number>): Spread {
  const histogram = [...values].sort((a, b) => a[0] - b[0]);
  const total = histogram.reduce((sum, [, share]) => sum + share, 0) || 1;
  const mean = histogram.reduce((sum, [value, share]) => sum + value * share, 0) / total;
  const variance = histogram.reduce((sum, [value, share]) => sum + (value - mean) ** 2 * share, 0) / total;
  return {
    mean: round9(mean),
    sd: round9(Math.sqrt(variance)),
    lowest: histogram[0]?.[0] ?? 0,
    highest: histogram.at(-1)?.[0] ?? 0,
    histogram: histogram.map(([value, share]) => [value, round9(share / total)]),
  };
}

/** Outcomes that have a tally: those of the verdicts that go to the strongest. */
export const tallied = (quiz: Quiz): string[] =>
  quiz.verdicts.flatMap((v) => (verdictKind(v).tallies ? v.outcomes.map((o) => o.id) : []));

export const rounded = (shares: Record<string, number>): Record<string, number> =>
  Object.fromEntries(Object.entries(shares).map(([key, share]) => [key, round9(share)]));
