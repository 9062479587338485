import type { EarlierState } from '../../contract/editing';
import type { Quiz } from '../../core/schema/quiz';
import type { Membership } from '../../db/queries/members';
import { findState, statesOf } from '../../db/queries/quizzes';
import { database } from '../platform/database';
import { notFound } from '../platform/http-error';
import { getQuiz } from '../accounts/own-quiz';

const MOST = 200;

/** The states of a draft that can be looked at, newest first. */
export async function listStates(member: Membership, quizId: string): Promise<EarlierState[]> {
  await getQuiz(member, quizId);
  const rows = await statesOf(database(), member.workspaceId, quizId, MOST);
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
}

export async function draftAt(member: Membership, quizId: string, revision: number): Promise<Quiz> {
  await getQuiz(member, quizId);
  const document = await findState(database(), member.workspaceId, quizId, revision);
  if (!document) throw notFound('This state');
  return document;
}
