/** Looks that a workspace keeps: worn by many quizzes, and changed in one place. */
import { type Edit, same } from '../document/edits';
import { without } from '../document/lookup';
import type { Quiz } from '../schema/quiz';

type Look = Quiz['look'];

/** Whether a look is as it is kept; one that has gone its own way is not. */
export const isAsKept = (look: Look, kept: Look): boolean => same(without(look, 'kept'), without(kept, 'kept'));

/** Puts a kept look on a quiz; null where it wears it as it is. */
export function wearKept({ look }: Pick<Quiz, 'look'>, id: string, kept: Look): Edit | null {
  const to = { ...without(kept, 'kept'), kept: id };
  return same(look, to) ? null : { name: 'wear-look', ops: [{ op: 'set', at: [], field: ['look'], was: look, to }] };
}

/**
 * Brings a quiz up to date with a look that has changed.
 * @returns null where it does not wear it, or has gone its own way
 */
export const followLook = (quiz: Pick<Quiz, 'look'>, id: string, before: Look, after: Look): Edit | null =>
  quiz.look.kept === id && isAsKept(quiz.look, before) ? wearKept(quiz, id, after) : null;
