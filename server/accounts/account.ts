/** One's own account: its address, where one is signed in, all of one's data, and leaving for good. */
import { looksLikeEmail } from '../../core/flow/contact-formats';
import { textOf } from '../../core/values/unknown';
import type { Account } from '../../contract/account';
import {
  deleteUser,
  deleteWorkspace,
  endSession,
  lockMembers,
  type Membership,
  membersOf,
  sessionsOf,
  workspacesOf,
} from '../../db/queries/members';
import { countQuizzes, draftsOf } from '../../db/queries/quizzes';
import { database } from '../platform/database';
import { HttpError, notFound } from '../platform/http-error';
import { logFailure } from '../platform/log';
import { takeOne } from '../platform/rates';
import { sendMail } from '../platform/smtp';
import { auth } from './auth';

/** @param headers of the request: they say which session is the one here */
export async function accountOf(member: Membership, headers: Headers): Promise<Account> {
  const { userId, name, email } = member;
  const here = await auth().api.getSession({ headers });
  const sessions = await sessionsOf(database(), userId);
  return {
    name,
    email,
    sessions: sessions.map(({ id, userAgent, ipAddress, createdAt }) => ({
      id,
      browser: browserIn(userAgent ?? ''),
      from: ipAddress ?? '',
      since: createdAt.toISOString(),
      isHere: id === here?.session.id,
    })),
    workspaces: await fates(userId),
  };
}

const browsers = [
  ['Edg/', 'Edge'],
  ['OPR/', 'Opera'],
  ['Firefox/', 'Firefox'],
  ['Chrome/', 'Chrome or its like'],
  ['Safari/', 'Safari'],
] as const;
const systems = ['Android', 'iPhone', 'iPad', 'Windows', 'Macintosh', 'Linux'];
/** What a browser says of itself, as people call it. */
function browserIn(userAgent: string): string {
  const browser = browsers.find(([mark]) => userAgent.includes(mark))?.[1];
  const system = systems.find((name) => userAgent.includes(name));
  return [browser, system && `on ${system}`].filter(Boolean).join(' ');
}

async function fates(userId: string): Promise<Account['workspaces']> {
  const mine = await workspacesOf(database(), userId);
  return Promise.all(
    mine.map(async ({ workspaceId, name }) => ({
      id: workspaceId,
      name,
      quizzes: await countQuizzes(database(), workspaceId),
      fate: fateOf(new Map((await membersOf(database(), workspaceId)).map((m) => [m.userId, m.role])), userId),
    })),
  );
}

/** What becomes of a workspace where one of its people leaves for good. */
function fateOf(roles: ReadonlyMap<string, string>, userId: string): Account['workspaces'][number]['fate'] {
  if (roles.size === 1) return 'goes';
  const isLastOwner = [...roles].every(([id, role]) => (id === userId) === (role === 'owner'));
  return isLastOwner ? 'needs-owner' : 'stays';
}

/** @throws HttpError 403 where it is another one, 429 after too many tries */
async function requirePassword({ email }: Membership, headers: Headers, password: string): Promise<void> {
  if (takeOne('account', email.toLowerCase()) > 0)
    throw new HttpError(429, 'too-fast', 'There were too many tries. Wait a minute, then try again.');
  try {
    await auth().api.verifyPassword({ body: { password }, headers });
  } catch (error) {
    if (textOf(error, 'status') !== 'BAD_REQUEST') throw error;
    throw new HttpError(403, 'wrong-password', 'That is not your password. Nothing was changed.');
  }
}

/** Sends a letter to another address, and word of it to the one that there is. The answer does not tell whether somebody has that address. */
export async function moveAccount(
  member: Membership,
  headers: Headers,
  { email, password }: { email: string; password: string },
): Promise<{ sent: string }> {
  const next = email.trim().toLowerCase();
  if (!looksLikeEmail(next)) throw new HttpError(422, 'not-valid', 'This is no e-mail address.');
  if (next === member.email.toLowerCase()) throw new HttpError(422, 'not-valid', 'This is your address already.');
  await requirePassword(member, headers, password);
  await auth().api.changeEmail({ body: { newEmail: next, callbackURL: '/account' }, headers });
  void sendMail({
    to: member.email,
    subject: 'Another address for your account with Yes Maybe',
    text: `Hello ${member.name},\n\nsomebody who knows your password asked for your account to move to ${next}. It moves when the letter that went there is answered.\n\nIf it was not you, set a new password now: that ends every other session.`,
  }).catch((error: unknown) => logFailure('a letter about an account', error));
  return { sent: next };
}

/** Signs out somewhere else. @throws HttpError 404 */
export async function signOutThere(member: Membership, headers: Headers, session: string): Promise<Account> {
  if (!(await endSession(database(), member.userId, session))) throw notFound('This session');
  return accountOf(member, headers);
}

/**
 * Leaves for good: the account, its sessions, and the workspaces in which nobody else is, with all that they hold.
 * @throws HttpError 403 where the password is another one, 409 where a workspace would be left without an owner
 */
export async function leaveForGood(member: Membership, headers: Headers, password: string): Promise<{ left: boolean }> {
  const { userId } = member;
  await requirePassword(member, headers, password);
  await database().transaction(async (tx) => {
    for (const { workspaceId, name } of await workspacesOf(tx, userId)) {
      const fate = fateOf(await lockMembers(tx, workspaceId), userId);
      if (fate === 'needs-owner')
        throw new HttpError(
          409,
          'last-owner',
          `“${name}” needs another owner first, since others work there. Nothing was changed.`,
        );
      if (fate === 'goes') await deleteWorkspace(tx, workspaceId);
    }
    await deleteUser(tx, userId);
  });
  return { left: true };
}

/** All that is kept of somebody, piece by piece: their account, and the quizzes of the workspaces that they own. */
export async function* dataOf(member: Membership, headers: Headers): AsyncGenerator<string> {
  const { workspaces, ...account } = await accountOf(member, headers);
  yield `{\n"account": ${JSON.stringify(account, null, 2)},\n"workspaces": [`;
  const owned = new Set(
    (await workspacesOf(database(), member.userId)).filter((w) => w.role === 'owner').map((w) => w.workspaceId),
  );
  for (const [i, { id, name }] of workspaces.entries()) {
    yield `${i > 0 ? ',' : ''}\n{ "name": ${JSON.stringify(name)}, "quizzes": [`;
    let isFirst = true;
    for await (const draft of owned.has(id) ? draftsOf(database(), id) : []) {
      yield `${isFirst ? '' : ','}\n${JSON.stringify(draft)}`;
      isFirst = false;
    }
    yield ' ] }';
  }
  yield '\n]\n}\n';
}
