/** Trying a quiz, live or not, so that it counts nowhere: for its makers, and for a colleague with a link. */
import { deleteTrials, draftEdition, insertEdition } from '../../db/queries/editions';
import { quizAt } from '../../db/queries/places';
import { findQuiz } from '../../db/queries/quizzes';
import type { Tx } from '../../db/client';
import type { Membership } from '../../db/queries/members';
import { deleteTrialRuns } from '../../db/queries/runs';
import { requireEditor } from '../accounts/authorise';
import { getQuiz } from '../accounts/own-quiz';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { editionOf, type LiveEdition, liveQuiz } from './editions';
import { readTrialKey, type TrialOf, trialKey } from './keys';

const DAY = 86_400_000;
const GOOD_FOR = 7 * DAY;

/** A link to try a quiz by, good for a week. */
export async function makeTrial(
  member: Membership,
  quizId: string,
  of: TrialOf,
  now = new Date(),
): Promise<{ link: string; key: string; until: string }> {
  const { address } = await getQuiz(member, quizId);
  const until = now.getTime() + GOOD_FOR;
  const key = trialKey(quizId, of, until);
  return { key, link: `${readConfig().publicUrl}/q/${address}?try=${key}`, until: new Date(until).toISOString() };
}

/**
 * What somebody gets who tries a quiz: it is open to them, whoever may take it and when.
 * @returns null where the key is good for nothing
 */
export async function trialAt(address: string, key: string, now = new Date()): Promise<LiveEdition | null> {
  const at = await quizAt(database(), address);
  const of = at && readTrialKey(at.quizId, key, now);
  if (!of) return null;
  if (of === 'live') return { ...(await liveQuiz(address)), access: OPEN };
  const { workspaceId, quizId } = at;
  const row = await findQuiz(database(), workspaceId, quizId);
  if (!row || row.deletedAt) return null;
  // A run needs a document that never changes, so that each state of the draft that was tried is kept like an edition.
  const edition = draftEdition(row.revision);
  const state = { workspaceId, quizId, edition, document: row.draft, publishedAt: now, publishedBy: '' };
  if (await insertEdition(database(), state))
    await database().transaction((tx) => forget(tx, row, new Date(now.getTime() - GOOD_FOR), edition));
  return { workspaceId, quizId, edition, quiz: await editionOf(workspaceId, quizId, edition), access: OPEN };
}
const OPEN = { settings: {}, passcode: null, finished: 0 };

/** Takes all trials of a quiz away, with the states of the draft that were kept for them. */
export async function removeTrials(member: Membership, quizId: string): Promise<{ removed: number }> {
  requireEditor(member);
  await getQuiz(member, quizId);
  const removed = await database().transaction((tx) => forget(tx, { ...member, quizId }, new Date()));
  return { removed };
}

type OfQuiz = { workspaceId: string; quizId: string };
/** Takes away trials that have stood still since `until`, and the states of the draft that nobody is in any more. @returns how many trials */
async function forget(tx: Tx, { workspaceId, quizId }: OfQuiz, until: Date, but?: number): Promise<number> {
  const removed = await deleteTrialRuns(tx, workspaceId, quizId, until);
  await deleteTrials(tx, workspaceId, quizId, but);
  return removed;
}
