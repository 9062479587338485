import { choice, option, page, quiz, result, strongest } from '../../tests/quizzes';
import { foldRun, reachedOutcomes } from './run';
import { offerOf } from './offers';
import type { Sent } from './sent';

const offer = (url: string) => ({ text: 'Tea', button: 'Have it', url });
const [first, later, reached] = [
  offer('https://slowspoke.test/first'),
  offer('https://slowspoke.test/later'),
  offer('https://slowspoke.test/x'),
];
const verdict = strongest('v', ['x', 'y']);
const q = quiz(
  [
    page('p1', [
      { id: 'o1', kind: 'offer', offer: first },
      choice('q1', [option('a', { x: 1 }), option('b', { y: 1 })]),
    ]),
    page('p2', [
      { id: 'o2', kind: 'offer', offer: later },
      choice('q2', [option('a', { x: 1 }), option('b', { y: 1 })]),
    ]),
    result('end', [{ id: 'b', kind: 'verdict', verdict: 'v' }]),
  ],
  {
    verdicts: [
      {
        ...verdict,
        outcomes: [
          { id: 'x', name: 'X', offer: reached },
          { id: 'y', name: 'Y' },
          { id: 'w', name: 'W', offer: reached },
        ],
      },
    ],
  },
);
const p1: Sent = { do: 'go', page: 'p1', answers: { q1: ['a'] } };
const p2: Sent = { do: 'go', page: 'p2', answers: { q2: ['a'] } };
const took = (outcome: string): Sent => ({ do: 'offer', outcome });
const run = (...sent: Sent[]) => foldRun(q, { seed: 1 }, sent);

describe('an offer', () => {
  it.each([
    ['of a block before the questions', 'o1', [], first],
    ['of a block further on', 'o2', [], undefined],
    ['of a block come to', 'o2', [p1], later],
    ['of a block that was passed', 'o1', [p1, p2], first],
    ['of an outcome before the end', 'x', [p1], undefined],
    ['of an outcome at the end', 'x', [p1, p2], reached],
    ['of an outcome that was not reached', 'w', [p1, p2], undefined],
    ['of an outcome that makes none', 'y', [p1, p2], undefined],
    ['of a question', 'q1', [p1], undefined],
    ['of nothing there is', 'z', [p1, p2], undefined],
  ])('%s', (_, id, sent, expected) => {
    const now = run(...sent);
    expect(offerOf(q, now, id, () => reachedOutcomes(q, now))).toEqual(expected);
    expect(run(...sent, took(id)).offers).toEqual(expected ? [id] : []);
  });
  it('counts once, and leaves the visitor where they are', () => {
    expect(run(took('o1'), took('o1'), p1)).toEqual({ ...run(p1), offers: ['o1'] });
  });
});
