/** The directory of addresses: which quiz of which workspace each leads to. Whatever comes for a visitor begins here, and names the workspace from then on. */
import { eq } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { Db, Tx } from '../client';
import { addresses } from '../schema';

type Place = typeof addresses.$inferSelect;

/** Which quiz an address leads to. */
export async function quizAt(db: Db | Tx, address: string): Promise<Place | undefined> {
  return (await db.select().from(addresses).where(eq(addresses.address, address)))[0];
}

/** Milliseconds: an address leads to the same quiz as long as there is that quiz, and a quiz that is gone has no runs. */
const FRESH = 5_000;
const known = new LRUCache<string, Place>({ max: 10_000, ttl: FRESH });

/** The same, as it was a few seconds ago at the earliest. */
export async function placeOf(db: Db | Tx, address: string): Promise<Place | undefined> {
  const place = known.get(address) ?? (await quizAt(db, address));
  if (place) known.set(address, place, { noUpdateTTL: true });
  return place;
}
