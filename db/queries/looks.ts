import { and, asc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Quiz } from '../../core/schema/quiz';
import type { Db, Tx } from '../client';
import { looks, quizzes } from '../schema';

export type LookRow = typeof looks.$inferSelect;
const own = (workspaceId: string, lookId: string) => and(eq(looks.workspaceId, workspaceId), eq(looks.lookId, lookId));

export const looksOf = (db: Db | Tx, workspaceId: string): Promise<LookRow[]> =>
  db.select().from(looks).where(eq(looks.workspaceId, workspaceId)).orderBy(asc(looks.name), asc(looks.lookId));

/** The row, locked until the transaction ends, so that what wears it is changed once for each change. */
export async function lockLook(tx: Tx, workspaceId: string, lookId: string): Promise<LookRow | undefined> {
  return (await tx.select().from(looks).where(own(workspaceId, lookId)).for('update'))[0];
}

export const insertLook = (db: Db | Tx, row: typeof looks.$inferInsert) => db.insert(looks).values(row);

export const updateLook = (tx: Tx, { workspaceId, lookId }: LookRow, set: Partial<LookRow>) =>
  tx.update(looks).set(set).where(own(workspaceId, lookId));

export async function removeLook(db: Db, workspaceId: string, lookId: string): Promise<boolean> {
  return (await db.delete(looks).where(own(workspaceId, lookId)).returning({ id: looks.lookId })).length > 0;
}

const look = sql<Quiz['look']>`${quizzes.draft} -> 'look'`;
const keptId = sql<string | null>`${quizzes.draft} #>> '{look,kept}'`;

/** The quizzes of a workspace that wear a kept look, with what they wear; the smallest id first, so that they are locked in one order. */
export const wearers = (db: Db | Tx, workspaceId: string, lookId?: string) =>
  db
    .select({ quizId: quizzes.quizId, title: quizzes.title, look, kept: keptId })
    .from(quizzes)
    .where(
      and(
        eq(quizzes.workspaceId, workspaceId),
        isNull(quizzes.deletedAt),
        lookId === undefined ? isNotNull(keptId) : eq(keptId, lookId),
      ),
    )
    .orderBy(asc(quizzes.quizId));
