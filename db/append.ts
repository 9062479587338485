/**
 * Appending what visitors sent. What comes in with the same turn of the event loop, or while the database is busy with what came before, goes
 * with one statement: at many answers a second that saves most of the way to the database, and nobody waits longer for it than for the one
 * before.
 */
import type { Sent } from '../core/flow/run';
import { type Db, prepared, statement, type Tx } from './client';

export type NewEvent = {
  workspaceId: string;
  runId: string;
  /** Of the token that opens the run; with another one nothing is written. */
  tokenHash: string;
  /** That it was taken in; nothing is written where the run has been switched to another one. */
  language: string | null;
  seq: number;
  sent: Sent;
  at: Date;
  finished: boolean;
};

/** Characters of all that a run sends, and the number of things it sends. A quiz that is filled in to the last field is far below both. */
export const LARGEST_RUN = 4_000_000;
export const MOST_EVENTS = 3_000;

// An event is put in only where its run stands just before it: the row is locked and looked at in the same statement. What may stand in its
// place already was left there by nobody whom the run knows of (by a process that outlived a restore of the database), and gives way.
// All that goes with one statement is of one workspace, which it names: in a database spread by workspace one machine writes it.
const APPEND = `
  with sent as (
    select * from jsonb_to_recordset($2::jsonb)
    as s (run_id text, token_hash text, language text, seq integer, sent jsonb, size integer, at timestamptz, finished boolean)),
  standing as (
    select sent.* from sent join runs on runs.workspace_id = $1::text and runs.run_id = sent.run_id
    where runs.seq = sent.seq - 1 and runs.token_hash = sent.token_hash and runs.language is not distinct from sent.language
    order by runs.run_id
    for update of runs),
  event as (
    insert into run_events (workspace_id, run_id, seq, sent, at)
    select $1::text, run_id, seq, sent, at from standing
    on conflict (workspace_id, run_id, seq) do update set sent = excluded.sent, at = excluded.at)
  update runs set seq = standing.seq, last_at = standing.at, size = runs.size + standing.size, wiped = null,
    finished_at = coalesce(finished_at, case when standing.finished then standing.at end)
  from standing
  where runs.workspace_id = $1::text and runs.run_id = standing.run_id and runs.seq = standing.seq - 1
  returning runs.run_id`;

type Written = { rows: Record<string, unknown>[] };
/** Characters of what was sent, as they count for `LARGEST_RUN`. */
export const sizeOf = (sent: Sent): number => JSON.stringify(sent).length;
const keyOf = ({ workspaceId, runId }: NewEvent) => `${workspaceId} ${runId}`;
/** @param events of one workspace */
const valuesFor = (workspaceId: string, events: NewEvent[]): string[] => [
  workspaceId,
  JSON.stringify(
    events.map((e) => ({
      run_id: e.runId,
      token_hash: e.tokenHash,
      language: e.language,
      seq: e.seq,
      sent: e.sent,
      size: sizeOf(e.sent),
      at: e.at.toISOString(),
      finished: e.finished,
    })),
  ),
];

type Waiting = { event: NewEvent; done: (written: boolean) => void; fail: (error: unknown) => void };
/** How many statements are on their way at once, in all and of one workspace. A statement that waits for a lock holds up only what is in it. */
const FLIGHTS = 6;
const OF_WORKSPACE = 3;
const MOST = 100;
/** Milliseconds after which a connection that says nothing is given up, and those who wait for it are told to try again. */
const PATIENCE = 5_000;

class Appender {
  private waiting: Waiting[] = [];
  private readonly flying = new Set<string>();
  private readonly flights = new Map<string, number>();
  private called = false;

  constructor(private readonly db: Db) {}

  append(event: NewEvent): Promise<boolean> {
    return new Promise((done, fail) => {
      this.waiting.push({ event, done, fail });
      this.call();
    });
  }

  /** What else arrived in this turn of the event loop goes along. */
  private call(): void {
    if (this.called) return;
    this.called = true;
    setImmediate(() => {
      this.called = false;
      this.next();
    });
  }

  private next(): void {
    while (this.begin());
  }

  /** Sends what waits of the workspace that has waited longest. @returns whether there was any that may go now */
  private begin(): boolean {
    const inAll = [...this.flights.values()].reduce((sum, count) => sum + count, 0);
    if (inAll >= FLIGHTS) return false;
    const batch: Waiting[] = [];
    const later: Waiting[] = [];
    // Two of one run never go together: the second is written only if the first was not.
    for (const one of this.waiting) {
      const { workspaceId } = one.event;
      const isOfBatch = batch.length === 0 || batch[0]?.event.workspaceId === workspaceId;
      const isFull = batch.length >= MOST || (this.flights.get(workspaceId) ?? 0) >= OF_WORKSPACE;
      const key = keyOf(one.event);
      if (!isOfBatch || isFull || this.flying.has(key)) later.push(one);
      else {
        this.flying.add(key);
        batch.push(one);
      }
    }
    const workspaceId = batch[0]?.event.workspaceId;
    if (workspaceId === undefined) return false;
    this.waiting = later;
    const count = (by: number) => {
      const flights = (this.flights.get(workspaceId) ?? 0) + by;
      if (flights === 0) this.flights.delete(workspaceId);
      else this.flights.set(workspaceId, flights);
    };
    count(1);
    void this.fly(workspaceId, batch).finally(() => {
      for (const { event } of batch) this.flying.delete(keyOf(event));
      count(-1);
      this.call();
    });
    return true;
  }

  /** Prepared once for each connection, since it is what visitors wait for. */
  private async fly(workspaceId: string, batch: Waiting[]): Promise<void> {
    try {
      const values = valuesFor(
        workspaceId,
        batch.map(({ event }) => event),
      );
      const client = this.db.$client;
      const statement = { ...prepared(client, 'append-events'), text: APPEND, values, query_timeout: PATIENCE };
      const { rows }: Written = await client.query(statement);
      const written = new Set(rows.map((row) => row['run_id']));
      for (const { event, done } of batch) done(written.has(event.runId));
    } catch (error) {
      // Retry each statement alone, so that one bad statement does not fail the batch. A lost connection fails all of them.
      if (batch.length > 1 && isRefusal(error)) for (const one of batch) await this.fly(workspaceId, [one]);
      else for (const one of batch) one.fail(error);
    }
  }
}

/** Whether the database has looked at what was sent and refused it (SQLSTATE classes 22 and 23: data, constraints). */
const isRefusal = (error: unknown): boolean =>
  error instanceof Error && 'code' in error && /^2[23]/.test(String(error.code));

const appenders = new WeakMap<object, Appender>();

/**
 * Appends what a visitor sent, if the run stands just before it: on disk whole or not at all.
 * @returns false where somebody else wrote this place meanwhile, or the run's language has been switched
 */
export async function appendEvent(db: Db | Tx, event: NewEvent): Promise<boolean> {
  if (!('$client' in db)) {
    const { rows }: Written = await db.execute(statement(APPEND, valuesFor(event.workspaceId, [event])));
    return rows.length === 1;
  }
  const appender = appenders.get(db.$client) ?? new Appender(db);
  appenders.set(db.$client, appender);
  return appender.append(event);
}
