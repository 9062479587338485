/** Marks that people set by hand. */
import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { reviews, runs, waits } from '../schema';
import { type RunWithEvents, runColumns } from './runs';

/** Runs in which an answer to a question waits for a person, those that wait longest first. They are found by what was counted. */
export const runsThatWait = (
  db: Db | Tx,
  { workspaceId, quizId, questionId }: { workspaceId: string; quizId: string; questionId: string },
  most: number,
): Promise<RunWithEvents[]> =>
  db
    .select(runColumns)
    .from(runs)
    .where(
      and(
        eq(runs.workspaceId, workspaceId),
        eq(runs.quizId, quizId),
        waits(runs.countedKeys),
        sql`${runs.countedKeys} ? ${`waits ${questionId}`}`,
      ),
    )
    .orderBy(asc(runs.lastAt), asc(runs.runId))
    .limit(most);

/** Runs by their ids, locked in one order. */
export const lockRuns = (tx: Tx, workspaceId: string, quizId: string, ids: string[]): Promise<RunWithEvents[]> =>
  tx
    .select(runColumns)
    .from(runs)
    .where(and(eq(runs.workspaceId, workspaceId), eq(runs.quizId, quizId), inArray(runs.runId, ids)))
    .orderBy(asc(runs.runId))
    .for('update');

export type Review = Omit<typeof reviews.$inferInsert, 'change'>;

/** Sets, or takes back, marks of one question in many runs. They are counted anew. */
export async function setReviews(tx: Tx, all: Review[]): Promise<void> {
  const [one] = all;
  if (!one) return;
  const { workspaceId, questionId, marks, note = '' } = one;
  const ids = all.map(({ runId }) => runId);
  const own = and(eq(runs.workspaceId, workspaceId), inArray(runs.runId, ids));
  const put = (column: typeof runs.reviews | typeof runs.notes, value: number | string | null) =>
    value === null || value === ''
      ? sql`${column} - ${questionId}::text`
      : sql`${column} || jsonb_build_object(${questionId}::text, ${JSON.stringify(value)}::jsonb)`;
  await tx
    .update(runs)
    .set({
      reviews: put(runs.reviews, marks ?? null),
      notes: put(runs.notes, marks === null ? null : note),
      countedSeq: -1,
    })
    .where(own);
  await tx.insert(reviews).values(
    all.map((review) => ({
      ...review,
      change: sql`(select coalesce(max(r.change), 0) + 1 from reviews r where r.workspace_id = ${workspaceId}
        and r.run_id = ${review.runId} and r.question_id = ${questionId})`,
    })),
  );
}

/** What was marked last of a question, the newest first: one line for each run. */
export async function newestReviews(
  db: Db,
  { workspaceId, quizId, questionId }: { workspaceId: string; quizId: string; questionId: string },
  most: number,
) {
  const rows = await db
    .select()
    .from(reviews)
    .where(
      and(
        eq(reviews.workspaceId, workspaceId),
        eq(reviews.quizId, quizId),
        eq(reviews.questionId, questionId),
        sql`not exists (select from reviews n where n.workspace_id = reviews.workspace_id and n.run_id = reviews.run_id
          and n.question_id = reviews.question_id and n.change > reviews.change)`,
      ),
    )
    .orderBy(desc(reviews.at), asc(reviews.runId))
    .limit(most);
  return rows.filter(({ marks }) => marks !== null);
}

/** Who marked what in a run, the newest line of each question. */
export const reviewsOfRun = (db: Db, workspaceId: string, runId: string) =>
  db
    .selectDistinctOn([reviews.questionId])
    .from(reviews)
    .where(and(eq(reviews.workspaceId, workspaceId), eq(reviews.runId, runId)))
    .orderBy(reviews.questionId, desc(reviews.change));
