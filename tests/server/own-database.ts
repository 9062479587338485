/**
 * The way to the database of what a test itself asks there: as somebody else than the application, so that the application's own statements can
 * be told apart afterwards (`scripts/statements.ts`).
 */
import { type Db, openDatabase } from '../../db/client';

let own: ReturnType<typeof openDatabase> | undefined;

export const database = (): Db => (own ??= openDatabase(process.env['OWN_DATABASE_URL'] ?? '', { max: 8 })).db;

export async function closeOwn(): Promise<void> {
  await own?.pool.end();
  own = undefined;
}
