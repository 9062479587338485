/** Names that were given to groups of visitors, by a run of each. */
import { and, desc, eq } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { namedGroups } from '../schema';

/** The newest first. */
export const namesOfGroups = (db: Db | Tx, workspaceId: string, quizId: string) =>
  db
    .select({ runId: namedGroups.runId, name: namedGroups.name })
    .from(namedGroups)
    .where(and(eq(namedGroups.workspaceId, workspaceId), eq(namedGroups.quizId, quizId)))
    .orderBy(desc(namedGroups.at));

/** An empty name takes it away. */
export async function nameGroup(
  db: Db | Tx,
  { name, ...group }: { workspaceId: string; quizId: string; runId: string; name: string },
): Promise<void> {
  const its = and(eq(namedGroups.workspaceId, group.workspaceId), eq(namedGroups.runId, group.runId));
  if (name === '') await db.delete(namedGroups).where(its);
  else
    await db
      .insert(namedGroups)
      .values({ ...group, name })
      .onConflictDoUpdate({ target: [namedGroups.workspaceId, namedGroups.runId], set: { name, at: new Date() } });
}
