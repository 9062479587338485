import type { Tray } from '../../contract/results';
import type { Tx } from '../../db/client';
import { composeLetter } from '../../core/flow/letter';
import { looksLikeEmail } from '../../core/flow/faults';
import { foldRun, type Run } from '../../core/flow/run';
import { rehearsedRun } from '../../core/rehearsal/sampled';
import {
  type DeliveryState,
  findLetter,
  insertLetter,
  letterCounts,
  newestLetters,
  setDelivery,
} from '../../db/queries/letters';
import type { Membership } from '../../db/queries/members';
import { finishedWithContact } from '../../db/queries/runs';
import { requireEditor } from '../accounts/authorise';
import { database } from '../platform/database';
import { quizOf } from '../publishing/editions';
import { newId } from '../platform/ids';
import { enqueueLetter } from '../platform/jobs';
import { notFound, HttpError } from '../platform/http-error';
import { getQuiz } from '../accounts/own-quiz';
import { takeOne } from '../platform/rates';

const TRAY = 60;

/**
 * The newest letters of a quiz, those in trouble first, each as it goes out. All of one moment: a letter that arrives meanwhile would stand there
 * as waiting, or twice, beside a count that says otherwise.
 */
export async function trayOf(member: Membership, quizId: string): Promise<Tray> {
  await getQuiz(member, quizId);
  return database().transaction((tx) => trayIn(tx, member.workspaceId, quizId), {
    isolationLevel: 'repeatable read',
    accessMode: 'read only',
  });
}

async function trayIn(tx: Tx, workspaceId: string, quizId: string): Promise<Tray> {
  const newest = (state: DeliveryState, most: number) => newestLetters(tx, workspaceId, quizId, state, most);
  const inTrouble = [...(await newest('failed', TRAY)), ...(await newest('waiting', TRAY))].slice(0, TRAY);
  const rows = [...inTrouble, ...(await newest('delivered', TRAY - inTrouble.length))];
  return {
    letters: rows.map((r) => ({
      id: r.letterId,
      recipient: r.recipient,
      subject: r.subject,
      body: r.body,
      writtenAt: r.writtenAt.toISOString(),
      state: r.state,
      tries: r.tries,
      trouble: r.trouble,
      changedAt: r.changedAt.toISOString(),
    })),
    counts: await letterCounts(tx, workspaceId, quizId),
  };
}

/** Queues a letter of a quiz that has not arrived once more, at once. */
export async function sendAgain(member: Membership, quizId: string, letterId: string, now = new Date()): Promise<void> {
  requireEditor(member);
  await database().transaction(async (tx) => {
    const letter = await findLetter(tx, member.workspaceId, letterId);
    if (letter?.quizId !== quizId) throw notFound('This letter');
    if (letter.state === 'delivered') throw new HttpError(409, 'delivered', 'This letter has arrived already.');
    await setDelivery(tx, member.workspaceId, letterId, {
      state: 'waiting',
      trouble: '',
      changedAt: now,
      tried: false,
    });
    await enqueueLetter(tx, { workspaceId: member.workspaceId, letterId });
  });
}

/** Sends the draft's letter to the creator, filled in for the last visitor who left an address, or a rehearsed one. */
export async function sendTest(
  member: Membership,
  quizId: string,
  messageId: string,
  to: string,
  now = new Date(),
): Promise<void> {
  requireEditor(member);
  if (!looksLikeEmail(to))
    throw new HttpError(422, 'not-an-email', 'This does not look like an e-mail address. Nothing was sent.');
  if (takeOne('tests', member.userId) > 0)
    throw new HttpError(429, 'too-fast', 'You sent ten tests within a few minutes. Wait a little; nothing was sent.');
  const { draft } = await getQuiz(member, quizId);
  const message = draft.messages.find((m) => m.id === messageId);
  if (!message) throw notFound('This letter');
  const composed = composeLetter(draft, await exampleRun(member, quizId), message);
  await database().transaction(async (tx) => {
    const letterId = newId('l');
    await insertLetter(tx, {
      workspaceId: member.workspaceId,
      letterId,
      quizId,
      runId: null,
      messageId,
      recipient: to,
      language: draft.language,
      writtenAt: now,
      subject: `Test: ${composed.subject}`,
      body: composed.body,
    });
    await enqueueLetter(tx, { workspaceId: member.workspaceId, letterId });
  });
}

/** A visitor to show letters with. */
export async function exampleRun(member: Membership, quizId: string): Promise<Run> {
  const row = await finishedWithContact(database(), member.workspaceId, quizId);
  if (row) return foldRun(await quizOf(row), row, row.events);
  return rehearsedRun((await getQuiz(member, quizId)).draft, 1);
}
