import { textOf } from '../core/values/unknown';
import { join } from 'node:path';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { Client } from 'pg';
import { openDatabase } from './client';
import { makeMonths } from './months';

/** The lock that whoever changes tables holds. Any number; it must be the same in all versions. */
const LOCK = 5_823_301;

/**
 * Makes the database if the server has none of this name, and brings its tables up to date. Several processes may do so at once: one does, the
 * others wait for it.
 * @param more what else is brought up to date under the same lock
 * @param from the folder of the migrations
 */
export async function migrateDatabase(
  url: string,
  more: () => Promise<void> = async () => undefined,
  from = join(process.cwd(), 'db/migrations'),
): Promise<void> {
  await createDatabase(url);
  const lock = new Client({ connectionString: url });
  await lock.connect();
  const { db, pool } = openDatabase(url, { max: 1, patient: true });
  try {
    await lock.query('select pg_advisory_lock($1)', [LOCK]);
    await migrate(db, { migrationsFolder: from });
    await makeMonths(db, new Date());
    await more();
  } finally {
    await pool.end();
    await lock.end();
  }
}

/** @param template a database to copy; nobody may be connected to it */
export async function createDatabase(url: string, template?: string): Promise<void> {
  const name = new URL(url).pathname.slice(1);
  await onServer(url, async (client) => {
    const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [name]);
    if (rowCount) return;
    await client
      .query(
        `create database ${client.escapeIdentifier(name)}${template ? ` template ${client.escapeIdentifier(template)}` : ''}`,
      )
      .catch((error: unknown) => {
        // Ignore: another process created the database first.
        const code = textOf(error, 'code');
        if (code !== '42P04' && code !== '23505') throw error;
      });
  });
}

export async function dropDatabase(url: string): Promise<void> {
  const name = new URL(url).pathname.slice(1);
  await onServer(url, (client) =>
    client.query(`drop database if exists ${client.escapeIdentifier(name)} with (force)`),
  );
}

/** Drops the databases of tests that were interrupted; theirs alone begin with `test_`. */
export async function dropTestDatabases(url: string): Promise<void> {
  await onServer(url, async (client) => {
    const { rows } = await client.query<{ datname: string }>(
      "select datname from pg_database where datname like 'test\\_%'",
    );
    for (const { datname } of rows)
      await client.query(`drop database ${client.escapeIdentifier(datname)} with (force)`);
  });
}

async function onServer(url: string, work: (client: Client) => Promise<unknown>): Promise<void> {
  const server = new URL(url);
  server.pathname = '/postgres';
  const client = new Client({ connectionString: server.href });
  await client.connect();
  try {
    await work(client);
  } finally {
    await client.end();
  }
}
