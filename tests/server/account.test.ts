import { and, eq } from 'drizzle-orm';
import { dataOf, accountOf, leaveForGood, moveAccount, signOutThere } from '../../server/accounts/account';
import { memberOf } from '../../server/accounts/auth';
import { changeRole } from '../../server/accounts/team';
import { addMember, chooseWorkspace } from '../../db/queries/members';
import * as schema from '../../db/schema';
import { database } from './own-database';
import { signUp } from './signed-in';
import { go, newToken, published, visit } from './world';

const PASSWORD = 'slow and steady';
const headersOf = (cookie: string) => new Headers({ cookie, origin: process.env['PUBLIC_URL'] ?? '' });

describe('an account', () => {
  it('tells where one is signed in, and signs out there', async () => {
    const { cookie, member } = await signUp('Wren');
    const other = await signUp('Otto');
    const headers = headersOf(cookie);
    const { sessions } = await accountOf(member, headers);
    expect(sessions.map((s) => s.isHere)).toContain(true);
    const [foreign] = (await accountOf(other.member, headersOf(other.cookie))).sessions;
    await expect(signOutThere(member, headers, foreign?.id ?? '')).rejects.toMatchObject({ status: 404 });
    expect(await memberOf(headersOf(other.cookie))).not.toBeNull();
    const here = sessions.find((s) => s.isHere);
    await signOutThere(member, headers, here?.id ?? '');
    expect(await memberOf(headers)).toBeNull();
  });
  it('moves to another address with the password only, and tells nobody whether that has an account', async () => {
    const { cookie, member } = await signUp('Wren');
    const taken = await signUp('Otto');
    const headers = headersOf(cookie);
    const ask = (email: string, password = PASSWORD) => moveAccount(member, headers, { email, password });
    await expect(ask('wren-2@slowspoke.test', 'not this one')).rejects.toMatchObject({ status: 403 });
    await expect(ask('nowhere')).rejects.toMatchObject({ status: 422 });
    expect(await ask(taken.email)).toEqual({ sent: taken.email });
    const free = `wren-${newToken().slice(0, 8)}@slowspoke.test`.toLowerCase();
    expect(await ask(free)).toEqual({ sent: free });
    // Until the letter is answered nothing changes.
    expect((await memberOf(headers))?.email).toBe(member.email);
  });
  it('is taken along as a file with the quizzes of its own workspaces', async () => {
    const { cookie, member } = await signUp('Wren');
    const { quizId } = await published(undefined, member);
    let text = '';
    for await (const piece of dataOf(member, headersOf(cookie))) text += piece;
    const data = JSON.parse(text) as { account: { email: string }; workspaces: { quizzes: { id: string }[] }[] };
    expect(data.account.email).toBe(member.email);
    expect(data.workspaces.map((w) => w.quizzes.map((q) => q.id))).toEqual([[quizId]]);
    expect(text).not.toContain('password');
  });
});

describe('leaving for good', () => {
  it('takes the account and the workspaces of nobody else along, with all that is in them', async () => {
    const { cookie, member } = await signUp('Wren');
    const { address } = await published(undefined, member);
    await visit(address, go('p1', { q1: ['a'] }));
    const headers = headersOf(cookie);
    expect((await accountOf(member, headers)).workspaces).toMatchObject([{ quizzes: 1, fate: 'goes' }]);
    await expect(leaveForGood(member, headers, 'not this one')).rejects.toMatchObject({ status: 403 });
    expect(await memberOf(headers)).not.toBeNull();
    expect(await leaveForGood(member, headers, PASSWORD)).toEqual({ left: true });
    expect(await memberOf(headers)).toBeNull();
    // Nothing of the workspace is left in any table that names one.
    for (const table of [
      schema.quizzes,
      schema.editions,
      schema.runs,
      schema.runEvents,
      schema.addresses,
      schema.members,
    ]) {
      const rows = await database().select().from(table).where(eq(table.workspaceId, member.workspaceId));
      expect(rows).toEqual([]);
    }
    for (const table of [schema.session, schema.account])
      expect(await database().select().from(table).where(eq(table.userId, member.userId))).toEqual([]);
  });
  it('leaves a workspace to those who own it too, and no workspace without an owner', async () => {
    const wren = await signUp('Wren');
    const otto = await signUp('Otto');
    const { workspaceId } = wren.member;
    await addMember(database(), { workspaceId, userId: otto.member.userId, role: 'editor' });
    await chooseWorkspace(database(), otto.member.workspaceId, otto.member.userId, new Date());
    const headers = headersOf(wren.cookie);
    expect((await accountOf(wren.member, headers)).workspaces).toMatchObject([{ fate: 'needs-owner' }]);
    await expect(leaveForGood(wren.member, headers, PASSWORD)).rejects.toMatchObject({
      status: 409,
      code: 'last-owner',
    });
    await changeRole(wren.member, otto.member.userId, 'owner');
    expect(await leaveForGood(wren.member, headers, PASSWORD)).toEqual({ left: true });
    const rows = await database()
      .select()
      .from(schema.members)
      .where(and(eq(schema.members.workspaceId, workspaceId)));
    expect(rows).toMatchObject([{ userId: otto.member.userId, role: 'owner' }]);
  });
});
