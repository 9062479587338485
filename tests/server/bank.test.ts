import { questionsOf } from '../../core/document/lookup';
import type { Edit } from '../../core/document/edits';
import type { Question } from '../../core/schema/quiz';
import { keepInBank, listBank, openBank } from '../../server/editing/bank';
import { editsSince, keepEdits } from '../../server/editing/edit-quiz';
import { newId } from '../../server/platform/ids';
import { publishQuiz } from '../../server/publishing/publish-quiz';
import { getQuiz } from '../../server/accounts/own-quiz';
import { deleteQuiz, importQuiz, listQuizzes, otherQuizzes } from '../../server/editing/quizzes';
import { smallQuiz, somebody } from './world';

const set = (question: string, field: string, to: unknown): Edit => ({
  name: 'set',
  ops: [{ op: 'set', at: ['pages', 'p1', 'blocks', question], field: [field], to }],
});
/** A quiz whose first question is kept in the bank, and follows it. */
async function kept(member = somebody()) {
  const who = await member;
  const quizId = await importQuiz(who, { ...smallQuiz(), id: newId('quiz', 8) }, newId('at'));
  const links = await keepInBank(who, quizId, ['q1']);
  const { revision } = await getQuiz(who, quizId);
  await keepEdits(who, quizId, revision, [{ id: newId('link', 12), edit: set('q1', 'linked', links['q1']) }]);
  return { member: who, quizId, inBank: links['q1'] ?? '' };
}
const first = async (member: Awaited<ReturnType<typeof somebody>>, quizId: string): Promise<Question | undefined> =>
  questionsOf((await getQuiz(member, quizId)).draft)[0];
/** Changes the wording in the bank. */
async function reword(member: Awaited<ReturnType<typeof somebody>>, inBank: string, to: string) {
  const bank = await openBank(member);
  const page = bank.draft.pages.find((p) => p.blocks.some((b) => b.id === inBank))?.id ?? '';
  const edit: Edit = {
    name: 'set',
    ops: [{ op: 'set', at: ['pages', page, 'blocks', inBank], field: ['prompt'], to }],
  };
  return keepEdits(member, bank.quizId, bank.revision, [{ id: newId('word', 12), edit }]);
}

describe('the question bank', () => {
  it('keeps a question without what it means in its quiz, and says where it is used', async () => {
    const { member, quizId, inBank } = await kept();
    const [one] = await listBank(member);
    expect(one?.question).toMatchObject({ id: inBank, prompt: 'q1', options: [{ id: 'a' }, { id: 'b' }] });
    expect(JSON.stringify(one?.question)).not.toContain('weights');
    expect(one?.usedIn).toEqual([{ quiz: quizId, title: smallQuiz().title, own: false }]);
  });
  it('changes every quiz that follows it, as an edit that open windows fetch', async () => {
    const { member, quizId, inBank } = await kept();
    const { revision } = await getQuiz(member, quizId);
    await reword(member, inBank, 'Reworded');
    expect(await first(member, quizId)).toMatchObject({ prompt: 'Reworded', options: [{ weights: { x: 2 } }, {}] });
    expect((await editsSince(member, quizId, revision)).since).toMatchObject([{ edit: { name: 'follow-bank' } }]);
  });
  it('leaves a question alone that its quiz has changed, and takes that up when told to', async () => {
    const { member, quizId, inBank } = await kept();
    const { revision } = await getQuiz(member, quizId);
    await keepEdits(member, quizId, revision, [{ id: newId('own', 12), edit: set('q1', 'prompt', 'My own') }]);
    await reword(member, inBank, 'Reworded');
    expect(await first(member, quizId)).toMatchObject({ prompt: 'My own' });
    expect((await listBank(member))[0]?.usedIn).toMatchObject([{ own: true }]);
    expect(await keepInBank(member, quizId, ['q1'])).toEqual({ q1: inBank });
    expect((await listBank(member)).map((k) => [k.question.prompt, k.usedIn[0]?.own])).toEqual([['My own', false]]);
  });
  it('is no quiz: not on the list, nothing to hand over to, neither published nor deleted', async () => {
    const { member, quizId } = await kept();
    const bank = await openBank(member);
    expect((await listQuizzes(member)).map((q) => q.id)).toEqual([quizId]);
    expect((await otherQuizzes(member)).map((q) => q.id)).toEqual([quizId]);
    await expect(publishQuiz(member, bank.quizId, bank.revision)).rejects.toMatchObject({ status: 404 });
    await expect(deleteQuiz(member, bank.quizId)).rejects.toMatchObject({ status: 404 });
  });
  it('is its workspace’s alone', async () => {
    const { member, quizId, inBank } = await kept();
    const stranger = await somebody('Moss');
    await expect(keepInBank(stranger, quizId, ['q1'])).rejects.toMatchObject({ status: 404 });
    expect(await listBank(stranger)).toEqual([]);
    const { quizId: bankId } = await openBank(member);
    await expect(getQuiz(stranger, bankId)).rejects.toMatchObject({ status: 404 });
    await reword(await somebody('Moss'), inBank, 'Not mine').catch(() => undefined);
    expect(await first(member, quizId)).toMatchObject({ prompt: 'q1' });
  });
  it('is opened once by two windows, and not written by readers', async () => {
    const member = await somebody();
    const both = await Promise.all([openBank(member), openBank(member)]);
    expect(new Set(both.map((row) => row.quizId)).size).toBe(1);
    const { quizId } = await kept(Promise.resolve(member));
    await expect(keepInBank({ ...member, role: 'reader' }, quizId, ['q1'])).rejects.toMatchObject({ status: 403 });
  });
});
