import type { BodyOf } from '../../contract';
import { updateQuiz } from '../../db/queries/quizzes';
import type { Membership } from '../../db/queries/members';
import { requireEditor } from '../accounts/authorise';
import { getQuiz } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { setShut } from '../publishing/access';

/** How a quiz stands in the list of its workspace. @throws HttpError 404 */
export async function setShelf(
  member: Membership,
  quizId: string,
  { label, isArchived, isShut }: BodyOf<'PUT /api/quizzes/{quiz}/shelf'>,
): Promise<{ kept: boolean }> {
  requireEditor(member);
  await getQuiz(member, quizId);
  if (isShut !== undefined) await setShut(member, quizId, isShut);
  const set = {
    ...(label === undefined ? {} : { label: label.trim() }),
    ...(isArchived === undefined ? {} : { isArchived }),
  };
  if (Object.keys(set).length > 0)
    await database().transaction((tx) => updateQuiz(tx, member.workspaceId, quizId, set));
  return { kept: true };
}
