/** Two groups of runs laid beside each other: what differs, and whether that is more than chance. */
import { type Correction, corrected, correctionFor } from './many-tests';
import { LEVEL } from './patterns';
import { compareProportions } from './proportions';

/** So many of a whole, of one group. @property of what the whole is, in words */
export type Part = { id: string; name: string; of: string; count: number; whole: number };
/** @property difference the second's share less the first's, with its 95 % interval; null where one of them is empty */
export type ComparedPart = Pick<Part, 'id' | 'name' | 'of'> & {
  counts: [number, number];
  wholes: [number, number];
  difference: { by: number; low: number; high: number; p: number; isMore: boolean } | null;
};
export type ComparedGroups = { method: Correction; tests: number; parts: ComparedPart[] };

/** What both groups have a share of, in the order of the first. The p values are corrected for looking at so many. */
export function compareGroups(one: readonly Part[], other: readonly Part[]): ComparedGroups {
  const byId = new Map(other.map((part) => [part.id, part]));
  const pairs = one.flatMap((a): { a: Part; b: Part }[] => {
    const b = byId.get(a.id);
    return b ? [{ a, b }] : [];
  });
  const found = pairs.map(({ a, b }) => compareProportions(b.count, b.whole, a.count, a.whole));
  const ps = corrected(found.flatMap((one) => (one ? [one.p] : [])));
  const tests = ps.length;
  return {
    ...{ tests, method: correctionFor(tests) },
    parts: pairs.map(({ a, b }, i) => {
      const difference = found[i];
      const p = difference ? (ps.shift() ?? 1) : 1;
      return {
        ...{ id: a.id, name: a.name, of: a.of, counts: [a.count, b.count], wholes: [a.whole, b.whole] },
        difference: difference
          ? { by: difference.difference, low: difference.low, high: difference.high, p, isMore: p < LEVEL }
          : null,
      };
    }),
  };
}
