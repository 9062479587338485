/**
 * Sends what other systems are told (Standard Webhooks 1.0): signed, at least once, of one run in order, again and again for three days.
 * A process that dies with messages in its hands lets go of them when their time is over, and another one sends them under the same id.
 */
import { Webhook } from 'standardwebhooks';
import { breathAfter, DEAD_AFTER, pauseAfter } from '../../core/connections/happenings';
import { membersOf } from '../../db/queries/members';
import {
  deleteOldMessages,
  findWebhook,
  isThere,
  lockWebhook,
  type MessageRow,
  nextDue,
  noteTry,
  setMessage,
  takeMessages,
  updateWebhook,
  type WebhookRow,
  webhooksDue,
} from '../../db/queries/webhooks';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { counts } from '../platform/metrics';
import { logFailure } from '../platform/log';
import { type Answered, postOutside } from '../platform/outward';
import { sendMail } from '../platform/smtp';
import { secretsOf } from './secrets';

/** Addresses that are served at once, and messages to each. */
const ADDRESSES = 32;
const MESSAGES = 8;
/** Addresses that are looked for at once. */
const MOST_DUE = 1_000;
/** Milliseconds that a message may be in somebody's hands: longer than a request takes. */
const IN_HAND = 60_000;
const GONE = 410;

/**
 * Sends all that is due. Each address gets some messages in its turn and waits until all others had theirs: neither one for which much waits
 * nor one that is slow holds up the rest.
 * @param atOnce addresses that are served at once
 * @returns when something is due next; null where nothing waits
 */
export async function deliverAll(clock: () => Date = () => new Date(), atOnce = ADDRESSES): Promise<Date | null> {
  const active = new Map<string, Promise<void>>();
  let served = new Set<string>();
  // Of these nothing could be taken: somebody else has it in hand. The next look comes soon enough.
  const idle = new Set<string>();
  for (;;) {
    const due = (await webhooksDue(database(), clock(), MOST_DUE)).filter(
      (one) => !active.has(keyOf(one)) && !idle.has(keyOf(one)),
    );
    const first = due.filter((one) => !served.has(keyOf(one)));
    if (first.length === 0) served = new Set();
    const turn = (first.length > 0 ? first : due).slice(0, atOnce - active.size);
    for (const webhook of turn) {
      const key = keyOf(webhook);
      served.add(key);
      const work = deliverTo(webhook, clock)
        .catch((error: unknown) => {
          logFailure('a webhook', error);
          return 0;
        })
        .then((tried) => {
          if (tried === 0) idle.add(key);
        })
        .finally(() => active.delete(key));
      active.set(key, work);
    }
    if (active.size === 0) return nextDue(database());
    await Promise.race(active.values());
  }
}
const keyOf = ({ workspaceId, webhookId }: WebhookRow): string => `${workspaceId} ${webhookId}`;

/** Sends some of what is due to one address. @returns how many messages it tried */
async function deliverTo(webhook: WebhookRow, clock: () => Date): Promise<number> {
  const now = clock();
  const until = new Date(now.getTime() + IN_HAND);
  const messages = await takeMessages(database(), webhook, { now, until, most: MESSAGES });
  const here = messages.length > 0 ? await findWebhook(database(), webhook.workspaceId, webhook.webhookId) : undefined;
  if (here) await Promise.all(messages.map((message) => deliver(here, message, clock)));
  return messages.length;
}

/** Milliseconds for which messages and their log are kept. */
const KEPT = 30 * 86_400_000;
export const sweepMessages = (now = new Date()): Promise<void> =>
  deleteOldMessages(database(), new Date(now.getTime() - KEPT));

type Sent = { answer: Answered | null; trouble: string };

/** Sends one message once. */
async function post(webhook: WebhookRow, { messageId, body }: MessageRow, now: Date): Promise<Sent> {
  // Two while a new secret has just been made, so that the receiver may change over when it likes.
  const signature = secretsOf(webhook, now)
    .map((secret) => new Webhook(secret).sign(messageId, now, body))
    .join(' ');
  const headers = {
    'Content-Type': 'application/json',
    'User-Agent': 'YesMaybe-Webhooks/1',
    'webhook-id': messageId,
    'webhook-timestamp': String(Math.floor(now.getTime() / 1000)),
    'webhook-signature': signature,
  };
  try {
    const answer = await postOutside(webhook.url, body, headers);
    const isTaken = answer.status >= 200 && answer.status < 300;
    return { answer, trouble: isTaken ? '' : troubleOf(answer.status) };
  } catch (error) {
    return { answer: null, trouble: error instanceof Error ? error.message.slice(0, 300) : 'It could not be reached.' };
  }
}

const troubleOf = (status: number): string => {
  if (status >= 300 && status < 400) return 'It leads elsewhere: write the new address down here.';
  return status === GONE ? 'It wants no more messages (410).' : `It did not take it (${status}).`;
};

/** Sends a message and notes what came of it. */
async function deliver(webhook: WebhookRow, message: MessageRow, clock: () => Date): Promise<void> {
  const at = clock();
  const start = performance.now();
  const { answer, trouble } = await post(webhook, message, at);
  const took = Math.round(performance.now() - start);
  counts.deliveries.inc({ outcome: trouble === '' ? 'delivered' : 'failed' });
  const now = clock();
  const tries = message.tries + 1;
  const { workspaceId, messageId } = message;
  const ended = await database().transaction(async (tx) => {
    const row = await lockWebhook(tx, workspaceId, webhook.webhookId);
    // It may have been taken away meanwhile, with the run or the person that it was about.
    if (!row || !(await isThere(tx, message))) return null;
    await noteTry(tx, {
      ...{ workspaceId, messageId, try: tries, at, took },
      ...{ status: answer?.status ?? null, trouble, answer: answer?.text.slice(0, 500) ?? '' },
    });
    if (trouble === '') {
      await setMessage(tx, message, { state: 'delivered', tries, takenUntil: null, doneAt: now });
      if (row.failingSince) await updateWebhook(tx, row, { failingSince: null, failures: 0, nextAt: null });
      return null;
    }
    const pause = pauseAfter(tries, Math.random());
    await setMessage(tx, message, {
      ...(pause === null
        ? { state: 'failed', doneAt: now }
        : { state: 'waiting', nextAt: new Date(now.getTime() + pause) }),
      ...{ tries, takenUntil: null },
    });
    const failingSince = row.failingSince ?? at;
    const failures = row.failures + 1;
    const isDead = answer?.status === GONE || now.getTime() - failingSince.getTime() >= DEAD_AFTER;
    const off = isDead
      ? { offAt: now, offBecause: answer?.status === GONE ? ('gone' as const) : ('dead' as const) }
      : {};
    const nextAt = new Date(now.getTime() + breathAfter(failures));
    await updateWebhook(tx, row, { failingSince, failures, nextAt, ...off });
    return isDead && row.offAt === null ? trouble : null;
  });
  if (ended !== null) await writeToOwners(webhook, ended);
}

/** Tells the owners of a workspace that an address hears nothing any more. */
async function writeToOwners({ workspaceId, url }: WebhookRow, trouble: string): Promise<void> {
  const { host } = new URL(url);
  for (const { email, name, role } of await membersOf(database(), workspaceId))
    if (role === 'owner')
      await sendMail({
        to: email,
        subject: `${host} is not told any more`,
        text: `Hello ${name},\n\nwhat happens in your quizzes could not be sent to this address any more, and it has been switched off:\n\n${url}\n\nWhat it said last: ${trouble}\n\nWhat has not been sent is kept for thirty days. What happens while the address is off is not written down for it. Once it answers, switch it on again:\n\n${readConfig().publicUrl}/team/connections\n`,
      }).catch((error: unknown) => logFailure('a letter about a webhook', error));
}
