import { and, asc, desc, eq, gt, inArray, isNull, ne, sql } from 'drizzle-orm';
import type { Quiz } from '../../core/quiz/schema';
import type { Edit } from '../../core/quiz/edits';
import type { Db, Tx } from '../client';
import { addresses, editions, edits, quizzes, states } from '../schema';

export type QuizRow = typeof quizzes.$inferSelect;
const own = (workspaceId: string, quizId: string) =>
  and(eq(quizzes.workspaceId, workspaceId), eq(quizzes.quizId, quizId));

export async function findQuiz(db: Db | Tx, workspaceId: string, quizId: string): Promise<QuizRow | undefined> {
  return (await db.select().from(quizzes).where(own(workspaceId, quizId)))[0];
}

/** The row, locked until the transaction ends, so that edits come one after the other. */
export async function lockQuiz(tx: Tx, workspaceId: string, quizId: string): Promise<QuizRow | undefined> {
  return (await tx.select().from(quizzes).where(own(workspaceId, quizId)).for('update'))[0];
}

/** Ids of the quizzes of a workspace that are live. */
export async function liveQuizzes(db: Db | Tx, workspaceId: string): Promise<Set<string>> {
  const rows = await db
    .select({ id: quizzes.quizId })
    .from(quizzes)
    .where(
      and(eq(quizzes.workspaceId, workspaceId), isNull(quizzes.deletedAt), sql`${quizzes.liveEdition} is not null`),
    );
  return new Set(rows.map((r) => r.id));
}

/** The document that holds the question bank of a workspace: it is edited like a quiz, and is none. */
export const bankIdOf = (workspaceId: string): string => `bank-${workspaceId}`;

export const allQuizzes = (db: Db | Tx, workspaceId: string): Promise<QuizRow[]> =>
  db
    .select()
    .from(quizzes)
    .where(
      and(eq(quizzes.workspaceId, workspaceId), ne(quizzes.quizId, bankIdOf(workspaceId)), isNull(quizzes.deletedAt)),
    )
    .orderBy(desc(quizzes.changedAt));

export async function insertQuiz(
  tx: Tx,
  row: { workspaceId: string; quizId: string; draft: Quiz; address: string; changedBy: string; changedAt: Date },
): Promise<void> {
  await tx.insert(quizzes).values(row);
  await tx.insert(addresses).values({ address: row.address, workspaceId: row.workspaceId, quizId: row.quizId });
}

export async function updateQuiz(
  db: Db | Tx,
  workspaceId: string,
  quizId: string,
  values: Partial<QuizRow>,
): Promise<void> {
  await db.update(quizzes).set(values).where(own(workspaceId, quizId));
}

export async function addressTaken(db: Db | Tx, address: string): Promise<boolean> {
  return (await db.select({ a: addresses.address }).from(addresses).where(eq(addresses.address, address))).length > 0;
}

export async function insertEdit(
  tx: Tx,
  row: { workspaceId: string; quizId: string; revision: number; editId: string; edit: Edit; by: string },
): Promise<void> {
  await tx.insert(edits).values(row);
}

/** Which of these edits are on disk already, since a request may come twice. */
export async function knownEdits(tx: Tx, workspaceId: string, quizId: string, ids: string[]): Promise<Set<string>> {
  if (ids.length === 0) return new Set();
  const rows = await tx
    .select({ id: edits.editId })
    .from(edits)
    .where(and(eq(edits.workspaceId, workspaceId), eq(edits.quizId, quizId), inArray(edits.editId, ids)));
  return new Set(rows.map((r) => r.id));
}

export type KeptEdit = { revision: number; id: string; edit: Edit; by: string };
export const editsAfter = (db: Db | Tx, workspaceId: string, quizId: string, revision: number): Promise<KeptEdit[]> =>
  db
    .select({ revision: edits.revision, id: edits.editId, edit: edits.edit, by: edits.by })
    .from(edits)
    .where(and(eq(edits.workspaceId, workspaceId), eq(edits.quizId, quizId), gt(edits.revision, revision)))
    .orderBy(asc(edits.revision));

/** Keeps a state of the draft; the same revision is kept once. */
export async function insertState(tx: Tx, row: typeof states.$inferInsert): Promise<void> {
  await tx.insert(states).values(row).onConflictDoNothing();
}

const statesWhere = (workspaceId: string, quizId: string) =>
  and(eq(states.workspaceId, workspaceId), eq(states.quizId, quizId));

/** Newest first. */
export const statesOf = (db: Db, workspaceId: string, quizId: string, most: number) =>
  db
    .select({ revision: states.revision, at: states.at, by: states.by })
    .from(states)
    .where(statesWhere(workspaceId, quizId))
    .orderBy(desc(states.revision))
    .limit(most);

export async function findState(
  db: Db,
  workspaceId: string,
  quizId: string,
  revision: number,
): Promise<Quiz | undefined> {
  const where = and(statesWhere(workspaceId, quizId), eq(states.revision, revision));
  return (await db.select({ document: states.document }).from(states).where(where))[0]?.document;
}

export async function insertEdition(tx: Tx, row: typeof editions.$inferInsert): Promise<void> {
  await tx.insert(editions).values(row);
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

export const editionsOf = (db: Db, workspaceId: string, quizId: string) =>
  db
    .select({ edition: editions.edition, publishedAt: editions.publishedAt, publishedBy: editions.publishedBy })
    .from(editions)
    .where(and(eq(editions.workspaceId, workspaceId), eq(editions.quizId, quizId)))
    .orderBy(desc(editions.edition));

/** Where a quiz of this workspace stands; undefined where it is not live. */
export async function liveAddress(db: Db, workspaceId: string, quizId: string): Promise<string | undefined> {
  const rows = await db
    .select({ address: quizzes.address })
    .from(quizzes)
    .where(and(own(workspaceId, quizId), isNull(quizzes.deletedAt), sql`${quizzes.liveEdition} is not null`));
  return rows[0]?.address;
}

/** The live quiz behind an address; undefined where there is none, or it was never published or is deleted. */
export async function liveAt(
  db: Db,
  address: string,
): Promise<{ workspaceId: string; quizId: string; edition: number } | undefined> {
  const rows = await db
    .select({ workspaceId: quizzes.workspaceId, quizId: quizzes.quizId, edition: quizzes.liveEdition })
    .from(addresses)
    .innerJoin(quizzes, and(eq(quizzes.workspaceId, addresses.workspaceId), eq(quizzes.quizId, addresses.quizId)))
    .where(and(eq(addresses.address, address), isNull(quizzes.deletedAt), sql`${quizzes.liveEdition} is not null`));
  const row = rows[0];
  return row && row.edition !== null ? { ...row, edition: row.edition } : undefined;
}

/** When results that are kept back were released, last; null = never. */
export async function releasedAt(db: Db | Tx, workspaceId: string, quizId: string): Promise<Date | null> {
  const rows = await db.select({ at: quizzes.releasedAt }).from(quizzes).where(own(workspaceId, quizId));
  return rows[0]?.at ?? null;
}
