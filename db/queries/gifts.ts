import { and, eq, isNull, sql } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { gifts } from '../schema';

const open = (workspaceId: string, quizId: string) =>
  and(eq(gifts.workspaceId, workspaceId), eq(gifts.quizId, quizId), isNull(gifts.endedAt));

/** The link of a quiz that is good now, and how many copies were ever taken. */
export async function giftOf(db: Db | Tx, workspaceId: string, quizId: string) {
  const rows = await db
    .select({ key: gifts.giftKey, taken: gifts.taken, endedAt: gifts.endedAt })
    .from(gifts)
    .where(and(eq(gifts.workspaceId, workspaceId), eq(gifts.quizId, quizId)));
  return {
    key: rows.find((row) => row.endedAt === null)?.key ?? null,
    taken: rows.reduce((sum, row) => sum + row.taken, 0),
  };
}

export async function insertGift(tx: Tx, row: typeof gifts.$inferInsert): Promise<void> {
  await tx.insert(gifts).values(row);
}

export async function endGift(db: Db, workspaceId: string, quizId: string, at: Date): Promise<void> {
  await db.update(gifts).set({ endedAt: at }).where(open(workspaceId, quizId));
}

/** What a link gives. */
export async function giftByKey(db: Db | Tx, key: string) {
  const [row] = await db
    .select({ workspaceId: gifts.workspaceId, quizId: gifts.quizId, by: gifts.by })
    .from(gifts)
    .where(and(eq(gifts.giftKey, key), isNull(gifts.endedAt)));
  return row;
}

/** Counts a copy. @returns false where the link has come to its end meanwhile */
export async function countTaken(tx: Tx, key: string): Promise<boolean> {
  const where = and(eq(gifts.giftKey, key), isNull(gifts.endedAt));
  const taken = await tx
    .update(gifts)
    .set({ taken: sql`${gifts.taken} + 1` })
    .where(where)
    .returning({ key: gifts.giftKey });
  return taken.length === 1;
}
