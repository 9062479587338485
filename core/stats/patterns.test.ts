import { randomOf } from '../values/random';
import { corrected } from './many-tests';
import { type Pair, patternsAmong } from './patterns';

describe('many tests at once', () => {
  // Benjamini and Hochberg 1995, section 3.2: fifteen p values, of which Bonferroni finds three and their method four.
  const ps = [
    0.0001, 0.0004, 0.0019, 0.0095, 0.0201, 0.0278, 0.0298, 0.0344, 0.0459, 0.324, 0.4262, 0.5719, 0.6528, 0.759, 1,
  ];
  it('are corrected as in the paper of Benjamini and Hochberg', () => {
    const found = corrected(ps, 'Benjamini–Hochberg');
    expect(found.filter((p) => p <= 0.05)).toHaveLength(4);
    expect(found[3]).toBeCloseTo((0.0095 * 15) / 4, 12);
    // The ninth is held down by nothing above it, the eighth by the ninth is not.
    expect(found[8]).toBeCloseTo((0.0459 * 15) / 9, 12);
  });
  it('are corrected as by Holm', () => {
    const found = corrected(ps, 'Holm');
    expect(found.filter((p) => p <= 0.05)).toHaveLength(3);
    expect(found.slice(0, 3)).toEqual([0.0015, 0.0056, 0.0247].map((p) => expect.closeTo(p, 12) as number));
    expect(corrected([0.04, 0.01], 'Holm')).toEqual([0.04, 0.02]);
  });
  it('keep the order in which they came, whatever it is', () => {
    expect(corrected([0.9, 0.001], 'Benjamini–Hochberg')).toEqual([0.9, 0.002]);
    expect(corrected([])).toEqual([]);
  });
});

it('finds an answer that goes with an outcome', () => {
  const pair = (option: string, outcome: string, [chose, reached, others, othersReached]: number[]) =>
    ({ verdict: 'v', outcome, question: 'q', option, chose, reached, others, othersReached }) as Pair;
  const { found, tests, method } = patternsAmong([
    pair('a', 'x', [15, 15, 25, 0]),
    pair('a', 'y', [15, 0, 25, 25]),
    pair('b', 'x', [25, 0, 15, 15]),
    pair('b', 'y', [25, 25, 15, 0]),
  ]);
  expect({ tests, method }).toEqual({ tests: 4, method: 'Holm' });
  expect(found).toContainEqual(
    expect.objectContaining({
      option: 'a',
      outcome: 'x',
      chose: 15,
      reached: 15,
      others: 25,
      othersReached: 0,
      difference: 1,
    }),
  );
});

it('finds nothing in small groups', () => {
  const pair: Pair = {
    verdict: 'v',
    outcome: 'x',
    question: 'q',
    option: 'a',
    chose: 9,
    reached: 9,
    others: 300,
    othersReached: 0,
  };
  expect(patternsAmong([pair])).toEqual({ tests: 0, method: 'Holm', found: [] });
});

it('finds something where there is nothing in no more of a thousand quizzes than it says', () => {
  const random = randomOf(2027, 'nothing');
  const many = (n: number, p: number) => Array.from({ length: n }, () => random()).filter((x) => x < p).length;
  let quizzes = 0;
  for (let i = 0; i < 1_000; i++) {
    const pairs = Array.from({ length: 12 }, (_, k): Pair => ({
      ...{ verdict: 'v', outcome: 'x', question: 'q', option: String(k), chose: 40, others: 60 },
      reached: many(40, 0.3),
      othersReached: many(60, 0.3),
    }));
    if (patternsAmong(pairs).found.length > 0) quizzes += 1;
  }
  expect(quizzes).toBeLessThanOrEqual(50);
});
