import { and, asc, desc, eq, isNotNull, lt, or, sql } from 'drizzle-orm';
import type { Sent } from '../../core/run/run';
import { type Db, statement, type Tx } from '../client';
import { addresses, contacts, runEvents, runs } from '../schema';

export type RunRow = typeof runs.$inferSelect;
export type RunWithEvents = RunRow & { events: Sent[] };

// The outer table is named by hand: a column reference would lose its table where only one is selected from, and match every event.
const events = sql<Sent[]>`coalesce((select json_agg(e.sent order by e.seq) from ${runEvents} e
  where e.workspace_id = runs.workspace_id and e.run_id = runs.run_id), '[]'::json)`;
const columns = {
  workspaceId: runs.workspaceId,
  runId: runs.runId,
  quizId: runs.quizId,
  edition: runs.edition,
  tokenHash: runs.tokenHash,
  seed: runs.seed,
  known: runs.known,
  source: runs.source,
  seenAt: runs.seenAt,
  lastAt: runs.lastAt,
  finishedAt: runs.finishedAt,
  seq: runs.seq,
  countedSeq: runs.countedSeq,
  countedKeys: runs.countedKeys,
  contactId: runs.contactId,
  events,
};

/** The run that a visitor's token opens, at this address only. */
export async function runByToken(db: Db | Tx, address: string, tokenHash: string): Promise<RunWithEvents | undefined> {
  const rows = await db
    .select(columns)
    .from(addresses)
    .innerJoin(
      runs,
      and(
        eq(runs.workspaceId, addresses.workspaceId),
        eq(runs.quizId, addresses.quizId),
        eq(runs.tokenHash, tokenHash),
      ),
    )
    .where(eq(addresses.address, address));
  return rows[0];
}

export async function runById(db: Db, workspaceId: string, runId: string): Promise<RunWithEvents | undefined> {
  const where = and(eq(runs.workspaceId, workspaceId), eq(runs.runId, runId));
  return (await db.select(columns).from(runs).where(where))[0];
}

/** Puts a run where its token is new; a repeated request finds it there. */
export async function insertRun(db: Db | Tx, row: typeof runs.$inferInsert): Promise<void> {
  await db.insert(runs).values(row).onConflictDoNothing();
}

const APPEND = `
  with event as (
    insert into run_events (workspace_id, run_id, seq, sent, at)
    values ($1, $2, $3, $4::jsonb, $5::timestamptz)
    on conflict do nothing returning 1)
  update runs set seq = $3, last_at = $5::timestamptz, finished_at = coalesce(finished_at, $6::timestamptz)
  where workspace_id = $1 and run_id = $2 and seq = $3 - 1 and exists (select 1 from event)`;

type NewEvent = { workspaceId: string; runId: string; seq: number; sent: Sent; at: Date; finished: boolean };

/**
 * Appends what a visitor sent, if the run stands just before it: one statement, so on disk whole or not at all. Outside a transaction it
 * is prepared once for each connection, since it is what visitors wait for.
 * @returns false where somebody else wrote this place meanwhile
 */
export async function appendEvent(
  db: Db | Tx,
  { workspaceId, runId, seq, sent, at, finished }: NewEvent,
): Promise<boolean> {
  const when = at.toISOString();
  const values = [workspaceId, runId, seq, JSON.stringify(sent), when, finished ? when : null];
  const done =
    '$client' in db
      ? await db.$client.query({ name: 'append-event', text: APPEND, values })
      : await db.execute(statement(APPEND, values));
  return done.rowCount === 1;
}

/** Runs of a quiz that have gone on since they were counted, locked against another counter. */
export const uncountedRuns = (tx: Tx, workspaceId: string, quizId: string, most: number): Promise<RunWithEvents[]> =>
  tx
    .select(columns)
    .from(runs)
    .where(and(eq(runs.workspaceId, workspaceId), eq(runs.quizId, quizId), lt(runs.countedSeq, runs.seq)))
    .orderBy(asc(runs.seenAt))
    .limit(most)
    .for('update', { skipLocked: true });

/** Quizzes that have such runs, over all workspaces: for the job that keeps figures up to date. */
export const quizzesToCount = (db: Db) =>
  db
    .selectDistinct({ workspaceId: runs.workspaceId, quizId: runs.quizId })
    .from(runs)
    .where(lt(runs.countedSeq, runs.seq))
    .limit(200);

/** Runs that were started, newest first, a page at a time; `before` is the last one of the page before. */
export const startedRuns = (
  db: Db,
  workspaceId: string,
  quizId: string,
  { most, before }: { most: number; before?: { lastAt: Date; runId: string } },
) =>
  db
    .select({ ...columns, contact: contacts.fields })
    .from(runs)
    .leftJoin(contacts, and(eq(contacts.workspaceId, runs.workspaceId), eq(contacts.contactId, runs.contactId)))
    .where(
      and(
        eq(runs.workspaceId, workspaceId),
        eq(runs.quizId, quizId),
        sql`${runs.seq} > 0`,
        before
          ? or(lt(runs.lastAt, before.lastAt), and(eq(runs.lastAt, before.lastAt), lt(runs.runId, before.runId)))
          : undefined,
      ),
    )
    .orderBy(desc(runs.lastAt), desc(runs.runId))
    .limit(most);

export async function oneRun(db: Db, workspaceId: string, quizId: string, runId: string) {
  const where = and(eq(runs.workspaceId, workspaceId), eq(runs.quizId, quizId), eq(runs.runId, runId));
  return (await db.select(columns).from(runs).where(where))[0];
}

/** What was sent, and when, in order. */
export const timedEvents = (db: Db, workspaceId: string, runId: string) =>
  db
    .select({ seq: runEvents.seq, sent: runEvents.sent, at: runEvents.at })
    .from(runEvents)
    .where(and(eq(runEvents.workspaceId, workspaceId), eq(runEvents.runId, runId)))
    .orderBy(asc(runEvents.seq));

export async function finishedWithContact(
  db: Db,
  workspaceId: string,
  quizId: string,
): Promise<RunWithEvents | undefined> {
  const where = and(
    eq(runs.workspaceId, workspaceId),
    eq(runs.quizId, quizId),
    isNotNull(runs.finishedAt),
    isNotNull(runs.contactId),
  );
  return (await db.select(columns).from(runs).where(where).orderBy(desc(runs.lastAt)).limit(1))[0];
}
