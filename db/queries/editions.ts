import { and, asc, desc, eq, gte, lt, max, ne, not, sql } from 'drizzle-orm';
import type { Quiz } from '../../core/schema/quiz';
import type { Db, Tx } from '../client';
import { editions, members, user } from '../schema';

/** Numbers from here on are states of the draft that somebody tried, kept beside the editions. No quiz is published so often. */
const DRAFTS = 1_000_000_000;
export const draftEdition = (revision: number): number => DRAFTS + revision;

/** An edition never changes: one that is there stays as it is. @returns whether it was not there yet */
export async function insertEdition(db: Db | Tx, row: typeof editions.$inferInsert): Promise<boolean> {
  return (
    (await db.insert(editions).values(row).onConflictDoNothing().returning({ edition: editions.edition })).length > 0
  );
}
/** Takes away the states of the draft that no run is of any more. @param but one that is needed */
export async function deleteTrials(tx: Tx, workspaceId: string, quizId: string, but = 0): Promise<void> {
  const isUsed = sql`exists (select 1 from runs where runs.workspace_id = ${editions.workspaceId}
    and runs.quiz_id = ${editions.quizId} and runs.edition = ${editions.edition})`;
  await tx
    .delete(editions)
    .where(
      and(
        eq(editions.workspaceId, workspaceId),
        eq(editions.quizId, quizId),
        gte(editions.edition, DRAFTS),
        ne(editions.edition, but),
        not(isUsed),
      ),
    );
}

export async function findEdition(
  db: Db | Tx,
  workspaceId: string,
  quizId: string,
  edition: number,
): Promise<Quiz | undefined> {
  const where = and(eq(editions.workspaceId, workspaceId), eq(editions.quizId, quizId), eq(editions.edition, edition));
  return (await db.select({ document: editions.document }).from(editions).where(where))[0]?.document;
}

const published = (workspaceId: string, quizId: string) =>
  and(eq(editions.workspaceId, workspaceId), eq(editions.quizId, quizId), lt(editions.edition, DRAFTS));

export const editionsOf = (db: Db, workspaceId: string, quizId: string) =>
  db
    .select({
      edition: editions.edition,
      publishedAt: editions.publishedAt,
      publishedBy: editions.publishedBy,
      note: editions.note,
    })
    .from(editions)
    .where(published(workspaceId, quizId))
    .orderBy(desc(editions.edition));

/** The newest edition there is, live or not; null where there is none. */
export async function newestEdition(tx: Tx, workspaceId: string, quizId: string): Promise<number | null> {
  const where = published(workspaceId, quizId);
  return (
    (
      await tx
        .select({ newest: max(editions.edition) })
        .from(editions)
        .where(where)
    )[0]?.newest ?? null
  );
}

/** @returns whether there is such an edition */
export async function setNote(
  db: Db,
  workspaceId: string,
  quizId: string,
  edition: number,
  note: string,
): Promise<boolean> {
  const where = and(eq(editions.workspaceId, workspaceId), eq(editions.quizId, quizId), eq(editions.edition, edition));
  return (await db.update(editions).set({ note }).where(where).returning({ edition: editions.edition })).length > 0;
}

/** The address of who published an edition, if they are still here; else of whoever owns the workspace. */
export async function publisherOf(
  db: Db | Tx,
  workspaceId: string,
  quizId: string,
  edition: number,
): Promise<string | undefined> {
  const by = await db
    .select({ by: editions.publishedBy })
    .from(editions)
    .where(and(eq(editions.workspaceId, workspaceId), eq(editions.quizId, quizId), eq(editions.edition, edition)));
  const rows = await db
    .select({ email: user.email, name: user.name, role: members.role })
    .from(members)
    .innerJoin(user, eq(user.id, members.userId))
    .where(eq(members.workspaceId, workspaceId))
    .orderBy(asc(members.joinedAt), asc(members.userId));
  // Editions say the name.
  const publisher = rows.find(({ name }) => name === by[0]?.by);
  return (publisher ?? rows.find(({ role }) => role === 'owner'))?.email;
}
