/** Groups of visitors who answer alike and scales against each other, as Patterns tells of them, and pairs beside a count made apart. */
import { keepGroupName } from '../../server/results/named-groups';
import { listPeople } from '../../server/results/findings';
import { countRuns } from '../../server/results/count-runs';
import { patternsOf } from '../../server/results/patterns';
import { choice, option, page, quiz, strongest } from '../quizzes';
import { go, published, visit, type Published } from './world';

const OPTIONS = ['a', 'b', 'c', 'd'];
const asked = quiz(
  [
    page(
      'p1',
      ['q1', 'q2', 'q3', 'q4'].map((id) =>
        choice(
          id,
          OPTIONS.map((o, i) => option(o, { wild: i, calm: 3 - i, x: i === 0 ? 1 : 0, y: i === 3 ? 1 : 0 })),
        ),
      ),
    ),
  ],
  {
    scales: ['wild', 'calm'].map((id) => ({ id, name: id })),
    verdicts: [strongest('v', ['x', 'y'])],
  },
);

type Answers = Record<string, string[]>;
const take = async ({ address }: Published, answers: Answers) => visit(address, go('p1', answers));
/** Half of them mostly answer the first, half the last: one of four questions is answered otherwise, in turn. */
const answersOf = (i: number): Answers =>
  Object.fromEntries(
    ['q1', 'q2', 'q3', 'q4'].map((id, at) => [
      id,
      [at === Math.floor(i / 2) % 12 ? (OPTIONS[1 + (i % 2)] ?? '') : i % 2 === 0 ? 'a' : 'd'],
    ]),
  );

it('tells of groups by name, of scales against each other, and of pairs as they are', async () => {
  const world = await published(asked);
  const { member, quizId } = world;
  const all = Array.from({ length: 64 }, (_, i) => answersOf(i));
  for (const answers of all) await take(world, answers);
  await countRuns(member.workspaceId, quizId);
  const told = async () => (await patternsOf(member, quizId)).patterns;
  const first = await told();

  const pair = first?.found.find(({ outcome, question, option: o }) => [outcome, question, o].join() === 'x,q1,a');
  const chose = all.filter(({ q1 }) => q1?.[0] === 'a');
  expect(first).toMatchObject({ runs: 64, read: 64 });
  expect(pair).toMatchObject({ chose: chose.length, others: all.length - chose.length, reached: chose.length });

  const wild = first?.links.found.find(({ one, other }) => one === 'wild' && other === 'calm');
  expect(wild).toMatchObject({ n: 64, r: expect.closeTo(-1, 9) as number });
  expect(wild?.p).toBeLessThan(1e-6);

  const groups = first?.alike.groups ?? [];
  expect(groups.map(({ runs }) => runs)).toEqual([32, 32]);
  expect(groups.map(({ name }) => name)).toEqual(['', '']);
  const wildOnes = groups.find(({ answers }) => answers.some(({ option: o }) => o === 'd'));
  expect(wildOnes?.answers[0]).toMatchObject({ of: 32, option: 'd', others: 0, othersOf: 32 });
  expect(wildOnes?.outcomes).toMatchObject([{ name: 'y', count: 32, share: 1 }]);

  await keepGroupName(member, quizId, wildOnes?.run ?? '', { name: ' Wild ones ' });
  // More runs move the middle of the group; its name stays with it.
  for (let i = 0; i < 12; i++) await take(world, { q1: ['d'], q2: ['d'], q3: ['d'], q4: ['d'] });
  await countRuns(member.workspaceId, quizId);
  const named = (await told())?.alike.groups.find(({ name }) => name !== '');
  expect(named).toMatchObject({ name: 'Wild ones', run: wildOnes?.run, runs: 44 });
  await keepGroupName(member, quizId, named?.run ?? '', { name: '' });
  expect((await told())?.alike.groups.map(({ name }) => name)).toEqual(['', '']);
});

it('names no group of another quiz', async () => {
  const [one, other] = [await published(asked), await published(asked)];
  await take(other, answersOf(0));
  const run = (await listPeople(other.member, other.quizId)).people[0]?.runId ?? '';
  expect(run).not.toBe('');
  await expect(keepGroupName(one.member, one.quizId, run, { name: 'Mine' })).rejects.toMatchObject({ status: 404 });
});

it('says that there are no groups where answers go together by chance alone', async () => {
  const world = await published(asked);
  for (let i = 0; i < 64; i++)
    await take(world, {
      q1: [OPTIONS[i % 4] ?? ''],
      q2: [OPTIONS[Math.floor(i / 4) % 4] ?? ''],
      q3: [OPTIONS[Math.floor(i / 16) % 4] ?? ''],
      q4: [OPTIONS[(i + Math.floor(i / 4) + Math.floor(i / 16)) % 4] ?? ''],
    });
  await countRuns(world.member.workspaceId, world.quizId);
  expect((await patternsOf(world.member, world.quizId)).patterns?.alike).toMatchObject({ runs: 64, groups: [] });
});
