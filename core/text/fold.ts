import type { Accepted, Folding } from '../schema/quiz';

/**
 * Folding of typed answers, so that a capital letter or a stray space is nobody's mistake: Unicode NFKC, lower case, runs of white space as
 * one, ends trimmed, curly quotes as straight ones. Low quotes, ß and final sigma stay as they are.
 * @param how accents and punctuation are left out where it says so
 */
export function fold(text: string, how: Folding = {}): string {
  let folded = text
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[\u2018\u2019\u201b\u2032]/g, "'")
    .replace(/[\u201c\u201d\u201f\u2033]/g, '"');
  if (how.accents)
    folded = folded
      .normalize('NFD')
      .replace(/\p{Mn}/gu, '')
      .normalize('NFC');
  if (how.punctuation) folded = folded.replace(/\p{P}/gu, '');
  return folded.replace(/\s+/gu, ' ').trim();
}

/**
 * Typing slips between two words: inserted, left out, exchanged letters and two neighbours swapped count as one each, a swapped pair being
 * touched once only (optimal string alignment, the restricted form of Damerau 1964 and Levenshtein 1966). Only the band of the table that can
 * hold at most `most` slips is worked out (Ukkonen, Information and Control 1985), so that the work grows with the length and not its square.
 * @returns the number of slips; `most + 1` where there are more than `most`
 */
export function slipsBetween(a: string, b: string, most = 5): number {
  const [s, t] = [[...a], [...b]];
  const tooMany = most + 1;
  if (Math.abs(s.length - t.length) > most) return tooMany;
  // A row holds the places j from i − most to i + most: place j of row i is its (j − i + most + 1)th, between two that are always too many.
  const width = 2 * most + 1;
  const empty = () => new Int32Array(width + 2).fill(tooMany);
  // Every place asked for lies within the band.
  const at = (row: Int32Array, k: number): number => row[k] as number;
  let twoAbove = empty();
  let above = empty();
  for (let j = 0; j <= most; j++) above[j + most + 1] = j;
  let row = empty();
  let leastAbove = 0;
  for (let i = 1; i <= s.length; i++) {
    row.fill(tooMany);
    let least = tooMany;
    const last = Math.min(width, t.length - i + most + 1);
    for (let k = Math.max(1, most + 1 - i); k <= last; k++) {
      const j = k - 1 + i - most;
      const leftOut = at(above, k + 1) + 1;
      const putIn = at(row, k - 1) + 1;
      const exchanged = at(above, k) + (s[i - 1] === t[j - 1] ? 0 : 1);
      let best = tooMany;
      if (leftOut < best) best = leftOut;
      if (j > 0 && putIn < best) best = putIn;
      if (j > 0 && exchanged < best) best = exchanged;
      const isSwap = i > 1 && j > 1 && s[i - 1] === t[j - 2] && s[i - 2] === t[j - 1];
      if (isSwap && at(twoAbove, k) + 1 < best) best = at(twoAbove, k) + 1;
      row[k] = best;
      if (best < least) least = best;
    }
    // A swap can still reach back over one row that is full of slips.
    if (least > most && leastAbove > most) return tooMany;
    leastAbove = least;
    [twoAbove, above, row] = [above, row, twoAbove];
  }
  return at(above, t.length - s.length + most + 1);
}

/** The words of an accepted spelling, and what it is worth. */
export const acceptedOf = (accepted: Accepted): { text: string; credit: number } =>
  typeof accepted === 'string' ? { text: accepted, credit: 1 } : { text: accepted.text, credit: accepted.credit ?? 1 };

type Spelling = { folded: string; credit: number };
/** The spellings of a question, folded once and not for each answer. The list belongs to a document, which never changes. */
const spellings = new WeakMap<readonly Accepted[], Map<string, Spelling[]>>();

function foldedSpellings(accept: readonly Accepted[], how: Folding): Spelling[] {
  const known = spellings.get(accept) ?? new Map<string, Spelling[]>();
  spellings.set(accept, known);
  const key = `${how.accents === true} ${how.punctuation === true}`;
  const made =
    known.get(key) ?? accept.map(acceptedOf).map(({ text, credit }): Spelling => ({ folded: fold(text, how), credit }));
  known.set(key, made);
  return made;
}

/** The best credit among the spellings that a typed answer equals; null where it equals none. */
export function matchAccepted(given: string, accept: readonly Accepted[], how: Folding = {}): number | null {
  const folded = fold(given, how);
  const slips = how.slips ?? 0;
  let best: number | null = null;
  for (const { folded: wanted, credit } of foldedSpellings(accept, how)) {
    if (best !== null && credit <= best) continue;
    if (folded === wanted || (slips > 0 && slipsBetween(folded, wanted, slips) <= slips)) best = credit;
  }
  return best;
}
