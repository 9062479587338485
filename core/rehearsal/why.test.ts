import fc from 'fast-check';
import { anyAnswers, anyQuiz } from '../../tests/any-quiz';
import { choice, option, page, quiz, result, strongest } from '../../tests/quizzes';
import { resultOf } from '../flow/result';
import { walk } from '../flow/walk';
import { decidingQuestions, whyOf } from './why';

const abc = (id: string, weights: Record<string, Record<string, number>>) =>
  page(`p-${id}`, [
    choice(
      id,
      Object.entries(weights).map(([o, w]) => option(o, w)),
    ),
  ]);

/** Three questions that speak for one of two outcomes, the first twice as loud. */
const loud = quiz(
  [
    abc('q1', { a: { x: 2 }, b: { y: 2 } }),
    abc('q2', { a: { x: 1 }, b: { y: 1 } }),
    abc('q3', { a: { x: 1 }, b: { y: 1 } }),
    result('end', [{ id: 'r', kind: 'verdict', verdict: 'v' }]),
  ],
  { verdicts: [strongest('v', ['x', 'y'])] },
);
const said = (q1: string, q2: string, q3: string) => ({
  id: 'r',
  answers: { q1: [q1], q2: [q2], q3: [q3] },
});

describe('why a run came out as it did', () => {
  it('is what spoke for it, against the outcome that came closest', () => {
    const why = whyOf(loud, said('a', 'a', 'b'), 'v');
    expect(why).toMatchObject({ outcomes: ['x'], closest: { outcome: 'y', behind: 2 }, isAll: true });
    expect(why?.reasons).toEqual([
      { question: 'q1', points: 2 },
      { question: 'q2', points: 1 },
      { question: 'q3', points: -1 },
    ]);
  });
  it('is each answer that would have led elsewhere by itself', () => {
    const why = whyOf(loud, said('a', 'a', 'b'), 'v');
    expect(why?.decisive).toEqual([{ changes: [{ question: 'q1', answer: ['b'] }], outcomes: ['y'] }]);
    expect(why?.least).toEqual(why?.decisive[0]);
  });
  it('is two answers where none alone is enough', () => {
    const even = quiz([...['q1', 'q2', 'q3'].map((id) => abc(id, { a: { x: 1 }, b: { y: 1 } })), result('end', [])], {
      verdicts: [strongest('v', ['x', 'y'])],
    });
    const why = whyOf(even, said('a', 'a', 'a'), 'v');
    expect(why?.decisive).toEqual([]);
    expect(why?.least?.changes.map((c) => c.question)).toEqual(['q1', 'q2']);
    expect(why?.isAll).toBe(true);
  });
  it('is not known where it hangs on more than three answers, or there are too many', () => {
    const nine = quiz(
      [...Array.from({ length: 9 }, (_, i) => abc(`q${i}`, { a: { x: 1 }, b: { y: 1 } })), result('end', [])],
      { verdicts: [strongest('v', ['x', 'y'])] },
    );
    const answers = Object.fromEntries(Array.from({ length: 9 }, (_, i) => [`q${i}`, ['a']]));
    expect(whyOf(nine, { id: 'r', answers }, 'v')).toMatchObject({ least: null, isAll: true });
    expect(whyOf(nine, { id: 'r', answers }, 'v', 20)).toMatchObject({ least: null, isAll: false });
  });
  it('counts what a route leads past', () => {
    const routed = quiz(
      [
        page('p1', [choice('q1', [option('a', { x: 1 }), option('b', { x: 1 })])], {
          routes: [{ when: { answer: 'q1', is: 'b' }, to: { page: 'p3' } }],
        }),
        page('p2', [choice('q2', [option('a', { x: 3 }), option('b', { x: 3 })])]),
        page('p3', [choice('q3', [option('a', { y: 2 }), option('b', { y: 2 })])]),
        result('end', []),
      ],
      { verdicts: [strongest('v', ['x', 'y'])] },
    );
    const why = whyOf(routed, said('a', 'a', 'a'), 'v');
    expect(why?.decisive).toEqual([{ changes: [{ question: 'q1', answer: ['b'] }], outcomes: ['y'] }]);
  });
  it('leads elsewhere when it is done, and nothing less does, on any quiz', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1_000_000 }), (seed) => {
        const any = anyQuiz(seed);
        const recorded = { id: 'r', answers: anyAnswers(seed, any), seed };
        const outcomes = (answers: typeof recorded.answers, verdict: string) =>
          resultOf(any, walk(any, { ...recorded, answers }).run).verdicts[verdict]?.outcomes ?? [];
        for (const { id } of any.verdicts) {
          const why = whyOf(any, recorded, id, 300);
          expect(why?.outcomes ?? []).toEqual(outcomes(recorded.answers, id));
          for (const { changes, outcomes: to } of [...(why?.decisive ?? []), ...(why?.least ? [why.least] : [])]) {
            const changed = Object.fromEntries(changes.map((c) => [c.question, c.answer]));
            expect(outcomes({ ...recorded.answers, ...changed }, id)).toEqual(to);
            expect([...to].sort()).not.toEqual([...(why?.outcomes ?? [])].sort());
          }
          if (why?.decisive.length) expect(why.least?.changes).toHaveLength(1);
        }
      }),
      { numRuns: 150 },
    );
  });
});

it('a question decides in the runs in which another answer to it would have led elsewhere', () => {
  const runs = [said('a', 'a', 'b'), said('a', 'b', 'b'), said('b', 'b', 'b'), said('b', 'a', 'a')];
  expect(decidingQuestions(loud, runs)).toEqual({
    v: [
      { question: 'q1', turned: 3, runs: 4 },
      { question: 'q2', turned: 1, runs: 4 },
      { question: 'q3', turned: 1, runs: 4 },
    ],
  });
});
