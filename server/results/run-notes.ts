/** What colleagues note to themselves about one run; its visitor never sees it. */
import type { BodyOf } from '../../contract';
import type { Membership } from '../../db/queries/members';
import { putNote } from '../../db/queries/run-notes';
import { oneRun } from '../../db/queries/runs';
import { requireEditor } from '../accounts/authorise';
import { getQuiz } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { notFound } from '../platform/http-error';

/** @throws HttpError 404 */
export async function keepNote(
  member: Membership,
  quizId: string,
  runId: string,
  { words }: BodyOf<'PUT /api/quizzes/{quiz}/people/{run}/note'>,
  now = new Date(),
): Promise<void> {
  requireEditor(member);
  const { workspaceId } = await getQuiz(member, quizId);
  if (!(await oneRun(database(), workspaceId, quizId, runId))) throw notFound('This run');
  await putNote(database(), { workspaceId, runId, words: words.trim(), by: member.name, at: now });
}
