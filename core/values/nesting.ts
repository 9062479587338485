/** Bounds on markup of others, before anything reads it by calling itself. */

/** Where elements stand inside each other more deeply than `most`, as their brackets say; null where nowhere. */
export function tooDeepAt(markup: string, most: number): number | null {
  let depth = 0;
  for (const { 1: end, 2: own, index } of markup.matchAll(/<(\/?)[A-Za-z][^<>]*?(\/?)>/g)) {
    if (end) depth -= 1;
    else if (!own && (depth += 1) > most) return index;
  }
  return null;
}
