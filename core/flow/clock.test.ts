import { choice, option, page, quiz, text } from '../../tests/quizzes';
import type { Page, Quiz } from '../schema/quiz';
import { deadlineOf, hasLimits, secondsFor } from './clock';
import { type Sent, startRun } from './run';

const ab = (id: string, more: object = {}) => choice(id, [option('a'), option('b')], more);
const welcome: Page = page('hello', [{ id: 'w', kind: 'words', body: 'Hello' }]);
const go = (p: string, answers: Record<string, string[]> = {}): Sent => ({ do: 'go', page: p, answers });
/** Deadline after things sent at these seconds. */
const ends = (q: Quiz, ...sent: [number, Sent][]) => {
  const found = deadlineOf(
    q,
    { seed: 1, at: 0 },
    sent.map(([s, one]) => ({ at: s * 1000, sent: one })),
  );
  return found && [found.at / 1000, found.of];
};

describe('limits of time', () => {
  const timed = quiz([welcome, page('p', [ab('q')], { limit: 30 }), page('r', [ab('u')], { limit: 20 })]);

  it('of a page begin when it is entered', () => {
    expect(ends(timed)).toBeNull();
    expect(ends(timed, [5, go('hello')])).toEqual([35, 'page']);
    expect(ends(timed, [5, go('hello')], [15, go('p', { q: ['a'] })])).toEqual([35, 'page']);
    expect(ends(timed, [5, go('hello')], [15, go('p', { q: ['a'] })], [20, go('r', { u: ['a'] })])).toBeNull();
  });

  it('are not given anew by going back, nor by what is refused', () => {
    const before: [number, Sent][] = [
      [5, go('hello')],
      [15, go('p', { q: ['a'] })],
    ];
    expect(ends(timed, ...before, [20, { do: 'back', page: 'r' }])).toEqual([35, 'page']);
    expect(ends(timed, ...before, [20, { do: 'back', page: 'r' }], [25, go('p', { q: ['b'] })])).toEqual([35, 'page']);
    expect(ends(timed, [5, go('hello')], [15, go('p')])).toEqual([35, 'page']);
  });

  it('begin anew where a jump leads to the page again', () => {
    const round = quiz([
      page('p', [ab('q')], { limit: 30 }),
      page('r', [ab('u')], { routes: [{ when: { answer: 'u', is: 'a' }, to: { page: 'p' } }] }),
    ]);
    expect(ends(round, [10, go('p', { q: ['a'] })], [50, go('r', { u: ['a'] })])).toEqual([80, 'page']);
  });

  it('of the quiz begin with the first page that asks something, and end the sooner one', () => {
    const whole = quiz([welcome, page('p', [ab('q')]), page('r', [ab('u')], { limit: 50 })], {
      delivery: { limit: 60 },
    });
    expect(ends(whole)).toBeNull();
    expect(ends(whole, [100, go('hello')])).toEqual([160, 'quiz']);
    expect(ends(whole, [100, go('hello')], [105, go('p', { q: ['a'] })])).toEqual([155, 'page']);
    expect(ends(whole, [100, go('hello')], [130, go('p', { q: ['a'] })])).toEqual([160, 'quiz']);
    const over = quiz([page('p', [ab('q')], { limit: 5 })], { delivery: { limit: 60, lookOver: true } });
    expect(ends(over, [3, go('p', { q: ['a'] })])).toEqual([60, 'quiz']);
  });

  it('of questions add up where each has one', () => {
    const q = quiz([
      page('p', [ab('q', { limit: 10 }), text('t', { limit: 20 })]),
      page('r', [ab('u', { limit: 5 }), text('o')]),
    ]);
    const seconds = (i: number) => secondsFor(q, startRun(q, { seed: 1 }), q.pages[i] as Page);
    expect([seconds(0), seconds(1), seconds(2)]).toEqual([30, null, null]);
    expect(hasLimits(q)).toBe(true);
    expect(hasLimits(quiz([page('p', [ab('q')])]))).toBe(false);
    expect(hasLimits(quiz([page('p', [ab('q')])], { delivery: { limit: 9 } }))).toBe(true);
  });
});
