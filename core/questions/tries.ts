/** What the kinds' answers to try have in common. */
import type { Accepted } from '../schema/quiz';
import { shuffled } from '../values/random';
import type { Answer } from '../values/answer';
import type { Test } from './kind';
import { acceptedOf } from '../text/fold';

/** Words that mean nothing, where any will do. */
export const FILLED = '…';
/** Words that nobody accepts. */
export const WRONG = '\u0001';

export const rightOrWrongAnswer = (right: Answer, wrong: Answer | null): Answer[] =>
  wrong === null ? [right] : [right, wrong];

/** The spelling that is worth most. */
export const bestAccepted = (accept: Accepted[] | undefined): string | undefined => {
  const list = (accept ?? []).map(acceptedOf);
  return (list.find((a) => a.credit === 1) ?? list[0])?.text;
};

/** The first spelling that is fully right, in words. */
export const rightSpelling = (accept: Accepted[] | undefined): string =>
  (accept ?? []).map(acceptedOf).find((a) => a.credit === 1)?.text ?? '';

/**
 * Each of the ids with ½, among those sets that are large and small enough: the size is drawn by how many sets of that size there are, then
 * the set among them.
 */
export function someOf(ids: string[], min: number, max: number, random: () => number): string[] {
  const sizes: number[] = [];
  let total = 0;
  let sets = 1;
  for (let size = 0; size <= ids.length; size++) {
    sizes.push(size >= min && size <= max ? sets : 0);
    total += sizes[size] ?? 0;
    sets = (sets * (ids.length - size)) / (size + 1);
  }
  let left = random() * total;
  const size = sizes.findIndex((n) => (left -= n) < 0);
  return shuffled(ids, random).slice(0, Math.max(min, size));
}

/** Answers that hold the words which tests look for: each, and all of them together. */
export function sought(tests: Test[]): string[] {
  const words = tests.flatMap((t) => ('contains' in t && t.contains ? [t.contains] : []));
  return words.length > 1 ? [...words, words.join(' ')] : words;
}
