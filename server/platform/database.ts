import type { Pool } from 'pg';
import { openDatabase, type Db } from '../../db/client';
import { readConfig } from './config';
import { log, logStatement } from './log';
import { ofProcess } from './of-process';
import { traceStatements } from './tracing';

declare module './of-process' {
  interface OfProcess {
    database?: { db: Db; pool: Pool };
  }
}
export const database = (): Db => (ofProcess.database ??= open()).db;

function open(): { db: Db; pool: Pool } {
  const opened = openDatabase(readConfig().databaseUrl, watched());
  if (readConfig().collector !== null) traceStatements(opened.pool);
  return opened;
}

const watched = () => {
  const { connections: max, isPooled } = readConfig();
  return { max, isPooled, ...(log.isLevelEnabled('debug') ? { onStatement: logStatement } : {}) };
};

export async function closeDatabase(): Promise<void> {
  await ofProcess.database?.pool.end();
  delete ofProcess.database;
}
