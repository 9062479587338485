/** Two editions shown side by side: which of them does better, and whether that is more than chance. */
import { compareProportions } from './proportions';

export type VersionCounts = { edition: number; started: number; finished: number; contact: number };
export type Compared = {
  key: 'finished' | 'contact';
  /** Counts of those who started, of the one and the other. */
  counts: [number, number];
  of: [number, number];
  /** The second's share less the first's, with its 95 % interval; null where one of them was never started. */
  difference: { by: number; low: number; high: number; p: number } | null;
  /** The edition that does better by more than chance, at the 5 % that is usual; null where it may be chance. */
  better: number | null;
};

const USUAL = 0.05;

/** @param asksContact whether the quiz asks for an address at all */
export function compareVersions(one: VersionCounts, other: VersionCounts, asksContact: boolean): Compared[] {
  const keys = asksContact ? (['finished', 'contact'] as const) : (['finished'] as const);
  return keys.map((key) => {
    const found = compareProportions(other[key], other.started, one[key], one.started);
    const isMore = found !== null && found.p < USUAL;
    return {
      key,
      counts: [one[key], other[key]],
      of: [one.started, other.started],
      difference: found && { by: found.difference, low: found.low, high: found.high, p: found.p },
      better: isMore ? (found.difference > 0 ? other.edition : one.edition) : null,
    };
  });
}
