import { sql } from 'drizzle-orm';
import type { Pool } from 'pg';
import { openDatabase, type Db } from '../../db/client';
import { readConfig } from './config';
import { errorForLog, log, logStatement } from './log';
import { counts } from './metrics';
import { ofProcess } from './of-process';
import { traceStatements } from './tracing';

type Opened = { db: Db; pool: Pool };
declare module './of-process' {
  interface OfProcess {
    database?: Opened;
    standby?: Opened;
    /** Until when the standby is not asked, since it did not answer; milliseconds since 1970. */
    standbyAway?: number;
  }
}
export const database = (): Db => (ofProcess.database ??= open(readConfig().databaseUrl)).db;

function open(url: string): Opened {
  const { connections: max, isPooled, collector } = readConfig();
  const watched = log.isLevelEnabled('debug') ? { onStatement: logStatement } : {};
  const opened = openDatabase(url, { max, isPooled, ...watched });
  if (collector !== null) traceStatements(opened.pool);
  return opened;
}

/** Milliseconds: between two looks whether a standby has it; and for which one that does not answer is left alone. */
const STEP = 10;
const LEFT_ALONE = 5_000;

/**
 * Where much is read at once: the standby, if it has by now everything that was confirmed before this was called, so that nobody ever sees less
 * than they have been told of; else the database itself.
 */
export async function reading(): Promise<Db> {
  const { standby } = readConfig();
  if (standby === null) return database();
  const found = Date.now() < (ofProcess.standbyAway ?? 0) ? null : await caughtUp(standby).catch(leave);
  counts.reads.inc({ where: found === null ? 'primary' : 'standby' });
  return found ?? database();
}

function leave(error: unknown): null {
  ofProcess.standbyAway = Date.now() + LEFT_ALONE;
  log.warn(errorForLog(error), 'the standby does not answer');
  return null;
}

async function caughtUp({ url, patience }: { url: string; patience: number }): Promise<Db | null> {
  const { rows } = await database().execute<{ at: string }>(sql`select pg_current_wal_lsn()::text as at`);
  const at = rows[0]?.at;
  if (at === undefined) return null;
  const { db } = (ofProcess.standby ??= open(url));
  for (const end = Date.now() + patience; ; await new Promise((resume) => setTimeout(resume, STEP))) {
    // One that has been made the primary writes by itself, and is not what it was taken for.
    const told = await db.execute<{ has: boolean }>(
      sql`select pg_is_in_recovery() and coalesce(pg_last_wal_replay_lsn() >= ${at}::pg_lsn, false) as has`,
    );
    if (told.rows[0]?.has) return db;
    if (Date.now() >= end) return null;
  }
}

export async function closeDatabase(): Promise<void> {
  await Promise.all([ofProcess.database?.pool.end(), ofProcess.standby?.pool.end()]);
  delete ofProcess.database;
  delete ofProcess.standby;
}
