import { and, asc, desc, eq, gt, gte, inArray, isNotNull, isNull, lt, lte, ne, or, type SQL, sql } from 'drizzle-orm';
import type { Oddness } from '../../core/access/oddity';
import type { Sent } from '../../core/flow/run';
import type { Wanted } from '../../core/stats/filter';
import type { Db, Tx } from '../client';
import { contacts, editions, quizzes, runEvents, runs, waits } from '../schema';
import { amongMeant } from './figure-bits';
import { placeOf } from './places';
import { wordsIn } from './words-in';

export type RunRow = typeof runs.$inferSelect;
export type RunWithEvents = RunRow & { events: Sent[] };
export type TimedRun = RunWithEvents & { times: number[] };

// The outer table is named by hand: a column reference would lose its table where only one is selected from, and match every event.
const events = sql<Sent[]>`coalesce((select json_agg(e.sent order by e.seq) from ${runEvents} e
  where e.workspace_id = runs.workspace_id and e.run_id = runs.run_id), '[]'::json)`;
/** When each of them came, in milliseconds. */
export const times = sql<
  number[]
>`coalesce((select json_agg((extract(epoch from e.at) * 1000)::bigint order by e.seq) from ${runEvents} e
  where e.workspace_id = runs.workspace_id and e.run_id = runs.run_id), '[]'::json)`;
export const runColumns = {
  workspaceId: runs.workspaceId,
  runId: runs.runId,
  quizId: runs.quizId,
  edition: runs.edition,
  tokenHash: runs.tokenHash,
  seed: runs.seed,
  known: runs.known,
  source: runs.source,
  language: runs.language,
  seenAt: runs.seenAt,
  lastAt: runs.lastAt,
  finishedAt: runs.finishedAt,
  seq: runs.seq,
  size: runs.size,
  countedSeq: runs.countedSeq,
  countedKeys: runs.countedKeys,
  contactId: runs.contactId,
  isTrial: runs.isTrial,
  odd: runs.odd,
  person: runs.person,
  named: runs.named,
  traces: runs.traces,
  wiped: runs.wiped,
  reviews: runs.reviews,
  notes: runs.notes,
  place: runs.place,
  keyEdition: runs.keyEdition,
  events,
};

/** No trial, and no machine by all signs: what figures and tables hold. */
export const counted = and(eq(runs.isTrial, false), or(isNull(runs.odd), eq(runs.odd, 'proven')));

/** A run of the quiz that an address leads to. */
async function oneAt(db: Db | Tx, address: string, which: SQL): Promise<RunWithEvents | undefined> {
  const place = await placeOf(db, address);
  if (!place) return undefined;
  const rows = await db
    .select(runColumns)
    .from(runs)
    .where(and(eq(runs.workspaceId, place.workspaceId), eq(runs.quizId, place.quizId), which));
  return rows[0];
}

/** The run that a visitor's token opens, at this address only. */
export const runByToken = (db: Db | Tx, address: string, tokenHash: string) =>
  oneAt(db, address, eq(runs.tokenHash, tokenHash));

/** A run by its id, at this address only. */
export const runAt = (db: Db | Tx, address: string, runId: string) => oneAt(db, address, eq(runs.runId, runId));

export async function runById(db: Db, workspaceId: string, runId: string): Promise<RunWithEvents | undefined> {
  const where = and(eq(runs.workspaceId, workspaceId), eq(runs.runId, runId));
  return (await db.select(runColumns).from(runs).where(where))[0];
}

/** Puts a run where its token is new. @returns undefined where there is one already, as after a repeated request */
export async function insertRun(db: Db | Tx, row: typeof runs.$inferInsert): Promise<RunRow | undefined> {
  return (await db.insert(runs).values(row).onConflictDoNothing().returning())[0];
}

/** Notes how a run stands as a machine's. It is counted anew. */
export const setOdd = (db: Db, { workspaceId, runId }: RunRow, odd: Oddness) =>
  db
    .update(runs)
    .set({ odd, countedSeq: -1 })
    .where(and(eq(runs.workspaceId, workspaceId), eq(runs.runId, runId)));

/** Gives a run another token, if it stands where it stood and its token is the one that it had. @returns whether it has it now */
export async function setToken(
  db: Db | Tx,
  { workspaceId, runId, tokenHash, seq }: RunRow,
  next: string,
): Promise<boolean> {
  const asItWas = and(
    eq(runs.workspaceId, workspaceId),
    eq(runs.runId, runId),
    eq(runs.tokenHash, tokenHash),
    eq(runs.seq, seq),
  );
  const moved = await db.update(runs).set({ tokenHash: next }).where(asItWas).returning({ runId: runs.runId });
  return moved.length === 1;
}

/** Lets a run go on in another language. */
export const setLanguage = (db: Db, { workspaceId, runId }: RunRow, language: string | null) =>
  db
    .update(runs)
    .set({ language })
    .where(and(eq(runs.workspaceId, workspaceId), eq(runs.runId, runId)));

/** What changes whenever a run of a quiz goes on: the index knows it. */
export async function newestMove(db: Db, workspaceId: string, quizId: string): Promise<string> {
  const [newest] = await db
    .select({ at: sql<string>`${runs.lastAt}::text`, runId: runs.runId })
    .from(runs)
    .where(and(eq(runs.workspaceId, workspaceId), eq(runs.quizId, quizId)))
    .orderBy(desc(runs.lastAt), desc(runs.runId))
    .limit(1);
  return newest ? `${newest.at} ${newest.runId}` : '';
}

/** Runs that were started, newest first, a page at a time; `before` is the last one of the page before. */
export const startedRuns = (
  db: Db,
  workspaceId: string,
  quizId: string,
  {
    most,
    before,
    search,
    wanted,
  }: {
    most: number;
    before?: { lastAt: Date; runId: string } | undefined;
    search?: string | undefined;
    /** Of those that count alone, these. */
    wanted?: Wanted[] | undefined;
  },
) => {
  const ask = (from: Db | Tx, isMeant?: SQL) =>
    from
      .select({ ...runColumns, contact: contacts.fields })
      .from(runs)
      .leftJoin(contacts, and(eq(contacts.workspaceId, runs.workspaceId), eq(contacts.contactId, runs.contactId)))
      .where(
        and(
          eq(runs.workspaceId, workspaceId),
          eq(runs.quizId, quizId),
          sql`${runs.seq} > 0`,
          // Compared as rows, which the index answers; "earlier, or as early and smaller" would be looked up row by row.
          before ? sql`(${runs.lastAt}, ${runs.runId}) < (${before.lastAt}, ${before.runId})` : undefined,
          ...wordsIn(search ?? '').map((word) => sql`${contacts.words} like ${word}`),
          isMeant,
        ),
      )
      .orderBy(desc(runs.lastAt), desc(runs.runId))
      .limit(most);
  return wanted ? amongMeant(db, { workspaceId, quizId, wanted }, ask) : ask(db);
};

/** Those who started, by when they first saw the quiz: an order that no run changes by going on. `after` is the last one of the batch before. */
export const runsInOrder = (
  db: Db,
  workspaceId: string,
  quizId: string,
  {
    most,
    after,
    until,
    wanted,
    isTimed = false,
  }: {
    most: number;
    after?: { seenAt: Date; runId: string } | undefined;
    until: Date;
    wanted?: Wanted[] | undefined;
    /** Whether it matters when each thing came. */
    isTimed?: boolean;
  },
) => {
  const ask = (from: Db | Tx, isMeant?: SQL) =>
    from
      .select({ ...runColumns, times: isTimed ? times : sql<number[]>`'[]'::json` })
      .from(runs)
      .where(
        and(
          eq(runs.workspaceId, workspaceId),
          eq(runs.quizId, quizId),
          counted,
          sql`${runs.seq} > 0`,
          lte(runs.seenAt, until),
          after ? sql`(${runs.seenAt}, ${runs.runId}) > (${after.seenAt}, ${after.runId})` : undefined,
          isMeant,
        ),
      )
      .orderBy(asc(runs.seenAt), asc(runs.runId))
      .limit(most);
  return wanted ? amongMeant(db, { workspaceId, quizId, wanted }, ask) : ask(db);
};

/** Those who started since a moment, by the edition they got. */
export const countByEdition = (db: Db, workspaceId: string, quizId: string, since: Date) =>
  db
    .select({
      edition: runs.edition,
      started: sql<number>`count(*)::int`,
      finished: sql<number>`count(${runs.finishedAt})::int`,
      contact: sql<number>`count(${runs.contactId})::int`,
    })
    .from(runs)
    .where(
      and(
        eq(runs.workspaceId, workspaceId),
        eq(runs.quizId, quizId),
        gte(runs.seenAt, since),
        counted,
        sql`${runs.seq} > 0`,
      ),
    )
    .groupBy(runs.edition);

/** What those who took some runs are called, by what they left; '' where they left nothing. Of runs that are gone there is none. */
export async function namesOfRuns(db: Db, workspaceId: string, ids: string[]): Promise<Map<string, string>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select({ runId: runs.runId, fields: contacts.fields })
    .from(runs)
    .leftJoin(contacts, and(eq(contacts.workspaceId, runs.workspaceId), eq(contacts.contactId, runs.contactId)))
    .where(and(eq(runs.workspaceId, workspaceId), inArray(runs.runId, ids)));
  return new Map(rows.map(({ runId, fields }) => [runId, fields?.['name'] ?? fields?.['email'] ?? '']));
}

export async function oneRun(db: Db, workspaceId: string, quizId: string, runId: string) {
  const where = and(eq(runs.workspaceId, workspaceId), eq(runs.quizId, quizId), eq(runs.runId, runId));
  return (await db.select(runColumns).from(runs).where(where))[0];
}

/** @param until those that stood still since then @returns how many there were */
export async function deleteTrialRuns(tx: Tx, workspaceId: string, quizId: string, until: Date): Promise<number> {
  const where = and(
    eq(runs.workspaceId, workspaceId),
    eq(runs.quizId, quizId),
    eq(runs.isTrial, true),
    lte(runs.lastAt, until),
  );
  return (await tx.delete(runs).where(where).returning({ runId: runs.runId })).length;
}

/** What was sent, and when, in order. */
export const timedEvents = (db: Db, workspaceId: string, runId: string) =>
  db
    .select({ seq: runEvents.seq, sent: runEvents.sent, at: runEvents.at })
    .from(runEvents)
    .where(and(eq(runEvents.workspaceId, workspaceId), eq(runEvents.runId, runId)))
    .orderBy(asc(runEvents.seq));

/** Runs that finished in a stretch of time and count, the first ones first. @param until not itself in it */
export const finishedIn = (
  db: Db | Tx,
  workspaceId: string,
  quizId: string,
  { since, until, most }: { since: Date; until: Date; most: number },
): Promise<RunWithEvents[]> =>
  db
    .select(runColumns)
    .from(runs)
    .where(
      and(
        eq(runs.workspaceId, workspaceId),
        eq(runs.quizId, quizId),
        gte(runs.finishedAt, since),
        lt(runs.finishedAt, until),
        // A run goes on after it has finished, never before.
        gte(runs.lastAt, since),
        counted,
      ),
    )
    .orderBy(asc(runs.finishedAt), asc(runs.runId))
    .limit(most);

/** Finished runs of somebody who left a contact, the newest first. */
export const newestWithContact = (
  db: Db,
  workspaceId: string,
  quizId: string,
  most: number,
): Promise<RunWithEvents[]> =>
  db
    .select(runColumns)
    .from(runs)
    .where(
      and(
        eq(runs.workspaceId, workspaceId),
        eq(runs.quizId, quizId),
        isNotNull(runs.finishedAt),
        isNotNull(runs.contactId),
      ),
    )
    .orderBy(desc(runs.lastAt), desc(runs.runId))
    .limit(most);

/** Finished runs whose result is still kept back, by what their edition says. */
export async function countHeldBack(db: Db | Tx, workspaceId: string, quizId: string, now: Date): Promise<number> {
  const held = sql<string>`${editions.document} -> 'delivery' ->> 'held'`;
  const rows = await db
    .select({ count: sql<number>`count(*)::int` })
    .from(runs)
    .innerJoin(quizzes, and(eq(quizzes.workspaceId, runs.workspaceId), eq(quizzes.quizId, runs.quizId)))
    .innerJoin(
      editions,
      and(
        eq(editions.workspaceId, runs.workspaceId),
        eq(editions.quizId, runs.quizId),
        eq(editions.edition, runs.edition),
      ),
    )
    .where(
      and(
        eq(runs.workspaceId, workspaceId),
        eq(runs.quizId, quizId),
        isNotNull(runs.finishedAt),
        eq(runs.isTrial, false),
        or(isNull(quizzes.releasedAt), gt(runs.finishedAt, quizzes.releasedAt)),
        // Moments are all of one shape, so their order is that of their letters.
        or(
          eq(held, 'released'),
          // What is not counted yet may wait too.
          and(eq(held, 'marked'), or(waits(runs.countedKeys), lt(runs.countedSeq, runs.seq))),
          and(ne(held, 'marked'), gt(held, now.toISOString())),
        ),
      ),
    );
  return rows[0]?.count ?? 0;
}

/** Finished runs of somebody who left an address, by their ids, a batch at a time; `after` is the last one of the batch before. */
export const finishedAfter = (db: Db, workspaceId: string, quizId: string, after: string, most: number) =>
  db
    .select({ runId: runs.runId })
    .from(runs)
    .where(
      and(
        eq(runs.workspaceId, workspaceId),
        eq(runs.quizId, quizId),
        isNotNull(runs.finishedAt),
        isNotNull(runs.contactId),
        gt(runs.runId, after),
      ),
    )
    .orderBy(asc(runs.runId))
    .limit(most);
