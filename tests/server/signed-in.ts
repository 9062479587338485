/** Apart from `world.ts`, so that only the tests that need a session load the library that makes one. */
import { type Membership, setVerified } from '../../db/queries/members';
import { auth, memberOf } from '../../server/accounts/auth';
import { database } from '../../server/platform/database';
import { newToken } from './world';

const PASSWORD = 'slow and steady';

/** Somebody with an account and a workspace, signed in as a browser is. */
export async function signUp(name: string): Promise<{ cookie: string; member: Membership; email: string }> {
  const email = `${name}-${newToken().slice(0, 8)}@slowspoke.test`.toLowerCase();
  const { user } = await auth().api.signUpEmail({ body: { name, email, password: PASSWORD } });
  await setVerified(database(), user.id);
  const response = await auth().api.signInEmail({ body: { email, password: PASSWORD }, asResponse: true });
  const cookie = response.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');
  const member = await memberOf(new Headers({ cookie }));
  if (!member) throw new Error('not signed in');
  return { cookie, member, email };
}
