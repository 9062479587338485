import { addMember } from '../../db/queries/members';
import { database } from './own-database';
import { sayPresent } from '../../server/editing/presence';
import { signUp } from './signed-in';
import { published, somebody } from './world';

describe('who is in a quiz', () => {
  it('is told to others with the block they are at, until they have not said so for a while', async () => {
    const wren = await signUp('Wren');
    const otto = await signUp('Otto');
    const { quizId } = await published(undefined, wren.member);
    const { workspaceId } = wren.member;
    await addMember(database(), { workspaceId, userId: otto.member.userId, role: 'reader' });
    const guest = { ...otto.member, workspaceId };
    const now = new Date();
    expect(await sayPresent(wren.member, quizId, '', now)).toEqual({ others: [] });
    expect(await sayPresent(guest, quizId, 'q1', now)).toEqual({ others: [{ name: 'Wren', block: '' }] });
    await sayPresent(guest, quizId, 'q2', now);
    expect(await sayPresent(wren.member, quizId, 'q1', now)).toEqual({ others: [{ name: 'Otto', block: 'q2' }] });
    const later = new Date(now.getTime() + 21_000);
    expect(await sayPresent(wren.member, quizId, 'q1', later)).toEqual({ others: [] });
  });
  it('is nobody’s business in another workspace', async () => {
    const { quizId } = await published();
    await expect(sayPresent(await somebody(), quizId, 'q1')).rejects.toMatchObject({ status: 404 });
  });
});
