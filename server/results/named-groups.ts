/** Groups of visitors who answer alike, by names of the creator's own. */
import type { BodyOf } from '../../contract';
import type { Membership } from '../../db/queries/members';
import { nameGroup } from '../../db/queries/named-groups';
import { oneRun } from '../../db/queries/runs';
import { requireEditor } from '../accounts/authorise';
import { getQuiz } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { notFound } from '../platform/http-error';

type Asked = 'PUT /api/quizzes/{quiz}/groups/{run}';

/** @param runId that stands for the group; an empty name takes it away @throws HttpError 404 */
export async function keepGroupName(
  member: Membership,
  quizId: string,
  runId: string,
  { name }: BodyOf<Asked>,
): Promise<void> {
  requireEditor(member);
  const { workspaceId } = await getQuiz(member, quizId);
  if (!(await oneRun(database(), workspaceId, quizId, runId))) throw notFound('This group');
  await nameGroup(database(), { workspaceId, quizId, runId, name: name.trim() });
}
