import { keepEdits } from '../../server/editing/edit-quiz';
import { importQuiz } from '../../server/editing/quizzes';
import { accessStanding, setAccess, shortLink } from '../../server/publishing/access';
import { liveQuiz, markedQuiz, markOf, versionFor } from '../../server/publishing/editions';
import { shareOf } from '../../server/visitor/share';
import { readEdition, listEditions, noteEdition, publishQuiz, putLive } from '../../server/publishing/publish-quiz';
import { getQuiz } from '../../server/accounts/own-quiz';
import { newId } from '../../server/platform/ids';
import { findingsOf } from '../../server/results/findings';
import { openRun, takeStep } from '../../server/visitor/take-step';
import { choice, option, page, quiz } from '../quizzes';
import { contact, go, newToken, type Published, published, somebody } from './world';

const asks = (words: string) => ({
  name: 'set-prompt',
  ops: [{ op: 'set' as const, at: ['pages', 'p1', 'blocks', 'q1'], field: ['prompt'], to: words }],
});
/** Live as edition 2, with edition 1 behind it. */
async function twice(): Promise<Published> {
  const made = await published();
  const { revision } = await keepEdits(made.member, made.quizId, 0, [
    { id: 'edit-0001', edit: asks('Another wording?') },
  ]);
  await publishQuiz(made.member, made.quizId, revision);
  return made;
}
const promptIn = ({ pages }: Awaited<ReturnType<typeof readEdition>>) => {
  const block = pages[0]?.blocks[0];
  return block && 'prompt' in block ? block.prompt : undefined;
};

describe('what the check warns of', () => {
  // Nothing counts for an outcome that there is: a warning, and no error.
  const risky = () =>
    quiz([page('p1', [choice('q1', [option('a', { x: 1 }), option('b')])])], {
      verdicts: [
        {
          id: 'v',
          name: 'V',
          by: 'strongest',
          outcomes: [
            { id: 'x', name: 'X' },
            { id: 'y', name: 'Y' },
          ],
        },
      ],
    });
  it('is asked about once before it goes live, and not again of what is live', async () => {
    const member = await somebody();
    const quizId = await importQuiz(member, { ...risky(), id: newId('risky') }, newId('at'));
    await expect(publishQuiz(member, quizId, 0)).rejects.toMatchObject({ status: 409, code: 'has-warnings' });
    expect((await getQuiz(member, quizId)).liveEdition).toBeNull();
    expect(await publishQuiz(member, quizId, 0, { isSure: true })).toBe(1);
    const { revision } = await keepEdits(member, quizId, 0, [{ id: 'edit-0001', edit: asks('What else?') }]);
    expect(await publishQuiz(member, quizId, revision)).toBe(2);
  });
});

describe('an edition', () => {
  it('is looked at as it was published, has a note, and goes live again without the draft', async () => {
    const { member, quizId, address } = await twice();
    expect(promptIn(await readEdition(member, quizId, 1))).toBe('q1');
    expect(await noteEdition(member, quizId, 1, '  before the festival ')).toBe('before the festival');
    expect((await listEditions(member, quizId)).map((e) => e.note)).toEqual(['', 'before the festival']);
    expect(await putLive(member, quizId, 1)).toBe(1);
    expect((await liveQuiz(address)).edition).toBe(1);
    // The draft is as it was, so that the next edition is a new one.
    const { revision, draft } = await getQuiz(member, quizId);
    expect(promptIn(draft)).toBe('Another wording?');
    expect(await publishQuiz(member, quizId, revision)).toBe(3);
  });
  it.each([
    ['looked at', (m: Published['member'], q: string) => readEdition(m, q, 9)],
    ['noted', (m: Published['member'], q: string) => noteEdition(m, q, 9, 'x')],
    ['put live', (m: Published['member'], q: string) => putLive(m, q, 9)],
  ])('that there is not cannot be %s', async (_, act) => {
    const { member, quizId, address } = await twice();
    await expect(act(member, quizId)).rejects.toMatchObject({ status: 404 });
    expect((await liveQuiz(address)).edition).toBe(2);
  });
  it('of a quiz that was never published cannot be put live', async () => {
    const member = await somebody();
    const quizId = await importQuiz(
      member,
      { ...quiz([page('p1', [choice('q1', [option('a')])])]), id: newId('never') },
      newId('at'),
    );
    await expect(putLive(member, quizId, 1)).rejects.toMatchObject({ status: 404 });
  });
});

describe('two versions', () => {
  it('are shown to shares of new visitors, each of whom keeps to one', async () => {
    const { member, quizId, address } = await twice();
    await setAccess(member, quizId, { second: { edition: 1, share: 30 } });
    const editionOf = async (network: string, shown?: number) =>
      (await openRun(address, newToken(), {}, 'test', new Date(), { network, ...(shown ? { shown } : {}) })).edition;
    const visitors = Array.from({ length: 200 }, (_, i) => `visitor ${i}`);
    const live = await liveQuiz(address);
    const got = await Promise.all(visitors.map(async (one) => (await versionFor(live, one)).edition));
    const first = got.filter((edition) => edition === 1).length;
    // 60 of 200 are meant; four standard deviations are 26.
    expect(first).toBeGreaterThan(34);
    expect(first).toBeLessThan(86);
    expect(await editionOf('visitor 0')).toBe(got[0]);
    expect(await editionOf('visitor 0')).toBe(got[0]);
    // Whoever was shown one of them keeps to it, wherever they are now.
    expect(await editionOf('visitor 0', 1)).toBe(1);
    expect(await editionOf('visitor 0', 2)).toBe(2);
    // What is not shown any more, or never was, is not to be had by asking.
    expect([1, 2]).toContain(await editionOf('visitor 0', 7));

    await putLive(member, quizId, 1);
    expect((await accessStanding(member, quizId)).settings).toEqual({});
    expect(await editionOf('visitor 0', 2)).toBe(1);
  });
  it('are held against each other, counted since both are shown', async () => {
    const { member, quizId, address } = await twice();
    const at = (minute: number) => new Date(Date.UTC(2027, 3, 1, 9, minute));
    const take = async (minute: number, shown: number, finishes: boolean) => {
      const token = newToken();
      await openRun(address, token, {}, 'test', at(minute), { shown });
      await takeStep(address, token, 1, go('p1', { q1: ['a'] }), at(minute));
      if (!finishes) return;
      await takeStep(address, token, 2, go('p2', { q2: ['a'] }), at(minute));
      await takeStep(address, token, 3, contact({ email: 'ida@example.com' }, 1), at(minute));
    };
    await take(0, 2, true);
    await setAccess(member, quizId, { second: { edition: 1, share: 30 } }, at(1));
    await setAccess(member, quizId, { second: { edition: 1, share: 50 }, most: 500 }, at(2));
    for (let i = 0; i < 12; i++) {
      await take(3 + i, 2, i < 2);
      await take(3 + i, 1, i < 11);
    }
    expect((await findingsOf(member, quizId))?.versions).toMatchObject({
      since: at(1).toISOString(),
      editions: [2, 1],
      compared: [
        { key: 'finished', counts: [2, 11], of: [12, 12], better: 1 },
        { key: 'contact', counts: [2, 11], of: [12, 12], better: 1 },
      ],
    });
    await setAccess(member, quizId, {}, at(30));
    expect((await findingsOf(member, quizId))?.versions).toBeNull();
  });
  it('need an edition that there is', async () => {
    const { member, quizId } = await published();
    await expect(setAccess(member, quizId, { second: { edition: 9, share: 30 } })).rejects.toMatchObject({
      status: 422,
    });
    expect((await accessStanding(member, quizId)).settings).toEqual({});
  });
});

describe('the address of a quiz', () => {
  it('has a short one beside it, the same whenever it is asked for', async () => {
    const { member, quizId } = await published();
    const { link } = await shortLink(member, quizId);
    expect(link).toMatch(/\/q\/[2-9a-z]{5}$/);
    expect(await shortLink(member, quizId)).toEqual({ link });
    expect((await liveQuiz(link.slice(-5))).quizId).toBe(quizId);
  });
  it('is shared with words of its own, which change what is kept of the first page', async () => {
    const { member, quizId, address } = await published();
    const before = await liveQuiz(address);
    await setAccess(member, quizId, { shared: { title: 'Which one are you?', line: 'Nine questions.' } });
    const live = await liveQuiz(address);
    expect(shareOf(address, live, undefined)).toMatchObject({
      title: 'Which one are you?',
      description: 'Nine questions.',
    });
    expect(markOf(live)).not.toBe(markOf(before));
    expect((await markedQuiz(address, markOf(live))).edition).toBe(1);
    await setAccess(member, quizId, {});
    expect(markOf(await liveQuiz(address))).toBe(markOf(before));
  });
});
