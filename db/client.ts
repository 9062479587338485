import { sql, type SQL } from 'drizzle-orm';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool } from 'pg';
import * as schema from './schema';

export type Db = NodePgDatabase<typeof schema> & { $client: Pool };
export type Tx = Parameters<Parameters<Db['transaction']>[0]>[0];

/** A pool on a database. Connections lost to a restart are replaced; whoever was using one gets an error and tries again. */
export function openDatabase(url: string, max = 16): { db: Db; pool: Pool } {
  const pool = new Pool({ connectionString: url, max, idleTimeoutMillis: 30_000 });
  // Without a listener an idle connection cut by the database would end the process.
  pool.on('error', () => undefined);
  return { db: drizzle(pool, { schema }), pool };
}

/** Statement text with $1, $2 … and its values, as a piece for the query builder. */
export function statement(text: string, values: unknown[]): SQL {
  const parts = text.split(/\$(\d+)/);
  return sql.join(parts.map((part, i) => (i % 2 === 0 ? sql.raw(part) : sql.param(values[Number(part) - 1]))));
}
