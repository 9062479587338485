import { eq } from 'drizzle-orm';
import { type Membership, membershipOf } from '../../db/queries/members';
import { invitations } from '../../db/schema';
import {
  changeRole,
  choose,
  invite,
  join,
  limit,
  readInvitation,
  sendAway,
  takeBack,
  teamOf,
} from '../../server/accounts/team';
import { database } from './own-database';
import { hashToken } from '../../server/platform/ids';
import { createQuiz, listQuizzes, otherQuizzes } from '../../server/editing/quizzes';
import { getQuiz } from '../../server/accounts/own-quiz';
import { openBank } from '../../server/editing/bank';
import { published, somebody } from './world';

const DAY = 86_400_000;
const now = new Date();
const later = (days: number) => new Date(now.getTime() + days * DAY);
const asNow = async (member: Membership): Promise<Membership> => {
  const found = await membershipOf(database(), member.userId);
  if (!found) throw new Error('They are nowhere.');
  return found;
};
/** Invites somebody, and puts a secret in the place of the one that only their letter has. @returns what stands in its address */
async function invited(owner: Membership, guest: Membership, role: Membership['role'], at = now): Promise<string> {
  const { invited: open } = await invite(owner, { email: ` ${guest.email.toUpperCase()} `, role }, at);
  const id = open[0]?.id ?? '';
  const secret = `secret-of-${id}`;
  await database()
    .update(invitations)
    .set({ tokenHash: hashToken(secret) })
    .where(eq(invitations.invitationId, id));
  return `${owner.workspaceId}.${id}.${secret}`;
}
/** Somebody who has come in. */
async function colleague(owner: Membership, role: Membership['role']): Promise<Membership> {
  const guest = await somebody('Otto');
  await join(guest, await invited(owner, guest, role), now);
  return asNow(guest);
}

describe('an invitation', () => {
  it('lets in whoever it was sent to, once, as what it says; they work there from then on', async () => {
    const [owner, guest] = [await somebody('Wren'), await somebody('Otto')];
    const token = await invited(owner, guest, 'reader');
    expect(await readInvitation(token, now)).toMatchObject({
      by: 'Wren',
      email: guest.email,
      role: 'reader',
      isOver: false,
    });
    expect((await teamOf(owner)).invited).toMatchObject([{ email: guest.email, isSeen: true }]);
    await join(guest, token, now);
    expect(await asNow(guest)).toMatchObject({ workspaceId: owner.workspaceId, role: 'reader' });
    expect((await teamOf(owner)).invited).toEqual([]);
    expect((await teamOf(owner)).people.map((p) => [p.name, p.role])).toEqual([
      ['Wren', 'owner'],
      ['Otto', 'reader'],
    ]);
    await expect(join(guest, token, now)).rejects.toMatchObject({ status: 409 });
    expect(await readInvitation(token, now)).toMatchObject({ isOver: true });
  });
  it('is nobody else’s, and cannot be made up', async () => {
    const [owner, guest, other] = [await somebody('Wren'), await somebody('Otto'), await somebody('Moss')];
    const token = await invited(owner, guest, 'owner');
    await expect(join(other, token, now)).rejects.toMatchObject({ status: 403 });
    for (const wrong of ['', 'a.b.c', `${token}x`, token.slice(0, -1)]) {
      expect(await readInvitation(wrong, now)).toBeNull();
      await expect(join(guest, wrong, now)).rejects.toMatchObject({ status: 404 });
    }
    expect((await teamOf(owner)).people).toHaveLength(1);
  });
  it('ends after two weeks, when it is taken back, and with another letter to the same address', async () => {
    const [owner, guest] = [await somebody('Wren'), await somebody('Otto')];
    const old = await invited(owner, guest, 'editor');
    await expect(join(guest, old, later(14))).rejects.toMatchObject({ status: 409 });
    const next = await invited(owner, guest, 'editor', later(1));
    await expect(join(guest, old, now)).rejects.toMatchObject({ status: 409 });
    await takeBack(owner, next.split('.')[1] ?? '', now);
    await expect(join(guest, next, now)).rejects.toMatchObject({ status: 409 });
    await expect(takeBack(owner, next.split('.')[1] ?? '', now)).rejects.toMatchObject({ status: 404 });
  });
  it('is made by owners, to addresses, to those who are not here, and fifty times a day at most', async () => {
    const owner = await somebody('Wren');
    const editor = await colleague(owner, 'editor');
    await expect(invite(editor, { email: 'ida@spoke.test', role: 'reader' })).rejects.toMatchObject({ status: 403 });
    await expect(invite(owner, { email: 'ida at spoke', role: 'reader' })).rejects.toMatchObject({ status: 422 });
    await expect(invite(owner, { email: editor.email, role: 'reader' })).rejects.toMatchObject({ status: 409 });
    for (let i = 1; i < 50; i++) await invite(owner, { email: `n${i}@spoke.test`, role: 'reader' }, now);
    await expect(invite(owner, { email: 'one-more@spoke.test', role: 'reader' }, now)).rejects.toMatchObject({
      status: 429,
    });
  });
});

describe('a team', () => {
  it('always has an owner', async () => {
    const owner = await somebody('Wren');
    await expect(changeRole(owner, owner.userId, 'reader')).rejects.toMatchObject({ code: 'last-owner' });
    const other = await colleague(owner, 'editor');
    await expect(sendAway(owner, owner.userId)).rejects.toMatchObject({ status: 409 });
    await changeRole(owner, other.userId, 'owner');
    await changeRole(owner, owner.userId, 'reader');
    const both = await Promise.allSettled([sendAway(other, other.userId), changeRole(other, other.userId, 'editor')]);
    expect(both.every((one) => one.status === 'rejected')).toBe(true);
    expect((await teamOf(owner)).people.map((p) => p.role).sort()).toEqual(['owner', 'reader']);
  });
  it('of two owners who go at once keeps one', async () => {
    const owner = await somebody('Wren');
    const other = await colleague(owner, 'owner');
    const gone = await Promise.allSettled([
      changeRole(owner, owner.userId, 'editor'),
      changeRole(other, other.userId, 'editor'),
    ]);
    expect(gone.filter((one) => one.status === 'fulfilled')).toHaveLength(1);
  });
  it('is left, and people are sent away by owners alone; they work on in what is theirs', async () => {
    const owner = await somebody('Wren');
    const [editor, reader] = [await colleague(owner, 'editor'), await colleague(owner, 'reader')];
    await expect(sendAway(editor, reader.userId)).rejects.toMatchObject({ status: 403 });
    await expect(sendAway(await somebody('Moss'), reader.userId)).rejects.toMatchObject({ status: 404 });
    expect(await sendAway(editor, editor.userId)).toEqual({ left: true });
    expect(await sendAway(owner, reader.userId)).toEqual({ left: false });
    expect((await teamOf(owner)).people.map((p) => p.name)).toEqual(['Wren']);
    for (const gone of [editor, reader]) expect((await asNow(gone)).workspaceId).not.toBe(owner.workspaceId);
    await expect(sendAway(owner, owner.userId)).rejects.toMatchObject({ status: 409 });
  });
  it('is one of several that somebody works in', async () => {
    const owner = await somebody('Wren');
    const other = await colleague(owner, 'editor');
    const { workspaces } = await teamOf(other);
    expect(workspaces.map((w) => w.isHere).sort()).toEqual([false, true]);
    await choose(other, workspaces.find((w) => !w.isHere)?.id ?? '');
    expect((await asNow(other)).workspaceId).not.toBe(owner.workspaceId);
    await choose(other, owner.workspaceId);
    expect((await asNow(other)).workspaceId).toBe(owner.workspaceId);
    await expect(choose(await somebody('Moss'), owner.workspaceId)).rejects.toMatchObject({ status: 404 });
  });
});

describe('somebody who is here for some quizzes alone', () => {
  it('sees nothing of the others, and owns what they make', async () => {
    const owner = await somebody('Wren');
    const [one, other] = [await published(undefined, owner), await published(undefined, owner)];
    const otto = await colleague(owner, 'editor');
    const { people } = await limit(owner, otto.userId, [one.quizId, 'no-such-quiz']);
    expect(people.find((p) => p.id === otto.userId)?.quizzes).toEqual([one.quizId]);
    const now = await asNow(otto);
    expect((await listQuizzes(now)).map((q) => q.id)).toEqual([one.quizId]);
    expect((await otherQuizzes(now)).map((q) => q.id)).toEqual([one.quizId]);
    expect((await teamOf(now)).quizzes.map((q) => q.id)).toEqual([one.quizId]);
    expect((await getQuiz(now, one.quizId)).quizId).toBe(one.quizId);
    await expect(getQuiz(now, other.quizId)).rejects.toMatchObject({ status: 404 });
    // The question bank is everybody's.
    expect((await openBank(now)).title).toBe('Question bank');
    const made = await createQuiz(now, { prompt: 'Tea?', answers: [] });
    expect((await listQuizzes(now)).map((q) => q.id).sort()).toEqual([one.quizId, made].sort());
    await limit(owner, otto.userId, null);
    expect(await listQuizzes(await asNow(otto))).toHaveLength(3);
  });

  it('is never an owner, and is for all again once they are', async () => {
    const owner = await somebody('Wren');
    const otto = await colleague(owner, 'reader');
    await limit(owner, otto.userId, []);
    await expect(limit(owner, owner.userId, [])).rejects.toMatchObject({ status: 409 });
    await expect(limit(await asNow(otto), otto.userId, null)).rejects.toMatchObject({ status: 403 });
    await changeRole(owner, otto.userId, 'owner');
    expect(await asNow(otto)).toMatchObject({ role: 'owner', isLimited: false });
    await expect(limit(owner, 'nobody', [])).rejects.toMatchObject({ status: 404 });
  });
});
