import { eq } from 'drizzle-orm';
import type { Quiz } from '../../core/schema/quiz';
import { letters } from '../../db/schema';
import { certificateOf } from '../../server/visitor/certificate';
import { database } from './own-database';
import { releaseResults, waitingResults, writeReleased } from '../../server/results/release-results';
import { findRun, openRun, takeStep } from '../../server/visitor/take-step';
import { contact, go, newToken, published, smallQuiz, somebody, visit } from './world';

const held = (until: Quiz['delivery']['held']): Quiz => {
  const document = smallQuiz();
  document.pages.at(-1)?.blocks.push({ id: 'cert', kind: 'certificate', title: 'Rider', body: 'You ride' });
  return { ...document, delivery: { held: until } };
};
const ends = [go('p1', { q1: ['a'] }), go('p2', { q2: ['a'] }), contact({ email: 'ida@example.com' }, 1)];
const written = ({ quizId }: { quizId: string }) => database().select().from(letters).where(eq(letters.quizId, quizId));
const page = (look: { view: { page: { blocks: unknown[] } | null } }) => look.view.page?.blocks;
const secret = ['Lane drifter', 'Ridge seeker', 'All about', 'lanes', 'Rider'];

describe('results that are kept back until they are released', () => {
  it('are in no answer, no certificate and no letter; then in all of them', async () => {
    const at = await published(held('released'));
    const { token, last } = await visit(at.address, ...ends);
    for (const seen of [last, await findRun(at.address, token), await openRun(at.address, token, {}, 'x')])
      for (const word of secret) expect(JSON.stringify(seen)).not.toContain(word);
    expect(page(await findRun(at.address, token))).toEqual([
      { kind: 'held-back', id: '~', until: 'released', mail: 'ida@example.com' },
    ]);
    await expect(certificateOf(at.address, token, 'cert')).rejects.toMatchObject({ status: 404 });
    await writeReleased({ workspaceId: at.member.workspaceId, quizId: at.quizId });
    expect(await written(at)).toHaveLength(0);
    expect(await waitingResults(at.member, at.quizId)).toBe(1);

    expect(await releaseResults(at.member, at.quizId)).toBe(1);
    expect(await waitingResults(at.member, at.quizId)).toBe(0);
    expect(page(await findRun(at.address, token))).toMatchObject([
      { kind: 'verdict', outcomes: [{ name: 'Lane drifter' }] },
      { kind: 'certificate' },
    ]);
    expect((await certificateOf(at.address, token, 'cert')).byteLength).toBeGreaterThan(1000);
    for (let i = 0; i < 2; i++) await writeReleased({ workspaceId: at.member.workspaceId, quizId: at.quizId });
    expect(await written(at)).toMatchObject([{ recipient: 'ida@example.com' }]);
  });
  it('stay kept back for runs that finish later', async () => {
    const at = await published(held('released'));
    await visit(at.address, ...ends);
    await releaseResults(at.member, at.quizId, new Date(Date.now() - 60_000));
    expect(await waitingResults(at.member, at.quizId)).toBe(1);
  });
  it('are released by those who may edit, in their own workspace', async () => {
    const at = await published(held('released'));
    await visit(at.address, ...ends);
    const reader = { ...at.member, role: 'reader' as const };
    await expect(releaseResults(reader, at.quizId)).rejects.toMatchObject({ status: 403 });
    await expect(releaseResults(await somebody('Otto'), at.quizId)).rejects.toMatchObject({ status: 404 });
    expect(await waitingResults(await somebody('Otto'), at.quizId)).toBe(0);
    expect(await waitingResults(at.member, at.quizId)).toBe(1);
  });
  it('say nothing of mail to somebody who left no address', async () => {
    const at = await published(held('released'));
    const skip = { do: 'go' as const, page: 'p3', contact: { c: { skipped: true as const } } };
    const { token } = await visit(at.address, ...ends.slice(0, 2), skip);
    expect(page(await findRun(at.address, token))).toEqual([{ kind: 'held-back', id: '~', until: 'released' }]);
  });
});

describe('results that are kept back until a moment', () => {
  const day = '2027-05-11T09:00:00Z';
  const [before, after] = [new Date('2027-05-11T08:00:00Z'), new Date('2027-05-11T09:00:00Z')];
  it('are seen and written from then on', async () => {
    const at = await published(held(day));
    const token = newToken();
    await openRun(at.address, token, {}, 'test', before);
    for (const [i, one] of ends.entries()) await takeStep(at.address, token, i + 1, one, before);
    expect(page(await findRun(at.address, token, before))).toMatchObject([{ until: day }]);
    const all = { workspaceId: at.member.workspaceId, quizId: at.quizId };
    await writeReleased(all, before);
    expect(await written(at)).toHaveLength(0);
    expect(page(await findRun(at.address, token, after))).toMatchObject([{ kind: 'verdict' }, {}]);
    await writeReleased(all, after);
    expect(await written(at)).toHaveLength(1);
  });
  it('that has passed are not kept back at all', async () => {
    const at = await published(held('2020-05-11T09:00:00Z'));
    const { last } = await visit(at.address, ...ends);
    expect(last).toMatchObject({ taken: { view: { page: { blocks: [{ kind: 'verdict' }, {}] } } } });
    expect(await written(at)).toHaveLength(1);
  });
  it('waits in the queue until then', async () => {
    const at = await published(held(day));
    const token = newToken();
    await openRun(at.address, token, {}, 'test', before);
    for (const [i, one] of ends.entries()) await takeStep(at.address, token, i + 1, one, before);
    const { rows } = await database().$client.query<{ start: Date; run: string }>(
      `select start_after as start, data ->> 'runId' as run from pgboss.job where name = 'release-results' and data ->> 'quizId' = $1`,
      [at.quizId],
    );
    expect(rows).toEqual([{ start: new Date(day), run: expect.stringMatching(/^(r|s\d{4})-/) as string }]);
  });
});
