/** Runs of a month that are put away as a file. None of it is asked while visitors wait. */
import { and, asc, eq, gt, sql } from 'drizzle-orm';
import { type Month, ofMonth } from '../months';
import type { Db, Tx } from '../client';
import { editions, quizzes, runFiles, runs, workspaces } from '../schema';

export async function workspaceIds(db: Db | Tx): Promise<string[]> {
  const rows = await db.select({ id: workspaces.workspaceId }).from(workspaces).orderBy(asc(workspaces.workspaceId));
  return rows.map(({ id }) => id);
}

const within = (workspaceId: string, month: Month) => and(eq(runs.workspaceId, workspaceId), ofMonth(month));

export const countOfMonth = (db: Db, workspaceId: string, month: Month): Promise<number> =>
  db.$count(runs, within(workspaceId, month));

/** Quizzes that had runs in a month. */
export async function quizzesOfMonth(db: Db | Tx, workspaceId: string, month: Month): Promise<string[]> {
  const rows = await db.selectDistinct({ id: runs.quizId }).from(runs).where(within(workspaceId, month));
  return rows.map(({ id }) => id);
}

/** What is of a run and goes with it, by the column that names the run; but for files, which may be large. */
const BESIDE = ['run_events', 'letters', 'reviews', 'run_notes', 'certificates', 'rescored_runs'];

/** Runs of a month by their ids, as JSON. @param after the last one that was told */
export async function runsAsJson(
  tx: Tx,
  workspaceId: string,
  month: Month,
  { after, most }: { after: string; most: number },
): Promise<
  { runId: string; quizId: string; edition: number; keyEdition: number | null; files: string[]; json: string }[]
> {
  const beside = BESIDE.map(
    (table) =>
      sql`${sql.raw(`'${table}'`)}, (select coalesce(json_agg(row_to_json(t) order by t), '[]'::json) from ${sql.raw(table)} t
        where t.workspace_id = runs.workspace_id and t.run_id = runs.run_id)`,
  );
  return tx
    .select({
      runId: runs.runId,
      quizId: runs.quizId,
      edition: runs.edition,
      keyEdition: runs.keyEdition,
      files: sql<string[]>`array(select f.file_id from run_files f
        where f.workspace_id = runs.workspace_id and f.run_id = runs.run_id order by 1)`,
      json: sql<string>`json_build_object('row', row_to_json(runs), ${sql.join(beside, sql`, `)},
        'deliveries', (select coalesce(json_agg(row_to_json(d)), '[]'::json) from letters t join deliveries d
          on d.workspace_id = t.workspace_id and d.letter_id = t.letter_id
          where t.workspace_id = runs.workspace_id and t.run_id = runs.run_id),
        'contact', (select row_to_json(t) from contacts t
          where t.workspace_id = runs.workspace_id and t.contact_id = runs.contact_id))::text`,
    })
    .from(runs)
    .where(and(within(workspaceId, month), gt(runs.runId, after)))
    .orderBy(asc(runs.runId))
    .limit(most);
}

/** A file that somebody left in a run, as JSON. */
export async function fileAsJson(tx: Tx, workspaceId: string, runId: string, fileId: string): Promise<string> {
  const own = and(eq(runFiles.workspaceId, workspaceId), eq(runFiles.runId, runId), eq(runFiles.fileId, fileId));
  const rows = await tx
    .select({ json: sql<string>`row_to_json(run_files)::text` })
    .from(runFiles)
    .where(own);
  return rows[0]?.json ?? 'null';
}

/** The rows of runs as JSON, locked. */
export async function lockedRows(tx: Tx, workspaceId: string, ids: string[]): Promise<Map<string, unknown>> {
  const { rows } = await tx.execute<{ id: string; row: unknown }>(sql`
    select run_id as id, row_to_json(runs) as row from runs where workspace_id = ${workspaceId}
      and run_id in (select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb)) order by run_id for update`);
  return new Map(rows.map(({ id, row }) => [id, row]));
}

/** An edition with the title of its quiz. */
export async function editionAsKept(tx: Tx, workspaceId: string, quizId: string, edition: number) {
  const rows = await tx
    .select({ title: quizzes.title, document: editions.document })
    .from(editions)
    .innerJoin(quizzes, and(eq(quizzes.workspaceId, editions.workspaceId), eq(quizzes.quizId, editions.quizId)))
    .where(and(eq(editions.workspaceId, workspaceId), eq(editions.quizId, quizId), eq(editions.edition, edition)));
  return rows[0];
}
