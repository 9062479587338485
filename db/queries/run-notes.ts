/** Notes about single runs. */
import { and, eq } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { runNotes } from '../schema';

const own = (workspaceId: string, runId: string) =>
  and(eq(runNotes.workspaceId, workspaceId), eq(runNotes.runId, runId));

export async function noteOf(
  db: Db | Tx,
  workspaceId: string,
  runId: string,
): Promise<{ words: string; by: string; at: Date } | undefined> {
  const [found] = await db
    .select({ words: runNotes.words, by: runNotes.by, at: runNotes.at })
    .from(runNotes)
    .where(own(workspaceId, runId));
  return found;
}

/** An empty note is none. */
export async function putNote(db: Db | Tx, row: typeof runNotes.$inferInsert): Promise<void> {
  const { workspaceId, runId, words, by, at } = row;
  if (words === '') await db.delete(runNotes).where(own(workspaceId, runId));
  else
    await db
      .insert(runNotes)
      .values(row)
      .onConflictDoUpdate({ target: [runNotes.workspaceId, runNotes.runId], set: { words, by, at } });
}
