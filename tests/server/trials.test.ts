import { keepEdits } from '../../server/editing/edit-quiz';
import { importQuiz } from '../../server/editing/quizzes';
import { newId } from '../../server/platform/ids';
import { accessStanding, setAccess } from '../../server/publishing/access';
import { makeTrial, removeTrials, trialAt } from '../../server/publishing/trials';
import { listEditions } from '../../server/publishing/publish-quiz';
import { getQuiz } from '../../server/accounts/own-quiz';
import { findingsOf, listPeople } from '../../server/results/findings';
import { trayOf } from '../../server/letters/mail';
import { openRun, takeStep } from '../../server/visitor/take-step';
import { contact, go, newToken, published, smallQuiz, somebody } from './world';

const DAY = 86_400_000;
/** Takes the small quiz to its end with a link to try it by. */
async function tried(address: string, key: string) {
  const token = newToken();
  const opened = await openRun(address, token, {}, 'test', new Date(), { try: key });
  await takeStep(address, token, 1, go('p1', { q1: ['a'] }));
  await takeStep(address, token, 2, go('p2', { q2: ['a'] }));
  const last = await takeStep(address, token, 3, contact({ email: 'ida@example.com' }, 1));
  return { token, edition: opened.edition, last };
}

describe('a trial', () => {
  it('of what is live counts nowhere, keeps no address and sends no letter, and is taken away', async () => {
    const { member, quizId, address } = await published();
    await setAccess(member, quizId, { most: 1 });
    const { key } = await makeTrial(member, quizId, 'live');
    const { last, edition } = await tried(address, key);
    expect(edition).toBe(1);
    expect('taken' in last && last.taken.view.finished).toBe(true);
    expect((await accessStanding(member, quizId)).finished).toBe(0);
    expect((await findingsOf(member, quizId))?.journey.filter((step) => step.count > 0)).toEqual([]);
    expect((await trayOf(member, quizId)).letters).toEqual([]);
    expect((await listPeople(member, quizId)).people).toMatchObject([{ isTrial: true, email: '' }]);
    expect(await removeTrials(member, quizId)).toEqual({ removed: 1 });
    expect((await listPeople(member, quizId)).people).toEqual([]);
  });
  it('passes a door that keeps everybody else out', async () => {
    const { member, quizId, address } = await published();
    await setAccess(member, quizId, { shut: '2026-01-01T00:00:00Z' });
    const { key } = await makeTrial(member, quizId, 'live');
    expect('taken' in (await tried(address, key)).last).toBe(true);
    await expect(openRun(address, newToken(), {}, 'test')).rejects.toMatchObject({ code: 'door' });
  });
  it('of a draft is of what it is by then, and makes no edition', async () => {
    const member = await somebody();
    const quizId = await importQuiz(member, { ...smallQuiz(), id: newId('quiz', 8) }, newId('at'));
    const { address } = await getQuiz(member, quizId);
    const { key } = await makeTrial(member, quizId, 'draft');
    const promptNow = async () => {
      const block = (await trialAt(address, key))?.quiz.pages[0]?.blocks[0];
      return block && 'prompt' in block ? block.prompt : undefined;
    };
    expect(await promptNow()).toBe('q1');
    const first = await tried(address, key);
    const to = { op: 'set' as const, at: ['pages', 'p1', 'blocks', 'q1'], field: ['prompt'], to: 'Newer' };
    await keepEdits(member, quizId, 0, [{ id: 'edit-0001', edit: { name: 'set-prompt', ops: [to] } }]);
    expect(await promptNow()).toBe('Newer');
    // Whoever has begun goes on with what they began with.
    expect(await openRun(address, first.token, {}, 'test')).toMatchObject({ edition: first.edition });
    expect(await listEditions(member, quizId)).toEqual([]);
    await expect(openRun(address, newToken(), {}, 'test')).rejects.toMatchObject({ status: 404 });
  });
  it('needs a key of this quiz that is not too old', async () => {
    const [one, other] = [await published(), await published()];
    const now = new Date();
    const { key } = await makeTrial(one.member, one.quizId, 'live', now);
    expect(await trialAt(one.address, key, new Date(now.getTime() + 6 * DAY))).not.toBeNull();
    expect(await trialAt(one.address, key, new Date(now.getTime() + 8 * DAY))).toBeNull();
    expect(await trialAt(other.address, key, now)).toBeNull();
    // Another purpose, or a later end, does not fit what is signed.
    expect(await trialAt(one.address, key.replace('live', 'draft'), now)).toBeNull();
    const [of, until = '', mac] = key.split('.');
    expect(await trialAt(one.address, [of, `${until}z`, mac].join('.'), now)).toBeNull();
    // A key that is good for nothing makes a run like any other.
    const token = newToken();
    await openRun(other.address, token, {}, 'test', now, { try: key });
    await takeStep(other.address, token, 1, go('p1', { q1: ['a'] }));
    expect((await listPeople(other.member, other.quizId)).people).toMatchObject([{ isTrial: false }]);
  });
});
