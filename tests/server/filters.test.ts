/** Any selection of runs is counted as if it were counted apart, one run after the other. */
import fc from 'fast-check';
import { type Condition, isMeant, readConditions, writeConditions, wantedOf } from '../../core/stats/filter';
import { countsOf, circumstancesOf } from '../../core/stats/counts';
import { paceKeys } from '../../core/stats/pace';
import { crossedAmong, figuresAmong } from '../../db/queries/figure-bits';
import { runsInOrder, startedRuns, timedEvents } from '../../db/queries/runs';
import { CHUNK, figurePlaces } from '../../db/schema';
import { database } from './own-database';
import { countRuns, recountRuns } from '../../server/results/count-runs';
import { findingsOf, listPeople } from '../../server/results/findings';
import { patternsOf } from '../../server/results/patterns';
import { removeRun } from '../../server/results/remove-run';
import { runsAsCsv } from '../../server/results/runs-table';
import { splitsOf } from '../../server/results/splits';
import { conditionsIn } from '../../server/results/where';
import { ownRunOf } from '../../server/publishing/editions';
import { takeStep } from '../../server/visitor/take-step';
import { contact, go, type Published, published, visit } from './world';

const skip = { do: 'go' as const, page: 'p3', contact: { c: { skipped: true as const } } };

/** Runs of every length, from several sources. */
async function crowd(): Promise<Published> {
  const at = await published();
  const answers = fc.sample(
    fc.record({ q1: fc.constantFrom('a', 'b'), q2: fc.constantFrom('a', 'b'), steps: fc.integer({ min: 1, max: 3 }) }),
    { numRuns: 24, seed: 5 },
  );
  for (const [i, { q1, q2, steps }] of answers.entries()) {
    const sent = [
      go('p1', { q1: [q1] }),
      go('p2', { q2: [q2] }),
      i % 5 ? skip : contact({ email: `f${i}@example.com` }, 1),
    ];
    await visit(at.address, ...sent.slice(0, steps));
  }
  return at;
}

/** What is counted of the runs that are meant when each is looked at by itself, from its events, and which they are. */
async function lookedAtApart({ member, quizId }: Published, where: Condition[]) {
  const sums = new Map<string, number>();
  const meant: string[] = [];
  const rows = await runsInOrder(database(), member.workspaceId, quizId, { most: 1_000, until: new Date() });
  for (const row of rows) {
    const { quiz, run } = await ownRunOf(row);
    const times = (await timedEvents(database(), member.workspaceId, row.runId)).map(({ at }) => at.getTime());
    const keys = [
      ...countsOf(quiz, run, true),
      ...paceKeys(row.seenAt.getTime(), row.events, times, run.finished),
      ...circumstancesOf({
        edition: row.edition,
        day: row.seenAt.toISOString().slice(0, 10),
        source: row.source,
        language: row.language ?? quiz.language,
        listed: false,
      }),
    ];
    if (!isMeant(new Set(keys), where)) continue;
    meant.push(row.runId);
    for (const key of keys) sums.set(key, (sums.get(key) ?? 0) + 1);
  }
  return { sums: Object.fromEntries(sums), meant };
}
const countedApart = async (at: Published, where: Condition[]) => (await lookedAtApart(at, where)).sums;

const among = async ({ member, quizId }: Published, where: Condition[]) =>
  Object.fromEntries(
    await figuresAmong(database(), { workspaceId: member.workspaceId, quizId, wanted: wantedOf(where) }),
  );

const condition: fc.Arbitrary<Condition> = fc.oneof(
  fc.record({
    on: fc.constant('answer' as const),
    of: fc.constantFrom('q1', 'q2'),
    any: fc.subarray(['a', 'b'], { minLength: 1 }),
  }),
  fc.record({
    on: fc.constant('finished' as const),
    of: fc.constant(''),
    any: fc.constantFrom<string[]>(['yes'], ['no']),
  }),
  fc.record({
    on: fc.constant('outcome' as const),
    of: fc.constant('v'),
    any: fc.subarray(['x', 'y'], { minLength: 1 }),
  }),
  fc.record({
    on: fc.constant('page' as const),
    of: fc.constant(''),
    any: fc.subarray(['p2', 'p3'], { minLength: 1 }),
  }),
  fc.record({
    on: fc.constant('edition' as const),
    of: fc.constant(''),
    any: fc.subarray(['1', '2'], { minLength: 1 }),
  }),
  fc.record({
    on: fc.constant('time' as const),
    of: fc.constant(''),
    any: fc.constantFrom<string[]>(['', ''], ['2020-01-01', ''], ['', '2020-01-01']),
  }),
);

it('are the sums over those runs, whatever is chosen', async () => {
  const at = await crowd();
  await countRuns(at.member.workspaceId, at.quizId);
  await fc.assert(
    fc.asyncProperty(fc.array(condition, { minLength: 1, maxLength: 4 }), async (where) => {
      expect(await among(at, where)).toEqual(await countedApart(at, where));
    }),
    { numRuns: 40 },
  );
});

it('are those runs themselves, in either order and by the page, wherever their places are', async () => {
  const at = await crowd();
  const { workspaceId } = at.member;
  // The first seven in the second row of bits, the others in the third; of the first row there is none.
  await database()
    .insert(figurePlaces)
    .values({ workspaceId, quizId: at.quizId, next: 2 * CHUNK - 7 });
  await countRuns(workspaceId, at.quizId);
  const ids = (rows: { runId: string }[]) => rows.map(({ runId }) => runId);
  const until = new Date();
  await fc.assert(
    fc.asyncProperty(fc.array(condition, { minLength: 1, maxLength: 3 }), async (where) => {
      const { meant } = await lookedAtApart(at, where);
      const [wanted, most] = [wantedOf(where), 1_000];
      expect(ids(await runsInOrder(database(), workspaceId, at.quizId, { most, until, wanted }))).toEqual(meant);
      const newest = ids(await startedRuns(database(), workspaceId, at.quizId, { most, wanted }));
      expect([...newest].sort()).toEqual([...meant].sort());
      const [first, second] = await startedRuns(database(), workspaceId, at.quizId, { most: 2, wanted });
      const after = first
        ? ids(await startedRuns(database(), workspaceId, at.quizId, { most: 1, before: first, wanted }))
        : [];
      expect([...(first ? [first.runId] : []), ...after]).toEqual(newest.slice(0, 2));
      expect(second?.runId).toBe(newest[1]);
    }),
    { numRuns: 40 },
  );
});

const inPage2: Condition[] = [{ on: 'page', of: '', any: ['p2'] }];

it('follow runs that go on and that are taken away, and are the same when counted again', async () => {
  const at = await crowd();
  const { token } = await visit(at.address, go('p1', { q1: ['a'] }));
  await countRuns(at.member.workspaceId, at.quizId);
  await takeStep(at.address, token, 2, go('p2', { q2: ['b'] }));
  await takeStep(at.address, token, 3, { do: 'back', page: 'p3' });
  await countRuns(at.member.workspaceId, at.quizId);
  expect(await among(at, inPage2)).toEqual(await countedApart(at, inPage2));
  const [newest] = (await listPeople(at.member, at.quizId)).people;
  await removeRun(at.member, at.quizId, newest?.runId ?? '');
  const now = await among(at, inPage2);
  expect(now).toEqual(await countedApart(at, inPage2));
  await recountRuns(at.member.workspaceId, at.quizId);
  expect(await among(at, inPage2)).toEqual(now);
});

it('are right when several count at the same moment', async () => {
  const at = await crowd();
  await Promise.all([1, 2, 3].map(() => countRuns(at.member.workspaceId, at.quizId)));
  expect(await among(at, inPage2)).toEqual(await countedApart(at, inPage2));
});

it('hold for findings, people, patterns and what is taken out alike', async () => {
  const at = await crowd();
  const where = conditionsIn('answer:q1:a;finished::yes');
  const apart = await countedApart(at, where);
  expect(apart['seen']).toBeGreaterThan(0);
  const findings = await findingsOf(at.member, at.quizId, where);
  const q1 = findings?.questions.find(({ id }) => id === 'q1');
  expect(q1?.options.map(({ id, count }) => [id, count])).toEqual([
    ['a', apart['seen']],
    ['b', 0],
  ]);
  expect((await listPeople(at.member, at.quizId, { where })).people).toHaveLength(apart['seen'] ?? 0);
  expect((await patternsOf(at.member, at.quizId, where)).patterns?.runs).toBe(apart['seen']);
  let csv = '';
  for await (const part of runsAsCsv(at.member, at.quizId, where, new Date(Date.now() + 1_000))) csv += part;
  expect(csv.trim().split('\n')).toHaveLength((apart['seen'] ?? 0) + 1);
});

it('leave all others, whose figures add up with theirs', async () => {
  const at = await crowd();
  const where = conditionsIn('answer:q1:a');
  const [all, meant, others] = await Promise.all([
    findingsOf(at.member, at.quizId),
    findingsOf(at.member, at.quizId, where),
    findingsOf(at.member, at.quizId, where, { isOthers: true }),
  ]);
  expect(others?.journey[0]?.count).toBeGreaterThan(0);
  for (const [i, step] of (all?.journey ?? []).entries())
    expect((meant?.journey[i]?.count ?? 0) + (others?.journey[i]?.count ?? 0)).toBe(step.count);
  expect(others?.questions[0]?.options.find(({ id }) => id === 'a')?.count).toBe(0);
});

it('are split by day and by source', async () => {
  const at = await crowd();
  const where = conditionsIn('finished::yes');
  const apart = await countedApart(at, where);
  const today = new Date().toISOString().slice(0, 10);
  const { days, sources, choices } = await splitsOf(at.member, at.quizId, where);
  const sums = { seen: apart['seen'], started: apart['started'], finished: apart['finished'] };
  expect(days).toMatchObject([{ name: today, ...sums }]);
  expect(sources).toMatchObject([{ name: 'test', ...sums }]);
  expect(choices).toEqual({ editions: [1], sources: ['test'], languages: ['en'] });
  const crossed = await crossedAmong(
    database(),
    { workspaceId: at.member.workspaceId, quizId: at.quizId, wanted: wantedOf(where) },
    'outcome v ',
    ['option q1 a', 'option q1 b'],
  );
  const pairs = async (outcome: string, option: string) =>
    (await countedApart(at, [...where, { on: 'outcome', of: 'v', any: [outcome] }]))[`option q1 ${option}`] ?? 0;
  for (const { by, key, count } of crossed) expect(count).toBe(await pairs(by, key.slice(-1)));
  expect(crossed.length).toBeGreaterThan(1);
});

it('refuse what is no condition', () => {
  for (const text of ['nonsense', 'answer:q1', 'finished::maybe', 'time::2020-01-01', 'answer:q1:%', 'x'.repeat(7_000)])
    expect(() => conditionsIn(text)).toThrow('conditions are expected');
  const where: Condition[] = [{ on: 'source', of: '', any: ['a b;c:d,e', ''] }];
  expect(readConditions(writeConditions(where))).toEqual(where);
});

it('are told by the hour as by the day', async () => {
  const at = await crowd();
  const keys = ['seen', 'started', 'finished', 'contact'] as const;
  const sums = (splits: Record<(typeof keys)[number], number>[]) =>
    keys.map((key) => splits.reduce((sum, one) => sum + one[key], 0));
  for (const where of [[], inPage2]) {
    const { days, hours } = await splitsOf(at.member, at.quizId, where);
    expect(sums(hours)).toEqual(sums(days));
    expect(sums(hours)[1]).toBeGreaterThan(0);
    expect(hours).toHaveLength(48);
  }
});
