import { countRuns } from '../../server/results/count-runs';
import { figuresOf } from '../../db/queries/figures';
import { database } from './own-database';
import { takeOffer } from '../../server/visitor/take-offer';
import { openRun, takeStep } from '../../server/visitor/take-step';
import type { Quiz } from '../../core/schema/quiz';
import { contact, go, newToken, published, smallQuiz, visit } from './world';

const tea = { text: 'Tea first', button: 'Have some', url: 'https://slowspoke.test/tea' };
const withTea = (): Quiz => {
  const document = smallQuiz();
  document.pages[0]?.blocks.unshift({ id: 'tea', kind: 'offer', offer: tea });
  return document;
};
const figures = async ({ member, quizId }: Awaited<ReturnType<typeof published>>) => {
  await countRuns(member.workspaceId, quizId);
  return figuresOf(database(), member.workspaceId, quizId);
};
const ends = [go('p1', { q1: ['a'] }), go('p2', { q2: ['a'] }), contact({ email: 'ida@example.com' }, 1)];

describe('an offer taken without scripts', () => {
  it('leads where the edition says, and counts once', async () => {
    const at = await published(withTea());
    const { token } = await visit(at.address, ...ends);
    for (const [id, url] of [
      ['x', 'https://slowspoke.test/lanes'],
      ['x', 'https://slowspoke.test/lanes'],
      ['tea', tea.url],
    ] as const)
      expect(await takeOffer(at.address, token, id)).toBe(url);
    const counted = await figures(at);
    expect([counted.get('offer'), counted.get('finished')]).toEqual([1, 1]);
  });
  it('before the questions is no start', async () => {
    const at = await published(withTea());
    const token = newToken();
    await openRun(at.address, token, {}, 'test');
    await takeOffer(at.address, token, 'tea');
    const counted = await figures(at);
    expect([counted.get('seen'), counted.get('offer'), counted.get('started') ?? 0]).toEqual([1, 1, 0]);
    // The way goes on as if nothing had been pressed.
    expect(await takeStep(at.address, token, 2, go('p1', { q1: ['a'] }))).toMatchObject({ taken: { seq: 2 } });
  });
  it('is refused where the visitor cannot have seen it, or has no run', async () => {
    const at = await published(withTea());
    const { token } = await visit(at.address, go('p1', { q1: ['a'] }));
    for (const id of ['x', 'y', 'c', 'https://elsewhere.test/'])
      await expect(takeOffer(at.address, token, id)).rejects.toMatchObject({ status: 404 });
    await expect(takeOffer(at.address, newToken(), 'tea')).rejects.toMatchObject({ status: 404 });
    const other = await published(withTea());
    await expect(takeOffer(other.address, token, 'tea')).rejects.toMatchObject({ status: 404 });
  });
});
