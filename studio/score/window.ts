/** Which rows of a long list are in view. Pure: heights in, places out. All lengths in px. */
export type Heights = { /** top of each row, ascending, and behind the last one the whole height */ tops: number[] };

export function stacked(heights: number[]): Heights {
  const tops = [0];
  for (const height of heights) tops.push((tops.at(-1) ?? 0) + height);
  return { tops };
}

/** The row at a height: the last one that begins there or above. */
export function rowAt({ tops }: Heights, y: number): number {
  let low = 0;
  let high = tops.length - 2;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((tops[middle] ?? 0) <= y) low = middle;
    else high = middle - 1;
  }
  return Math.max(0, low);
}

/** First and last row to draw, with some to spare on both sides, and the space that those before and behind them take. */
export function windowOf(
  heights: Heights,
  view: { top: number; height: number },
  spare: number,
): { first: number; last: number; above: number; below: number } {
  const { tops } = heights;
  const rows = tops.length - 1;
  if (rows === 0) return { first: 0, last: -1, above: 0, below: 0 };
  const first = rowAt(heights, view.top - spare);
  const last = rowAt(heights, view.top + view.height + spare);
  return { first, last, above: tops[first] ?? 0, below: (tops[rows] ?? 0) - (tops[last + 1] ?? 0) };
}

/** Where to scroll so that a row is in view; null where it is already. */
export function scrollTo({ tops }: Heights, row: number, view: { top: number; height: number }): number | null {
  const [top, bottom] = [tops[row] ?? 0, tops[row + 1] ?? 0];
  if (top < view.top) return top;
  return bottom > view.top + view.height ? bottom - view.height : null;
}
