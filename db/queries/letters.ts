import { and, desc, eq, sql } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { deliveries, letters } from '../schema';

export type DeliveryState = 'waiting' | 'delivered' | 'failed';

/** Writes a letter down as waiting. A run gets each letter once: a second one is not written. */
export async function insertLetter(tx: Tx, row: typeof letters.$inferInsert): Promise<boolean> {
  const written = await tx.insert(letters).values(row).onConflictDoNothing().returning({ id: letters.letterId });
  if (written.length === 0) return false;
  await tx.insert(deliveries).values({
    workspaceId: row.workspaceId,
    letterId: row.letterId,
    quizId: row.quizId,
    ...(row.writtenAt ? { writtenAt: row.writtenAt, changedAt: row.writtenAt } : {}),
    state: 'waiting',
  });
  return true;
}

const joined = and(eq(deliveries.workspaceId, letters.workspaceId), eq(deliveries.letterId, letters.letterId));
const columns = {
  letterId: letters.letterId,
  quizId: letters.quizId,
  messageId: letters.messageId,
  recipient: letters.recipient,
  language: letters.language,
  subject: letters.subject,
  body: letters.body,
  writtenAt: letters.writtenAt,
  state: deliveries.state,
  tries: deliveries.tries,
  trouble: deliveries.trouble,
  changedAt: deliveries.changedAt,
};
export type LetterRow = { [K in keyof typeof columns]: (typeof columns)[K]['_']['data'] };

export async function findLetter(db: Db | Tx, workspaceId: string, letterId: string) {
  const where = and(eq(letters.workspaceId, workspaceId), eq(letters.letterId, letterId));
  return (await db.select(columns).from(letters).innerJoin(deliveries, joined).where(where))[0];
}

/** The newest letters in a state. */
export const newestLetters = (
  db: Db | Tx,
  workspaceId: string,
  quizId: string,
  state: DeliveryState,
  most: number,
): Promise<LetterRow[]> =>
  db
    .select(columns)
    .from(deliveries)
    .innerJoin(letters, joined)
    .where(and(eq(deliveries.workspaceId, workspaceId), eq(deliveries.quizId, quizId), eq(deliveries.state, state)))
    .orderBy(desc(deliveries.writtenAt), desc(deliveries.letterId))
    .limit(most);

export async function letterCounts(db: Db | Tx, workspaceId: string, quizId: string): Promise<Record<string, number>> {
  const rows = await db
    .select({ state: deliveries.state, count: sql<number>`count(*)::int` })
    .from(deliveries)
    .where(and(eq(deliveries.workspaceId, workspaceId), eq(deliveries.quizId, quizId)))
    .groupBy(deliveries.state);
  return Object.fromEntries(rows.map((r) => [r.state, r.count]));
}

export async function setDelivery(
  db: Db | Tx,
  workspaceId: string,
  letterId: string,
  values: { state: DeliveryState; trouble: string; changedAt: Date; tried: boolean },
): Promise<void> {
  const { tried, ...set } = values;
  await db
    .update(deliveries)
    .set({ ...set, ...(tried ? { tries: sql`${deliveries.tries} + 1` } : {}) })
    .where(and(eq(deliveries.workspaceId, workspaceId), eq(deliveries.letterId, letterId)));
}
