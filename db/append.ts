/**
 * Appending what visitors sent. What comes in with the same turn of the event loop, or while the database is busy with what came before, goes
 * with one statement: at many answers a second that saves most of the way to the database, and nobody waits longer for it than for the one
 * before.
 */
import type { Sent } from '../core/run/run';
import { type Db, statement, type Tx } from './client';

export type NewEvent = { workspaceId: string; runId: string; seq: number; sent: Sent; at: Date; finished: boolean };

// An event that is there already is not put in, and moves no run: `event` has only those that are new.
const APPEND = `
  with sent as (
    select * from jsonb_to_recordset($1::jsonb)
    as s (workspace_id text, run_id text, seq integer, sent jsonb, at timestamptz, finished boolean)),
  event as (
    insert into run_events (workspace_id, run_id, seq, sent, at)
    select workspace_id, run_id, seq, sent, at from sent
    on conflict do nothing returning workspace_id, run_id, seq)
  update runs set seq = sent.seq, last_at = sent.at,
    finished_at = coalesce(finished_at, case when sent.finished then sent.at end)
  from sent join event using (workspace_id, run_id, seq)
  where runs.workspace_id = sent.workspace_id and runs.run_id = sent.run_id and runs.seq = sent.seq - 1
  returning runs.workspace_id, runs.run_id`;

type Written = { rows: Record<string, unknown>[] };
const keyOf = (workspaceId: unknown, runId: unknown) => `${String(workspaceId)} ${String(runId)}`;
const valuesFor = (events: NewEvent[]): string[] => [
  JSON.stringify(
    events.map((e) => ({
      workspace_id: e.workspaceId,
      run_id: e.runId,
      seq: e.seq,
      sent: e.sent,
      at: e.at.toISOString(),
      finished: e.finished,
    })),
  ),
];

type Waiting = { event: NewEvent; done: (written: boolean) => void; fail: (error: unknown) => void };
/** How many statements are on their way at once. A statement that waits for a lock holds up only what is in it. */
const FLIGHTS = 3;
const MOST = 100;

class Appender {
  private waiting: Waiting[] = [];
  private readonly flying = new Set<string>();
  private flights = 0;
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
    if (this.flights >= FLIGHTS) return;
    const batch: Waiting[] = [];
    const later: Waiting[] = [];
    // Two of one run never go together: the second is written only if the first was not.
    for (const one of this.waiting) {
      const key = keyOf(one.event.workspaceId, one.event.runId);
      if (batch.length >= MOST || this.flying.has(key)) later.push(one);
      else {
        this.flying.add(key);
        batch.push(one);
      }
    }
    if (batch.length === 0) return;
    this.waiting = later;
    this.flights += 1;
    void this.fly(batch).finally(() => {
      for (const { event } of batch) this.flying.delete(keyOf(event.workspaceId, event.runId));
      this.flights -= 1;
      this.call();
    });
  }

  /** Prepared once for each connection, since it is what visitors wait for. */
  private async fly(batch: Waiting[]): Promise<void> {
    try {
      const values = valuesFor(batch.map(({ event }) => event));
      const { rows }: Written = await this.db.$client.query({ name: 'append-events', text: APPEND, values });
      const written = new Set(rows.map((row) => keyOf(row['workspace_id'], row['run_id'])));
      for (const { event, done } of batch) done(written.has(keyOf(event.workspaceId, event.runId)));
    } catch (error) {
      // What is wrong with one of them must not cost the others: each is tried on its own.
      if (batch.length === 1) batch[0]?.fail(error);
      else for (const one of batch) await this.fly([one]);
    }
  }
}

const appenders = new WeakMap<object, Appender>();

/**
 * Appends what a visitor sent, if the run stands just before it: on disk whole or not at all.
 * @returns false where somebody else wrote this place meanwhile
 */
export async function appendEvent(db: Db | Tx, event: NewEvent): Promise<boolean> {
  if (!('$client' in db)) {
    const { rows }: Written = await db.execute(statement(APPEND, valuesFor([event])));
    return rows.length === 1;
  }
  const appender = appenders.get(db.$client) ?? new Appender(db);
  appenders.set(db.$client, appender);
  return appender.append(event);
}
