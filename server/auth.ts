import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import * as schema from '../db/schema';
import { insertWorkspace, type Membership, membershipOf } from '../db/queries/members';
import { readConfig } from './config';
import { database } from './database';
import { newId } from './ids';
import { Problem } from './problem';
import { sendMail } from './post';

const make = () =>
  betterAuth({
    database: drizzleAdapter(database(), { provider: 'pg', schema }),
    secret: readConfig().authSecret,
    baseURL: readConfig().publicUrl,
    trustedOrigins: [readConfig().publicUrl],
    emailAndPassword: {
      enabled: true,
      minPasswordLength: 10,
      sendResetPassword: async ({ user, url }) => {
        await sendMail({
          to: user.email,
          subject: 'Set a new password for Yes Maybe',
          text: `Hello ${user.name},\n\nsomebody, hopefully you, asked for a new password. This address sets one; it works for an hour:\n\n${url}\n\nIf it was not you, do nothing: your password stays as it is.`,
        });
      },
    },
    rateLimit: {
      enabled: process.env.NODE_ENV === 'production',
      storage: 'database',
      window: 60,
      max: 5 * readConfig().signInLimit,
      // Guessing at the door is slowed down for each address.
      customRules: Object.fromEntries(
        ['/sign-in/email', '/sign-up/email', '/request-password-reset', '/reset-password'].map((path) => [
          path,
          { window: 60, max: readConfig().signInLimit },
        ]),
      ),
    },
    advanced: { cookiePrefix: 'yes-maybe' },
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
    throw new Problem(401, 'signed-out', 'You are signed out. Sign in again; what you typed is kept in this window.');
  return member;
}

/** Signs in as the creator of the demo; its answer carries the session cookie. */
export async function enterDemo(): Promise<Response> {
  const { demo } = readConfig();
  if (!demo) throw new Problem(404, 'not-found', 'There is no demo here.');
  return auth().api.signInEmail({ body: demo, asResponse: true });
}
