import type { Accepted, Folding } from '../quiz/schema';

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
 * touched once only (optimal string alignment, the restricted form of Damerau 1964 and Levenshtein 1966).
 */
export function slipsBetween(a: string, b: string): number {
  const [s, t] = [[...a], [...b]];
  let twoAbove: number[] = [];
  let above = Array.from({ length: t.length + 1 }, (_, j) => j);
  for (let i = 1; i <= s.length; i++) {
    const row = [i];
    for (let j = 1; j <= t.length; j++) {
      const cost = s[i - 1] === t[j - 1] ? 0 : 1;
      let best = Math.min((above[j] as number) + 1, (row[j - 1] as number) + 1, (above[j - 1] as number) + cost);
      if (i > 1 && j > 1 && s[i - 1] === t[j - 2] && s[i - 2] === t[j - 1])
        best = Math.min(best, (twoAbove[j - 2] as number) + 1);
      row.push(best);
    }
    twoAbove = above;
    above = row;
  }
  return above[t.length] as number;
}

/** The words of an accepted spelling, and what it is worth. */
export const acceptedOf = (accepted: Accepted): { text: string; credit: number } =>
  typeof accepted === 'string' ? { text: accepted, credit: 1 } : { text: accepted.text, credit: accepted.credit ?? 1 };

/** The best credit among the spellings that a typed answer equals; null where it equals none. */
export function matchAccepted(given: string, accept: readonly Accepted[], how: Folding = {}): number | null {
  const folded = fold(given, how);
  let best: number | null = null;
  for (const one of accept) {
    const { text, credit } = acceptedOf(one);
    if (best !== null && credit <= best) continue;
    const wanted = fold(text, how);
    const equal =
      folded === wanted || (how.slips !== undefined && how.slips > 0 && slipsBetween(folded, wanted) <= how.slips);
    if (equal) best = credit;
  }
  return best;
}
