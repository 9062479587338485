/** z for 95 % of a normal distribution. */
const Z95 = 1.959963984540054;

/**
 * Wilson score interval, 95 % (E. B. Wilson, JASA 1927, eq. 1).
 * @returns bounds in 0..1; null where there were no trials
 */
export function wilson(successes: number, trials: number): { low: number; high: number } | null {
  if (trials === 0) return null;
  const p = successes / trials;
  const zz = Z95 ** 2;
  const middle = p + zz / (2 * trials);
  const half = Z95 * Math.sqrt((p * (1 - p)) / trials + zz / (4 * trials ** 2));
  const scale = 1 + zz / trials;
  return { low: Math.max(0, (middle - half) / scale), high: Math.min(1, (middle + half) / scale) };
}
