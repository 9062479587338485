/** Files that visitors leave. */
import { and, asc, eq, inArray, lt, sql } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { runFiles } from '../schema';

type Of = { workspaceId: string; runId: string };
const own = ({ workspaceId, runId }: Of) => and(eq(runFiles.workspaceId, workspaceId), eq(runFiles.runId, runId));

/** What is kept, in bytes: of a run, and of its workspace. */
export async function sizesKept(db: Db, of: Of): Promise<{ run: number; files: number; workspace: number }> {
  const [row] = await db
    .select({
      run: sql<number>`coalesce(sum(${runFiles.size}) filter (where ${own(of)}), 0)::float8`,
      files: sql<number>`(count(*) filter (where ${own(of)}))::int`,
      workspace: sql<number>`coalesce(sum(${runFiles.size}), 0)::float8`,
    })
    .from(runFiles)
    .where(eq(runFiles.workspaceId, of.workspaceId));
  return row ?? { run: 0, files: 0, workspace: 0 };
}

/** The same file, sent twice, is kept once. */
export const insertRunFile = async (db: Db, row: typeof runFiles.$inferInsert): Promise<void> => {
  await db.insert(runFiles).values(row).onConflictDoNothing();
};

/** Which of these are kept for a run. */
export async function keptFiles(db: Db, of: Of, ids: string[]): Promise<Set<string>> {
  const rows = await db
    .select({ fileId: runFiles.fileId })
    .from(runFiles)
    .where(and(own(of), inArray(runFiles.fileId, ids)));
  return new Set(rows.map(({ fileId }) => fileId));
}

/** Says which files of a run stand in forms that were sent. */
export const setSent = async (tx: Tx, of: Of, ids: string[]): Promise<void> => {
  await tx
    .update(runFiles)
    .set({ isSent: ids.length === 0 ? sql`false` : inArray(runFiles.fileId, ids) })
    .where(own(of));
};

/** Takes away what was chosen before a moment and never sent. */
export const removeUnsent = async (db: Db, before: Date): Promise<void> => {
  await db.delete(runFiles).where(and(sql`not ${runFiles.isSent}`, lt(runFiles.addedAt, before)));
};

/** What runs have, without what is in it. */
export const filesOfRuns = (db: Db, workspaceId: string, runIds: string[]) =>
  db
    .select({ runId: runFiles.runId, id: runFiles.fileId, name: runFiles.name, size: runFiles.size })
    .from(runFiles)
    .where(and(eq(runFiles.workspaceId, workspaceId), inArray(runFiles.runId, runIds), runFiles.isSent))
    .orderBy(asc(runFiles.addedAt));

export const fileLine = ({ id, name, size }: { id: string; name: string; size: number }) => ({ id, name, size });

/** What a run has, with what is in it: at most what one run may keep. */
export const wholeFiles = (db: Db, of: Of) =>
  db
    .select({ name: runFiles.name, type: runFiles.type, bytes: runFiles.bytes })
    .from(runFiles)
    .where(and(own(of), runFiles.isSent))
    .orderBy(asc(runFiles.addedAt));

export async function findRunFile(db: Db, of: Of, fileId: string) {
  const [row] = await db
    .select()
    .from(runFiles)
    .where(and(own(of), eq(runFiles.fileId, fileId), runFiles.isSent));
  return row;
}
