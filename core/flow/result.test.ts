import { foldRun, type Sent } from './run';
import { choice, option, page, quiz, strongest, text } from '../../tests/quizzes';
import { resultOf } from './result';

const go = (on: string, answers: Record<string, string[] | string> = {}): Sent => ({ do: 'go', page: on, answers });
const walk = (q: ReturnType<typeof quiz>, ...sent: Sent[]) => resultOf(q, foldRun(q, { seed: 1 }, sent));

describe('scales', () => {
  const scaled = (combine: 'sum' | 'mean', more = {}) =>
    quiz(
      [
        page('p1', [choice('q1', [option('a', { s: 0.1 }), option('b', { s: 3 })])]),
        page('p2', [choice('q2', [option('a', { s: 0.2 }), option('b', { s: -1 })], { required: false })]),
        page('p3', [
          choice('q3', [option('a', { s: 1 }), option('b', { s: 2 }), option('c', { s: -4 })], {
            pick: 'many',
            min: 1,
            max: 2,
            required: true,
          }),
        ]),
        page('p4', [choice('q4', [option('a'), option('b')])]),
      ],
      { scales: [{ id: 's', name: 'S', combine, ...more }] },
    );

  it('sums what was answered, from its start, rounded to nine decimals', () => {
    const q = scaled('sum', { start: 10 });
    const { scales } = walk(
      q,
      go('p1', { q1: ['a'] }),
      go('p2', { q2: ['a'] }),
      go('p3', { q3: ['a', 'b'] }),
      go('p4', { q4: ['a'] }),
    );
    // Lowest: 0.1 − 1 − 4, highest: 3 + 0.2 + 3, both from the start of 10.
    expect(scales['s']).toEqual({ points: 13.3, lowest: 5.1, highest: 16.2, percent: 73.873873874 });
  });
  it('takes an optional question left empty as adding nothing', () => {
    const { scales } = walk(
      scaled('sum'),
      go('p1', { q1: ['b'] }),
      go('p2'),
      go('p3', { q3: ['c'] }),
      go('p4', { q4: ['a'] }),
    );
    expect(scales['s']?.points).toBe(-1);
  });
  it('takes the mean of the answered questions, and their range', () => {
    const { scales } = walk(
      scaled('mean'),
      go('p1', { q1: ['b'] }),
      go('p2'),
      go('p3', { q3: ['a'] }),
      go('p4', { q4: ['a'] }),
    );
    expect(scales['s']).toEqual({ points: 2, lowest: -1.95, highest: 3, percent: 79.797979798 });
  });
  it('has no mean of nothing', () => {
    const q = quiz([page('p1', [choice('q1', [option('a', { s: 1 }), option('b')], { required: false })])], {
      scales: [{ id: 's', name: 'S', combine: 'mean' }],
    });
    expect(walk(q, go('p1')).scales['s']).toEqual({ points: null, lowest: null, highest: null, percent: null });
  });
});

describe('the strongest outcome', () => {
  const typed = (more: Parameters<typeof strongest>[2] = {}) =>
    quiz(
      [
        page('p1', [choice('q1', [option('a', { x: 2 }), option('b', { y: 2 }), option('c')])]),
        page('p2', [choice('q2', [option('a', { x: 1 }), option('b', { y: 1, z: 1 }), option('c')])]),
        page('p3', [choice('q3', [option('a', { x: 1 }), option('b', { y: 1 }), option('c')])]),
      ],
      { verdicts: [strongest('v', ['x', 'y', 'z'], more)] },
    );
  const take = (q: ReturnType<typeof quiz>, ...answers: string[]) =>
    walk(q, ...answers.map((a, i) => go(`p${i + 1}`, { [`q${i + 1}`]: [a] }))).verdicts['v'];

  it('wins by its sum of weights', () => {
    expect(take(typed(), 'a', 'b', 'c')).toEqual({ outcomes: ['x'], tallies: { x: 2, y: 1, z: 1 } });
  });
  it('is the first in the list when level', () => {
    expect(take(typed(), 'b', 'a', 'a')?.outcomes).toEqual(['x']);
  });
  it('is the one strengthened last when that is the rule', () => {
    expect(take(typed({ ties: 'latest' }), 'a', 'b', 'b')?.outcomes).toEqual(['y']);
    expect(take(typed({ ties: 'latest' }), 'b', 'a', 'a')?.outcomes).toEqual(['x']);
  });
  it('is all of them when they blend', () => {
    expect(take(typed({ ties: 'blend' }), 'a', 'b', 'b')?.outcomes).toEqual(['x', 'y']);
  });
  it('falls back when nothing spoke', () => {
    expect(take(typed({ fallback: 'z' }), 'c', 'c', 'c')?.outcomes).toEqual(['z']);
    expect(take(typed(), 'c', 'c', 'c')?.outcomes).toEqual(['x']);
  });
  it('compares shares of what each could have had', () => {
    // z could have had 1 and has 1; y could have had 4 and has 3.
    expect(take(typed({ compare: 'share' }), 'b', 'b', 'c')?.outcomes).toEqual(['z']);
  });
});

describe('bands', () => {
  const banded = (unit: 'points' | 'percent') =>
    quiz(
      [
        page('p1', [
          choice('q1', [option('a', { s: 0.1 }), option('b', { s: 1 })]),
          choice('q2', [option('a', { s: 0.2 }), option('b', { s: 1 })]),
        ]),
      ],
      {
        scales: [{ id: 's', name: 'S', combine: 'sum' }],
        verdicts: [
          {
            id: 'v',
            name: 'v',
            by: 'bands',
            scale: 's',
            unit,
            outcomes: ['low', 'mid', 'high'].map((id) => ({ id, name: id })),
            bands: [
              { from: 0.2, outcome: 'low' },
              { from: unit === 'points' ? 0.3 : 50, outcome: 'mid' },
              { from: unit === 'points' ? 2 : 100, outcome: 'high' },
            ],
          },
        ],
      },
    );
  it('belong to the last whose start is reached, 0.1 + 0.2 reaching 0.3', () => {
    const q = banded('points');
    expect(walk(q, go('p1', { q1: ['a'], q2: ['a'] })).verdicts['v']?.outcomes).toEqual(['mid']);
    expect(walk(q, go('p1', { q1: ['b'], q2: ['b'] })).verdicts['v']?.outcomes).toEqual(['high']);
  });
  it('read percent of the way from lowest to highest', () => {
    const q = banded('percent');
    expect(walk(q, go('p1', { q1: ['a'], q2: ['a'] })).verdicts['v']?.outcomes).toEqual(['low']);
    expect(walk(q, go('p1', { q1: ['b'], q2: ['b'] })).verdicts['v']?.outcomes).toEqual(['high']);
  });
});

describe('rules', () => {
  const q = quiz(
    [page('p1', [choice('q1', [option('a', { x: 1 }, { credit: 1 }), option('b', { y: 1 })]), text('q2')])],
    {
      verdicts: [
        strongest('type', ['x', 'y']),
        {
          id: 'v',
          name: 'v',
          by: 'rules',
          fallback: 'no',
          outcomes: ['yes', 'maybe', 'no'].map((id) => ({ id, name: id })),
          rules: [
            {
              when: {
                all: [
                  { verdict: 'type', is: 'x' },
                  { answer: 'q2', answered: true },
                ],
              },
              outcome: 'yes',
            },
            { when: { answer: 'q1', right: true }, outcome: 'maybe' },
          ],
        },
      ],
    },
  );
  it('take the first that holds, and may look at verdicts before them', () => {
    expect(walk(q, go('p1', { q1: ['a'], q2: 'hm' })).verdicts['v']).toEqual({ outcomes: ['yes'] });
    expect(walk(q, go('p1', { q1: ['a'] })).verdicts['v']).toEqual({ outcomes: ['maybe'] });
    expect(walk(q, go('p1', { q1: ['b'] })).verdicts['v']).toEqual({ outcomes: ['no'] });
  });
});
