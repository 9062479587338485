import type { Pool } from 'pg';
import { openDatabase, type Db } from '../../db/client';
import { readConfig } from './config';
import { log, logStatement } from './log';

// Kept on the global object: the framework bundles this module several times, and one pool is enough.
const kept = globalThis as { yesMaybeDatabase?: { db: Db; pool: Pool } };

export const database = (): Db => (kept.yesMaybeDatabase ??= openDatabase(readConfig().databaseUrl, watched())).db;

const watched = () => (log.isLevelEnabled('debug') ? { onStatement: logStatement } : {});

export async function closeDatabase(): Promise<void> {
  await kept.yesMaybeDatabase?.pool.end();
  delete kept.yesMaybeDatabase;
}
