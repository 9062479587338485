/** Wiping what is old: for good. */
import { and, asc, desc, eq, lt, ne, or, isNull, sql } from 'drizzle-orm';
import type { Sent } from '../../core/flow/run';
import type { Access } from '../../core/schema/access';
import type { Db, Tx } from '../client';
import { access, runs, wipes } from '../schema';
import { inheritJoined } from './joined';
import { deleteMessagesOf } from './webhooks';
import { type RunWithEvents, runColumns } from './runs';

export type What = NonNullable<Access['wipe']>['what'];

/** Quizzes of which something is to be wiped. */
export const quizzesThatWipe = (db: Db) =>
  db
    .select({ workspaceId: access.workspaceId, quizId: access.quizId, settings: access.settings })
    .from(access)
    .where(sql`${access.settings} ? 'wipe'`);

const old = (workspaceId: string, quizId: string, what: What, before: Date) =>
  and(
    eq(runs.workspaceId, workspaceId),
    eq(runs.quizId, quizId),
    lt(runs.lastAt, before),
    // Of a run whose contacts are wiped its traces may still be wiped, and the other way round.
    what === 'runs' ? undefined : or(isNull(runs.wiped), ne(runs.wiped, what)),
  );

/** Runs that went on last before a moment and of which that is still there; locked. */
export const runsToWipe = (
  tx: Tx,
  workspaceId: string,
  quizId: string,
  { what, before, most }: { what: What; before: Date; most: number },
): Promise<RunWithEvents[]> =>
  tx
    .select(runColumns)
    .from(runs)
    .where(and(old(workspaceId, quizId, what, before), sql`${runs.countedSeq} >= ${runs.seq}`))
    .orderBy(asc(runs.lastAt))
    .limit(most)
    .for('update', { skipLocked: true });

export async function countToWipe(
  db: Db,
  workspaceId: string,
  quizId: string,
  what: What,
  before: Date,
): Promise<{ runs: number; oldest: Date | null }> {
  const [row] = await db
    .select({ runs: sql<number>`count(*)::int`, oldest: sql<string | null>`min(${runs.lastAt})` })
    .from(runs)
    .where(old(workspaceId, quizId, what, before));
  return { runs: row?.runs ?? 0, oldest: row?.oldest ? new Date(row.oldest) : null };
}

const listOf = (ids: string[]) => sql`(select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb))`;

/** Takes what contacts left out of runs: the addresses, the letters; and whoever is in no run any more. @param events what stands in place of those that carried them */
export async function wipeContacts(
  tx: Tx,
  workspaceId: string,
  ids: string[],
  events: { run_id: string; seq: number; sent: Sent }[],
): Promise<void> {
  await tx.execute(sql`update run_events set sent = e.sent
    from jsonb_to_recordset(${JSON.stringify(events)}::jsonb) as e(run_id text, seq integer, sent jsonb)
    where run_events.workspace_id = ${workspaceId} and run_events.run_id = e.run_id and run_events.seq = e.seq`);
  await tx.execute(sql`delete from letters where workspace_id = ${workspaceId} and run_id in ${listOf(ids)}`);
  await deleteMessagesOf(tx, workspaceId, ids);
  await tx.execute(sql`delete from run_files where workspace_id = ${workspaceId} and run_id in ${listOf(ids)}`);
  await tx.execute(sql`
    with gone as (
      select run_id, contact_id from runs where workspace_id = ${workspaceId} and run_id in ${listOf(ids)}),
    freed as (update runs set contact_id = null, named = null
      from gone where runs.workspace_id = ${workspaceId} and runs.run_id = gone.run_id)
    delete from contacts where workspace_id = ${workspaceId}
      and contact_id in (select contact_id from gone where contact_id is not null)
      and not exists (select from runs where runs.workspace_id = contacts.workspace_id
        and runs.contact_id = contacts.contact_id and runs.run_id not in (select run_id from gone))`);
  await inheritJoined(tx, workspaceId);
}

export async function wipeTraces(tx: Tx, workspaceId: string, ids: string[]): Promise<void> {
  // What was counted of a source stays counted; the run itself tells no longer where it came from.
  await tx.execute(sql`update runs set traces = null, source = '', named = null,
    counted_keys = (select coalesce(jsonb_agg(k), '[]') from jsonb_array_elements_text(counted_keys) as k
      where k <> 'direct' and k not like 'source %')
    where workspace_id = ${workspaceId} and run_id in ${listOf(ids)}`);
}

export async function wipeRuns(tx: Tx, workspaceId: string, ids: string[]): Promise<void> {
  await tx.execute(sql`delete from runs where workspace_id = ${workspaceId} and run_id in ${listOf(ids)}`);
}

export async function setWiped(tx: Tx, workspaceId: string, what: What, ids: string[]): Promise<void> {
  await tx.execute(sql`update runs set wiped = ${what}
    where workspace_id = ${workspaceId} and run_id in ${listOf(ids)}`);
}

export async function noteWipe(tx: Tx, row: typeof wipes.$inferInsert): Promise<void> {
  await tx
    .insert(wipes)
    .values(row)
    .onConflictDoUpdate({
      target: [wipes.workspaceId, wipes.quizId, wipes.at],
      set: { runs: sql`${wipes.runs} + excluded.runs` },
    });
}

/** Newest first. */
export const wipesOf = (db: Db, workspaceId: string, quizId: string, most: number) =>
  db
    .select({ at: wipes.at, what: wipes.what, runs: wipes.runs })
    .from(wipes)
    .where(and(eq(wipes.workspaceId, workspaceId), eq(wipes.quizId, quizId)))
    .orderBy(desc(wipes.at))
    .limit(most);
