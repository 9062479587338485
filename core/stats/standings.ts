/** How one run stands among all who finished. */
import { insertsIn } from '../text/rich';
import { textsOfLetter } from '../document/letters';
import type { Result } from '../flow/result';
import type { Quiz, RichText } from '../schema/quiz';
import { isObject } from '../values/unknown';
import { hundredthOf } from './counts';

/** Fewer visitors say nothing of where one stands, and something of each of them. */
const LEAST = 30;

/**
 * @param at how many who finished lie in each hundredth of a scale
 * @returns than how many of a hundred this run came further, rounded down; null of too few
 */
export function standingAmong(percent: number | null | undefined, at: ReadonlyMap<number, number>): number | null {
  if (percent === null || percent === undefined) return null;
  const own = hundredthOf(percent);
  let [all, lower] = [0, 0];
  for (const [hundredth, count] of at) {
    all += count;
    if (hundredth < own) lower += count;
  }
  return all < LEAST ? null : Math.floor((100 * lower) / all);
}

/** The percentage of a run on a scale, or in marks. */
export const percentOn = ({ marks, scales }: Result, of: string): number | null =>
  (of === 'marks' ? marks.percent : scales[of]?.percent) ?? null;

const known = new WeakMap<Quiz, string[]>();

/** The scales on which a quiz tells anybody how they stand: by a block, or within a text. */
export function standingsToldIn(quiz: Quiz): string[] {
  const before = known.get(quiz);
  if (before) return before;
  const told = new Set<string>();
  for (const block of quiz.pages.flatMap((page) => page.blocks)) if (block.kind === 'standing') told.add(block.of);
  const letters = quiz.messages.flatMap(textsOfLetter);
  for (const text of [...textsIn(quiz.pages), ...textsIn(quiz.verdicts), ...letters])
    for (const { value, ref } of insertsIn(text)) if (value === 'standing') told.add(ref ?? 'marks');
  const list = [...told];
  known.set(quiz, list);
  return list;
}

/** Every rich text within a part of a document, however deep; documents are bound in depth. */
function* textsIn(part: unknown): Generator<RichText> {
  if (Array.isArray(part)) {
    for (const one of part) yield* textsIn(one);
    return;
  }
  if (!isObject(part)) return;
  // A rich text is told by its type, as its schema has it.
  if (part['type'] === 'doc') yield part as Exclude<RichText, string>;
  else for (const one of Object.values(part)) yield* textsIn(one);
}
