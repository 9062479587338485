/** What stands in the database of a bench. */
import { setTimeout as after } from 'node:timers/promises';
import { Client } from 'pg';

/** @param ask asks for one number after the other, each by a statement that calls it `n` */
export async function inDatabase<T>(ask: (one: (text: string) => Promise<number>) => Promise<T>): Promise<T> {
  const client = new Client({ connectionString: process.env['DATABASE_URL'] });
  await client.connect();
  try {
    return await ask(async (text) => Number((await client.query<{ n: string }>(text)).rows[0]?.n ?? 0));
  } finally {
    await client.end();
  }
}

/** Figures and letters come after: waits until they have, three minutes at most. */
export const settled = (): Promise<void> =>
  inDatabase(async (one) => {
    for (let n = 0; n < 180; n++) {
      const waits = await one(
        "select (select count(*) from runs where counted_seq < seq) + (select count(*) from deliveries where state = 'waiting') as n",
      );
      if (waits === 0) return;
      await after(1_000);
    }
  });
