/**
 * Tables that are kept by months: a partition for what began in each, so that the oldest can be taken off as a file, and its room comes back at
 * once. The partition is told by the id alone (`s2612-…` is a run that was started in December 2026, `m2612-…` a letter about one), so that every
 * statement that names an id reads one partition, and what is unique stays unique. Whatever has an id of another form lies in the first partition,
 * which is all that there was before months.
 */
import { type SQL, sql } from 'drizzle-orm';
import type { Db, Tx } from './client';

/** A database, or a transaction. */
type Asked = Pick<Db, 'execute'>;

/** Year and month in four digits, in UTC: `2612`. Months of one century, by text in the order of time. */
export type Month = string;

export const monthOf = (moment: Date): Month => moment.toISOString().slice(2, 7).replace('-', '');
export const isMonth = (text: string): boolean => /^\d\d(0[1-9]|1[0-2])$/.test(text);
export const monthAfter = (month: Month): Month => {
  const [year, of] = [Number(month.slice(0, 2)), Number(month.slice(2))];
  return of === 12
    ? `${String(year + 1).padStart(2, '0')}01`
    : `${month.slice(0, 2)}${String(of + 1).padStart(2, '0')}`;
};

/** What ids of a month begin with. */
const RUN = 's';
const LETTER = 'm';
export const runPrefix = (month: Month): string => `${RUN}${month}`;
export const letterPrefix = (month: Month): string => `${LETTER}${month}`;
/** The month that a run's id is of; null where it has none. */
export function monthOfRun(runId: string): Month | null {
  const month = /^s(\d{4})-/.exec(runId)?.[1];
  return month !== undefined && isMonth(month) ? month : null;
}

// In an order in which they can be made: the last refers to the one before it.
const TABLES = [
  { table: 'run_events', by: RUN },
  { table: 'letters', by: LETTER },
  { table: 'deliveries', by: LETTER },
] as const;
/** They stand apart, so that whoever lists tables finds each once. */
const SCHEMA = 'months';
const nameOf = (table: string, month: Month): SQL => sql.raw(`${SCHEMA}.${table}_${month}`);

/** Whoever makes or drops months waits for whoever else does. */
const TURN = sql`select pg_advisory_xact_lock(5823302)`;
/** Months that are made ahead of the one that it is. */
const AHEAD = 2;

export async function monthsThere(db: Asked): Promise<Month[]> {
  const { rows } = await db.execute<{ month: string }>(sql`
    select substring(c.relname from '\\d{4}$') as month from pg_class c
    where c.relnamespace = to_regnamespace(${SCHEMA}) and c.relkind = 'r' and c.relname ~ '^run_events_\\d{4}$' order by 1`);
  return rows.map(({ month }) => month);
}

/**
 * Makes the partitions of this month and of those that come next, where they are missing. Visitors wait meanwhile for as long as it takes to
 * write them down in the catalogue; where somebody else is in the way for a second, nothing is made, and it may be asked again.
 * @returns those that were made
 */
export async function makeMonths(db: Db, now: Date): Promise<Month[]> {
  // The tables of an earlier version know of none.
  const { rows } = await db.execute(sql`select from pg_namespace where nspname = ${SCHEMA}`);
  if (rows.length === 0) return [];
  const wanted = [monthOf(now)];
  for (let i = 0; i < AHEAD; i++) wanted.push(monthAfter(wanted[i] ?? ''));
  const there = await monthsThere(db);
  const missing = wanted.filter((month) => !there.includes(month));
  for (const month of missing) await db.transaction((tx) => makeMonth(tx, month));
  return missing;
}

/** Makes the partitions of a month, if there are none. @param tx a transaction */
export async function makeMonth(tx: Asked, month: Month): Promise<void> {
  await tx.execute(sql`set local lock_timeout = '1s'`);
  await tx.execute(TURN);
  if ((await monthsThere(tx)).includes(month)) return;
  await lockAll(tx);
  for (const { table, by } of TABLES) {
    const part = nameOf(table, month);
    await tx.execute(sql`create table ${part} (like ${sql.raw(table)} including defaults)`);
    await tx.execute(sql`alter table ${sql.raw(table)} attach partition ${part}
      for values from (${sql.raw(`'${by}${month}'`)}) to (${sql.raw(`'${by}${monthAfter(month)}'`)})`);
  }
}

/** In the order in which whoever writes takes them, so that neither waits for the other for ever. */
async function lockAll(tx: Asked): Promise<void> {
  await tx.execute(sql`lock table workspaces, quizzes, runs in share row exclusive mode`);
  await tx.execute(sql`lock table run_events, letters, deliveries in access exclusive mode`);
}

/**
 * Takes the partitions of a month away, where no run of it is left. Letters about runs that are gone go with them.
 * @returns whether they are gone
 */
export async function dropMonth(tx: Tx, month: Month): Promise<boolean> {
  await tx.execute(sql`set local lock_timeout = '1s'`);
  await tx.execute(TURN);
  await lockAll(tx);
  if (!(await isEmpty(tx, month))) return false;
  for (const { table } of [...TABLES].reverse()) {
    const part = nameOf(table, month);
    await tx.execute(sql`alter table ${sql.raw(table)} detach partition ${part}`);
    await tx.execute(sql`drop table ${part}`);
  }
  return true;
}

/** Whether no run of a month is left in any workspace. */
export async function isEmpty(db: Asked, month: Month): Promise<boolean> {
  const { rows } = await db.execute<{ some: boolean }>(sql`
    select exists (select from workspaces w cross join lateral (select from runs r
      where r.workspace_id = w.workspace_id and ${ofMonth(month, 'r')} limit 1) as one) as some`);
  return rows[0]?.some === false;
}

/** Runs that were started in a month. @param table how the statement names the table of runs */
export const ofMonth = (month: Month, table = 'runs'): SQL =>
  sql`${sql.raw(table)}.run_id >= ${runPrefix(month)} and ${sql.raw(table)}.run_id < ${runPrefix(monthAfter(month))}`;

/** Bytes that a month takes, with its indexes. */
export async function sizeOfMonth(db: Asked, month: Month): Promise<number> {
  const parts = TABLES.map(({ table }) => sql`pg_total_relation_size(${`${SCHEMA}.${table}_${month}`}::regclass)`);
  const { rows } = await db.execute<{ size: string }>(sql`select ${sql.join(parts, sql` + `)} as size`);
  return Number(rows[0]?.size ?? 0);
}
