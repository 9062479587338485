/** Giving copies of a quiz away by a link: without runs, contacts, list or passcode, and without what binds it to other quizzes. */
import { randomBytes } from 'node:crypto';
import type { Gift } from '../../contract/quizzes';
import { standAlone } from '../../core/document/stand-alone';
import { questionsOf } from '../../core/document/lookup';
import type { Block, Quiz } from '../../core/schema/quiz';
import { countTaken, endGift, giftByKey, giftOf, insertGift } from '../../db/queries/gifts';
import type { Membership } from '../../db/queries/members';
import { copyPictures } from '../../db/queries/pictures';
import { findQuiz, lockQuiz } from '../../db/queries/quizzes';
import { requireEditor } from '../accounts/authorise';
import { getQuiz } from '../accounts/own-quiz';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { HttpError, notFound } from '../platform/http-error';
import { newId } from '../platform/ids';
import { insertDraft } from './quizzes';

const told = ({ key, taken }: { key: string | null; taken: number }): Gift => ({
  link: key === null ? null : `${readConfig().publicUrl}/copy?key=${key}`,
  taken,
});

export async function giftStanding(member: Membership, quizId: string): Promise<Gift> {
  const { workspaceId } = await getQuiz(member, quizId);
  return told(await giftOf(database(), workspaceId, quizId));
}

/** Makes a link, or tells the one that there is. */
export async function giveAway(member: Membership, quizId: string, now = new Date()): Promise<Gift> {
  requireEditor(member);
  const { workspaceId, name } = member;
  return database().transaction(async (tx) => {
    const row = await lockQuiz(tx, workspaceId, quizId);
    if (!row || row.deletedAt) throw notFound('This quiz');
    const known = await giftOf(tx, workspaceId, quizId);
    if (known.key !== null) return told(known);
    const key = randomBytes(18).toString('base64url');
    await insertGift(tx, { workspaceId, quizId, giftKey: key, madeAt: now, by: name });
    return told({ ...known, key });
  });
}

export async function stopGiving(member: Membership, quizId: string, now = new Date()): Promise<Gift> {
  requireEditor(member);
  const { workspaceId } = await getQuiz(member, quizId);
  await endGift(database(), workspaceId, quizId, now);
  return giftStanding(member, quizId);
}

/** What a link gives, told before it is taken; null where it gives nothing any more. */
export async function readGift(
  key: string,
): Promise<{ title: string; description: string; questions: number; by: string } | null> {
  const gift = await giftByKey(database(), key);
  const row = gift && (await findQuiz(database(), gift.workspaceId, gift.quizId));
  if (!row || row.deletedAt) return null;
  const { title, description } = row.draft;
  return { title, description, questions: questionsOf(row.draft).length, by: gift.by };
}

/** The quiz as it is written now, as one of the taker's own. @returns its id. @throws HttpError 404 where the link is over */
export async function takeCopy(member: Membership, key: string, now = new Date()): Promise<string> {
  requireEditor(member);
  return database().transaction(async (tx) => {
    const gift = await giftByKey(tx, key);
    const row = gift && (await findQuiz(tx, gift.workspaceId, gift.quizId));
    if (!row || row.deletedAt || !(await countTaken(tx, key)))
      throw new HttpError(404, 'not-found', 'This link gives no copy any more. Whoever sent it can make another one.');
    const { quiz, pictures } = moved(ofNobody(row.draft), row.workspaceId, member.workspaceId);
    await copyPictures(tx, row.workspaceId, member.workspaceId, pictures);
    return insertDraft(tx, member, { ...quiz, id: newId('quiz', 8) }, now);
  });
}

/** Without hand-overs to quizzes of the giver, and without the ties to their question bank. */
function ofNobody(quiz: Quiz): Quiz {
  const { pages, ...rest } = standAlone(quiz);
  return { ...rest, pages: pages.map((page) => ({ ...page, blocks: page.blocks.map(untied) })) };
}

function untied(block: Block): Block {
  const own = { ...block };
  Reflect.deleteProperty(own, 'linked');
  return own;
}

/** With its pictures and recordings in another workspace, whatever field of the document they stand in. */
function moved(quiz: Quiz, from: string, to: string): { quiz: Quiz; pictures: string[] } {
  const pictures = new Set<string>();
  const own = new RegExp(`^/media/${from}/([A-Za-z0-9_-]+)$`);
  const text = JSON.stringify(quiz, (_, value: unknown) => {
    const id = typeof value === 'string' ? own.exec(value)?.[1] : undefined;
    if (id === undefined) return value;
    pictures.add(id);
    return `/media/${to}/${id}`;
  });
  return { quiz: JSON.parse(text) as Quiz, pictures: [...pictures] };
}
