import { and, desc, eq, sql } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { deliveries, letters } from '../schema';

export type DeliveryState = (typeof deliveries.$inferSelect)['state'];
export type NewLetter = typeof letters.$inferInsert;

/** Writes a letter down. A run gets each letter once: a second one is not written. @param state what becomes of it */
export const insertLetter = async (tx: Tx, row: NewLetter, state: DeliveryState = 'waiting'): Promise<boolean> =>
  (await insertLetters(tx, [{ row, state }])).length > 0;

/** Writes letters down, each with what becomes of it. @returns those that were not written before */
export async function insertLetters(
  tx: Tx,
  all: readonly { row: NewLetter; state: DeliveryState }[],
): Promise<{ row: NewLetter; state: DeliveryState }[]> {
  if (all.length === 0) return [];
  const written = await tx
    .insert(letters)
    .values(all.map(({ row }) => row))
    .onConflictDoNothing()
    .returning({ id: letters.letterId });
  const ids = new Set(written.map(({ id }) => id));
  const fresh = all.filter(({ row }) => ids.has(row.letterId));
  if (fresh.length > 0)
    await tx.insert(deliveries).values(
      fresh.map(({ row: { workspaceId, letterId, quizId, writtenAt }, state }) => ({
        ...{ workspaceId, letterId, quizId, state },
        ...(writtenAt ? { writtenAt, changedAt: writtenAt } : {}),
      })),
    );
  return fresh;
}

const joined = and(eq(deliveries.workspaceId, letters.workspaceId), eq(deliveries.letterId, letters.letterId));
const columns = {
  letterId: letters.letterId,
  quizId: letters.quizId,
  messageId: letters.messageId,
  listedId: letters.listedId,
  recipient: letters.recipient,
  audience: letters.audience,
  language: letters.language,
  subject: letters.subject,
  sheet: letters.sheet,
  writtenAt: letters.writtenAt,
  dueAt: letters.dueAt,
  runId: letters.runId,
  unfinished: letters.unfinished,
  state: deliveries.state,
  tries: deliveries.tries,
  trouble: deliveries.trouble,
  changedAt: deliveries.changedAt,
  turnAt: deliveries.turnAt,
};
export type LetterRow = typeof letters.$inferSelect extends infer L
  ? Pick<L & typeof deliveries.$inferSelect, keyof typeof columns & keyof (L & typeof deliveries.$inferSelect)>
  : never;

export async function findLetter(db: Db | Tx, workspaceId: string, letterId: string) {
  const where = and(eq(letters.workspaceId, workspaceId), eq(letters.letterId, letterId));
  return (await db.select(columns).from(letters).innerJoin(deliveries, joined).where(where))[0];
}

export type WantedLetters = {
  state?: DeliveryState | undefined;
  /** Words that stand in the address or in the subject. */
  search?: string | undefined;
  after?: { writtenAt: Date; letterId: string } | undefined;
  most: number;
};

/** Letters of a quiz, the newest first. */
export const lettersOf = (
  db: Db | Tx,
  workspaceId: string,
  quizId: string,
  { state, search, after, most }: WantedLetters,
): Promise<LetterRow[]> =>
  db
    .select(columns)
    .from(deliveries)
    .innerJoin(letters, joined)
    .where(
      and(
        eq(deliveries.workspaceId, workspaceId),
        eq(deliveries.quizId, quizId),
        state && eq(deliveries.state, state),
        search
          ? sql`position(${search.toLowerCase()} in lower(${letters.recipient} || ' ' || ${letters.subject})) > 0`
          : undefined,
        after && sql`(${deliveries.writtenAt}, ${deliveries.letterId}) < (${after.writtenAt}, ${after.letterId})`,
      ),
    )
    .orderBy(desc(deliveries.writtenAt), desc(deliveries.letterId))
    .limit(most);

/** All failed letters of a quiz wait again. @returns their ids */
export async function failedToWaiting(tx: Tx, workspaceId: string, quizId: string, now: Date): Promise<string[]> {
  const rows = await tx
    .update(deliveries)
    .set({ state: 'waiting', trouble: '', turnAt: null, changedAt: now })
    .where(and(eq(deliveries.workspaceId, workspaceId), eq(deliveries.quizId, quizId), eq(deliveries.state, 'failed')))
    .returning({ letterId: deliveries.letterId });
  return rows.map(({ letterId }) => letterId);
}

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

/** Letters that wait to be sent, by their ids. */
export async function waitingLetters(db: Db, workspaceId: string): Promise<string[]> {
  const rows = await db
    .select({ letterId: deliveries.letterId })
    .from(deliveries)
    .where(and(eq(deliveries.workspaceId, workspaceId), eq(deliveries.state, 'waiting')));
  return rows.map(({ letterId }) => letterId);
}
