/** Runs of old scored by a newer key. */
import { and, asc, desc, eq, gt, inArray, isNotNull, isNull, lt, ne, or, sql } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { rescoredRuns, rescorings, runs } from '../schema';
import { counted, type RunWithEvents, runColumns } from './runs';

export type Rescoring = typeof rescorings.$inferSelect;
export type OfQuiz = { workspaceId: string; quizId: string };
export type OfRescoring = OfQuiz & { rescoring: number };

const own = ({ workspaceId, quizId }: OfQuiz) =>
  and(eq(rescorings.workspaceId, workspaceId), eq(rescorings.quizId, quizId));
const one = (of: OfRescoring) => and(own(of), eq(rescorings.rescoring, of.rescoring));

/** The newest first. */
export const rescoringsOf = (db: Db | Tx, of: OfQuiz, most: number): Promise<Rescoring[]> =>
  db.select().from(rescorings).where(own(of)).orderBy(desc(rescorings.rescoring)).limit(most);

export const lockRescoring = async (tx: Tx, of: OfRescoring): Promise<Rescoring | undefined> =>
  (await tx.select().from(rescorings).where(one(of)).for('update'))[0];

export const insertRescoring = async (tx: Tx, row: typeof rescorings.$inferInsert): Promise<void> => {
  await tx.insert(rescorings).values(row);
};

export const updateRescoring = async (tx: Tx, of: OfRescoring, to: Partial<Rescoring>): Promise<void> => {
  await tx.update(rescorings).set(to).where(one(of));
};

/** Finished runs that count, of editions before one, and not scored by its key yet. */
const scoredOtherwise = ({ workspaceId, quizId }: OfQuiz, keyEdition: number) =>
  and(
    eq(runs.workspaceId, workspaceId),
    eq(runs.quizId, quizId),
    isNotNull(runs.finishedAt),
    counted,
    lt(runs.edition, keyEdition),
    or(isNull(runs.keyEdition), ne(runs.keyEdition, keyEdition)),
  );

export async function countScoredOtherwise(db: Db | Tx, of: OfQuiz, keyEdition: number): Promise<number> {
  const [row] = await db
    .select({ count: sql<number>`count(*)::int` })
    .from(runs)
    .where(scoredOtherwise(of, keyEdition));
  return row?.count ?? 0;
}

/** Some of them, by their ids; `after` is the last one of the batch before. */
export const runsScoredOtherwise = (
  db: Db | Tx,
  of: OfQuiz,
  { keyEdition, after, most }: { keyEdition: number; after: string; most: number },
): Promise<RunWithEvents[]> =>
  db
    .select(runColumns)
    .from(runs)
    .where(and(scoredOtherwise(of, keyEdition), gt(runs.runId, after)))
    .orderBy(asc(runs.runId))
    .limit(most);

/** Lets the next of them be scored by the key of an edition; they are counted anew. @returns how many there were */
export async function rescoreNext(tx: Tx, of: OfRescoring, keyEdition: number, most: number): Promise<number> {
  const next = await tx
    .select({ runId: runs.runId, was: runs.keyEdition })
    .from(runs)
    .where(scoredOtherwise(of, keyEdition))
    .orderBy(asc(runs.runId))
    .limit(most)
    .for('update');
  if (next.length === 0) return 0;
  const { workspaceId, quizId, rescoring } = of;
  await tx
    .insert(rescoredRuns)
    .values(next.map(({ runId, was }) => ({ workspaceId, quizId, rescoring, runId, was })))
    .onConflictDoNothing();
  const ids = next.map(({ runId }) => runId);
  await tx
    .update(runs)
    .set({ keyEdition, countedSeq: -1 })
    .where(and(eq(runs.workspaceId, workspaceId), inArray(runs.runId, ids)));
  return next.length;
}

/** Lets the next runs that it has changed be scored as they were before. @returns how many there were */
export async function scoreNextAsBefore(tx: Tx, of: OfRescoring, most: number): Promise<number> {
  const { workspaceId, quizId, rescoring } = of;
  const { rows } = await tx.execute<{ run_id: string }>(sql`
    with next as (
      select run_id, was from rescored_runs
      where workspace_id = ${workspaceId} and quiz_id = ${quizId} and rescoring = ${rescoring}
      order by run_id limit ${most}),
    gone as (
      delete from rescored_runs using next
      where rescored_runs.workspace_id = ${workspaceId} and rescored_runs.quiz_id = ${quizId}
        and rescored_runs.rescoring = ${rescoring} and rescored_runs.run_id = next.run_id)
    update runs set key_edition = next.was, counted_seq = -1
    from next where runs.workspace_id = ${workspaceId} and runs.run_id = next.run_id
    returning runs.run_id`);
  return rows.length;
}

/** The moment at which something of it last changed, for whoever looks on at the figures. */
export async function rescoringMoved(db: Db, of: OfQuiz): Promise<string> {
  const [newest] = await rescoringsOf(db, of, 1);
  return newest ? `${newest.rescoring} ${newest.state} ${newest.done}` : '';
}
