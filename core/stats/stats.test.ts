import { foldRun, type Sent } from '../run/run';
import { choice, option, page, quiz, strongest } from '../../tests/quizzes';
import { countsOf, journeyOf } from './counts';
import { wilson } from './proportions';

describe('Wilson’s interval', () => {
  // Newcombe, Statistics in Medicine 1998, table I, method 3.
  test.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('of %s in %s is %s to %s', (successes, trials, low, high) => {
    const interval = wilson(successes, trials);
    expect(interval?.low).toBeCloseTo(low, 4);
    expect(interval?.high).toBeCloseTo(high, 4);
  });
  it('does not exist without trials', () => expect(wilson(0, 0)).toBeNull());
});

describe('what a run counts for', () => {
  const q = quiz(
    [
      page('p1', [choice('q1', [option('a', { x: 1 }), option('b', { y: 1 })])]),
      page('p2', [choice('q2', [option('a'), option('b')], { required: false })]),
    ],
    { verdicts: [strongest('v', ['x', 'y'])] },
  );
  const go = (on: string, answers = {}): Sent => ({ do: 'go', page: on, answers });
  const count = (...sent: Sent[]) => countsOf(q, foldRun(q, { seed: 1 }, sent), sent.length);
  it('is being seen, until something is sent', () => expect(count()).toEqual(['seen']));
  it('is each page, answer and outcome once', () => {
    expect(count(go('p1', { q1: ['b'] }), go('p2')).sort()).toEqual(
      [
        'seen',
        'started',
        'enter p1',
        'leave p1',
        'enter p2',
        'leave p2',
        'enter end',
        'answered q1',
        'option q1 b',
        'finished',
        'outcome v y',
      ].sort(),
    );
  });
  it('is not what was gone back from', () => {
    expect(count(go('p1', { q1: ['b'] }), { do: 'back', page: 'p2' })).not.toContain('leave p1');
  });
  it('makes a journey that never grows', () => {
    const steps = journeyOf(
      q,
      (key) => ({ seen: 10, started: 7, 'leave p1': 6, 'leave p2': 4, finished: 4 })[key] ?? 0,
    );
    expect(steps.map((s) => [s.name, s.count, s.lost])).toEqual([
      ['Saw it', 10, 0],
      ['Started', 7, 3],
      ['p1', 6, 1],
      ['p2', 4, 2],
      ['Finished', 4, 0],
    ]);
  });
});
