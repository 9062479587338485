import type { Membership } from '../../db/queries/members';
import { bankIdOf, lockQuiz, updateQuiz } from '../../db/queries/quizzes';
import { countHeldBack, finishedAfter, runById } from '../../db/queries/runs';
import { requireEditor } from '../accounts/authorise';
import { database } from '../platform/database';
import { runOf } from '../publishing/editions';
import { heldUntil } from '../publishing/embargo';
import { enqueueRelease } from '../platform/jobs';
import { writeToVisitor } from '../letters/write-letters';
import { isReached, whatWasLeft } from '../visitor/keep-contact';
import { notFound } from '../platform/http-error';

/** How many results of a quiz wait to be released. */
export const waitingResults = (member: Membership, quizId: string, now = new Date()): Promise<number> =>
  countHeldBack(database(), member.workspaceId, quizId, now);

/**
 * Releases the results of all runs that have finished: their visitors see them, and the letters about them are written by a job.
 * @returns how many were kept back
 */
export async function releaseResults(member: Membership, quizId: string, now = new Date()): Promise<number> {
  requireEditor(member);
  const { workspaceId } = member;
  return database().transaction(async (tx) => {
    const row = await lockQuiz(tx, workspaceId, quizId);
    if (!row || row.deletedAt || quizId === bankIdOf(workspaceId)) throw notFound('This quiz');
    const waiting = await countHeldBack(tx, workspaceId, quizId, now);
    await updateQuiz(tx, workspaceId, quizId, { releasedAt: now });
    if (waiting > 0) await enqueueRelease(tx, { workspaceId, quizId });
    return waiting;
  });
}

const BATCH = 200;

/** The letters of one run, or of all finished runs of a quiz, as far as their results are no longer kept back. Done twice, it writes nothing new. */
export async function writeReleased(
  { workspaceId, quizId, runId }: { workspaceId: string; quizId: string; runId?: string },
  now = new Date(),
): Promise<void> {
  if (runId !== undefined) return writeLettersOf(workspaceId, runId, now);
  for (let after = ''; ;) {
    const batch = await finishedAfter(database(), workspaceId, quizId, after, BATCH);
    for (const run of batch) await writeLettersOf(workspaceId, run.runId, now);
    const last = batch.at(-1);
    if (!last || batch.length < BATCH) return;
    after = last.runId;
  }
}

/** The letters of one run to its visitor, as far as nothing holds them back. Of one that goes on: those to who does not finish. */
export async function writeLettersOf(workspaceId: string, runId: string, now: Date): Promise<void> {
  const row = await runById(database(), workspaceId, runId);
  if (!row) return;
  const { quiz, run } = await runOf(row);
  const left = whatWasLeft(quiz, run, now);
  if (!left?.mayWrite) return;
  await database().transaction(async (tx) => {
    if (!(await isReached(tx, workspaceId, left))) return;
    if (!run.finished || (await heldUntil(tx, quiz, row, { run, now })) === null)
      await writeToVisitor(tx, quiz, row, run, { to: left.email, now });
  });
}
