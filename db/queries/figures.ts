import { and, eq, gte, lt, sql } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { figures, runs } from '../schema';

export type Change = { day: string; edition: number; key: string; by: number };

/** Adds changes to the figures of a quiz, all in one statement. */
export async function addFigures(tx: Tx, workspaceId: string, quizId: string, changes: Change[]): Promise<void> {
  const merged = new Map<string, Change>();
  for (const change of changes) {
    const id = `${change.day} ${change.edition} ${change.key}`;
    merged.set(id, { ...change, by: (merged.get(id)?.by ?? 0) + change.by });
  }
  // Lock rows in one order to avoid deadlocks.
  const rows = [...merged.entries()]
    .filter(([, c]) => c.by !== 0)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([, c]) => c);
  if (rows.length === 0) return;
  await tx.execute(sql`
    insert into figures (workspace_id, quiz_id, day, edition, key, count)
    select ${workspaceId}, ${quizId}, r.day, r.edition, r.key, r.by
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as r(day date, edition integer, key text, by integer)
    on conflict (workspace_id, quiz_id, day, edition, key) do update set count = figures.count + excluded.count`);
}

export async function setCounted(
  tx: Tx,
  workspaceId: string,
  counted: { runId: string; seq: number; keys: string[]; place: number | null }[],
): Promise<void> {
  if (counted.length === 0) return;
  const rows = JSON.stringify(counted.map((c) => ({ run_id: c.runId, seq: c.seq, keys: c.keys, place: c.place })));
  await tx.execute(sql`
    update runs set counted_seq = c.seq, counted_keys = c.keys, place = c.place
    from jsonb_to_recordset(${rows}::jsonb) as c(run_id text, seq integer, keys jsonb, place integer)
    where runs.workspace_id = ${workspaceId} and runs.run_id = c.run_id`);
}

/** Sums by key. */
export async function figuresOf(db: Db, workspaceId: string, quizId: string): Promise<Map<string, number>> {
  const rows = await db
    .select({ key: figures.key, count: sql<number>`sum(${figures.count})::int` })
    .from(figures)
    .where(and(eq(figures.workspaceId, workspaceId), eq(figures.quizId, quizId)))
    .groupBy(figures.key);
  return new Map(rows.map((r) => [r.key, r.count]));
}

/** Sums by the number that keys end in, of those that begin with some words. */
export async function spreadOn(
  db: Db | Tx,
  workspaceId: string,
  quizId: string,
  begin: string,
): Promise<Map<number, number>> {
  const rows = await db
    .select({ key: figures.key, count: sql<number>`sum(${figures.count})::int` })
    .from(figures)
    .where(
      and(eq(figures.workspaceId, workspaceId), eq(figures.quizId, quizId), sql`starts_with(${figures.key}, ${begin})`),
    )
    .groupBy(figures.key);
  return new Map(rows.map(({ key, count }) => [Number(key.slice(begin.length)), count]));
}

/** Sums of a few keys for all quizzes of a workspace, and runs started by day since a date. */
export async function workspaceFigures(db: Db, workspaceId: string, since: string) {
  const sums = await db
    .select({ quizId: figures.quizId, key: figures.key, count: sql<number>`sum(${figures.count})::int` })
    .from(figures)
    .where(and(eq(figures.workspaceId, workspaceId), sql`${figures.key} in ('started', 'finished', 'contact')`))
    .groupBy(figures.quizId, figures.key);
  const days = await db
    .select({ quizId: figures.quizId, day: figures.day, count: sql<number>`sum(${figures.count})::int` })
    .from(figures)
    .where(and(eq(figures.workspaceId, workspaceId), eq(figures.key, 'started'), gte(figures.day, since)))
    .groupBy(figures.quizId, figures.day);
  return { sums, days };
}

/** Takes note that what was counted of some runs is gone from them: it stays counted, whatever is counted anew. */
export async function keepWiped(
  tx: Tx,
  workspaceId: string,
  quizId: string,
  gone: Omit<Change, 'by'>[],
): Promise<void> {
  const rows = JSON.stringify(gone);
  await tx.execute(sql`
    update figures set wiped = figures.wiped + g.n
    from (select day, edition, key, count(*)::int as n
      from jsonb_to_recordset(${rows}::jsonb) as g(day date, edition integer, key text) group by day, edition, key) as g
    where figures.workspace_id = ${workspaceId} and figures.quiz_id = ${quizId}
      and figures.day = g.day and figures.edition = g.edition and figures.key = g.key`);
}

/** Forgets the figures of a quiz, so that counting starts over; what cannot be counted again stays. */
export async function forgetFigures(tx: Tx, workspaceId: string, quizId: string): Promise<void> {
  const own = and(eq(figures.workspaceId, workspaceId), eq(figures.quizId, quizId));
  await tx.delete(figures).where(and(own, eq(figures.wiped, 0)));
  await tx
    .update(figures)
    .set({ count: sql`${figures.wiped}` })
    .where(own);
  await tx
    .update(runs)
    .set({ countedSeq: -1, countedKeys: [] })
    .where(and(eq(runs.workspaceId, workspaceId), eq(runs.quizId, quizId)));
}

/** Figures of some days of a quiz, over all editions. @param until a day that is not itself among them */
export async function figuresWithin(
  db: Db | Tx,
  workspaceId: string,
  quizId: string,
  { since, until }: { since: string; until: string },
): Promise<Map<string, number>> {
  const rows = await db
    .select({ key: figures.key, count: sql<number>`sum(${figures.count})::int` })
    .from(figures)
    .where(
      and(
        eq(figures.workspaceId, workspaceId),
        eq(figures.quizId, quizId),
        gte(figures.day, since),
        lt(figures.day, until),
      ),
    )
    .groupBy(figures.key);
  return new Map(rows.map(({ key, count }) => [key, count]));
}
