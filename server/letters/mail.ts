/** The tray: letters of a quiz and what became of them. */
import type { AnswerOf, QueryOf } from '../../contract';
import type { Tray } from '../../contract/letters';
import type { Tx } from '../../db/client';
import { looksLikeEmail } from '../../core/flow/contact-formats';
import {
  failedToWaiting,
  findLetter,
  insertLetter,
  letterCounts,
  type LetterRow,
  lettersOf,
  setDelivery,
} from '../../db/queries/letters';
import type { Membership } from '../../db/queries/members';
import { requireEditor } from '../accounts/authorise';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { enqueueLetter } from '../platform/jobs';
import { notFound, HttpError } from '../platform/http-error';
import { getQuiz } from '../accounts/own-quiz';
import { takeOne } from '../platform/rates';
import { rfc822 } from '../platform/smtp';
import { testOf } from './arrives';
import { outgoing } from './send-letters';

const PAGE = 60;

type Wanted = QueryOf<'GET /api/quizzes/{quiz}/letters'>;

/** All of one moment: a letter that arrives meanwhile would stand there as waiting, or twice, beside a count that says otherwise. */
export async function trayOf(member: Membership, quizId: string, wanted: Wanted = {}): Promise<Tray> {
  await getQuiz(member, quizId);
  return database().transaction((tx) => trayIn(tx, member.workspaceId, quizId, wanted), {
    isolationLevel: 'repeatable read',
    accessMode: 'read only',
  });
}

async function trayIn(
  tx: Tx,
  workspaceId: string,
  quizId: string,
  { state, search, before, letter }: Wanted,
): Promise<Tray> {
  const after =
    before === undefined || letter === undefined ? undefined : { writtenAt: new Date(before), letterId: letter };
  const rows = await lettersOf(tx, workspaceId, quizId, { state, search: search?.trim(), after, most: PAGE + 1 });
  const shown = rows.slice(0, PAGE);
  const last = rows.length > PAGE ? shown.at(-1) : undefined;
  return {
    letters: shown.map((r) => ({
      id: r.letterId,
      recipient: r.recipient,
      subject: r.subject,
      writtenAt: r.writtenAt.toISOString(),
      ...(r.dueAt ? { dueAt: r.dueAt.toISOString() } : {}),
      state: r.state,
      tries: r.tries,
      trouble: r.trouble,
      changedAt: r.changedAt.toISOString(),
    })),
    counts: await letterCounts(tx, workspaceId, quizId),
    next: last ? { before: last.writtenAt.toISOString(), letter: last.letterId } : null,
  };
}

/** Queues a letter of a quiz that has not arrived once more, at once. */
export async function sendAgain(member: Membership, quizId: string, letterId: string, now = new Date()): Promise<void> {
  requireEditor(member);
  await database().transaction(async (tx) => {
    const letter = await findLetter(tx, member.workspaceId, letterId);
    if (letter?.quizId !== quizId) throw notFound('This letter');
    if (letter.state === 'delivered') throw new HttpError(409, 'delivered', 'This letter has arrived already.');
    if (letter.state === 'unsubscribed')
      throw new HttpError(409, 'unsubscribed', 'They want no more letters. Nothing was sent.');
    await setDelivery(tx, member.workspaceId, letterId, {
      state: 'waiting',
      trouble: '',
      changedAt: now,
      tried: false,
    });
    await enqueueLetter(tx, { workspaceId: member.workspaceId, letterId });
  });
}

/** Queues all letters of a quiz once more that have failed. @returns how many */
export async function sendFailedAgain(member: Membership, quizId: string, now = new Date()): Promise<number> {
  requireEditor(member);
  await getQuiz(member, quizId);
  const { workspaceId } = member;
  return database().transaction(async (tx) => {
    const ids = await failedToWaiting(tx, workspaceId, quizId, now);
    for (const letterId of ids) await enqueueLetter(tx, { workspaceId, letterId });
    return ids.length;
  });
}

/** Sends the draft's letter to the creator, filled in for a visitor. @param body as in the contract: which letter, to whom, for whom */
export async function sendTest(
  member: Membership,
  quizId: string,
  { message, to, for: who }: { message: string; to: string; for?: string },
  now = new Date(),
): Promise<AnswerOf<'POST /api/quizzes/{quiz}/letters'>> {
  requireEditor(member);
  if (!looksLikeEmail(to))
    throw new HttpError(422, 'not-an-email', 'This does not look like an e-mail address. Nothing was sent.');
  if (takeOne('tests', member.userId) > 0)
    throw new HttpError(429, 'too-fast', 'You sent ten tests within a few minutes. Wait a little; nothing was sent.');
  const composed = await testOf(member, quizId, message, who);
  const { workspaceId } = member;
  await database().transaction(async (tx) => {
    const letterId = newId('l');
    const test = { workspaceId, letterId, quizId, runId: null, messageId: message, recipient: to };
    await insertLetter(tx, { ...test, audience: 'makers', writtenAt: now, ...composed });
    await enqueueLetter(tx, { workspaceId, letterId });
  });
  return { sent: to };
}

async function letterIn(member: Membership, quizId: string, letterId: string): Promise<LetterRow> {
  await getQuiz(member, quizId);
  const letter = await findLetter(database(), member.workspaceId, letterId);
  if (letter?.quizId !== quizId) throw notFound('This letter');
  return letter;
}

/** One letter as it went out, or will: HTML. */
export const letterAsPage = async (member: Membership, quizId: string, letterId: string): Promise<string> =>
  (await outgoing(member.workspaceId, await letterIn(member, quizId, letterId))).html ?? '';

/** The same as a file for mail programs (RFC 5322). */
export const letterAsFile = async (member: Membership, quizId: string, letterId: string): Promise<Buffer> =>
  rfc822(await outgoing(member.workspaceId, await letterIn(member, quizId, letterId)));
