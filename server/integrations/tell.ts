/** Telling other systems what happened: messages are written in the transaction that causes them, and sent by a job (`deliver.ts`). */
import { LRUCache } from 'lru-cache';
import type { Happening } from '../../core/connections/happenings';
import { resultOf } from '../../core/flow/result';
import type { Run } from '../../core/flow/run';
import { runLine } from '../../core/formats/run-line';
import type { Quiz } from '../../core/schema/quiz';
import type { Db, Tx } from '../../db/client';
import { insertMessages, type WebhookRow, webhooksOf } from '../../db/queries/webhooks';
import type { RunRow } from '../../db/queries/runs';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { enqueueDelivery } from '../platform/jobs';

/** Milliseconds until an address that was just put in hears of visitors. */
const FRESH = 1_000;
const recent = new LRUCache<string, WebhookRow[]>({ max: 5_000, ttl: FRESH });

/** Forgets what is remembered of a workspace's addresses, in this process. */
export const forgetHearers = (workspaceId: string): boolean => recent.delete(workspaceId);

const hears = (webhook: WebhookRow, kind: Happening, quizId: string): boolean =>
  webhook.offAt === null &&
  webhook.happenings.includes(kind) &&
  (webhook.quizzes === null || webhook.quizzes.includes(quizId));

/** Whether anybody hears of something: asked before a transaction is begun for it alone. */
export async function isHeard(workspaceId: string, quizId: string, ...kinds: Happening[]): Promise<boolean> {
  let known = recent.get(workspaceId);
  if (!known) {
    known = await webhooksOf(database(), workspaceId);
    recent.set(workspaceId, known);
  }
  return known.some((webhook) => kinds.some((kind) => hears(webhook, kind, quizId)));
}

export type Told = { workspaceId: string; quizId: string; runId: string | null; at: Date };

/**
 * Writes down what happened, once for each address that hears of it.
 * @param data asked for only where somebody does
 */
export async function tell(
  tx: Db | Tx,
  kind: Happening,
  { workspaceId, quizId, runId, at }: Told,
  data: () => object,
): Promise<void> {
  const hearers = (await webhooksOf(tx, workspaceId)).filter((webhook) => hears(webhook, kind, quizId));
  if (hearers.length === 0) return;
  const body = bodyOf(kind, at, data());
  await insertMessages(
    tx,
    hearers.map(({ webhookId }) => ({
      ...{ workspaceId, messageId: newId('msg', 20), webhookId, kind, quizId, runId, body },
      ...{ madeAt: at, nextAt: at },
    })),
  );
  enqueueDelivery();
}

/** As Standard Webhooks has it: what kind, when, and the rest. */
export const bodyOf = (type: string, at: Date, data: object): string =>
  JSON.stringify({ type, timestamp: at.toISOString(), data });

/** The names by which a quiz is known to other systems. */
const named = (quizId: string, quiz: Quiz, edition: number) => ({ quiz: { id: quizId, title: quiz.title, edition } });

/** Tells something of a run, with all that is known of it. */
export const tellOfRun = (
  tx: Db | Tx,
  kind: Happening,
  { row, quiz, run }: { row: RunRow; quiz: Quiz; run: Run },
  at: Date,
): Promise<void> =>
  tell(tx, kind, { workspaceId: row.workspaceId, quizId: row.quizId, runId: row.runId, at }, () => ({
    ...named(row.quizId, quiz, row.edition),
    ...runLine({ row: { ...row, lastAt: at }, quiz, run, result: resultOf(quiz, run) }),
  }));

export const tellOfEdition = (
  tx: Tx,
  of: { workspaceId: string; quizId: string; edition: number; quiz: Quiz; by: string },
  at: Date,
): Promise<void> =>
  tell(tx, 'edition.published', { workspaceId: of.workspaceId, quizId: of.quizId, runId: null, at }, () => ({
    ...named(of.quizId, of.quiz, of.edition),
    by: of.by,
  }));

/** Somebody wants no more letters of a workspace. */
export const tellOfLeaving = (tx: Tx, told: Told, email: string): Promise<void> =>
  tell(tx, 'consent.withdrawn', told, () => ({ quiz: { id: told.quizId }, run: told.runId, email }));
