/** What somebody who operates the installation looks at. None of it is of a workspace. */
import { desc, lt, sql } from 'drizzle-orm';
import type { Db } from '../client';
import { processes, upkeep } from '../schema';

export type ProcessRow = typeof processes.$inferSelect;

/** Milliseconds after which a process that says nothing is taken for gone, and after which it is forgotten. */
export const GONE = 45_000;
const FORGOTTEN = 24 * 3_600_000;

/** Notes that a process lives, and forgets those that have said nothing for a day. */
export async function noteProcess(db: Db, row: ProcessRow): Promise<void> {
  await db.insert(processes).values(row).onConflictDoUpdate({ target: processes.processId, set: row });
  await db.delete(processes).where(lt(processes.seenAt, new Date(row.seenAt.getTime() - FORGOTTEN)));
}

export const forgetProcess = async (db: Db, processId: string): Promise<void> => {
  await db.delete(processes).where(sql`${processes.processId} = ${processId}`);
};

export const listProcesses = (db: Db): Promise<ProcessRow[]> =>
  db.select().from(processes).orderBy(desc(processes.startedAt)).limit(200);

export const listUpkeep = (db: Db): Promise<(typeof upkeep.$inferSelect)[]> => db.select().from(upkeep);

export type DatabaseState = {
  version: string;
  /** Bytes on its disk. */
  size: number;
  connections: number;
  /** How many there may be. */
  most: number;
  /** Seconds that the oldest open transaction has lasted; 0 where there is none. */
  oldest: number;
  /** Standbys that follow, by what they have not yet applied, in bytes; null where this database may not be told. */
  standbys: { name: string; behind: number | null; isSynchronous: boolean }[];
};

type StateRow = Record<'version' | 'size' | 'connections' | 'most' | 'oldest', string>;
type StandbyRow = { name: string; behind: string | null; sync: string | null };

export async function databaseState(db: Db): Promise<DatabaseState | null> {
  const { rows } = await db.execute<StateRow>(sql`
    select split_part(current_setting('server_version'), ' ', 1) as version, pg_database_size(current_database()) as size,
      (select count(*) from pg_stat_activity where backend_type = 'client backend') as connections,
      current_setting('max_connections') as most,
      (select coalesce(extract(epoch from max(clock_timestamp() - xact_start)), 0) from pg_stat_activity
        where datname = current_database() and backend_type = 'client backend' and pid <> pg_backend_pid()) as oldest`);
  const standbys = await db.execute<StandbyRow>(sql`
    select application_name as name, pg_wal_lsn_diff(pg_current_wal_lsn(), replay_lsn) as behind, sync_state as sync
    from pg_stat_replication`);
  const [row] = rows;
  return row
    ? {
        version: row.version,
        size: Number(row.size),
        connections: Number(row.connections),
        most: Number(row.most),
        oldest: Math.round(Number(row.oldest)),
        standbys: standbys.rows.map(({ name, behind, sync }) => ({
          name,
          behind: behind === null ? null : Number(behind),
          isSynchronous: sync === 'sync' || sync === 'quorum',
        })),
      }
    : null;
}

export type QueueState = {
  name: string;
  /** Jobs whose time has come, and seconds that the oldest of them has waited since then, or since it was written. */
  waiting: number;
  oldest: number;
  /** Jobs that wait for a later moment. */
  later: number;
};

/** Jobs by queue. Those that are done, of which there are many, are not looked at: an index holds the others. */
export async function queueStates(db: Db): Promise<QueueState[]> {
  const { rows } = await db.execute<Record<keyof QueueState, string>>(sql`
    select q.name,
      count(j.id) filter (where j.start_after <= now()) as waiting,
      coalesce(extract(epoch from max(now() - greatest(j.start_after, j.created_on)) filter (where j.start_after <= now())), 0) as oldest,
      count(j.id) filter (where j.start_after > now()) as later
    from pgboss.queue q left join pgboss.job j on j.name = q.name and j.state < 'active'
    where q.name not like '\\_\\_%' group by q.name order by q.name`);
  return rows.map(({ name, waiting, oldest, later }) => ({
    name,
    waiting: Number(waiting),
    oldest: Math.round(Number(oldest)),
    later: Number(later),
  }));
}

/** Letters given up within a day, and addresses of other systems that are switched off by themselves. */
export async function stuck(db: Db): Promise<{ letters: number; webhooks: number }> {
  const failed = await db.execute<{ n: string }>(
    sql`select count(*) as n from deliveries where state = 'failed' and changed_at > now() - interval '1 day'`,
  );
  const off = await db.execute<{ n: string }>(
    sql`select count(*) as n from webhooks where off_because in ('dead', 'gone')`,
  );
  return { letters: Number(failed.rows[0]?.n ?? 0), webhooks: Number(off.rows[0]?.n ?? 0) };
}

/** The moment of the newest migration that the tables have been through, in milliseconds since 1970. */
export async function migrationsDone(db: Db): Promise<number> {
  const { rows } = await db.execute<{ newest: string | null }>(
    sql`select max(created_at) as newest from drizzle.__drizzle_migrations`,
  );
  return Number(rows[0]?.newest ?? 0);
}
