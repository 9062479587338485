import { type Membership, quizzesOf } from '../../db/queries/members';
import { bankIdOf, findQuiz, type QuizRow } from '../../db/queries/quizzes';
import { database } from '../platform/database';
import { notFound } from '../platform/http-error';

/** Refuses quizzes that somebody is not here for, as if they were not there. The question bank is everybody's. */
export async function requireWithin(member: Membership, quizId: string): Promise<void> {
  if (!member.isLimited || quizId === bankIdOf(member.workspaceId)) return;
  if (!(await quizzesOf(database(), member.workspaceId, member.userId)).has(quizId)) throw notFound('This quiz');
}

/** Those of a list of quizzes that somebody is here for. */
export async function within<T>(member: Membership, list: T[], idOf: (one: T) => string): Promise<T[]> {
  if (!member.isLimited) return list;
  const own = await quizzesOf(database(), member.workspaceId, member.userId);
  return list.filter((one) => own.has(idOf(one)));
}

/** A quiz of this workspace, or nothing at all. */
export async function getQuiz(member: Membership, quizId: string): Promise<QuizRow> {
  await requireWithin(member, quizId);
  const row = await findQuiz(database(), member.workspaceId, quizId);
  if (!row || row.deletedAt) throw notFound('This quiz');
  return row;
}
