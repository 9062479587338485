import { and, asc, eq, gt, ne } from 'drizzle-orm';
import type { Db } from '../client';
import { presences, user } from '../schema';

/** Says that somebody has a quiz open. */
export async function putPresence(db: Db, row: typeof presences.$inferInsert): Promise<void> {
  const { block = '', seenAt } = row;
  await db
    .insert(presences)
    .values(row)
    .onConflictDoUpdate({
      target: [presences.workspaceId, presences.quizId, presences.userId],
      set: { block, seenAt },
    });
}

/** Everybody else who has said so since a moment. */
export const othersPresent = (db: Db, workspaceId: string, quizId: string, userId: string, since: Date) =>
  db
    .select({ name: user.name, block: presences.block })
    .from(presences)
    .innerJoin(user, eq(user.id, presences.userId))
    .where(
      and(
        eq(presences.workspaceId, workspaceId),
        eq(presences.quizId, quizId),
        ne(presences.userId, userId),
        gt(presences.seenAt, since),
      ),
    )
    .orderBy(asc(user.name), asc(user.id))
    .limit(20);
