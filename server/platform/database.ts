import type { Pool } from 'pg';
import { openDatabase, type Db } from '../../db/client';
import { readConfig } from './config';
import { log, logStatement } from './log';
import { ofProcess } from './of-process';

declare module './of-process' {
  interface OfProcess {
    database?: { db: Db; pool: Pool };
  }
}
export const database = (): Db => (ofProcess.database ??= openDatabase(readConfig().databaseUrl, watched())).db;

const watched = () => (log.isLevelEnabled('debug') ? { onStatement: logStatement } : {});

export async function closeDatabase(): Promise<void> {
  await ofProcess.database?.pool.end();
  delete ofProcess.database;
}
