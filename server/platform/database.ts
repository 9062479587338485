import type { Pool } from 'pg';
import { openDatabase, type Db } from '../../db/client';
import { readConfig } from './config';

// Kept on the global object: the framework bundles this module several times, and one pool is enough.
const kept = globalThis as { yesMaybeDatabase?: { db: Db; pool: Pool } };

export const database = (): Db => (kept.yesMaybeDatabase ??= openDatabase(readConfig().databaseUrl)).db;

export async function closeDatabase(): Promise<void> {
  await kept.yesMaybeDatabase?.pool.end();
  delete kept.yesMaybeDatabase;
}
