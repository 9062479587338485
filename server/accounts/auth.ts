import { isObject, textOf } from '../../core/values/unknown';
import { betterAuth } from 'better-auth';
import { APIError, createAuthMiddleware } from 'better-auth/api';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import * as schema from '../../db/schema';
import { forgetVerifications, insertWorkspace, type Membership, membershipOf } from '../../db/queries/members';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { log, logFailure } from '../platform/log';
import { isGuessed } from './passwords';
import { HttpError } from '../platform/http-error';
import { sendMail } from '../platform/smtp';
import { takeOne } from '../platform/rates';
import { withHashedSessions } from './session-tokens';

/** Letters about accounts go out behind the answer: how long the post office takes must not tell who has an account. */
function sendLater(letter: Parameters<typeof sendMail>[0]): void {
  void sendMail(letter).catch((error: unknown) => logFailure('a letter about an account', error));
}

const PASSWORD_PATHS = ['/sign-up/email', '/reset-password', '/change-password', '/set-password'];
const LONGEST_NAME = 100;

/** What is asked of every request to the library before it is answered. */
const before = createAuthMiddleware(async (ctx) => {
  const text = (key: string) => textOf(ctx.body, key) ?? '';
  if (text('name').length > LONGEST_NAME || text('email').length > 254)
    throw new APIError('BAD_REQUEST', { code: 'TOO_LONG', message: `A name has ${LONGEST_NAME} letters at most.` });
  if (ctx.path === '/sign-in/email') {
    const wait = takeOne('account', text('email').trim().toLowerCase());
    if (wait > 0)
      throw new APIError('TOO_MANY_REQUESTS', {
        code: 'TOO_MANY_TRIES',
        message: `There were too many tries for this account. Wait ${wait} seconds, then try again, or set a new password.`,
      });
  }
  if (PASSWORD_PATHS.includes(ctx.path)) {
    const password = text('password') || text('newPassword');
    if (password && isGuessed(password, [text('name'), text('email')]))
      throw new APIError('BAD_REQUEST', {
        code: 'PASSWORD_GUESSED',
        message:
          'This password is among those that are guessed first. Three or four words that belong to nobody are a good one.',
      });
  }
  // A password change ends all other sessions.
  if (ctx.path === '/change-password')
    return { context: { body: { ...(isObject(ctx.body) ? ctx.body : {}), revokeOtherSessions: true } } };
  return undefined;
});

const make = () =>
  betterAuth({
    database: withHashedSessions(drizzleAdapter(database(), { provider: 'pg', schema })),
    secret: readConfig().authSecret,
    baseURL: readConfig().publicUrl,
    trustedOrigins: [readConfig().publicUrl],
    emailAndPassword: {
      enabled: true,
      minPasswordLength: 10,
      maxPasswordLength: 200,
      // Require a verified address before sign-in and before any other mail.
      requireEmailVerification: true,
      revokeSessionsOnPasswordReset: true,
      sendResetPassword: async ({ user, url }) =>
        sendLater({
          to: user.email,
          subject: 'Set a new password for Yes Maybe',
          text: `Hello ${user.name},\n\nsomebody, hopefully you, asked for a new password. This address sets one; it works for an hour:\n\n${url}\n\nIf it was not you, do nothing: your password stays as it is.`,
        }),
      // Invalidate other reset links.
      onPasswordReset: async ({ user }) => forgetVerifications(database(), user.id),
      onExistingUserSignUp: async ({ user }) =>
        sendLater({
          to: user.email,
          subject: 'You have an account with Yes Maybe',
          text: `Hello ${user.name},\n\nsomebody, hopefully you, wanted to make an account with this address. You have one already:\n\n${readConfig().publicUrl}\n\nIf you forgot your password, set a new one there. If it was not you, do nothing.`,
        }),
    },
    emailVerification: {
      sendOnSignUp: true,
      sendOnSignIn: true,
      autoSignInAfterVerification: true,
      expiresIn: 24 * 3_600,
      sendVerificationEmail: async ({ user, url }) =>
        sendLater({
          to: user.email,
          subject: 'Your account with Yes Maybe',
          text: `Hello ${user.name},\n\nthis address opens your account, and says that this mailbox is yours; it works for a day:\n\n${url}\n\nIf you did not ask for one, do nothing.`,
        }),
    },
    user: { changeEmail: { enabled: true } },
    // Another address is asked for with the password, by an endpoint of ours.
    disabledPaths: ['/change-email', '/delete-user'],
    verification: { storeIdentifier: 'hashed' },
    hooks: { before },
    rateLimit: {
      enabled: process.env.NODE_ENV === 'production',
      storage: 'database',
      window: 60,
      max: 5 * readConfig().signInLimit,
      // Rate-limit sign-in by address.
      customRules: Object.fromEntries(
        ['/sign-in/email', '/sign-up/email', '/request-password-reset', '/reset-password'].map((path) => [
          path,
          { window: 60, max: readConfig().signInLimit },
        ]),
      ),
    },
    advanced: { cookiePrefix: 'yes-maybe', ipAddress: { ipAddressHeaders: ['x-forwarded-for'] } },
    logger: {
      level: 'error',
      log: (_level, message) => log.warn({ message: message.slice(0, 60) }, 'accounts'),
    },
    telemetry: { enabled: false },
    databaseHooks: {
      user: {
        create: {
          // Everybody starts with a workspace of their own.
          after: async (user) => {
            await insertWorkspace(database(), {
              workspaceId: newId('w', 10),
              name: `${user.name}’s quizzes`,
              userId: user.id,
            });
          },
        },
      },
    },
  });

let made: ReturnType<typeof make> | undefined;
export const auth = () => (made ??= make());

/** Who is asking, and the workspace they may see; null for a stranger. */
export async function memberOf(headers: Headers): Promise<Membership | null> {
  const session = await auth().api.getSession({ headers });
  return session ? ((await membershipOf(database(), session.user.id)) ?? null) : null;
}

/** The same, or a refusal that the caller passes on. */
export async function requireMember(headers: Headers): Promise<Membership> {
  const member = await memberOf(headers);
  if (!member)
    throw new HttpError(401, 'signed-out', 'You are signed out. Sign in again; what you typed is kept in this window.');
  return member;
}

/** Signs in as the creator of the demo; its answer carries the session cookie. */
export async function enterDemo(): Promise<Response> {
  const { demo } = readConfig();
  if (!demo) throw new HttpError(404, 'not-found', 'There is no demo here.');
  return auth().api.signInEmail({ body: demo, asResponse: true });
}
