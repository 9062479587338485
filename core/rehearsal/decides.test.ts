import { choice, option, page, quiz, strongest } from '../../tests/quizzes';
import type { Quiz } from '../schema/quiz';
import { comeOutOtherwise, decidesOf } from './decides';

const two = [option('a', { x: 1 }), option('b', { y: 1 })];
/** One question weighs three, two of them one each: the first alone decides. */
const heavy = quiz(
  [
    page('p', [
      choice('heavy', [option('a', { x: 3 }), option('b', { y: 3 })]),
      choice('one', two),
      choice('two', two),
    ]),
  ],
  { verdicts: [strongest('v', ['x', 'y'])] },
);
/** Three that weigh the same: one decides where the two others are apart. */
const even = quiz(
  [
    page(
      'p',
      ['one', 'two', 'three'].map((id) => choice(id, two)),
    ),
  ],
  {
    verdicts: [strongest('v', ['x', 'y'])],
  },
);
const shares = (q: Quiz, how = {}) =>
  Object.fromEntries(Object.entries(decidesOf(q, how).verdicts['v'] ?? {}).map(([id, { share }]) => [id, share]));

describe('which questions decide', () => {
  it('is exact where every way can be walked', () => {
    expect(decidesOf(heavy).visitors).toBeNull();
    expect(shares(heavy)).toEqual({ heavy: 1, one: 0, two: 0 });
    expect(shares(even)).toEqual({ one: 0.5, two: 0.5, three: 0.5 });
  });
  it('follows how visitors answer', () => {
    // Where nine of ten give the first answer to the others, these are apart in 2 × 0.9 × 0.1.
    const { one } = shares(even, { mix: { two: { a: 0.9, b: 0.1 }, three: { a: 0.9, b: 0.1 } } });
    expect(one).toBeCloseTo(0.18, 9);
  });
  it('counts those alone who are asked', () => {
    const q = quiz(
      [
        page('p1', [choice('first', two)], { routes: [{ when: { answer: 'first', is: 'b' }, to: 'finish' }] }),
        page('p2', [choice('second', [option('a', { x: 2 }), option('b', { y: 2 })])]),
      ],
      { verdicts: [strongest('v', ['x', 'y'])] },
    );
    // Whoever answers the second has said a before: with b they come to y, with a to x.
    expect(shares(q)).toEqual({ first: 0.5, second: 1 });
  });
  it('is sampled where there are too many, with an interval that holds what is exact', () => {
    const sampled = decidesOf(even, { mostWays: 7 });
    expect(sampled.visitors).toBe(400);
    for (const { low, high } of Object.values(sampled.verdicts['v'] ?? {})) {
      expect(low).toBeLessThan(0.5);
      expect(high).toBeGreaterThan(0.5);
    }
  });
});

describe('a weight that is one more', () => {
  const weighed = (by: number) =>
    quiz([page('p', [choice('one', [option('a', { x: 1 + by }), option('b', { y: 1 })]), choice('two', two)])], {
      verdicts: [strongest('v', ['x', 'y'])],
    });
  it('turns those who are level without it', () => {
    // A draw goes to the first outcome, so that one more for it turns nobody, and one less those who said a, then b.
    expect(comeOutOtherwise(weighed(0), weighed(1)).share).toBe(0);
    const { share, low, high } = comeOutOtherwise(weighed(0), weighed(-1));
    expect(low).toBeLessThan(0.25);
    expect(high).toBeGreaterThan(0.25);
    expect(share).toBeGreaterThan(0.15);
  });
});
