/** Sums, percentages and shares are rounded to 9 decimals before any comparison, so that 0.1 + 0.2 reaches 0.3. */
const { round } = Math;
export const round9 = (x: number): number => {
  const rounded = round(x * 1e9) / 1e9;
  // 0 rather than −0, which would be another number to whoever compares bits.
  return rounded === 0 ? 0 : rounded;
};

/** part / whole × 100, null where the whole is 0. */
export const percentOf = (part: number, whole: number): number | null =>
  whole === 0 ? null : round9((part / whole) * 100);
