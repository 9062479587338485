/** Who comes in: passwords, sessions, letters about accounts, and what they tell to whom. */
import { eq } from 'drizzle-orm';
import { SMTPServer } from 'smtp-server';
import { POST } from '../../app/api/auth/[...all]/route';
import { setVerified } from '../../db/queries/members';
import { session, user, verification } from '../../db/schema';
import { auth, memberOf } from '../../server/accounts/auth';
import { database } from './own-database';
import { newToken } from './world';

const letters: { to: string; text: string }[] = [];
const post = new SMTPServer({
  disabledCommands: ['AUTH', 'STARTTLS'],
  onData(stream, { envelope }, done) {
    const parts: Buffer[] = [];
    stream.on('data', (part: Buffer) => parts.push(part));
    stream.on('end', () => {
      const text = Buffer.concat(parts).toString('utf8').replaceAll('=\r\n', '').replaceAll('=3D', '=');
      letters.push({ to: envelope.rcptTo[0]?.address ?? '', text });
      done();
    });
  },
});
beforeAll(async () => {
  await new Promise<void>((resolve) => post.listen(0, '127.0.0.1', resolve));
  const { port } = post.server.address() as { port: number };
  process.env['SMTP_URL'] = `smtp://127.0.0.1:${port}`;
});
afterAll(() => new Promise<void>((resolve) => post.close(() => resolve())));

/** Waits for something that happens behind an answer. */
async function until<T>(look: () => T | undefined): Promise<T> {
  for (;;) {
    const found = look();
    if (found !== undefined) return found;
    await new Promise((resume) => setTimeout(resume, 20));
  }
}
const lettersTo = (email: string) => letters.filter((l) => l.to === email);
const addressIn = (text: string) => /http:\/\/quiz\.test\S+/.exec(text)?.[0] ?? '';

const ask = (path: string, body: unknown, headers: Record<string, string> = {}) =>
  POST(
    new Request(`http://quiz.test/api/auth${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', origin: 'http://quiz.test', ...headers },
      body: JSON.stringify(body),
    }),
  );
const cookieOf = (response: Response) =>
  response.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');
const newEmail = () =>
  `pia-${newToken()
    .slice(0, 8)
    .toLowerCase()
    .replace(/[^a-z0-9]/g, 'x')}@slowspoke.test`;
const PASSWORD = 'slow and steady wins';

async function signedUp() {
  const email = newEmail();
  const { user: made } = await auth().api.signUpEmail({ body: { name: 'Pia', email, password: PASSWORD } });
  await setVerified(database(), made.id);
  return { email, userId: made.id };
}
const signIn = async (email: string, password = PASSWORD) => ask('/sign-in/email', { email, password });
const isIn = async (cookie: string) => (await memberOf(new Headers({ cookie }))) !== null;

describe('an account', () => {
  it('opens by the address in its letter, and not before', async () => {
    const email = newEmail();
    const made = await ask('/sign-up/email', { name: 'Pia', email, password: PASSWORD });
    expect(made.status).toBe(200);
    expect(made.headers.getSetCookie()).toEqual([]);
    const refused = await signIn(email);
    expect([refused.status, refused.headers.getSetCookie()]).toEqual([403, []]);
    expect(await refused.json()).toMatchObject({ detail: expect.stringContaining('letter') });
    const letter = await until(() => lettersTo(email)[0]);
    const opened = await auth().handler(new Request(addressIn(letter.text)));
    expect(await isIn(cookieOf(opened))).toBe(true);
  });
  it('of somebody else is not told of: the same answer, in the same time', async () => {
    const { email } = await signedUp();
    const body = { name: 'Otto', password: PASSWORD };
    const times: number[] = [];
    const answers = [];
    for (const one of [email, newEmail()]) {
      const begun = performance.now();
      const response = await ask('/sign-up/email', { ...body, email: one });
      times.push(performance.now() - begun);
      const told = (await response.json()) as { token: null; user: object };
      answers.push([response.status, told.token, Object.keys(told.user).sort()]);
    }
    expect(answers[0]).toEqual(answers[1]);
    expect(Math.min(...times)).toBeGreaterThan(690);
    // Its owner is told.
    expect((await until(() => lettersTo(email).at(-1))).text).toContain('You have one already');
  });
  it.each(['1234567890', 'password123', 'aaaaaaaaaaaa', 'qwertyuiop'])(
    'is not made with the password %s',
    async (password) => {
      const response = await ask('/sign-up/email', { name: 'Pia', email: newEmail(), password });
      expect(response.status).toBe(400);
      expect(await response.json()).toMatchObject({ detail: expect.stringMatching(/guessed|10 letters/) });
    },
  );
  it('has a name of a hundred letters at most', async () => {
    const body = { name: 'P'.repeat(200_000), email: newEmail(), password: PASSWORD };
    expect((await ask('/sign-up/email', body)).status).toBe(400);
  });
  it('is not guessed at without end, wherever the guesses come from', async () => {
    const { email } = await signedUp();
    const told = [];
    for (let i = 0; i < 12; i++) {
      const forged = { 'x-forwarded-for': `203.0.113.${i}` };
      told.push((await ask('/sign-in/email', { email, password: `wrong and wrong ${i}` }, forged)).status);
    }
    expect(told.slice(0, 10)).toEqual(Array(10).fill(401));
    expect(told.slice(10)).toEqual([429, 429]);
    // Others are not held up by it.
    expect((await signIn((await signedUp()).email)).status).toBe(200);
  });
});

describe('a session', () => {
  it('stands in the database as a hash, and works', async () => {
    const { email, userId } = await signedUp();
    const cookie = cookieOf(await signIn(email));
    expect(await isIn(cookie)).toBe(true);
    const [row] = await database().select().from(session).where(eq(session.userId, userId));
    const token = decodeURIComponent(cookie).split('=')[1]?.split('.')[0] ?? '';
    expect(token.length).toBeGreaterThan(20);
    expect(row?.token).not.toContain(token);
    await ask('/sign-out', {}, { cookie });
    expect(await isIn(cookie)).toBe(false);
  });
  it('of another device ends when the password is changed, and this one goes on', async () => {
    const { email } = await signedUp();
    const [here, there] = [cookieOf(await signIn(email)), cookieOf(await signIn(email))];
    const change = { currentPassword: PASSWORD, newPassword: 'even slower and steadier', revokeOtherSessions: false };
    const changed = await ask('/change-password', change, { cookie: here });
    expect(changed.status).toBe(200);
    expect(await isIn(there)).toBe(false);
    expect(await isIn(cookieOf(changed))).toBe(true);
  });
  it('ends when a new password is set by letter, and so do other letters', async () => {
    const { email, userId } = await signedUp();
    const there = cookieOf(await signIn(email));
    const token = async (n: number) => {
      await ask('/request-password-reset', { email, redirectTo: '/reset' });
      const letter = await until(() => lettersTo(email).filter((l) => l.text.includes('reset-password'))[n]);
      return /reset-password\/([^?]+)/.exec(letter.text)?.[1] ?? '';
    };
    const [first, second] = [await token(0), await token(1)];
    const rows = await database().select().from(verification).where(eq(verification.value, userId));
    expect(rows.map((r) => r.identifier).join()).not.toContain(first);
    const set = (t: string) => ask('/reset-password', { newPassword: 'even slower and steadier', token: t });
    expect((await set(second)).status).toBe(200);
    expect(await isIn(there)).toBe(false);
    expect((await set(first)).status).toBe(400);
    expect((await signIn(email, 'even slower and steadier')).status).toBe(200);
  });
  it('is not begun by a page of another site, whatever it leaves out', async () => {
    const { email } = await signedUp();
    const body = { email, password: PASSWORD };
    const request = new Request('http://quiz.test/api/auth/sign-in/email', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'sec-fetch-site': 'cross-site' },
      body: JSON.stringify(body),
    });
    expect((await POST(request)).status).toBe(403);
  });
});

it('a reset tells nobody who has an account', async () => {
  const { email } = await signedUp();
  const answers = [];
  for (const one of [email, newEmail()]) {
    const begun = performance.now();
    const response = await ask('/request-password-reset', { email: one, redirectTo: '/reset' });
    answers.push([response.status, await response.text(), performance.now() - begun > 690]);
  }
  expect(answers[0]).toEqual(answers[1]);
  expect((await database().select().from(user).where(eq(user.email, email))).length).toBe(1);
});
