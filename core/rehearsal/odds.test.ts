import fc from 'fast-check';
import type { Quiz } from '../schema/quiz';
import { isQuestion, questionsOf } from '../document/lookup';
import { foldRun, type Sent } from '../flow/run';
import { resultOf } from '../flow/result';
import { tries } from '../../tests/tries';
import { choice, demoQuiz, option, page, quiz, strongest, text } from '../../tests/quizzes';
import type { Answer } from '../values/answer';
import { waysToAnswer } from './answers';
import { exactOdds } from './exact';
import { rehearse } from './odds';
import { sampledOdds } from './sampled';
import { spanOf } from './span';

/** Odds by walking every single way of answering a quiz without branches: slow, and plainly right. */
function counted(q: Quiz) {
  const outcomes: Record<string, number> = {};
  const points: Record<string, number> = {};
  const walk = (index: number, share: number, answers: Record<string, Answer>) => {
    const question = questionsOf(q)[index];
    if (!question) {
      const sent = q.pages
        .filter((p) => p.stage === 'ask')
        .map((p): Sent => ({
          do: 'go',
          page: p.id,
          answers: Object.fromEntries(p.blocks.map((b) => [b.id, answers[b.id] ?? []])),
        }));
      const { verdicts, scales } = resultOf(q, foldRun(q, { seed: 1 }, sent));
      for (const id of verdicts['v']?.outcomes ?? []) outcomes[id] = (outcomes[id] ?? 0) + share;
      const value = scales['s']?.points;
      if (value !== null && value !== undefined) points[value] = (points[value] ?? 0) + share;
      return;
    }
    for (const way of waysToAnswer(question))
      walk(index + 1, share * way.share, { ...answers, [question.id]: way.answer });
  };
  walk(0, 1, {});
  // Runs without a value, as a mean of nothing has none, are left out of its spread.
  const valued = Object.values(points).reduce((a, b) => a + b, 0);
  for (const value of Object.keys(points)) points[value] = (points[value] ?? 0) / valued;
  return { outcomes, points };
}

const weights = fc.dictionary(fc.constantFrom('x', 'y', 'z', 's'), fc.constantFrom(-1, 0, 0.5, 1, 2), { maxKeys: 3 });
const anyQuiz = fc
  .record({
    questions: fc.array(fc.record({ many: fc.boolean(), options: fc.array(weights, { minLength: 2, maxLength: 3 }) }), {
      minLength: 1,
      maxLength: 4,
    }),
    ties: fc.constantFrom('first' as const, 'latest' as const, 'blend' as const),
    compare: fc.constantFrom('points' as const, 'share' as const),
    combine: fc.constantFrom('sum' as const, 'mean' as const),
  })
  .map(({ questions, ties, compare, combine }) =>
    quiz(
      questions.map((q, i) =>
        page(`p${i}`, [
          choice(
            `q${i}`,
            q.options.map((w, k) => option(`o${k}`, w)),
            { pick: q.many ? 'many' : 'one' },
          ),
        ]),
      ),
      { scales: [{ id: 's', name: 'S', combine }], verdicts: [strongest('v', ['x', 'y', 'z'], { ties, compare })] },
    ),
  );

describe('exact odds', () => {
  it('equal those counted way by way', () => {
    fc.assert(
      fc.property(anyQuiz, (q) => {
        const exact = exactOdds(q);
        const all = counted(q);
        for (const id of ['x', 'y', 'z']) expect(exact?.outcomes['v']?.[id]).toBeCloseTo(all.outcomes[id] ?? 0, 7);
        for (const [value, share] of exact?.scales['s']?.histogram ?? [])
          expect(share).toBeCloseTo(all.points[value] ?? 0, 7);
      }),
      tries(25),
    );
  });
  it('follow routes, conditions and what was answered before', () => {
    const q = quiz(
      [
        page('p1', [choice('q1', [option('a', { s: 1 }), option('b'), option('c'), option('d')])], {
          routes: [{ when: { answer: 'q1', is: 'a' }, to: { page: 'p3' } }],
        }),
        page(
          'p2',
          [choice('q2', [option('a', { s: 5 }), option('b')]), text('why', { showIf: { answer: 'q2', is: 'a' } })],
          { showIf: { not: { answer: 'q1', is: 'd' } } },
        ),
        page('p3', [choice('q3', [option('a'), option('b')])], {
          routes: [{ when: { scale: 's', ge: 5 }, to: 'finish' }],
          otherwise: { page: 'p4' },
        }),
        page('p4', [choice('q4', [option('a'), option('b')])]),
      ],
      { scales: [{ id: 's', name: 'S', combine: 'sum' }] },
    );
    expect(exactOdds(q)?.pages).toEqual({ p1: 1, p2: 0.5, p3: 1, p4: 0.75, end: 1 });
    expect(exactOdds(q)?.scales['s']?.histogram).toEqual([
      [0, 0.5],
      [1, 0.25],
      [5, 0.25],
    ]);
  });
  it('agree with sampled ones within their 95 % intervals, but for one in twenty', () => {
    const q = demoQuiz('overnight');
    const [exact, sampled] = [exactOdds(q), sampledOdds(q, { visitors: 1_000, seed: 7 })];
    const z = Object.entries(exact?.outcomes['ready-for'] ?? {}).map(
      ([id, p]) => Math.abs((sampled.outcomes['ready-for']?.[id] ?? 0) - p) / Math.sqrt((p * (1 - p)) / 1_000),
    );
    // Three outcomes of one seed: a fault would be many standard errors off.
    expect(Math.max(...z)).toBeLessThan(3);
  });
  it('follow the value that bands look at, in its unit', () => {
    const keyed = (id: string) => choice(id, [option('a', {}, { credit: 1 }), option('b')]);
    const q = quiz([page('p1', [keyed('q1'), keyed('q2')])], {
      verdicts: [
        {
          id: 'v',
          name: 'V',
          by: 'bands',
          scale: 'marks',
          unit: 'percent',
          outcomes: [
            { id: 'x', name: 'X' },
            { id: 'y', name: 'Y' },
          ],
          bands: [
            { from: 0, outcome: 'x' },
            { from: 50, outcome: 'y' },
          ],
        },
      ],
    });
    expect(exactOdds(q)).toMatchObject({
      outcomes: { v: { x: 0.25, y: 0.75 } },
      bands: {
        v: {
          mean: 50,
          histogram: [
            [0, 0.25],
            [50, 0.5],
            [100, 0.25],
          ],
        },
      },
    });
    const [[least, share] = []] = sampledOdds(q, { visitors: 400, seed: 1 }).bands['v']?.histogram ?? [];
    expect(least).toBe(0);
    expect(Math.abs((share ?? 0) - 0.25)).toBeLessThan(3 * Math.sqrt((0.25 * 0.75) / 400));
  });
  it('give way to sampling where a page can lead back', () => {
    const q = quiz([
      page('p1', [choice('q1', [option('a'), option('b')])]),
      page('p2', [choice('q2', [option('a'), option('b')])], {
        routes: [{ when: { answer: 'q2', is: 'b' }, to: { page: 'p1' } }],
      }),
    ]);
    expect(rehearse(q, { visitors: 50 })).toMatchObject({
      method: 'sampled',
      visitors: 50,
      pages: { p1: 1, p2: 1, end: 1 },
    });
  });
});

describe('lowest and highest', () => {
  it('follow from the questions, those that may be left empty included', () => {
    const q = quiz(
      [
        page('p1', [
          choice('q1', [option('a', { s: 2 }), option('b', { s: 5 })], { required: false }),
          choice('q2', [option('a', { s: -1 }), option('b', { s: 1 }), option('c', { s: 1 })], {
            pick: 'many',
            max: 2,
          }),
        ]),
      ],
      {
        scales: [{ id: 's', name: 'S', combine: 'sum', start: 10 }],
      },
    );
    expect(spanOf(q, 's', null)).toEqual({ lowest: 9, highest: 17 });
  });
  it('of the demo are those of the rehearsal, where every question is required', () => {
    const tourer = demoQuiz('tourer');
    const pages = tourer.pages.filter((p) => p.blocks.some((b) => isQuestion(b) && b.required)).slice(0, 6);
    const q = { ...tourer, pages };
    const odds = exactOdds(q);
    expect(pages).toHaveLength(6);
    for (const { id } of q.scales) {
      const spread = odds?.scales[id];
      expect(spanOf(q, id, null)).toEqual({ lowest: spread?.lowest, highest: spread?.highest });
    }
  });
});
