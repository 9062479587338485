/** Addresses that are told what happens, and the messages to them. */
import { and, asc, count, desc, eq, inArray, isNull, lt, sql } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { webhookMessages, webhooks, webhookTries } from '../schema';

export type WebhookRow = typeof webhooks.$inferSelect;
export type MessageRow = typeof webhookMessages.$inferSelect;
export type TryRow = typeof webhookTries.$inferSelect;

const its = (workspaceId: string, webhookId: string) =>
  and(eq(webhooks.workspaceId, workspaceId), eq(webhooks.webhookId, webhookId));
const message = (workspaceId: string, messageId: string) =>
  and(eq(webhookMessages.workspaceId, workspaceId), eq(webhookMessages.messageId, messageId));

export const webhooksOf = (db: Db | Tx, workspaceId: string): Promise<WebhookRow[]> =>
  db
    .select()
    .from(webhooks)
    .where(eq(webhooks.workspaceId, workspaceId))
    .orderBy(asc(webhooks.madeAt), asc(webhooks.webhookId));
export const findWebhook = async (
  db: Db | Tx,
  workspaceId: string,
  webhookId: string,
): Promise<WebhookRow | undefined> => (await db.select().from(webhooks).where(its(workspaceId, webhookId)))[0];
/** The same, until the end of the transaction nobody else's. */
export const lockWebhook = async (tx: Tx, workspaceId: string, webhookId: string): Promise<WebhookRow | undefined> =>
  (await tx.select().from(webhooks).where(its(workspaceId, webhookId)).for('update'))[0];
export async function insertWebhook(db: Db, row: typeof webhooks.$inferInsert): Promise<void> {
  await db.insert(webhooks).values(row);
}
/** @returns whether there is such an address */
export const updateWebhook = async (
  db: Db | Tx,
  { workspaceId, webhookId }: Pick<WebhookRow, 'workspaceId' | 'webhookId'>,
  change: Partial<typeof webhooks.$inferInsert>,
): Promise<boolean> =>
  (await db.update(webhooks).set(change).where(its(workspaceId, webhookId)).returning({ id: webhooks.webhookId }))
    .length === 1;
export const deleteWebhook = async (db: Db, workspaceId: string, webhookId: string): Promise<boolean> =>
  (await db.delete(webhooks).where(its(workspaceId, webhookId)).returning({ id: webhooks.webhookId })).length === 1;

export async function insertMessages(tx: Db | Tx, rows: (typeof webhookMessages.$inferInsert)[]): Promise<void> {
  if (rows.length > 0) await tx.insert(webhookMessages).values(rows);
}

/** How many wait for each address, and how many were given up. */
export async function countMessages(
  db: Db,
  workspaceId: string,
): Promise<{ webhookId: string; state: MessageRow['state']; count: number }[]> {
  return db
    .select({ webhookId: webhookMessages.webhookId, state: webhookMessages.state, count: count() })
    .from(webhookMessages)
    .where(eq(webhookMessages.workspaceId, workspaceId))
    .groupBy(webhookMessages.webhookId, webhookMessages.state);
}

/** Newest first. @param before the place of the last one of the page before */
export const messagesTo = (
  db: Db,
  workspaceId: string,
  webhookId: string,
  { before, most }: { before?: number | undefined; most: number },
): Promise<MessageRow[]> =>
  db
    .select()
    .from(webhookMessages)
    .where(
      and(
        eq(webhookMessages.workspaceId, workspaceId),
        eq(webhookMessages.webhookId, webhookId),
        before === undefined ? undefined : lt(webhookMessages.place, before),
      ),
    )
    .orderBy(desc(webhookMessages.place))
    .limit(most);
export const triesOf = (db: Db, workspaceId: string, messageIds: string[]): Promise<TryRow[]> =>
  messageIds.length === 0
    ? Promise.resolve([])
    : db
        .select()
        .from(webhookTries)
        .where(and(eq(webhookTries.workspaceId, workspaceId), inArray(webhookTries.messageId, messageIds)))
        .orderBy(asc(webhookTries.try));

/** Of one run only the first that waits: they arrive in their order. */
const IN_TURN = sql`not exists (select from webhook_messages b where b.workspace_id = m.workspace_id and b.run_id = m.run_id
  and b.webhook_id = m.webhook_id and b.state = 'waiting' and b.place < m.place)`;

/** The addresses for which something is due. */
export async function webhooksDue(db: Db, now: Date, most: number): Promise<WebhookRow[]> {
  return db
    .select()
    .from(webhooks)
    .where(
      and(
        isNull(webhooks.offAt),
        sql`coalesce(${webhooks.nextAt} <= ${now}, true)`,
        sql`exists (select from webhook_messages m where m.workspace_id = ${webhooks.workspaceId} and m.webhook_id = ${webhooks.webhookId}
          and m.state = 'waiting' and m.next_at <= ${now} and (m.taken_until is null or m.taken_until < ${now}) and ${IN_TURN})`,
      ),
    )
    .limit(most);
}

/** When the next message of an address that is on is due; null where none waits. */
export async function nextDue(db: Db): Promise<Date | null> {
  const { rows } =
    await db.execute(sql`select min(greatest(m.next_at, coalesce(w.next_at, m.next_at), coalesce(m.taken_until, m.next_at))) as at
    from webhook_messages m join webhooks w on w.workspace_id = m.workspace_id and w.webhook_id = m.webhook_id
    where m.state = 'waiting' and w.off_at is null and ${IN_TURN}`);
  const at = rows[0]?.['at'];
  return typeof at === 'string' || at instanceof Date ? new Date(at) : null;
}

/**
 * Takes messages of an address into one's hands until a moment. An address that takes nothing gets one at a time.
 */
export async function takeMessages(
  db: Db,
  { workspaceId, webhookId }: WebhookRow,
  { now, until, most }: { now: Date; until: Date; most: number },
): Promise<MessageRow[]> {
  return db.transaction(async (tx) => {
    // So that two processes do not each begin with a message of the same run.
    const row = await lockWebhook(tx, workspaceId, webhookId);
    if (!row || row.offAt || (row.nextAt && row.nextAt > now)) return [];
    const { rows } = await tx.execute<{ message_id: string }>(sql`
      select m.message_id from webhook_messages m
      where m.workspace_id = ${workspaceId} and m.webhook_id = ${webhookId} and m.state = 'waiting'
        and m.next_at <= ${now} and (m.taken_until is null or m.taken_until < ${now})
        and ${IN_TURN}
        ${
          row.failingSince
            ? sql`and not exists (select from webhook_messages b where b.workspace_id = m.workspace_id
                and b.webhook_id = m.webhook_id and b.state = 'waiting' and b.taken_until >= ${now})`
            : sql``
        }
      order by m.next_at, m.place limit ${row.failingSince ? 1 : most}`);
    const ids = rows.map(({ message_id }) => message_id);
    if (ids.length === 0) return [];
    return tx
      .update(webhookMessages)
      .set({ takenUntil: until })
      .where(and(eq(webhookMessages.workspaceId, workspaceId), inArray(webhookMessages.messageId, ids)))
      .returning();
  });
}

/** Whether a message is still there; until the end of the transaction nobody takes it away. */
export const isThere = async (tx: Tx, { workspaceId, messageId }: MessageRow): Promise<boolean> =>
  (
    await tx
      .select({ id: webhookMessages.messageId })
      .from(webhookMessages)
      .where(message(workspaceId, messageId))
      .for('update')
  ).length === 1;
export async function noteTry(tx: Tx, row: TryRow): Promise<void> {
  await tx.insert(webhookTries).values(row).onConflictDoNothing();
}
export async function setMessage(
  db: Db | Tx,
  { workspaceId, messageId }: Pick<MessageRow, 'workspaceId' | 'messageId'>,
  change: Partial<typeof webhookMessages.$inferInsert>,
): Promise<void> {
  await db.update(webhookMessages).set(change).where(message(workspaceId, messageId));
}

/** Puts messages that were given up, or arrived, on their way again. @returns how many */
export async function sendAgain(
  db: Db,
  workspaceId: string,
  webhookId: string,
  which: { message: string } | 'failed',
  now: Date,
): Promise<number> {
  const done = await db
    .update(webhookMessages)
    .set({ state: 'waiting', nextAt: now, takenUntil: null, doneAt: null })
    .where(
      and(
        eq(webhookMessages.workspaceId, workspaceId),
        eq(webhookMessages.webhookId, webhookId),
        which === 'failed' ? eq(webhookMessages.state, 'failed') : eq(webhookMessages.messageId, which.message),
      ),
    )
    .returning({ id: webhookMessages.messageId });
  return done.length;
}

/** What waits is tried at once. */
export async function hurry(tx: Tx, workspaceId: string, webhookId: string, now: Date): Promise<void> {
  await tx
    .update(webhookMessages)
    .set({ nextAt: now })
    .where(
      and(
        eq(webhookMessages.workspaceId, workspaceId),
        eq(webhookMessages.webhookId, webhookId),
        eq(webhookMessages.state, 'waiting'),
      ),
    );
}

/** Takes away what was written before a moment, whatever became of it. */
export async function deleteOldMessages(db: Db, before: Date): Promise<void> {
  await db.delete(webhookMessages).where(lt(webhookMessages.madeAt, before));
}

/** Takes away messages that carry what contacts left. */
export async function deleteMessagesOf(
  tx: Tx,
  workspaceId: string,
  runIds: readonly string[],
  emails: readonly string[] = [],
): Promise<void> {
  await tx.execute(sql`delete from webhook_messages where workspace_id = ${workspaceId} and kind <> 'run.started'
    and (run_id in (select jsonb_array_elements_text(${JSON.stringify(runIds)}::jsonb))
      or (kind = 'consent.withdrawn' and body::jsonb -> 'data' ->> 'email' in (select jsonb_array_elements_text(${JSON.stringify(emails)}::jsonb))))`);
}
