/** No more letters: by a link in each of them, with one press and without scripts (RFC 8058). */
import { findLetter } from '../../db/queries/letters';
import { addUnsubscribed, isUnsubscribed, removeUnsubscribed } from '../../db/queries/mailing';
import { workspaceName } from '../../db/queries/members';
import { tellOfLeaving } from '../integrations/tell';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { notFound } from '../platform/http-error';
import { isSameText, keyedHash } from '../platform/keyed-hash';

/** What is kept of somebody who wants no more letters: nobody can read the address out of it. */
export const personHash = (workspaceId: string, email: string): string =>
  keyedHash('unsubscribed', workspaceId, email.trim().toLowerCase());

const MARK = 22;
const markOf = (workspaceId: string, letterId: string): string =>
  keyedHash('leave', workspaceId, letterId).slice(0, MARK);

/** Where a letter's reader gets no more of them. */
export const leaveUrl = (workspaceId: string, letterId: string): string =>
  `${readConfig().publicUrl}/letters/${workspaceId}/${letterId}/${markOf(workspaceId, letterId)}`;

export type Leaving = { sender: string; language: string; isOut: boolean };
/** What a link in a letter names. */
export type Link = { workspace: string; letter: string; mark: string };

/** The letter that a link stands in. @throws HttpError 404 where it leads to none */
export async function letterAt({ workspace, letter, mark }: Link) {
  const found = isSameText(mark, markOf(workspace, letter))
    ? await findLetter(database(), workspace, letter)
    : undefined;
  if (!found) throw notFound('This letter');
  return { found, hash: personHash(workspace, found.recipient) };
}

/** Whom a link is of. @throws HttpError 404 where it leads to no letter */
export async function leavingOf(link: Link): Promise<Leaving> {
  const { found, hash } = await letterAt(link);
  const { workspace } = link;
  return {
    sender: found.sheet.sender ?? (await workspaceName(database(), workspace)),
    language: found.language,
    isOut: await isUnsubscribed(database(), workspace, hash),
  };
}

/** @param isOut whether whoever has the letter gets no more, or wants them after all */
export async function leave(link: Link, isOut: boolean, now = new Date()): Promise<void> {
  const { found, hash } = await letterAt(link);
  if (!isOut) return removeUnsubscribed(database(), link.workspace, hash);
  const { quizId, runId, recipient } = found;
  await database().transaction(async (tx) => {
    // Pressed twice, it is told once.
    if (await addUnsubscribed(tx, link.workspace, hash, now))
      await tellOfLeaving(tx, { workspaceId: link.workspace, quizId, runId, at: now }, recipient);
  });
}
