import { eq } from 'drizzle-orm';
import { contacts, deliveries, letters, runEvents, runs } from '../../db/schema';
import { database } from './own-database';
import { publishQuiz } from '../../server/publishing/publish-quiz';
import { keepEdits } from '../../server/editing/edit-quiz';
import { liveQuiz } from '../../server/publishing/editions';
import { hashToken } from '../../server/platform/ids';
import { deleteQuiz } from '../../server/editing/quizzes';
import { firstLook, openRun, takeStep } from '../../server/visitor/take-step';
import { contact, go, newToken, published, smallQuiz, visit } from './world';

const eventsOf = async (token: string) => {
  const [run] = await database()
    .select()
    .from(runs)
    .where(eq(runs.tokenHash, hashToken(token)));
  return database()
    .select()
    .from(runEvents)
    .where(eq(runEvents.runId, run?.runId ?? ''));
};

describe('a run', () => {
  it('is taken step by step to its result, and each step is on disk', async () => {
    const { address } = await published();
    const { token, last } = await visit(
      address,
      go('p1', { q1: ['a'] }),
      go('p2', { q2: ['b'] }),
      contact({}, undefined),
    );
    expect(last).toMatchObject({ refused: [{ code: 'required', field: 'email' }, { code: 'consent' }] });
    const done = await takeStep(address, token, 3, contact({ name: 'Ida Bell', email: 'Ida@Example.com' }, 1));
    expect(done).toMatchObject({
      taken: { seq: 3, view: { finished: true, page: { blocks: [{ outcomes: [{ name: 'Lane drifter' }] }] } } },
    });
    expect((await eventsOf(token)).map((e) => e.seq)).toEqual([1, 2, 3]);
  });
  it('never shows what is not earned', async () => {
    const { address } = await published();
    const look = JSON.stringify(firstLook(await liveQuiz(address)));
    const { last } = await visit(address, go('p1', { q1: ['b'] }));
    for (const seen of [look, JSON.stringify(last)]) {
      for (const word of ['weights', 'Lane drifter', 'All about', 'routes', 'credit']) expect(seen).not.toContain(word);
    }
  });
  it('goes on where it stood, with the edition it began on', async () => {
    const { member, quizId, address } = await published();
    const { token } = await visit(address, go('p1', { q1: ['a'] }));
    const edit = {
      name: 'set-prompt',
      ops: [{ op: 'set' as const, at: ['pages', 'p2', 'blocks', 'q2'], field: ['prompt'], to: 'Reworded' }],
    };
    const { revision } = await keepEdits(member, quizId, 0, [{ id: 'edit-0001', edit }]);
    expect(await publishQuiz(member, quizId, revision)).toBe(2);
    const back = await openRun(address, token, {}, 'test');
    expect(back).toMatchObject({ seq: 1, edition: 1, view: { page: { id: 'p2', blocks: [{ prompt: 'q2' }] } } });
    expect((await openRun(address, newToken(), {}, 'test')).edition).toBe(2);
  });
  it('can go back, and counts the later answer', async () => {
    const { address } = await published();
    const { last } = await visit(
      address,
      go('p1', { q1: ['a'] }),
      { do: 'back', page: 'p2' },
      go('p1', { q1: ['b'] }),
      go('p2', { q2: ['b'] }),
      { do: 'go', page: 'p3', contact: { c: { skipped: true } } },
    );
    expect(last).toMatchObject({
      taken: { view: { finished: true, page: { blocks: [{ outcomes: [{ name: 'Ridge seeker' }] }] } } },
    });
  });
});

describe('requests that go wrong', () => {
  it('change nothing when they come twice', async () => {
    const { address } = await published();
    const { token, last } = await visit(address, go('p1', { q1: ['a'] }));
    expect(await takeStep(address, token, 1, go('p1', { q1: ['a'] }))).toEqual(last);
    expect(await eventsOf(token)).toHaveLength(1);
  });
  it('change nothing when another was there first, and tell where the run stands', async () => {
    const { address } = await published();
    const { token } = await visit(address, go('p1', { q1: ['a'] }));
    await expect(takeStep(address, token, 1, go('p1', { q1: ['b'] }))).rejects.toMatchObject({
      status: 409,
      code: 'moved-on',
      details: { seq: 1, view: { page: { id: 'p2' } } },
    });
    await expect(takeStep(address, token, 5, go('p2', { q2: ['b'] }))).rejects.toMatchObject({
      status: 409,
      code: 'ahead',
    });
    expect(await eventsOf(token)).toHaveLength(1);
  });
  it('are taken once when ten arrive at the same moment', async () => {
    const { address } = await published();
    const { token } = await visit(address);
    const answers = await Promise.allSettled(
      Array.from({ length: 10 }, (_, i) => takeStep(address, token, 1, go('p1', { q1: [i % 2 ? 'a' : 'b'] }))),
    );
    const [kept] = await eventsOf(token);
    expect(await eventsOf(token)).toHaveLength(1);
    const taken = answers.flatMap((a, i) => (a.status === 'fulfilled' ? [i % 2 ? 'a' : 'b'] : []));
    expect(new Set(taken)).toEqual(new Set(kept?.sent.do === 'go' ? (kept.sent.answers?.['q1'] as string[]) : []));
  });
  it('are refused with another quiz’s pass, without one, and after the quiz is deleted', async () => {
    const [one, two] = [await published(), await published()];
    const { token } = await visit(one.address, go('p1', { q1: ['a'] }));
    await expect(takeStep(two.address, token, 2, go('p2', { q2: ['a'] }))).rejects.toMatchObject({ status: 404 });
    await expect(takeStep(one.address, newToken(), 1, go('p1', { q1: ['a'] }))).rejects.toMatchObject({ status: 404 });
    await deleteQuiz(one.member, one.quizId);
    await expect(openRun(one.address, newToken(), {}, 'test')).rejects.toMatchObject({ status: 404 });
  });
  it('keep only known values that the quiz declares', async () => {
    const { address } = await published({
      ...smallQuiz(),
      known: [{ id: 'from', from: 'address', param: 'utm_source', default: '' }],
    });
    const token = newToken();
    await openRun(address, token, { utm_source: 'letter', admin: 'yes' }, 'test');
    const [run] = await database()
      .select()
      .from(runs)
      .where(eq(runs.tokenHash, hashToken(token)));
    expect(run?.known).toEqual({ from: 'letter' });
  });
});

describe('a contact', () => {
  it('is kept with the words that were agreed to, and the letter is written with it', async () => {
    const { member, address } = await published();
    await visit(
      address,
      go('p1', { q1: ['b'] }),
      go('p2', { q2: ['b'] }),
      contact({ name: ' Ida Bell ', email: 'Ida@Example.com' }, 1),
    );
    const [kept] = await database().select().from(contacts).where(eq(contacts.workspaceId, member.workspaceId));
    expect(kept).toMatchObject({
      email: 'ida@example.com',
      fields: { name: 'Ida Bell' },
      consent: { text: 'Yes, write to me.', version: 1 },
    });
    const [letter] = await database().select().from(letters).where(eq(letters.workspaceId, member.workspaceId));
    expect(letter).toMatchObject({ recipient: 'ida@example.com', subject: 'You are a Ridge seeker', messageId: 'm' });
    const [delivery] = await database().select().from(deliveries).where(eq(deliveries.workspaceId, member.workspaceId));
    expect(delivery?.state).toBe('waiting');
  });
  it('is one person, however often they come', async () => {
    const { member, address } = await published();
    await Promise.all(
      ['Ida', 'Ida Bell', 'Ida B.'].map((name) =>
        visit(
          address,
          go('p1', { q1: ['b'] }),
          go('p2', { q2: ['b'] }),
          contact({ name, email: 'ida@example.com' }, 1),
        ),
      ),
    );
    expect(await database().select().from(contacts).where(eq(contacts.workspaceId, member.workspaceId))).toHaveLength(
      1,
    );
    expect(await database().select().from(letters).where(eq(letters.workspaceId, member.workspaceId))).toHaveLength(3);
  });
  it('gets no letter where they skipped it', async () => {
    const { member, address } = await published();
    await visit(address, go('p1', { q1: ['b'] }), go('p2', { q2: ['b'] }), {
      do: 'go',
      page: 'p3',
      contact: { c: { skipped: true } },
    });
    expect(await database().select().from(letters).where(eq(letters.workspaceId, member.workspaceId))).toHaveLength(0);
  });
});
