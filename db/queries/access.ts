import { and, asc, count, desc, eq, isNull, max, sql } from 'drizzle-orm';
import type { Access } from '../../core/schema/access';
import type { Db, Tx } from '../client';
import { access, accessChanges, listed, runs } from '../schema';
import { type RunWithEvents, runColumns } from './runs';

export type AccessRow = { settings: Access; passcode: string | null; finished: number };
export type ListedRow = typeof listed.$inferSelect;

const own = (workspaceId: string, quizId: string) =>
  and(eq(access.workspaceId, workspaceId), eq(access.quizId, quizId));
const columns = { settings: access.settings, passcode: access.passcode, finished: access.finished };

export const accessOf = async (db: Db | Tx, workspaceId: string, quizId: string): Promise<AccessRow | undefined> =>
  (await db.select(columns).from(access).where(own(workspaceId, quizId)))[0];

/** Runs of a quiz that have finished, those that were wiped among them. */
const finishedIn = (workspaceId: string, quizId: string) => sql<number>`((select count(*) from runs
    where workspace_id = ${workspaceId} and quiz_id = ${quizId} and finished_at is not null and not is_trial)
  + (select coalesce(sum(wiped), 0) from figures
    where workspace_id = ${workspaceId} and quiz_id = ${quizId} and key = 'finished'))::int`;

/**
 * Puts settings in the place of others, and notes who did. Runs that have finished are counted anew, under the lock that finishing takes.
 * @param passcode another one, as a hash; undefined leaves it as it is
 */
export async function putAccess(
  tx: Tx,
  row: { workspaceId: string; quizId: string; settings: Access; passcode?: string | null; by: string; at: Date },
): Promise<void> {
  const { workspaceId, quizId, settings, passcode, by, at } = row;
  const set = { settings, changedAt: at, changedBy: by, ...(passcode === undefined ? {} : { passcode }) };
  await tx
    .insert(access)
    .values({ workspaceId, quizId, ...set })
    .onConflictDoUpdate({ target: [access.workspaceId, access.quizId], set });
  await tx
    .update(access)
    .set({ finished: finishedIn(workspaceId, quizId) })
    .where(own(workspaceId, quizId));
  const change = sql<number>`(select coalesce(max(change), 0) + 1 from access_changes
    where workspace_id = ${workspaceId} and quiz_id = ${quizId})`;
  await tx
    .insert(accessChanges)
    .values({ workspaceId, quizId, change, settings, passcode: passcode !== undefined, at, by });
}

/** Newest first. */
export const changesOf = (db: Db, workspaceId: string, quizId: string, most: number) =>
  db
    .select({
      change: accessChanges.change,
      settings: accessChanges.settings,
      passcode: accessChanges.passcode,
      at: accessChanges.at,
      by: accessChanges.by,
    })
    .from(accessChanges)
    .where(and(eq(accessChanges.workspaceId, workspaceId), eq(accessChanges.quizId, quizId)))
    .orderBy(desc(accessChanges.change))
    .limit(most);

/** Since when another edition has been shown beside the live one, without a break. */
export async function secondSince(db: Db, workspaceId: string, quizId: string, edition: number): Promise<Date> {
  const { rows } = await db.execute<{ since: string | null }>(sql`
    select min(at) as since from access_changes
    where workspace_id = ${workspaceId} and quiz_id = ${quizId} and change > coalesce((
      select max(change) from access_changes where workspace_id = ${workspaceId} and quiz_id = ${quizId}
        and settings -> 'second' ->> 'edition' is distinct from ${String(edition)}), 0)`);
  return new Date(rows[0]?.since ?? 0);
}

/** Counts a run as finished, if there is room for one more. Whoever finishes at the same moment waits. @returns false where there is none */
export async function takePlace(tx: Tx, workspaceId: string, quizId: string): Promise<boolean> {
  const room = sql`(${access.settings} ->> 'most' is null or ${access.finished} < (${access.settings} ->> 'most')::int)`;
  const taken = await tx
    .update(access)
    .set({ finished: sql`${access.finished} + 1` })
    .where(and(own(workspaceId, quizId), room))
    .returning({ finished: access.finished });
  return taken.length === 1 || (await accessOf(tx, workspaceId, quizId)) === undefined;
}

/** Waits until nobody else looks after the runs of this person in this quiz. */
export async function lockPerson(tx: Tx, workspaceId: string, quizId: string, person: string): Promise<void> {
  await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`${workspaceId} ${quizId} ${person}`}, 0))`);
}

/** Runs of somebody, the newest first. */
export const runsOfPerson = (tx: Tx, workspaceId: string, quizId: string, person: string): Promise<RunWithEvents[]> =>
  tx
    .select(runColumns)
    .from(runs)
    .where(and(eq(runs.workspaceId, workspaceId), eq(runs.quizId, quizId), eq(runs.person, person)))
    .orderBy(desc(runs.seenAt), desc(runs.runId))
    .limit(1_001);

const onList = (workspaceId: string, quizId: string) =>
  and(eq(listed.workspaceId, workspaceId), eq(listed.quizId, quizId));

/** Somebody on the list who is not revoked, by what they say or by their id. */
export async function findListed(
  db: Db | Tx,
  workspaceId: string,
  quizId: string,
  by: { key: string } | { personId: string },
): Promise<ListedRow | undefined> {
  const known = 'key' in by ? eq(listed.key, by.key) : eq(listed.personId, by.personId);
  const where = and(onList(workspaceId, quizId), known, isNull(listed.revokedAt));
  return (await db.select().from(listed).where(where))[0];
}

const PORTION = 5_000;
/** Puts people on the list; those who are on it already stay as they are, and come back if they were revoked. */
export async function addListed(tx: Tx, rows: (typeof listed.$inferInsert)[]): Promise<void> {
  for (let i = 0; i < rows.length; i += PORTION)
    await tx
      .insert(listed)
      .values(rows.slice(i, i + PORTION))
      .onConflictDoUpdate({
        target: [listed.workspaceId, listed.quizId, listed.key],
        set: { revokedAt: null, name: sql`excluded.name` },
      });
}

export async function revokeListed(
  db: Db | Tx,
  workspaceId: string,
  quizId: string,
  personId: string,
  at: Date | null,
): Promise<boolean> {
  const where = and(onList(workspaceId, quizId), eq(listed.personId, personId));
  return (await db.update(listed).set({ revokedAt: at }).where(where).returning({ id: listed.personId })).length === 1;
}

/** How many are on the list, and how many of them have finished. */
export async function countListed(db: Db | Tx, workspaceId: string, quizId: string) {
  const [row] = await db
    .select({ people: count() })
    .from(listed)
    .where(and(onList(workspaceId, quizId), isNull(listed.revokedAt)));
  return row?.people ?? 0;
}

/** Some of the list, in the order in which they were put on it, each with how often they have finished. */
export const listedPage = (db: Db, workspaceId: string, quizId: string, search: string, from: number, most: number) =>
  db
    .select({
      personId: listed.personId,
      says: listed.says,
      name: listed.name,
      revokedAt: listed.revokedAt,
      // The outer table is named by hand: a column reference would lose its table here, and be taken for one of the runs.
      finished: sql<number>`(select count(*)::int from ${runs} r where r.workspace_id = listed.workspace_id
        and r.quiz_id = listed.quiz_id and r.person = listed.person_id and r.finished_at is not null)`,
    })
    .from(listed)
    .where(
      and(
        onList(workspaceId, quizId),
        search
          ? sql`(position(${search} in ${listed.key}) > 0 or position(${search} in lower(${listed.name})) > 0)`
          : undefined,
      ),
    )
    .orderBy(asc(listed.place), asc(listed.personId))
    .offset(from)
    .limit(most);

/** Not taken off the list, and has finished no run. */
const awaited = and(
  isNull(listed.revokedAt),
  sql`not exists (select from ${runs} r where r.workspace_id = ${listed.workspaceId}
    and r.quiz_id = ${listed.quizId} and r.person = ${listed.personId} and r.finished_at is not null)`,
);

/** Those on the list who have not finished, a batch at a time; `after` is the last one of the batch before. */
export const listedWaiting = (db: Db, workspaceId: string, quizId: string, after: string, most: number) =>
  db
    .select({ personId: listed.personId, says: listed.says, name: listed.name })
    .from(listed)
    .where(and(onList(workspaceId, quizId), awaited, sql`${listed.personId} > ${after}`))
    .orderBy(asc(listed.personId))
    .limit(most);

/** Whether somebody on the list has not answered, and may. */
export async function isAwaited(db: Db, workspaceId: string, quizId: string, personId: string): Promise<boolean> {
  const rows = await db
    .select({ personId: listed.personId })
    .from(listed)
    .where(and(onList(workspaceId, quizId), eq(listed.personId, personId), awaited));
  return rows.length > 0;
}

/** The place behind the last one. */
export async function nextPlace(tx: Tx, workspaceId: string, quizId: string): Promise<number> {
  const [row] = await tx
    .select({ last: max(listed.place) })
    .from(listed)
    .where(onList(workspaceId, quizId));
  return (row?.last ?? 0) + 1;
}

export const keysListed = async (tx: Tx, workspaceId: string, quizId: string): Promise<string[]> =>
  (
    await tx
      .select({ key: listed.key })
      .from(listed)
      .where(and(onList(workspaceId, quizId), isNull(listed.revokedAt)))
  ).map((row) => row.key);

/** Runs that have finished. */
export async function countFinished(db: Db | Tx, workspaceId: string, quizId: string): Promise<number> {
  const { rows } = await db.execute<{ finished: number }>(sql`select ${finishedIn(workspaceId, quizId)} as finished`);
  return rows[0]?.finished ?? 0;
}
