import { and, asc, count, eq } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { comments } from '../schema';

export type CommentRow = typeof comments.$inferSelect;

const ofQuiz = (workspaceId: string, quizId: string) =>
  and(eq(comments.workspaceId, workspaceId), eq(comments.quizId, quizId));

/** In the order in which they were said. */
export const commentsOf = (db: Db | Tx, workspaceId: string, quizId: string): Promise<CommentRow[]> =>
  db.select().from(comments).where(ofQuiz(workspaceId, quizId)).orderBy(asc(comments.at), asc(comments.commentId));

export async function countComments(tx: Tx, workspaceId: string, quizId: string): Promise<number> {
  const [row] = await tx.select({ n: count() }).from(comments).where(ofQuiz(workspaceId, quizId));
  return row?.n ?? 0;
}

/** Keeps a comment; one that is there already stays as it is. */
export async function insertComment(tx: Tx, row: typeof comments.$inferInsert): Promise<void> {
  await tx.insert(comments).values(row).onConflictDoNothing();
}

/** Says that a comment, and what answered it, is done with, or is not. @returns whether there is one */
export async function setCommentDone(
  db: Db,
  workspaceId: string,
  quizId: string,
  commentId: string,
  done: { at: Date; by: string } | null,
): Promise<boolean> {
  const set = { doneAt: done?.at ?? null, doneBy: done?.by ?? null };
  const where = and(ofQuiz(workspaceId, quizId), eq(comments.commentId, commentId));
  return (await db.update(comments).set(set).where(where).returning({ id: comments.commentId })).length > 0;
}
