import { choice, option, page, quiz, strongest } from '../../tests/quizzes';
import type { Quiz } from '../schema/quiz';
import { LOOK_OVER } from '../flow/look-over';
import { foldRun } from '../flow/run';
import type { Sent } from '../flow/sent';
import { countsOf } from './counts';
import { seenWays } from './ways';

const ab = (id: string, more = {}) =>
  choice(id, [option('a', { x: 1 }, { credit: 1 }), option('b', { y: 1 })], { required: false, ...more });
const to = (answer: string, is: string, target: object | string) => ({ when: { answer, is }, to: target });
const rules = [to('q1', 'a', { page: 'p3' }), to('q1', 'b', { page: 'p2' })];
const forked = (routes: object[] = rules): Quiz =>
  quiz(
    [
      page('p1', [ab('q1')], { routes } as object),
      page('p2', [ab('q2')], { hold: { until: 'right', tries: 1, then: { page: 'p3' } } }),
      page('p3', [ab('q3')], { otherwise: { url: 'https://slowspoke.test/' } }),
    ],
    { verdicts: [strongest('v', ['x', 'y'])] },
  );
const go = (on: string, answers = {}): Sent => ({ do: 'go', page: on, answers });
const figuresOf = (q: Quiz, ...runs: Sent[][]) => {
  const figures = new Map<string, number>();
  for (const sent of runs)
    for (const key of countsOf(q, foldRun(q, { seed: 1 }, sent), sent.length > 0))
      figures.set(key, (figures.get(key) ?? 0) + 1);
  return (key: string) => figures.get(key) ?? 0;
};

describe('the ways of real visitors', () => {
  const q = forked();
  const visitors = [
    [],
    [go('p1', { q1: ['a'] }), go('p3')],
    [go('p1', { q1: ['a'] })],
    [go('p1', { q1: ['b'] }), go('p2', { q2: ['b'] }), go('p3')],
    [go('p1')],
  ];
  it('are none where nobody started', () => expect(seenWays(q, figuresOf(q, []))).toBeNull());
  it('are counted by the rule that each page was left by', () => {
    expect(seenWays(q, figuresOf(q, ...visitors))).toEqual({
      method: 'seen',
      visitors: 4,
      pages: { p1: 1, p2: 0.5, p3: 0.75, end: 0 },
      routes: {
        p1: { 0: 0.5, 1: 0.25, otherwise: 0.25, gate: 0 },
        p2: { otherwise: 0, gate: 0.25 },
        p3: { otherwise: 0.5, gate: 0 },
      },
      outcomes: { v: { x: 0.25, y: 0.25 } },
    });
  });
  it('leave the last page too, where it leads out of the quiz', () => {
    const count = figuresOf(q, ...visitors);
    expect([count('leave p3'), count('finished')]).toEqual([2, 2]);
  });
  it('stay with a rule that moves, and begin anew with one that says something else', () => {
    const count = figuresOf(q, ...visitors);
    const moved = forked([{ when: { is: 'b', answer: 'q1' }, to: { page: 'p2' } }, rules[0] as object]);
    expect(seenWays(moved, count)?.routes['p1']).toMatchObject({ 0: 0.25, 1: 0.5 });
    const changed = forked([to('q1', 'a', 'finish'), to('q1', 'b', { page: 'p2' })]);
    expect(seenWays(changed, count)?.routes['p1']).toMatchObject({ 0: 0, 1: 0.25 });
  });
  it('are those of the first of two rules that say the same', () => {
    const twice = forked([rules[0] as object, rules[0] as object]);
    expect(seenWays(twice, figuresOf(twice, ...visitors))?.routes['p1']).toEqual({ 0: 0.5, otherwise: 0.5, gate: 0 });
  });
  it('are not those that were gone back from, nor those of a time that ran out', () => {
    const back = figuresOf(q, [go('p1', { q1: ['a'] }), { do: 'back', page: 'p3' }]);
    expect(seenWays(q, back)?.routes['p1']).toEqual({ 0: 0, 1: 0, otherwise: 0, gate: 0 });
    const late = figuresOf(q, [{ do: 'time', page: 'p1', of: 'quiz', answers: { q1: ['a'] } }]);
    expect(late('finished')).toBe(1);
    expect(seenWays(q, late)?.routes['p1']).toEqual({ 0: 0, 1: 0, otherwise: 0, gate: 0 });
  });
  it('are known after all answers were looked over', () => {
    const looked = { ...forked(), delivery: { lookOver: true } };
    looked.pages = looked.pages.map((p) => (p.id === 'p3' ? page('p3', [ab('q3')]) : p));
    const count = figuresOf(looked, [go('p1', { q1: ['a'] }), go('p3'), go(LOOK_OVER)]);
    expect([count('route p3 otherwise'), count('finished')]).toEqual([1, 1]);
  });
});
