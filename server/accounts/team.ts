/** Who works in a workspace: invited by mail, with what they may do, until they leave or are sent away. */
import { looksLikeEmail } from '../../core/flow/contact-formats';
import { randomBytes } from 'node:crypto';
import type { Team, TeamRole } from '../../contract/team';
import type { Tx } from '../../db/client';
import {
  addMember,
  chooseWorkspace,
  countInvitations,
  findInvitation,
  insertInvitation,
  type InvitationRow,
  limitedTo,
  lockMembers,
  type Membership,
  membersOf,
  noteInvitation,
  openInvitations,
  removeMember,
  setQuizzes,
  setRole,
  workspacesOf,
} from '../../db/queries/members';
import { quizSummaries } from '../../db/queries/quizzes';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { HttpError, notFound } from '../platform/http-error';
import { hashToken, newId } from '../platform/ids';
import { isSameText } from '../platform/keyed-hash';
import { logFailure } from '../platform/log';
import { sendMail } from '../platform/smtp';
import { requireOwner } from './authorise';
import { within } from './own-quiz';

const DAY = 86_400_000;
const GOOD_FOR = 14 * DAY;
const MOST_A_DAY = 50;

export async function teamOf(member: Membership, now = new Date()): Promise<Team> {
  const { workspaceId, userId } = member;
  const [people, limits, quizzes, invited, workspaces] = await Promise.all([
    membersOf(database(), workspaceId),
    limitedTo(database(), workspaceId),
    quizSummaries(database(), workspaceId),
    openInvitations(database(), workspaceId, now),
    workspacesOf(database(), userId),
  ]);
  return {
    workspace: workspaces.find((w) => w.workspaceId === workspaceId)?.name ?? member.workspace,
    role: people.find((p) => p.userId === userId)?.role ?? member.role,
    people: people.map(({ userId: id, isLimited, ...person }) => ({
      id,
      ...person,
      isYou: id === userId,
      quizzes: isLimited ? limits.filter((one) => one.userId === id).map((one) => one.quizId) : null,
    })),
    quizzes: (await within(member, quizzes, (row) => row.quizId)).map((row) => ({ id: row.quizId, title: row.title })),
    invited: invited.map(({ invitationId, email, role, by, expiresAt, seenAt }) => ({
      id: invitationId,
      email,
      role,
      by,
      expires: expiresAt.toISOString(),
      isSeen: seenAt !== null,
    })),
    workspaces: workspaces.map(({ workspaceId: id, name }) => ({ id, name, isHere: id === workspaceId })),
  };
}

/** @throws HttpError 422 where it is no address, 409 where they are here already, 429 where there were many today */
export async function invite(
  member: Membership,
  { email: typed, role }: { email: string; role: TeamRole },
  now = new Date(),
): Promise<Team> {
  requireOwner(member);
  const { workspaceId } = member;
  const email = typed.trim().toLowerCase();
  if (!looksLikeEmail(email)) throw new HttpError(422, 'not-valid', 'This is no e-mail address.');
  if ((await membersOf(database(), workspaceId)).some((p) => p.email.toLowerCase() === email))
    throw new HttpError(409, 'here-already', 'They are here already.');
  const secret = randomBytes(24).toString('base64url');
  const invitationId = newId('i', 12);
  await database().transaction(async (tx) => {
    await lockMembers(tx, workspaceId);
    if ((await countInvitations(tx, workspaceId, new Date(now.getTime() - DAY))) >= MOST_A_DAY)
      throw new HttpError(429, 'too-many', `${MOST_A_DAY} invitations a day are the most. Nothing was sent.`);
    for (const old of await openInvitations(tx, workspaceId, now))
      if (old.email === email) await noteInvitation(tx, workspaceId, old.invitationId, { endedAt: now });
    await insertInvitation(tx, {
      workspaceId,
      invitationId,
      email,
      role,
      tokenHash: hashToken(secret),
      by: member.name,
      madeAt: now,
      expiresAt: new Date(now.getTime() + GOOD_FOR),
    });
  });
  const team = await teamOf(member, now);
  const address = `${readConfig().publicUrl}/join?with=${workspaceId}.${invitationId}.${secret}`;
  void sendMail({
    to: email,
    subject: `${member.name} invites you to ${team.workspace}`,
    text: `Hello,\n\n${member.name} (${member.email}) would like you to work on quizzes together in “${team.workspace}” at Yes Maybe: you may ${mayWords[role]}.\n\nThis address lets you in; it works for two weeks:\n\n${address}\n\nIf you do not know what this is about, do nothing.`,
  }).catch((error: unknown) => logFailure('an invitation', error));
  return team;
}

const mayWords: Record<TeamRole, string> = {
  owner: 'do everything',
  editor: 'write and publish',
  reader: 'look at everything and read the answers',
};

export async function takeBack(member: Membership, invitationId: string, now = new Date()): Promise<Team> {
  requireOwner(member);
  if (!(await noteInvitation(database(), member.workspaceId, invitationId, { endedAt: now })))
    throw notFound('This invitation');
  return teamOf(member, now);
}

/** Changes who may do what, under one lock, and never without an owner. */
async function changeTeam(
  { workspaceId }: Membership,
  userId: string,
  change: (tx: Tx) => Promise<void>,
  staysOwner: boolean,
): Promise<void> {
  await database().transaction(async (tx) => {
    const roles = await lockMembers(tx, workspaceId);
    const role = roles.get(userId);
    if (role === undefined) throw notFound('This person');
    const owners = [...roles.values()].filter((one) => one === 'owner').length;
    if (role === 'owner' && !staysOwner && owners === 1)
      throw new HttpError(
        409,
        'last-owner',
        'Somebody has to own this workspace. Make somebody else its owner first; nothing was changed.',
      );
    await change(tx);
  });
}

export async function changeRole(member: Membership, userId: string, role: TeamRole): Promise<Team> {
  requireOwner(member);
  const change = async (tx: Tx) => {
    await setRole(tx, member.workspaceId, userId, role);
    // An owner is here for everything.
    if (role === 'owner') await setQuizzes(tx, member.workspaceId, userId, null);
  };
  await changeTeam(member, userId, change, role === 'owner');
  return teamOf(member);
}

/**
 * Says which quizzes somebody is here for.
 * @param ids null for all
 * @throws HttpError 409 for an owner, who is here for all of them
 */
export async function limit(member: Membership, userId: string, ids: string[] | null): Promise<Team> {
  requireOwner(member);
  const { workspaceId } = member;
  await database().transaction(async (tx) => {
    const role = (await lockMembers(tx, workspaceId)).get(userId);
    if (role === undefined) throw notFound('This person');
    if (role === 'owner') throw new HttpError(409, 'owner', 'An owner is here for all quizzes. Nothing was changed.');
    await setQuizzes(tx, workspaceId, userId, ids);
  });
  return teamOf(member);
}

/** Sends somebody away; everybody may send themselves. What they made stays. */
export async function sendAway(member: Membership, userId: string): Promise<{ left: boolean }> {
  const isLeaving = userId === member.userId;
  if (!isLeaving) requireOwner(member);
  if (isLeaving && (await workspacesOf(database(), userId)).length === 1)
    throw new HttpError(409, 'only-one', 'This is your only workspace: there would be none for you to work in.');
  await changeTeam(member, userId, (tx) => removeMember(tx, member.workspaceId, userId), false);
  return { left: isLeaving };
}

export type Invitation = {
  workspace: string;
  by: string;
  email: string;
  role: TeamRole;
  /** too old, accepted, or taken back */ isOver: boolean;
};

/** What a letter's address says; null where it is none of ours. Whoever invited can see that it was looked at. */
export async function readInvitation(token: string, now = new Date()): Promise<Invitation | null> {
  const row = await invitationOf(token);
  if (!row) return null;
  await noteInvitation(database(), row.workspaceId, row.invitationId, { seenAt: now });
  const { workspace, by, email, role } = row;
  return { workspace, by, email, role, isOver: isOver(row, now) };
}

const isOver = ({ endedAt, expiresAt }: InvitationRow, now: Date): boolean => endedAt !== null || expiresAt <= now;

async function invitationOf(token: string) {
  const [workspaceId = '', invitationId = '', secret = ''] = token.split('.');
  const row = await findInvitation(database(), workspaceId, invitationId);
  return row && isSameText(row.tokenHash, hashToken(secret)) ? row : undefined;
}

/** Accepts an invitation, with the account that it was sent to. */
export async function join(member: Membership, token: string, now = new Date()): Promise<{ workspace: string }> {
  const row = await invitationOf(token);
  if (!row) throw notFound('This invitation');
  if (row.email !== member.email.toLowerCase())
    throw new HttpError(403, 'not-yours', `This invitation is for ${row.email}. Sign in with that address.`);
  return database().transaction(async (tx) => {
    const { workspaceId, invitationId, role, workspace } = row;
    const roles = await lockMembers(tx, workspaceId);
    const isEnded = isOver(row, now) || !(await noteInvitation(tx, workspaceId, invitationId, { endedAt: now }));
    if (isEnded) throw new HttpError(409, 'over', 'This invitation is over. Ask for another one.');
    // Whoever is here already stays what they are.
    if (!roles.has(member.userId)) await addMember(tx, { workspaceId, userId: member.userId, role });
    return { workspace };
  });
}

export async function choose(member: Membership, workspace: string, now = new Date()): Promise<{ workspace: string }> {
  if (!(await chooseWorkspace(database(), workspace, member.userId, now))) throw notFound('This workspace');
  return { workspace };
}
