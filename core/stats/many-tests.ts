/** Looking at many things at once: p values corrected for it. */

export type Correction = 'Holm' | 'Benjamini–Hochberg';

/** Up to so many tests the chance of a single false finding is kept down; of more, the share of false ones among those found. */
const FEW = 20;
export const correctionFor = (tests: number): Correction => (tests <= FEW ? 'Holm' : 'Benjamini–Hochberg');

/**
 * By the step-down method of Holm (Scandinavian Journal of Statistics 1979), or the step-up method of Benjamini and Hochberg (Journal of the
 * Royal Statistical Society B 1995): below 0.05 is what is found at the level 0.05.
 * @returns corrected values in the order given
 */
export function corrected(ps: readonly number[], method: Correction = correctionFor(ps.length)): number[] {
  const m = ps.length;
  const order = ps.map((_, i) => i).sort((a, b) => (ps[a] ?? 0) - (ps[b] ?? 0));
  const result = ps.map(() => 1);
  let bound = method === 'Holm' ? 0 : 1;
  const take = (rank: number) => {
    const i = order[rank] ?? 0;
    const p = ps[i] ?? 1;
    bound = method === 'Holm' ? Math.max(bound, Math.min(1, p * (m - rank))) : Math.min(bound, (p * m) / (rank + 1));
    result[i] = bound;
  };
  if (method === 'Holm') for (let rank = 0; rank < m; rank++) take(rank);
  else for (let rank = m - 1; rank >= 0; rank--) take(rank);
  return result;
}
