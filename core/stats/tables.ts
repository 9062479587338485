import { chiSquareTail } from './tails';

export type Association = { cramersV: number | null; chi2: number | null; p: number | null };

/**
 * Pearson's chi-square of a table of counts, with its p, and Cramér's V = √(χ² / (N × (min(rows, columns) − 1))) (Pearson 1900; Cramér 1946,
 * section 21.9). Empty rows and columns are dropped; a table with fewer than two of either left says nothing.
 */
export function associationOf(table: number[][]): Association {
  const rows = table.filter((row) => row.some((n) => n > 0));
  const used = (rows[0] ?? []).map((_, c) => rows.some((row) => (row[c] ?? 0) > 0));
  const counts = rows.map((row) => row.filter((_, c) => used[c]));
  const width = counts[0]?.length ?? 0;
  if (counts.length < 2 || width < 2) return { cramersV: null, chi2: null, p: null };
  const rowSums = counts.map((row) => row.reduce((a, b) => a + b, 0));
  const columnSums = Array.from({ length: width }, (_, c) => counts.reduce((sum, row) => sum + (row[c] ?? 0), 0));
  const n = rowSums.reduce((a, b) => a + b, 0);
  let chi2 = 0;
  counts.forEach((row, r) =>
    row.forEach((count, c) => {
      const expected = ((rowSums[r] ?? 0) * (columnSums[c] ?? 0)) / n;
      chi2 += (count - expected) ** 2 / expected;
    }),
  );
  const df = (counts.length - 1) * (width - 1);
  return {
    cramersV: Math.sqrt(chi2 / (n * (Math.min(counts.length, width) - 1))),
    chi2,
    p: chiSquareTail(chi2, df),
  };
}

/**
 * Fisher's exact test of a 2 × 2 table, two-sided: the probability of all tables with these margins that are no likelier than this one
 * (Fisher 1935; the two-sided rule as in Agresti, Categorical Data Analysis, 3.5.3).
 * @param a successes of the first group, b its failures, c and d those of the second
 */
export function fisherExact(a: number, b: number, c: number, d: number): number {
  const lnFactorials = [0];
  const ln = (n: number) => lnFactorials[n] ?? NaN;
  for (let i = 1; i <= a + b + c + d; i++) lnFactorials.push(ln(i - 1) + Math.log(i));
  const margins = ln(a + b) + ln(c + d) + ln(a + c) + ln(b + d) - ln(a + b + c + d);
  const probability = (x: number) => Math.exp(margins - ln(x) - ln(a + b - x) - ln(a + c - x) - ln(d - a + x));
  const own = probability(a);
  let p = 0;
  for (let x = Math.max(0, a - d); x <= Math.min(a + b, a + c); x++) {
    const one = probability(x);
    if (one <= own * (1 + 1e-7)) p += one;
  }
  return Math.min(1, p);
}
