import { and, asc, count, desc, eq, gt, inArray, isNull, ne, sql } from 'drizzle-orm';
import { type HandOver, handOversIn } from '../../core/flow/chain';
import type { Edit, KeptEdit } from '../../core/document/edits';
import type { Known, Quiz } from '../../core/schema/quiz';
import type { Db, Tx } from '../client';
import type { AccessRow } from './access';
import { access, addresses, type Checked, edits, quizzes, states } from '../schema';
import { placeOf } from './places';

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

const listed = (workspaceId: string) =>
  and(eq(quizzes.workspaceId, workspaceId), ne(quizzes.quizId, bankIdOf(workspaceId)), isNull(quizzes.deletedAt));

/** How many quizzes a workspace has; those that were deleted, and the bank, are none. */
export const countQuizzes = async (db: Db, workspaceId: string): Promise<number> =>
  (await db.select({ n: count() }).from(quizzes).where(listed(workspaceId)))[0]?.n ?? 0;

/** The drafts of a workspace, one after the other. */
export async function* draftsOf(db: Db, workspaceId: string): AsyncGenerator<Quiz> {
  const ids = await db.select({ id: quizzes.quizId }).from(quizzes).where(listed(workspaceId)).orderBy(quizzes.quizId);
  for (const { id } of ids) {
    const [row] = await db.select({ draft: quizzes.draft }).from(quizzes).where(own(workspaceId, id));
    if (row) yield row.draft;
  }
}

/** A quiz as lists need it: without its draft, which may be a thousand times as large. */
export type QuizSummary = {
  quizId: string;
  title: string;
  description: string;
  known: Known[];
  handOvers: HandOver[];
  checked: Checked | null;
  revision: number;
  publishedRevision: number | null;
  liveEdition: number | null;
  changedAt: Date;
  changedBy: string;
  isArchived: boolean;
  label: string;
  /** Closed by hand. */
  isShut: boolean;
};

/** The quizzes of a workspace, the one changed last first. */
export async function quizSummaries(db: Db | Tx, workspaceId: string): Promise<QuizSummary[]> {
  const rows = await db
    .select({
      quizId: quizzes.quizId,
      title: quizzes.title,
      description: quizzes.description,
      known: quizzes.known,
      handOvers: quizzes.handOvers,
      checked: quizzes.checked,
      revision: quizzes.revision,
      publishedRevision: quizzes.publishedRevision,
      liveEdition: quizzes.liveEdition,
      changedAt: quizzes.changedAt,
      changedBy: quizzes.changedBy,
      isArchived: quizzes.isArchived,
      label: quizzes.label,
      isShut: sql<boolean>`coalesce(${access.settings} ? 'shut', false)`,
    })
    .from(quizzes)
    .leftJoin(access, and(eq(access.workspaceId, quizzes.workspaceId), eq(access.quizId, quizzes.quizId)))
    .where(listed(workspaceId))
    .orderBy(desc(quizzes.changedAt), quizzes.quizId);
  return rows.map((row) => ({ ...row, handOvers: row.handOvers ?? [] }));
}

/** Drafts that were written before their hand-overs were kept beside them. */
export const withoutHandOvers = (db: Db, workspaceId: string, most: number) =>
  db
    .select({ quizId: quizzes.quizId, draft: quizzes.draft })
    .from(quizzes)
    .where(and(listed(workspaceId), isNull(quizzes.handOvers)))
    .limit(most);

/** Quizzes whose newest revision was not checked yet, with their drafts. */
export const uncheckedQuizzes = (db: Db, workspaceId: string, most: number) =>
  db
    .select({ quizId: quizzes.quizId, draft: quizzes.draft, revision: quizzes.revision })
    .from(quizzes)
    .where(
      and(
        listed(workspaceId),
        sql`(${quizzes.checked} is null or (${quizzes.checked} ->> 'revision')::int <> ${quizzes.revision})`,
      ),
    )
    .orderBy(desc(quizzes.changedAt))
    .limit(most);

/** Notes what the check said of a revision, unless a newer one was checked meanwhile. */
export async function setChecked(db: Db, workspaceId: string, quizId: string, checked: Checked): Promise<void> {
  const newer = sql`coalesce((${quizzes.checked} ->> 'revision')::int, -1) <= ${checked.revision}`;
  await db
    .update(quizzes)
    .set({ checked })
    .where(and(own(workspaceId, quizId), newer));
}

/** The quizzes of a workspace that take questions from its bank, with their drafts. */
export const quizzesWithLinks = (db: Db | Tx, workspaceId: string) =>
  db
    .select({ quizId: quizzes.quizId, title: quizzes.title, draft: quizzes.draft })
    .from(quizzes)
    .where(and(listed(workspaceId), sql`${quizzes.draft} @? '$.pages[*].blocks[*].linked'`))
    .orderBy(quizzes.quizId);

/** What is kept beside a draft, so that lists need not read it. */
const besideDraft = (draft: Quiz) => ({
  title: draft.title,
  description: draft.description,
  known: draft.known,
  handOvers: handOversIn(draft),
});

export async function insertQuiz(
  tx: Tx,
  row: { workspaceId: string; quizId: string; draft: Quiz; address: string; changedBy: string; changedAt: Date },
): Promise<void> {
  await tx.insert(quizzes).values({ ...row, ...besideDraft(row.draft) });
  await tx.insert(addresses).values({ address: row.address, workspaceId: row.workspaceId, quizId: row.quizId });
}

export async function updateQuiz(
  db: Db | Tx,
  workspaceId: string,
  quizId: string,
  values: Partial<QuizRow>,
): Promise<void> {
  const set = values.draft ? { ...values, ...besideDraft(values.draft) } : values;
  await db.update(quizzes).set(set).where(own(workspaceId, quizId));
}

/** Keeps the hand-overs of a draft that was written before they were kept. */
export async function setHandOvers(db: Db, workspaceId: string, quizId: string, draft: Quiz): Promise<void> {
  await db
    .update(quizzes)
    .set({ handOvers: handOversIn(draft) })
    .where(and(own(workspaceId, quizId), isNull(quizzes.handOvers)));
}

export async function addressTaken(db: Db | Tx, address: string): Promise<boolean> {
  return (await db.select({ a: addresses.address }).from(addresses).where(eq(addresses.address, address))).length > 0;
}

export async function insertEdit(
  tx: Tx,
  row: { workspaceId: string; quizId: string; revision: number; editId: string; edit: Edit; by: string },
): Promise<void> {
  await tx.insert(edits).values({ ...row, size: JSON.stringify(row.edit).length });
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

/** Edits, and characters of them, that are told at once. */
const MOST_TOLD = 500;
const LONGEST_TOLD = 2_000_000;

/** Edits after a revision, in order: as many as can be told at once, and at least one where there is any. Whoever wants the rest asks again. */
export async function editsAfter(
  db: Db | Tx,
  workspaceId: string,
  quizId: string,
  revision: number,
): Promise<KeptEdit[]> {
  const upTo = sql<number>`sum(${edits.size}) over (order by ${edits.revision})`.as('up_to');
  const found = db
    .select({
      revision: edits.revision,
      id: edits.editId,
      edit: edits.edit,
      by: edits.by,
      size: edits.size,
      upTo,
    })
    .from(edits)
    .where(and(eq(edits.workspaceId, workspaceId), eq(edits.quizId, quizId), gt(edits.revision, revision)))
    .orderBy(asc(edits.revision))
    .limit(MOST_TOLD)
    .as('found');
  return db
    .select({ revision: found.revision, id: found.id, edit: found.edit, by: found.by })
    .from(found)
    .where(sql`${found.upTo} - ${found.size} < ${LONGEST_TOLD}`)
    .orderBy(asc(found.revision));
}

/** Characters of edits that are kept of a quiz. What they led to is kept as states. */
const MOST_KEPT = 20_000_000;

/** Forgets the oldest edits of a quiz, as far as there are more than are kept. */
export async function forgetOldEdits(tx: Tx, workspaceId: string, quizId: string): Promise<void> {
  await tx.execute(sql`
    delete from ${edits} where workspace_id = ${workspaceId} and quiz_id = ${quizId} and revision in (
      select revision from (
        select revision, sum(size) over (order by revision desc) as newer from ${edits}
        where workspace_id = ${workspaceId} and quiz_id = ${quizId}) as e
      where newer > ${MOST_KEPT})`);
}

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

export async function titleOf(db: Db | Tx, workspaceId: string, quizId: string): Promise<string> {
  const rows = await db.select({ title: quizzes.title }).from(quizzes).where(own(workspaceId, quizId));
  return rows[0]?.title ?? '';
}

/** The address of a quiz, whether it is live or not. */
export async function addressOf(db: Db | Tx, workspaceId: string, quizId: string): Promise<string> {
  const rows = await db.select({ address: quizzes.address }).from(quizzes).where(own(workspaceId, quizId));
  return rows[0]?.address ?? '';
}

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
): Promise<{ workspaceId: string; quizId: string; edition: number; access: AccessRow } | undefined> {
  const place = await placeOf(db, address);
  if (!place) return undefined;
  const rows = await db
    .select({
      workspaceId: quizzes.workspaceId,
      quizId: quizzes.quizId,
      edition: quizzes.liveEdition,
      settings: access.settings,
      passcode: access.passcode,
      finished: access.finished,
    })
    .from(quizzes)
    .leftJoin(access, and(eq(access.workspaceId, quizzes.workspaceId), eq(access.quizId, quizzes.quizId)))
    .where(
      and(
        eq(quizzes.workspaceId, place.workspaceId),
        eq(quizzes.quizId, place.quizId),
        isNull(quizzes.deletedAt),
        sql`${quizzes.liveEdition} is not null`,
      ),
    );
  const [row] = rows;
  if (!row || row.edition === null) return undefined;
  const { workspaceId, quizId, edition, settings, passcode, finished } = row;
  return { workspaceId, quizId, edition, access: { settings: settings ?? {}, passcode, finished: finished ?? 0 } };
}

/** When results that are kept back were released, last; null = never. */
export async function releasedAt(db: Db | Tx, workspaceId: string, quizId: string): Promise<Date | null> {
  const rows = await db.select({ at: quizzes.releasedAt }).from(quizzes).where(own(workspaceId, quizId));
  return rows[0]?.at ?? null;
}

/** Leads an address to a quiz; the ones that it had go on leading there. */
export async function setAddress(tx: Tx, workspaceId: string, quizId: string, address: string): Promise<void> {
  await tx.insert(addresses).values({ address, workspaceId, quizId }).onConflictDoNothing();
  await tx.update(quizzes).set({ address }).where(own(workspaceId, quizId));
}

/** An address of a quiz that has so many letters at most; undefined where it has none. */
export async function shortAddress(
  db: Db,
  workspaceId: string,
  quizId: string,
  most: number,
): Promise<string | undefined> {
  const where = and(
    eq(addresses.workspaceId, workspaceId),
    eq(addresses.quizId, quizId),
    sql`length(${addresses.address}) <= ${most}`,
  );
  return (await db.select({ address: addresses.address }).from(addresses).where(where).orderBy(addresses.address))[0]
    ?.address;
}
/** Lets one more address lead to a quiz. @returns whether it was free */
export const addAddress = async (db: Db, row: typeof addresses.$inferInsert): Promise<boolean> =>
  (await db.insert(addresses).values(row).onConflictDoNothing().returning({ address: addresses.address })).length > 0;
