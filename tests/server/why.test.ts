import { listPeople } from '../../server/results/findings';
import { closePool } from '../../server/platform/background/pool';
import { patternsOf } from '../../server/results/patterns';
import { whyOfRun } from '../../server/results/why';
import { go, type Published, published, somebody, visit } from './world';

const skip = { do: 'go' as const, page: 'p3', contact: { c: { skipped: true as const } } };
const runOf = async ({ member, quizId }: Published) => (await listPeople(member, quizId)).people[0]?.runId ?? '';

afterAll(closePool);

it('one run says what spoke for its outcome, and what would have led elsewhere', async () => {
  const at = await published();
  await visit(at.address, go('p1', { q1: ['a'] }), go('p2', { q2: ['a'] }), skip);
  const run = await runOf(at);
  expect(await whyOfRun(at.member, at.quizId, run)).toEqual({
    verdicts: [
      {
        ...{ id: 'v', name: 'v', outcome: 'Lane drifter', isAll: true },
        reasons: [
          { question: 'q1', answer: 'a', points: 2 },
          { question: 'q2', answer: 'a', points: 1 },
        ],
        closest: { name: 'Ridge seeker', behind: 3 },
        decisive: [{ changes: [{ question: 'q1', answer: 'b' }], outcome: 'Ridge seeker' }],
        least: { changes: [{ question: 'q1', answer: 'b' }], outcome: 'Ridge seeker' },
      },
    ],
  });
  await expect(whyOfRun(await somebody('Else'), at.quizId, run)).rejects.toMatchObject({ status: 404 });
});

it('a run that has not finished has no outcome to be asked about', async () => {
  const at = await published();
  await visit(at.address, go('p1', { q1: ['a'] }));
  expect(await whyOfRun(at.member, at.quizId, await runOf(at))).toEqual({ verdicts: [] });
});

it('patterns say which questions decide, of the runs that are meant', async () => {
  const at = await published();
  for (const [q1, q2] of [
    ['a', 'a'],
    ['a', 'b'],
    ['b', 'b'],
  ] as const)
    await visit(at.address, go('p1', { q1: [q1] }), go('p2', { q2: [q2] }), skip);
  const deciding = async (where: Parameters<typeof patternsOf>[2]) =>
    (await patternsOf(at.member, at.quizId, where)).patterns?.deciding.map(({ id, questions }) => [
      id,
      questions.map((q) => [q.name, q.count, q.share]),
    ]);
  // Two points against one: the first question decides alone.
  expect(await deciding([])).toEqual([
    [
      'v',
      [
        ['q1', 3, 1],
        ['q2', 0, 0],
      ],
    ],
  ]);
  expect(await deciding([{ on: 'answer', of: 'q1', any: ['b'] }])).toEqual([
    [
      'v',
      [
        ['q1', 1, 1],
        ['q2', 0, 0],
      ],
    ],
  ]);
  expect((await patternsOf(at.member, at.quizId)).patterns).toMatchObject({ runs: 3, read: 3, walked: 3 });
});

it('patterns find answers that go together, among all finished runs', async () => {
  const at = await published();
  for (let i = 0; i < 24; i++) {
    const same = i % 2 ? 'a' : 'b';
    await visit(at.address, go('p1', { q1: [same] }), go('p2', { q2: [same] }), skip);
  }
  const { patterns } = await patternsOf(at.member, at.quizId);
  expect(patterns?.together).toMatchObject({ tests: 4, method: 'Holm' });
  expect(patterns?.together.found).toContainEqual(
    expect.objectContaining({
      ...{ question: 'q1', option: 'a', other: 'q2', otherOption: 'a' },
      ...{ chose: 12, reached: 12, others: 12, othersReached: 0, difference: 1 },
    }),
  );
});
