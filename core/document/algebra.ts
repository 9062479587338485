/** The algebra of edits: what several of them come to, for whoever has made some that are not on disk yet. */
import type { Edit, EditRefusal, Op, SentEdit } from '../schema/edit';
import { applyEdit, same } from './edits';
import type { Quiz } from '../schema/quiz';

/**
 * Two edits as the one they come to; null where they cannot be merged. Only settings of one field can, one after the other. The inverse of
 * what is merged is `merge(inverse of second, inverse of first)`.
 */
export function merge(first: Edit, second: Edit): Edit | null {
  const [a, b] = [first.ops[0], second.ops[0]];
  if (first.ops.length !== 1 || second.ops.length !== 1 || a?.op !== 'set' || b?.op !== 'set') return null;
  if (!same(a.at, b.at) || !same(a.field, b.field) || !same(a.to, b.was)) return null;
  const op: Op = { op: 'set', at: a.at, field: a.field };
  if ('was' in a) op.was = a.was;
  if (b.to !== undefined) op.to = b.to;
  return { name: second.name, ops: [op] };
}

/** The same edit, to be made whatever stands there now. */
export const withoutGuard = (edit: Edit): Edit => ({
  ...edit,
  ops: edit.ops.map((op) =>
    op.op === 'set' ? { op: op.op, at: op.at, field: op.field, ...(op.to === undefined ? {} : { to: op.to }) } : op,
  ),
});

/**
 * Puts edits on top of a document, in order. One that does not fit is left out, and told; those behind it are tried all the same.
 * @param pending made on an older state of the document
 */
export function rebase(
  confirmed: Quiz,
  pending: readonly SentEdit[],
): { quiz: Quiz; refused: { id: string; refusal: EditRefusal }[] } {
  let quiz = confirmed;
  const refused: { id: string; refusal: EditRefusal }[] = [];
  for (const { id, edit } of pending) {
    const applied = applyEdit(quiz, edit);
    if ('quiz' in applied) quiz = applied.quiz;
    else refused.push({ id, refusal: applied.refused });
  }
  return { quiz, refused };
}
