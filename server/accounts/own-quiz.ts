import type { Membership } from '../../db/queries/members';
import { findQuiz, type QuizRow } from '../../db/queries/quizzes';
import { database } from '../platform/database';
import { notFound } from '../platform/http-error';

/** A quiz of this workspace, or nothing at all. */
export async function getQuiz(member: Membership, quizId: string): Promise<QuizRow> {
  const row = await findQuiz(database(), member.workspaceId, quizId);
  if (!row || row.deletedAt) throw notFound('This quiz');
  return row;
}
