/** Filters of Findings that were given a name, for everybody who may look at the quiz. */
import type { AnswerOf, BodyOf } from '../../contract';
import { putView, removeView, viewsOf } from '../../db/queries/findings-views';
import type { Membership } from '../../db/queries/members';
import { requireEditor } from '../accounts/authorise';
import { getQuiz } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { HttpError } from '../platform/http-error';
import { conditionsIn } from './where';

const MOST = 100;
const LONGEST_NAME = 80;

export async function findingsViews(
  member: Membership,
  quizId: string,
): Promise<AnswerOf<'GET /api/quizzes/{quiz}/views'>> {
  const { workspaceId } = await getQuiz(member, quizId);
  return { views: await viewsOf(database(), workspaceId, quizId, MOST) };
}

/** Keeps a view under a name, in place of what was kept under it. @throws HttpError 400 */
export async function keepView(
  member: Membership,
  quizId: string,
  name: string,
  { where, against }: BodyOf<'PUT /api/quizzes/{quiz}/views/{view}'>,
): Promise<AnswerOf<'PUT /api/quizzes/{quiz}/views/{view}'>> {
  requireEditor(member);
  const { views } = await findingsViews(member, quizId);
  if (name.trim() === '' || name.length > LONGEST_NAME)
    throw new HttpError(400, 'not-valid', `A name has 1 to ${LONGEST_NAME} letters. Nothing was kept.`);
  if (views.length >= MOST && !views.some((view) => view.name === name))
    throw new HttpError(409, 'too-many', `More than ${MOST} cannot be kept. Nothing was kept.`);
  conditionsIn(where);
  if (against !== 'others') conditionsIn(against);
  await putView(database(), { workspaceId: member.workspaceId, quizId, name, where, against });
  return findingsViews(member, quizId);
}

export async function forgetView(
  member: Membership,
  quizId: string,
  name: string,
): Promise<AnswerOf<'DELETE /api/quizzes/{quiz}/views/{view}'>> {
  requireEditor(member);
  await getQuiz(member, quizId);
  await removeView(database(), member.workspaceId, quizId, name);
  return findingsViews(member, quizId);
}
