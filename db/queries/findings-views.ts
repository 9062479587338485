import { and, asc, eq } from 'drizzle-orm';
import type { Db } from '../client';
import { findingsViews } from '../schema';

const own = (workspaceId: string, quizId: string) =>
  and(eq(findingsViews.workspaceId, workspaceId), eq(findingsViews.quizId, quizId));

export const viewsOf = (db: Db, workspaceId: string, quizId: string, most: number) =>
  db
    .select({ name: findingsViews.name, where: findingsViews.where, against: findingsViews.against })
    .from(findingsViews)
    .where(own(workspaceId, quizId))
    .orderBy(asc(findingsViews.name))
    .limit(most);

export async function putView(db: Db, row: typeof findingsViews.$inferInsert): Promise<void> {
  await db
    .insert(findingsViews)
    .values(row)
    .onConflictDoUpdate({
      target: [findingsViews.workspaceId, findingsViews.quizId, findingsViews.name],
      set: { where: row.where, against: row.against ?? null },
    });
}

export async function removeView(db: Db, workspaceId: string, quizId: string, name: string): Promise<void> {
  await db.delete(findingsViews).where(and(own(workspaceId, quizId), eq(findingsViews.name, name)));
}
