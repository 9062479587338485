import { addComment, listComments, setDone } from '../../server/editing/comments';
import { published, somebody } from './world';

const now = new Date('2027-05-01T09:00:00Z');
const later = new Date('2027-05-01T09:05:00Z');

describe('a comment', () => {
  it('is said once, answered, done with and opened again', async () => {
    const { member, quizId } = await published();
    const first = { id: 'comment-1', block: 'q1', words: ' Shorter? ' };
    await addComment(member, quizId, first, now);
    await addComment(member, quizId, { ...first, words: 'Sent again' }, later);
    const otto = { ...member, name: 'Otto' };
    await addComment(otto, quizId, { id: 'comment-2', block: 'elsewhere', answers: 'comment-1', words: 'Yes' }, later);
    const said = [
      { id: 'comment-1', block: 'q1', words: 'Shorter?', by: member.name, at: now.toISOString() },
      // An answer is about what it answers, wherever it was sent from.
      { id: 'comment-2', block: 'q1', answers: 'comment-1', words: 'Yes', by: 'Otto', at: later.toISOString() },
    ];
    expect(await listComments(member, quizId)).toEqual(said);
    const done = await setDone(otto, quizId, 'comment-1', true, later);
    expect(done[0]).toEqual({ ...said[0], done: { at: later.toISOString(), by: 'Otto' } });
    expect(await setDone(otto, quizId, 'comment-1', false)).toEqual(said);
    // An answer to an answer stands below what both are about.
    await addComment(member, quizId, { id: 'comment-3', block: 'q1', answers: 'comment-2', words: 'Good' });
    expect((await listComments(member, quizId))[2]).toMatchObject({ answers: 'comment-1' });
  });

  it('is refused where it says nothing, or answers what is not there', async () => {
    const { member, quizId } = await published();
    const say = (more: object) => addComment(member, quizId, { id: 'comment-1', block: 'q1', words: 'x', ...more });
    await expect(say({ words: '  ' })).rejects.toMatchObject({ status: 422 });
    await expect(say({ answers: 'comment-9' })).rejects.toMatchObject({ status: 422 });
    await expect(setDone(member, quizId, 'comment-9', true)).rejects.toMatchObject({ status: 404 });
    const stranger = await somebody();
    await say({});
    await expect(listComments(stranger, quizId)).rejects.toMatchObject({ status: 404 });
    await expect(setDone(stranger, quizId, 'comment-1', true)).rejects.toMatchObject({ status: 404 });
    expect(await listComments(member, quizId)).toHaveLength(1);
  });
});
