/** How visitors spread, as bars. */
const MOST_BARS = 48;

/** Values put together so that the ruler stays readable: each bar covers the same stretch. */
export function barsOf(histogram: [number, number][]): { from: number; to: number; share: number }[] {
  const [lowest] = histogram[0] ?? [0];
  const [highest] = histogram.at(-1) ?? [0];
  const whole = histogram.every(([value]) => Number.isInteger(value));
  const width =
    Math.max(whole ? 1 : 0, whole ? Math.ceil((highest - lowest + 1) / MOST_BARS) : (highest - lowest) / 24) || 1;
  const count = Math.floor((highest - lowest) / width) + 1;
  const bars = Array.from({ length: count }, (_, i) => ({
    from: lowest + i * width,
    to: lowest + (i + 1) * width - (whole ? 1 : 0),
    share: 0,
  }));
  for (const [value, share] of histogram) {
    const bar = bars[Math.min(count - 1, Math.floor((value - lowest) / width + 1e-9))];
    if (bar) bar.share += share;
  }
  return bars;
}
