import { and, asc, count, desc, eq, gt, inArray, isNull, sql } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import {
  addresses,
  invitations,
  members,
  quizMembers,
  quizzes,
  type Role,
  session,
  user,
  verification,
  workspaces,
} from '../schema';

export type Membership = {
  workspaceId: string;
  workspace: string;
  userId: string;
  name: string;
  email: string;
  role: Role;
  /** For some quizzes alone. */
  isLimited: boolean;
};

/** Of members with their workspace and their account. */
export const membershipColumns = {
  workspaceId: members.workspaceId,
  workspace: workspaces.name,
  userId: members.userId,
  name: user.name,
  email: user.email,
  role: members.role,
  isLimited: members.isLimited,
};

/** The workspace a person works in: the one they chose last. */
export async function membershipOf(db: Db, userId: string): Promise<Membership | undefined> {
  const rows = await db
    .select(membershipColumns)
    .from(members)
    .innerJoin(workspaces, eq(workspaces.workspaceId, members.workspaceId))
    .innerJoin(user, eq(user.id, members.userId))
    .where(eq(members.userId, userId))
    .orderBy(desc(members.chosenAt))
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

export async function workspaceName(db: Db, workspaceId: string): Promise<string> {
  const rows = await db
    .select({ name: workspaces.name })
    .from(workspaces)
    .where(eq(workspaces.workspaceId, workspaceId));
  return rows[0]?.name ?? '';
}

export async function renameWorkspace(db: Db, workspaceId: string, name: string): Promise<void> {
  await db.update(workspaces).set({ name }).where(eq(workspaces.workspaceId, workspaceId));
}

/** Lets somebody into a workspace; they work there from now on rather than in the one they had. */
export async function addMember(db: Db | Tx, row: { workspaceId: string; userId: string; role: Role }): Promise<void> {
  await db
    .insert(members)
    .values(row)
    .onConflictDoUpdate({
      target: [members.workspaceId, members.userId],
      set: { role: row.role, chosenAt: new Date() },
    });
}

/** Takes back every letter that was sent to a person to prove something or to set a password. */
export async function forgetVerifications(db: Db, userId: string): Promise<void> {
  await db.delete(verification).where(eq(verification.value, userId));
}

/** Notes that an address is known to be its owner's, as where an account is made by hand. */
export async function setVerified(db: Db, userId: string): Promise<void> {
  await db.update(user).set({ emailVerified: true }).where(eq(user.id, userId));
}

/** Everybody of a workspace, in the order in which they came. */
export const membersOf = (db: Db, workspaceId: string) =>
  db
    .select({
      userId: members.userId,
      name: user.name,
      email: user.email,
      role: members.role,
      isLimited: members.isLimited,
    })
    .from(members)
    .innerJoin(user, eq(user.id, members.userId))
    .where(eq(members.workspaceId, workspaceId))
    .orderBy(asc(members.joinedAt), asc(members.userId));

/** Where somebody is signed in, newest first. */
export const sessionsOf = (db: Db, userId: string) =>
  db
    .select({
      id: session.id,
      userAgent: session.userAgent,
      ipAddress: session.ipAddress,
      createdAt: session.createdAt,
    })
    .from(session)
    .where(and(eq(session.userId, userId), gt(session.expiresAt, new Date())))
    .orderBy(desc(session.createdAt));
/** @returns whether there was such a session of theirs */
export const endSession = async (db: Db, userId: string, id: string): Promise<boolean> =>
  (
    await db
      .delete(session)
      .where(and(eq(session.userId, userId), eq(session.id, id)))
      .returning({ id: session.id })
  ).length > 0;

/** Takes a workspace away with all that it holds. Its addresses lead nowhere from then on. */
export async function deleteWorkspace(tx: Tx, workspaceId: string): Promise<void> {
  await tx.delete(addresses).where(eq(addresses.workspaceId, workspaceId));
  await tx.delete(workspaces).where(eq(workspaces.workspaceId, workspaceId));
}
/** Takes an account away, with its sessions, its password and its places in workspaces. */
export async function deleteUser(tx: Tx, userId: string): Promise<void> {
  await tx.delete(verification).where(eq(verification.value, userId));
  await tx.delete(user).where(eq(user.id, userId));
}

/** The workspaces that somebody may work in. */
export const workspacesOf = (db: Db | Tx, userId: string) =>
  db
    .select({ workspaceId: members.workspaceId, name: workspaces.name, role: members.role })
    .from(members)
    .innerJoin(workspaces, eq(workspaces.workspaceId, members.workspaceId))
    .where(eq(members.userId, userId))
    .orderBy(asc(workspaces.name), asc(members.workspaceId));

const own = (workspaceId: string, userId: string) =>
  and(eq(members.workspaceId, workspaceId), eq(members.userId, userId));

/** @returns whether they are of it */
export async function chooseWorkspace(db: Db, workspaceId: string, userId: string, at: Date): Promise<boolean> {
  const chosen = await db
    .update(members)
    .set({ chosenAt: at })
    .where(own(workspaceId, userId))
    .returning({ userId: members.userId });
  return chosen.length === 1;
}

/** Waits until nobody else changes who is in a workspace. @returns what each may do */
export async function lockMembers(tx: Tx, workspaceId: string): Promise<Map<string, Role>> {
  await tx.select().from(workspaces).where(eq(workspaces.workspaceId, workspaceId)).for('update');
  const rows = await tx
    .select({ userId: members.userId, role: members.role })
    .from(members)
    .where(eq(members.workspaceId, workspaceId));
  return new Map(rows.map((row) => [row.userId, row.role]));
}

/** The quizzes of those who are here for some alone. */
export const limitedTo = (db: Db, workspaceId: string): Promise<{ userId: string; quizId: string }[]> =>
  db
    .select({ userId: quizMembers.userId, quizId: quizMembers.quizId })
    .from(quizMembers)
    .where(eq(quizMembers.workspaceId, workspaceId))
    .orderBy(asc(quizMembers.quizId));

/** The quizzes of one of them. */
export const quizzesOf = async (db: Db, workspaceId: string, userId: string): Promise<Set<string>> => {
  const where = and(eq(quizMembers.workspaceId, workspaceId), eq(quizMembers.userId, userId));
  const rows = await db.select({ quizId: quizMembers.quizId }).from(quizMembers).where(where);
  return new Set(rows.map(({ quizId }) => quizId));
};

export async function addQuizMember(tx: Tx, row: typeof quizMembers.$inferInsert): Promise<void> {
  await tx.insert(quizMembers).values(row).onConflictDoNothing();
}

/** @param ids the quizzes somebody is here for; null for all */
export async function setQuizzes(tx: Tx, workspaceId: string, userId: string, ids: string[] | null): Promise<void> {
  await tx
    .update(members)
    .set({ isLimited: ids !== null })
    .where(own(workspaceId, userId));
  await tx.delete(quizMembers).where(and(eq(quizMembers.workspaceId, workspaceId), eq(quizMembers.userId, userId)));
  if (ids?.length)
    await tx.insert(quizMembers).select(
      tx
        .select({
          workspaceId: quizzes.workspaceId,
          quizId: quizzes.quizId,
          userId: sql<string>`${userId}`.as('user_id'),
        })
        .from(quizzes)
        .where(and(eq(quizzes.workspaceId, workspaceId), inArray(quizzes.quizId, ids))),
    );
}

export async function setRole(tx: Tx, workspaceId: string, userId: string, role: Role): Promise<void> {
  await tx.update(members).set({ role }).where(own(workspaceId, userId));
}
export async function removeMember(tx: Tx, workspaceId: string, userId: string): Promise<void> {
  await tx.delete(members).where(own(workspaceId, userId));
}

export type InvitationRow = typeof invitations.$inferSelect;
const invitation = (workspaceId: string, invitationId: string) =>
  and(eq(invitations.workspaceId, workspaceId), eq(invitations.invitationId, invitationId));

export async function insertInvitation(tx: Tx, row: typeof invitations.$inferInsert): Promise<void> {
  await tx.insert(invitations).values(row);
}
export const findInvitation = async (
  db: Db | Tx,
  workspaceId: string,
  invitationId: string,
): Promise<(InvitationRow & { workspace: string }) | undefined> =>
  (
    await db
      .select({ invitation: invitations, workspace: workspaces.name })
      .from(invitations)
      .innerJoin(workspaces, eq(workspaces.workspaceId, invitations.workspaceId))
      .where(invitation(workspaceId, invitationId))
  ).map((row) => ({ ...row.invitation, workspace: row.workspace }))[0];
export async function noteInvitation(
  db: Db | Tx,
  workspaceId: string,
  invitationId: string,
  what: { seenAt?: Date; endedAt?: Date },
): Promise<boolean> {
  const open = and(invitation(workspaceId, invitationId), isNull(invitations.endedAt));
  return (await db.update(invitations).set(what).where(open).returning({ id: invitations.invitationId })).length === 1;
}
/** Those that can still be accepted, the newest first. */
export const openInvitations = (db: Db | Tx, workspaceId: string, now: Date) =>
  db
    .select()
    .from(invitations)
    .where(and(eq(invitations.workspaceId, workspaceId), isNull(invitations.endedAt), gt(invitations.expiresAt, now)))
    .orderBy(desc(invitations.madeAt));
export async function countInvitations(tx: Tx, workspaceId: string, since: Date): Promise<number> {
  const made = and(eq(invitations.workspaceId, workspaceId), gt(invitations.madeAt, since));
  const [row] = await tx.select({ made: count() }).from(invitations).where(made);
  return row?.made ?? 0;
}
