import { and, asc, eq, isNotNull, ne } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { hostNames } from '../schema';

export type HostRow = typeof hostNames.$inferSelect;
const own = (workspaceId: string, host: string) =>
  and(eq(hostNames.workspaceId, workspaceId), eq(hostNames.host, host));

export const hostsOf = (db: Db | Tx, workspaceId: string): Promise<HostRow[]> =>
  db.select().from(hostNames).where(eq(hostNames.workspaceId, workspaceId)).orderBy(asc(hostNames.madeAt));

/** Puts a host name on the list of a workspace; one that stands there already stays as it is. */
export const addHost = (db: Db, row: typeof hostNames.$inferInsert) =>
  db.insert(hostNames).values(row).onConflictDoNothing();

export const removeHost = async (db: Db, workspaceId: string, host: string): Promise<boolean> =>
  (await db.delete(hostNames).where(own(workspaceId, host)).returning({ host: hostNames.host })).length === 1;

/** Notes that a host name is proven. Whoever had it before has it no more: it belongs to whom its name server names now. */
export async function proveHost(tx: Tx, workspaceId: string, host: string, at: Date): Promise<void> {
  await tx
    .update(hostNames)
    .set({ provenAt: null })
    .where(and(eq(hostNames.host, host), ne(hostNames.workspaceId, workspaceId), isNotNull(hostNames.provenAt)));
  await tx.update(hostNames).set({ provenAt: at }).where(own(workspaceId, host));
}

/** The workspace whose quizzes stand at a host name. */
export async function workspaceAt(db: Db, host: string): Promise<string | null> {
  const where = and(eq(hostNames.host, host), isNotNull(hostNames.provenAt));
  return (await db.select({ id: hostNames.workspaceId }).from(hostNames).where(where))[0]?.id ?? null;
}
