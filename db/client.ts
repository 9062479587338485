import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool } from 'pg';
import * as schema from './schema';

export type Db = NodePgDatabase<typeof schema>;
export type Tx = Parameters<Parameters<Db['transaction']>[0]>[0];

/** A pool on a database. Connections lost to a restart are replaced; whoever was using one gets an error and tries again. */
export function openDatabase(url: string, max = 10): { db: Db; pool: Pool } {
  const pool = new Pool({ connectionString: url, max, idleTimeoutMillis: 30_000 });
  // Without a listener an idle connection cut by the database would end the process.
  pool.on('error', () => undefined);
  return { db: drizzle(pool, { schema }), pool };
}
