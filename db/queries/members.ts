import { desc, eq } from 'drizzle-orm';
import type { Db } from '../client';
import { members, user, verification, workspaces } from '../schema';

export type Membership = {
  workspaceId: string;
  workspace: string;
  userId: string;
  name: string;
  email: string;
  role: 'owner' | 'editor' | 'reader';
};

/** The workspace a person works in: the one they joined last. */
export async function membershipOf(db: Db, userId: string): Promise<Membership | undefined> {
  const rows = await db
    .select({
      workspaceId: members.workspaceId,
      workspace: workspaces.name,
      userId: members.userId,
      name: user.name,
      email: user.email,
      role: members.role,
    })
    .from(members)
    .innerJoin(workspaces, eq(workspaces.workspaceId, members.workspaceId))
    .innerJoin(user, eq(user.id, members.userId))
    .where(eq(members.userId, userId))
    .orderBy(desc(members.joinedAt))
    .limit(1);
  return rows[0];
}

/** A workspace of one's own. */
export async function insertWorkspace(
  db: Db,
  row: { workspaceId: string; name: string; userId: string },
): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.insert(workspaces).values({ workspaceId: row.workspaceId, name: row.name });
    await tx.insert(members).values({ workspaceId: row.workspaceId, userId: row.userId, role: 'owner' });
  });
}

export async function renameWorkspace(db: Db, workspaceId: string, name: string): Promise<void> {
  await db.update(workspaces).set({ name }).where(eq(workspaces.workspaceId, workspaceId));
}

/** Lets somebody into a workspace; they work there from now on rather than in the one they had. */
export async function addMember(
  db: Db,
  row: { workspaceId: string; userId: string; role: Membership['role'] },
): Promise<void> {
  await db
    .insert(members)
    .values(row)
    .onConflictDoUpdate({ target: [members.workspaceId, members.userId], set: { role: row.role } });
}

/** Takes back every letter that was sent to a person to prove something or to set a password. */
export async function forgetVerifications(db: Db, userId: string): Promise<void> {
  await db.delete(verification).where(eq(verification.value, userId));
}

/** Notes that an address is known to be its owner's, as where an account is made by hand. */
export async function setVerified(db: Db, userId: string): Promise<void> {
  await db.update(user).set({ emailVerified: true }).where(eq(user.id, userId));
}
