import type { Membership } from '../../db/queries/members';
import { othersPresent, putPresence } from '../../db/queries/presences';
import { getQuiz } from '../accounts/own-quiz';
import { database } from '../platform/database';

/** How long somebody counts as here after their browser said so last. Milliseconds: browsers say so every eight seconds. */
const FRESH = 20_000;

/** Says where in a quiz somebody is. @returns who else is in it. @throws HttpError 404 */
export async function sayPresent(
  member: Membership,
  quizId: string,
  block: string,
  now = new Date(),
): Promise<{ others: { name: string; block: string }[] }> {
  const { workspaceId, userId } = member;
  await getQuiz(member, quizId);
  await putPresence(database(), { workspaceId, quizId, userId, block, seenAt: now });
  return { others: await othersPresent(database(), workspaceId, quizId, userId, new Date(now.getTime() - FRESH)) };
}
