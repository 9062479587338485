/** Boards of quizzes. */
import { and, eq } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { boards } from '../schema';

const own = (workspaceId: string, quizId: string) =>
  and(eq(boards.workspaceId, workspaceId), eq(boards.quizId, quizId));

export async function boardOfQuiz(
  db: Db | Tx,
  workspaceId: string,
  quizId: string,
): Promise<{ version: number; panels: unknown } | undefined> {
  const [found] = await db
    .select({ version: boards.version, panels: boards.panels })
    .from(boards)
    .where(own(workspaceId, quizId));
  return found;
}

/** Keeps a board in place of the version that it was made from, 0 of none. @returns whether that was the newest */
export async function putBoard(
  db: Db | Tx,
  { workspaceId, quizId, version, panels }: { workspaceId: string; quizId: string; version: number; panels: unknown },
): Promise<boolean> {
  const next = { version: version + 1, panels, at: new Date() };
  const kept =
    version === 0
      ? await db
          .insert(boards)
          .values({ workspaceId, quizId, ...next })
          .onConflictDoNothing()
          .returning({ version: boards.version })
      : await db
          .update(boards)
          .set(next)
          .where(and(own(workspaceId, quizId), eq(boards.version, version)))
          .returning({ version: boards.version });
  return kept.length > 0;
}
