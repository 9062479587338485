/** Whether the database is as far as this version: one that begins before the migrations takes no visitors. One that is further on is older, and may go on. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { migrationsDone } from '../../db/queries/operating';
import { ofProcess } from '../platform/of-process';
import { database } from '../platform/database';
import { log } from '../platform/log';
import { fieldOf } from '../../core/values/unknown';

declare module '../platform/of-process' {
  interface OfProcess {
    hasTables?: boolean;
  }
}

/** The moment of the newest migration that this version comes with, as its journal has it. */
export function newestMigration(): number {
  const journal: unknown = JSON.parse(readFileSync(join(process.cwd(), 'db/migrations/meta/_journal.json'), 'utf8'));
  const entries = fieldOf(journal, 'entries');
  const moments = Array.isArray(entries) ? entries.map((entry) => Number(fieldOf(entry, 'when'))) : [];
  return Math.max(0, ...moments);
}

/** Asked until it is so, and then never again. */
export async function hasTables(): Promise<boolean> {
  if (ofProcess.hasTables) return true;
  ofProcess.hasTables = (await migrationsDone(database())) >= newestMigration();
  if (!ofProcess.hasTables) log.warn('the tables are older than this version: run the migrations');
  return ofProcess.hasTables;
}
