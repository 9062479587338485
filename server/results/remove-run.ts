/** A run that is taken away: one's own test, or somebody who asks for it. */
import { turnBits } from '../../db/queries/figure-bits';
import { addFigures } from '../../db/queries/figures';
import type { Membership } from '../../db/queries/members';
import { lockRuns } from '../../db/queries/reviews';
import { wipeContacts, wipeRuns } from '../../db/queries/wipe';
import { requireEditor } from '../accounts/authorise';
import { getQuiz } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { notFound } from '../platform/http-error';
import { countedFor, turnsOf } from './wipe';

/** Takes a run away with its answers, files and letters, and whoever left an address in no other; the figures are as if it had never been. */
export async function removeRun(member: Membership, quizId: string, runId: string): Promise<object> {
  requireEditor(member);
  await getQuiz(member, quizId);
  const { workspaceId } = member;
  await database().transaction(async (tx) => {
    const [run] = await lockRuns(tx, workspaceId, quizId, [runId]);
    if (!run) throw notFound('This run');
    await addFigures(
      tx,
      workspaceId,
      quizId,
      countedFor(run).map((one) => ({ ...one, by: -1 })),
    );
    await turnBits(tx, workspaceId, quizId, turnsOf(run));
    await wipeContacts(tx, workspaceId, [runId], []);
    await wipeRuns(tx, workspaceId, [runId]);
  });
  return {};
}
