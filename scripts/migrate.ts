/** Brings the tables up to date; with --is-empty tells whether anybody has an account yet; with --drop-tests drops what interrupted tests left. */
import { textOf } from '../core/values/unknown';
import { count } from 'drizzle-orm';
import { openDatabase } from '../db/client';
import { dropTestDatabases, migrateDatabase } from '../db/migrate';
import { user } from '../db/schema';
import { prepareQueue } from '../server/platform/jobs';
import { loadSettings, setting } from '../server/platform/settings';

async function migrate(): Promise<void> {
  const faults = loadSettings();
  if (faults.length > 0) throw new Error(faults.join('\n'));
  const url = setting('DATABASE_URL');
  if (process.argv.includes('--drop-tests')) return dropTestDatabases(url);
  if (!process.argv.includes('--is-empty')) return migrateDatabase(url, () => prepareQueue(url));
  const { db, pool } = openDatabase(url, { max: 1 });
  const [row] = await db.select({ people: count() }).from(user);
  process.stdout.write(row?.people ? 'in use' : 'empty');
  await pool.end();
}

migrate().catch((error: unknown) => {
  // Where several addresses of a host were tried, each has its own trouble.
  const first: unknown = error instanceof AggregateError ? error.errors[0] : error;
  console.error(textOf(error, 'message') || textOf(first, 'message') || textOf(error, 'code') || 'unknown trouble');
  process.exitCode = 1;
});
