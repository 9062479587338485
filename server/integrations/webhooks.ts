/** The addresses that are told what happens: who set them, what they hear, and what became of it. */
import type { AnswerOf, BodyOf } from '../../contract';
import type { WebhookLine, Webhooks } from '../../contract/connections';
import { TEST } from '../../core/connections/happenings';
import { grouped } from '../../core/values/grouped';
import { membersOf, type Membership } from '../../db/queries/members';
import {
  countMessages,
  deleteWebhook,
  findWebhook,
  hurry,
  insertMessages,
  insertWebhook,
  lockWebhook,
  messagesTo,
  sendAgain,
  triesOf,
  updateWebhook,
  type WebhookRow,
  webhooksOf,
} from '../../db/queries/webhooks';
import { requireEditor, requireOwner } from '../accounts/authorise';
import { getQuiz, within } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { HttpError, notFound } from '../platform/http-error';
import { newId } from '../platform/ids';
import { enqueueDelivery } from '../platform/jobs';
import { NotOutside, outsideUrl } from '../platform/outward';
import { requireRoom } from '../platform/rates';
import { secretOf } from './secrets';
import { bodyOf, forgetHearers } from './tell';

const MOST = 20;
const PAGE = 30;

export async function listWebhooks(member: Membership): Promise<Webhooks> {
  const { workspaceId } = member;
  const [rows, counts, people] = await Promise.all([
    webhooksOf(database(), workspaceId),
    countMessages(database(), workspaceId),
    membersOf(database(), workspaceId),
  ]);
  const countOf = (webhookId: string, state: string) =>
    counts.find((c) => c.webhookId === webhookId && c.state === state)?.count ?? 0;
  // Who is here for some quizzes alone sees what hears of these.
  const own = new Set(
    await within(
      member,
      rows.flatMap(({ quizzes }) => quizzes ?? []),
      (id) => id,
    ),
  );
  return {
    webhooks: rows.map(
      ({ webhookId: id, url, happenings, quizzes, madeBy, offAt, offBecause, failingSince }): WebhookLine => ({
        ...{ id, url: member.role === 'owner' ? url : hostOnly(url), happenings },
        quizzes: quizzes && quizzes.filter((quiz) => own.has(quiz)),
        by: people.find(({ userId }) => userId === madeBy)?.name ?? '',
        off: offAt && { because: offBecause ?? 'hand', at: offAt.toISOString() },
        failingSince: failingSince?.toISOString() ?? null,
        waiting: countOf(id, 'waiting'),
        failed: countOf(id, 'failed'),
      }),
    ),
  };
}

/** Addresses are often secrets themselves: those who do not own the workspace see where they lead, and no more. */
const hostOnly = (url: string): string => new URL(url).origin;

/** @throws HttpError 422 where it leads inside a network or is no address */
function requireOutside(typed: string): string {
  try {
    return outsideUrl(typed).href;
  } catch (error) {
    if (error instanceof NotOutside) throw new HttpError(422, 'not-outside', error.message);
    throw error;
  }
}

export async function addWebhook(member: Membership, asked: BodyOf<'POST /api/webhooks'>): Promise<Webhooks> {
  requireOwner(member);
  const { workspaceId, userId } = member;
  const url = requireOutside(asked.url);
  if ((await webhooksOf(database(), workspaceId)).length >= MOST)
    throw new HttpError(409, 'too-many', `${MOST} addresses are here already. Take one away first.`);
  const { happenings, quizzes } = asked;
  const row = { workspaceId, webhookId: newId('hook', 12), url, happenings, quizzes, madeBy: userId };
  await insertWebhook(database(), row);
  forgetHearers(workspaceId);
  return listWebhooks(member);
}

/** @throws HttpError 404 */
async function ownWebhook({ workspaceId }: Membership, webhookId: string): Promise<WebhookRow> {
  const row = await findWebhook(database(), workspaceId, webhookId);
  if (!row) throw notFound('This address');
  return row;
}

export async function changeWebhook(
  member: Membership,
  webhookId: string,
  { url, isOn, happenings, quizzes }: BodyOf<'PUT /api/webhooks/{webhook}'>,
  now = new Date(),
): Promise<Webhooks> {
  requireOwner(member);
  const row = await ownWebhook(member, webhookId);
  const on = { offAt: null, offBecause: null, failingSince: null, failures: 0, nextAt: null };
  await database().transaction(async (tx) => {
    await updateWebhook(tx, row, {
      ...(url === undefined ? {} : { url: requireOutside(url), failingSince: null, failures: 0, nextAt: null }),
      ...(happenings === undefined ? {} : { happenings }),
      ...(quizzes === undefined ? {} : { quizzes }),
      ...(isOn === undefined || isOn === (row.offAt === null) ? {} : isOn ? on : { offAt: now, offBecause: 'hand' }),
      // A change that names nothing changes nothing.
      webhookId,
    });
    if (isOn) await hurry(tx, member.workspaceId, webhookId, now);
  });
  forgetHearers(member.workspaceId);
  enqueueDelivery();
  return listWebhooks(member);
}

export async function removeWebhook(member: Membership, webhookId: string): Promise<Webhooks> {
  requireOwner(member);
  if (!(await deleteWebhook(database(), member.workspaceId, webhookId))) throw notFound('This address');
  forgetHearers(member.workspaceId);
  return listWebhooks(member);
}

export async function readSecret(member: Membership, webhookId: string): Promise<{ secret: string }> {
  requireOwner(member);
  return { secret: secretOf(await ownWebhook(member, webhookId)) };
}
export async function newSecret(member: Membership, webhookId: string, now = new Date()): Promise<{ secret: string }> {
  requireOwner(member);
  const row = await ownWebhook(member, webhookId);
  await updateWebhook(database(), row, { secret: row.secret + 1, secretAt: now });
  return readSecret(member, webhookId);
}

/** What was sent to an address, each try with what it said. */
export async function listMessages(
  member: Membership,
  webhookId: string,
  before?: string,
): Promise<AnswerOf<'GET /api/webhooks/{webhook}/messages'>> {
  requireOwner(member);
  const { workspaceId } = member;
  await ownWebhook(member, webhookId);
  const rows = await messagesTo(database(), workspaceId, webhookId, {
    before: before === undefined ? undefined : Number(before),
    most: PAGE + 1,
  });
  const page = rows.slice(0, PAGE);
  const tries = grouped(
    await triesOf(
      database(),
      workspaceId,
      page.map(({ messageId }) => messageId),
    ),
    (t) => t.messageId,
  );
  return {
    messages: page.map(({ messageId: id, kind, madeAt, state, nextAt, body }) => ({
      ...{ id, kind, at: madeAt.toISOString(), state, body },
      next: state === 'waiting' ? nextAt.toISOString() : null,
      tries: (tries.get(id) ?? []).map(({ at, took, status, trouble, answer }) => ({
        ...{ at: at.toISOString(), took, status, trouble, answer },
      })),
    })),
    next: rows.length > PAGE ? String(page.at(-1)?.place) : null,
  };
}

export async function sendTest(member: Membership, webhookId: string, now = new Date()): Promise<{ message: string }> {
  requireOwner(member);
  const row = await ownWebhook(member, webhookId);
  requireRoom(['tests', member.userId]);
  if (row.offAt) throw new HttpError(409, 'off', 'This address is switched off. Switch it on first.');
  const { workspaceId } = member;
  const messageId = newId('msg', 20);
  const body = bodyOf(TEST, now, { words: 'Nothing has happened. This message is a test.', by: member.name });
  await insertMessages(database(), [
    { ...{ workspaceId, messageId, webhookId, kind: TEST, body }, madeAt: now, nextAt: now },
  ]);
  enqueueDelivery();
  return { message: messageId };
}

export async function sendOnceMore(
  member: Membership,
  webhookId: string,
  { message }: BodyOf<'POST /api/webhooks/{webhook}/again'>,
  now = new Date(),
): Promise<{ sent: number }> {
  requireOwner(member);
  await ownWebhook(member, webhookId);
  const which = message === undefined ? ('failed' as const) : { message };
  const sent = await sendAgain(database(), member.workspaceId, webhookId, which, now);
  if (message !== undefined && sent === 0) throw notFound('This message');
  enqueueDelivery();
  return { sent };
}

/** Says on Publish whether an address hears of a quiz. One that hears of all of them is changed on Connections alone. */
export async function setHearing(
  member: Membership,
  quizId: string,
  webhookId: string,
  hears: boolean,
): Promise<Webhooks> {
  requireEditor(member);
  await getQuiz(member, quizId);
  await database().transaction(async (tx) => {
    const row = await lockWebhook(tx, member.workspaceId, webhookId);
    if (!row) throw notFound('This address');
    if (row.quizzes === null) throw new HttpError(409, 'hears-all', 'This address hears of every quiz.');
    const others = row.quizzes.filter((id) => id !== quizId);
    await updateWebhook(tx, row, { quizzes: hears ? [...others, quizId] : others });
  });
  forgetHearers(member.workspaceId);
  return listWebhooks(member);
}
