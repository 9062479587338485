import { sql, type SQL } from 'drizzle-orm';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool } from 'pg';
import * as schema from './schema';

export type Db = NodePgDatabase<typeof schema> & { $client: Pool };
export type Tx = Parameters<Parameters<Db['transaction']>[0]>[0];

/** Milliseconds. A connection that has gone silent gives an error after these, and is not used again. */
const CONNECTING = 5_000;
const STATEMENT = 20_000;
const LOCK = 10_000;
const IDLE_IN_TRANSACTION = 30_000;
/** The client's own clock runs a little longer, so that the database says why where it can. */
const ANSWER = 25_000;
const KEEP_ALIVE = 10_000;

/**
 * A pool on a database. Connections lost to a restart are replaced; whoever was using one gets an error and tries again.
 * @param patient for work that takes as long as it takes, as migrations do
 * @param isPooled a pooler stands between, and gives out connections by transaction: nothing may be left in one
 * @param onStatement told each statement, with $1, $2 … in place of its values
 */
export function openDatabase(
  url: string,
  {
    max = 16,
    patient = false,
    isPooled = false,
    onStatement,
  }: { max?: number; patient?: boolean; isPooled?: boolean; onStatement?: (text: string) => void } = {},
): { db: Db; pool: Pool } {
  const pool = new Pool({
    connectionString: url,
    max,
    idleTimeoutMillis: 30_000,
    connectionTimeoutMillis: CONNECTING,
    keepAlive: true,
    keepAliveInitialDelayMillis: KEEP_ALIVE,
    ...(patient
      ? {}
      : {
          statement_timeout: STATEMENT,
          lock_timeout: LOCK,
          idle_in_transaction_session_timeout: IDLE_IN_TRANSACTION,
          query_timeout: ANSWER,
        }),
  });
  // Without a listener an idle connection cut by the database would end the process.
  pool.on('error', () => undefined);
  if (isPooled) Reflect.set(pool, POOLED, true);
  return { db: drizzle(pool, { schema, ...(onStatement ? { logger: { logQuery: onStatement } } : {}) }), pool };
}

/** On the pool itself: the framework bundles this module more than once, and each would have a list of its own. */
const POOLED = Symbol.for('yes-maybe.pooled');

/**
 * The name under which a statement is prepared once for each connection; nothing where a pooler stands between, since the connection that
 * knows the name would be another one the next time.
 */
export const prepared = (pool: Pool, name: string): { name?: string } =>
  Reflect.get(pool, POOLED) === true ? {} : { name };

/** Whether the database answers within so many milliseconds. */
export async function answersNow(db: Db, patience: number): Promise<boolean> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<boolean>((resolve) => (timer = setTimeout(() => resolve(false), patience)));
  const answer = db.$client.query('select 1').then(
    () => true,
    () => false,
  );
  return Promise.race([answer, late]).finally(() => clearTimeout(timer));
}

/** Statement text with $1, $2 … and its values, as a piece for the query builder. */
export function statement(text: string, values: unknown[]): SQL {
  const parts = text.split(/\$(\d+)/);
  return sql.join(parts.map((part, i) => (i % 2 === 0 ? sql.raw(part) : sql.param(values[Number(part) - 1]))));
}
