import { followBank } from '../../core/document/bank';
import { applyEdit } from '../../core/document/edits';
import type { Quiz } from '../../core/schema/quiz';
import type { Tx } from '../../db/client';
import type { Membership } from '../../db/queries/members';
import { insertEdit, lockQuiz, quizzesWithLinks, updateQuiz } from '../../db/queries/quizzes';
import { newId } from '../platform/ids';

/** Brings all quizzes of the workspace up to date with a bank that has changed, in the transaction that changes it. */
export async function followAll(tx: Tx, member: Membership, before: Quiz, after: Quiz, now: Date): Promise<void> {
  // Lock quizzes in one order to avoid deadlocks.
  for (const { quizId } of await quizzesWithLinks(tx, member.workspaceId)) {
    const row = await lockQuiz(tx, member.workspaceId, quizId);
    const edit = row ? followBank(row.draft, before, after) : null;
    if (!row || !edit) continue;
    const done = applyEdit(row.draft, edit);
    if (!('quiz' in done)) continue;
    const revision = row.revision + 1;
    const { workspaceId } = member;
    await insertEdit(tx, { workspaceId, quizId, revision, editId: newId('bank', 16), edit, by: member.name });
    await updateQuiz(tx, workspaceId, quizId, { draft: done.quiz, revision, changedAt: now, changedBy: member.name });
  }
}
