/** Documents made to hold up whoever checks them: what is looked at has an end, and what was not found out is said. */
import type { Condition, Page, Quiz } from '../schema/quiz';
import { validateQuiz } from '../document/validate';
import { choice, option, page, quiz, strongest } from '../../tests/quizzes';
import { processorTime } from '../../tests/processor';
import { checkQuiz } from './check';

const choices = (id: string) =>
  choice(
    id,
    ['a', 'b', 'c', 'd'].map((o) => option(o, { x: 1 })),
  );
const withRules = (pages: number, rules: number, when: (p: number, r: number) => Condition): Quiz =>
  quiz(
    Array.from({ length: pages }, (_, p): Page =>
      page(`p${p}`, [choices(`q${p}`)], {
        routes: Array.from({ length: rules }, (_, r) => ({ when: when(p, r), to: 'next' as const })),
      }),
    ),
    { verdicts: [strongest('v', ['x'])], scales: [{ id: 's', name: 'S' }] },
  );

describe('a check', () => {
  it('of many rules that are never taken ends, and names each of them', () => {
    const dead = withRules(10, 30, (p) => ({
      all: [
        { answer: `q${p}`, is: 'a' },
        { answer: `q${p}`, is: 'b' },
      ],
    }));
    let found: ReturnType<typeof checkQuiz> = [];
    expect(processorTime(() => (found = checkQuiz(dead)))).toBeLessThan(10_000);
    expect(found.filter((f) => f.code === 'route-never')).toHaveLength(300);
  });
  it('of rules over all questions ends, and says what it did not find out', () => {
    const wide = withRules(40, 25, (_, r) => ({
      all: Array.from({ length: 40 }, (_, q) => ({
        any: [
          { answer: `q${q}`, is: 'abcd'.charAt((q + r) % 4) },
          { scale: 's', ge: r },
        ],
      })),
    }));
    let found: ReturnType<typeof checkQuiz> = [];
    expect(processorTime(() => (found = checkQuiz(wide)))).toBeLessThan(10_000);
    expect(found.some((f) => f.code === 'too-much-to-look-at' || f.code === 'route-never')).toBe(true);
  });
});

describe('the door of the core', () => {
  const rule = (when: unknown) => ({
    ...quiz([page('p1', [choices('q1')])]),
    pages: [{ ...page('p1', [choices('q1')]), routes: [{ when, to: 'next' }] }],
  });
  const nested = (depth: number): unknown => (depth === 0 ? { answer: 'q1', is: 'a' } : { not: nested(depth - 1) });

  it('takes conditions in conditions as far as anybody needs them', () => {
    expect(validateQuiz(rule(nested(30)))).toHaveProperty('quiz');
  });
  it('refuses deeper ones by name, however deep', () => {
    for (const depth of [60, 400, 5_000]) {
      expect(validateQuiz(rule(nested(depth)))).toEqual({
        faults: [{ place: '', reason: 'this is nested too deeply: 40 levels at most' }],
      });
    }
  });
  it.each<[string, unknown]>([
    [
      'wrong conditions',
      { all: Array.from({ length: 100 }, () => ({ any: Array.from({ length: 100 }, () => ({ nobody: 1 })) })) },
    ],
    ['conditions of no shape', Array.from({ length: 3_000 }, () => ({ all: [{ not: {} }] }))],
    [
      'conditions of every shape',
      {
        all: Array.from({ length: 100 }, () => ({ all: [{ all: 1, any: 1, not: 1, answer: 1, scale: 1, topic: 1 }] })),
      },
    ],
  ])('tells the faults of thousands of %s in time', (_what, when) => {
    let read: ReturnType<typeof validateQuiz> | undefined;
    validateQuiz({});
    expect(processorTime(() => (read = validateQuiz(rule(when))))).toBeLessThan(3_000);
    expect(read).toHaveProperty('faults.0.place');
  });
});
