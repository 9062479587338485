/** What holds for all letters of a workspace: pace, quiet hours, the stop; who gets none any more; letters that are gathered. */
import { and, eq, sql, inArray } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { deliveries, gatherings, mailing, unsubscribed } from '../schema';

export type MailingRow = typeof mailing.$inferSelect;

export const mailingOf = async (db: Db | Tx, workspaceId: string): Promise<MailingRow | undefined> =>
  (await db.select().from(mailing).where(eq(mailing.workspaceId, workspaceId)))[0];

export async function putMailing(
  tx: Tx,
  workspaceId: string,
  set: Partial<Pick<MailingRow, 'stoppedAt' | 'perMinute' | 'quiet'>>,
): Promise<void> {
  await tx
    .insert(mailing)
    .values({ workspaceId, ...set })
    .onConflictDoUpdate({ target: mailing.workspaceId, set: { ...set, nextAt: null } });
}

/**
 * Gives a letter its turn, one after the other, as far apart as the pace says.
 * @returns when it is
 */
export async function takeTurn(db: Db, workspaceId: string, letterId: string, now: Date): Promise<Date> {
  return db.transaction(async (tx) => {
    const [row] = await tx
      .update(mailing)
      .set({
        nextAt: sql`greatest(coalesce(${mailing.nextAt}, ${now.toISOString()}::timestamptz), ${now.toISOString()}::timestamptz)
          + interval '1 minute' / coalesce(${mailing.perMinute}, 1000000)`,
      })
      .where(eq(mailing.workspaceId, workspaceId))
      .returning({ next: mailing.nextAt, perMinute: mailing.perMinute });
    const turn = row?.next && row.perMinute ? new Date(row.next.getTime() - 60_000 / row.perMinute) : now;
    await setTurn(tx, workspaceId, letterId, turn);
    return turn;
  });
}

export async function setTurn(db: Db | Tx, workspaceId: string, letterId: string, turnAt: Date | null): Promise<void> {
  await db
    .update(deliveries)
    .set({ turnAt })
    .where(and(eq(deliveries.workspaceId, workspaceId), eq(deliveries.letterId, letterId)));
}

/** Letters that were held back by the stop go on waiting. @returns their ids */
export async function letGo(tx: Tx, workspaceId: string, now: Date): Promise<string[]> {
  const rows = await tx
    .update(deliveries)
    .set({ state: 'waiting', turnAt: null, changedAt: now })
    .where(and(eq(deliveries.workspaceId, workspaceId), eq(deliveries.state, 'held')))
    .returning({ letterId: deliveries.letterId });
  return rows.map(({ letterId }) => letterId);
}

const person = (workspaceId: string, personHash: string) =>
  and(eq(unsubscribed.workspaceId, workspaceId), eq(unsubscribed.personHash, personHash));

export const isUnsubscribed = async (db: Db | Tx, workspaceId: string, personHash: string): Promise<boolean> =>
  (await db.select({ at: unsubscribed.at }).from(unsubscribed).where(person(workspaceId, personHash))).length > 0;

/** Those among some people who get no more letters. */
export const unsubscribedAmong = async (db: Db | Tx, workspaceId: string, hashes: string[]): Promise<Set<string>> =>
  new Set(
    (
      await db
        .select({ hash: unsubscribed.personHash })
        .from(unsubscribed)
        .where(and(eq(unsubscribed.workspaceId, workspaceId), inArray(unsubscribed.personHash, hashes)))
    ).map(({ hash }) => hash),
  );

/** @returns whether they were not out before */
export const addUnsubscribed = async (
  db: Db | Tx,
  workspaceId: string,
  personHash: string,
  at: Date,
): Promise<boolean> =>
  (
    await db
      .insert(unsubscribed)
      .values({ workspaceId, personHash, at })
      .onConflictDoNothing()
      .returning({ at: unsubscribed.at })
  ).length === 1;
export async function removeUnsubscribed(db: Db, workspaceId: string, personHash: string): Promise<void> {
  await db.delete(unsubscribed).where(person(workspaceId, personHash));
}

type Gathering = typeof gatherings.$inferInsert;

/** @returns whether it is the first cause of this letter */
export const addGathering = async (tx: Tx, row: Gathering): Promise<boolean> =>
  (await tx.insert(gatherings).values(row).onConflictDoNothing().returning({ dueAt: gatherings.dueAt })).length > 0;

/** @returns whether it was there */
export async function takeGathering(tx: Tx, { workspaceId, quizId, messageId, dueAt }: Gathering): Promise<boolean> {
  const gone = await tx
    .delete(gatherings)
    .where(
      and(
        eq(gatherings.workspaceId, workspaceId),
        eq(gatherings.quizId, quizId),
        eq(gatherings.messageId, messageId),
        eq(gatherings.dueAt, dueAt),
      ),
    )
    .returning({ dueAt: gatherings.dueAt });
  return gone.length > 0;
}
