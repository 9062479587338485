import { choice, demoQuiz, option, page, quiz, strongest, text } from '../../tests/quizzes';
import { walk } from '../flow/walk';
import { resultOf } from '../flow/result';
import { exactOdds } from './exact';
import { guessedMix } from './mix';
import { countedMix, type Mix } from './mix';
import { rehearse } from './odds';
import { perfectAnswers } from './perfect';
import { sampledOdds } from './sampled';

const one = (guesses: (number | undefined)[], more = {}) =>
  quiz(
    [
      page('p1', [
        choice(
          'q1',
          guesses.map((guess, i) => option(`o${i}`, { [`u${i}`]: 1, s: i }, guess === undefined ? {} : { guess })),
          more,
        ),
      ]),
    ],
    {
      scales: [{ id: 's', name: 'S', combine: 'sum' }],
      verdicts: [
        strongest(
          'v',
          guesses.map((_, i) => `u${i}`),
        ),
      ],
    },
  );

describe('a mix', () => {
  it('of one answer weighs each outcome by how many give it', () => {
    const q = one([70, 20, 10]);
    expect(exactOdds(q, { mix: guessedMix(q) })?.outcomes['v']).toEqual({ u0: 0.7, u1: 0.2, u2: 0.1 });
    expect(exactOdds(q)?.outcomes['v']?.['u0']).toBeCloseTo(1 / 3, 8);
  });
  it('gives answers without a guess an even share of what is left', () => {
    expect(guessedMix(one([60, undefined, undefined]))).toEqual({ q1: { o0: 0.6, o1: 0.2, o2: 0.2 } });
    expect(guessedMix(one([120, undefined]))).toEqual({ q1: { o0: 1.2, o1: 0 } });
    expect(guessedMix(one([undefined, undefined]))).toEqual({});
  });
  it('of several answers takes each by itself, among those sets that may be given', () => {
    const q = one([50, 10], { pick: 'many' });
    // Neither is not an answer: of 0.55 that is left, both are 0.05, the first alone 0.45, the second alone 0.05.
    const { histogram } = exactOdds(q, { mix: guessedMix(q) })?.scales['s'] ?? { histogram: [] };
    expect(histogram).toEqual([
      [0, 0.818181818],
      [1, 0.181818182],
    ]);
  });
  it('is followed by sampled visitors as by exact odds', () => {
    const q = one([70, 20, undefined]);
    const many = one([80, 30, 10], { pick: 'many', max: 2 });
    for (const each of [q, many]) {
      const mix = guessedMix(each);
      const exact = exactOdds(each, { mix });
      const sampled = sampledOdds(each, { visitors: 1_000, seed: 3, mix });
      for (const [id, p] of Object.entries(exact?.outcomes['v'] ?? {}))
        expect(Math.abs((sampled.outcomes['v']?.[id] ?? 0) - p)).toBeLessThan(
          4 * Math.sqrt((p * (1 - p)) / 1_000) + 1e-9,
        );
    }
  });
  it('that leaves no answer says nothing', () => {
    const q = one([undefined, undefined]);
    const empty: Mix[] = [{ q1: {} }, { q1: { o0: 0, o1: 0 } }, { q1: { gone: 1 } }, { gone: { o0: 1 } }];
    for (const mix of empty) expect(exactOdds(q, { mix })).toEqual(exactOdds(q));
  });
  it('comes from what real visitors answered', () => {
    const mix = countedMix({ q1: { answered: 8, options: { o0: 6, o1: 2 } }, q2: { answered: 0, options: {} } });
    expect(mix).toEqual({ q1: { o0: 0.75, o1: 0.25 } });
    expect(exactOdds(one([undefined, undefined]), { mix })?.outcomes['v']).toEqual({ u0: 0.75, u1: 0.25 });
  });
  describe('of questions without options', () => {
    const kinds = quiz(
      [
        page('p1', [
          { id: 'stars', kind: 'rating', prompt: 'How?', max: 5, required: true, weights: { s: 1 }, guess: 4 },
          text('word', { accept: ['wheel'], required: true, guess: 80, marksTo: 'm' }),
          { id: 'many', kind: 'number', prompt: 'How many?', target: 12, required: true, guess: 130, marksTo: 'm' },
          { id: 'open', kind: 'number', prompt: 'Any', required: true, guess: 50 },
        ]),
      ],
      {
        scales: [
          { id: 's', name: 'S', combine: 'sum' },
          { id: 'm', name: 'M', combine: 'sum' },
        ],
      },
    );
    // Binomial with n = 4 steps above the lowest, and p = 3/4, as tables of it have it.
    const shares = [1 / 256, 12 / 256, 54 / 256, 108 / 256, 81 / 256];
    it('spreads the mean of a rating, and takes how many have the others right', () => {
      const mix = guessedMix(kinds);
      expect(Object.keys(mix)).toEqual(['stars', 'word', 'many', 'open']);
      expect(mix['open']).toEqual({ 50: 1 });
      shares.forEach((p, i) => expect(mix['stars']?.[i + 1]).toBeCloseTo(p, 12));
      expect([mix['word'], mix['many']]).toEqual([{ right: 0.8 }, { right: 1 }]);
    });
    it('is followed exactly', () => {
      const odds = exactOdds(kinds, { mix: guessedMix(kinds) });
      expect(odds?.scales['s']?.mean).toBeCloseTo(4, 9);
      odds?.scales['s']?.histogram.forEach(([value, share]) => expect(share).toBeCloseTo(shares[value - 1] ?? -1, 9));
      expect(odds?.scales['m']?.histogram).toEqual([
        [1, expect.closeTo(0.2, 9)],
        [2, expect.closeTo(0.8, 9)],
      ]);
    });
    it('is followed by sampled visitors', () => {
      const { scales } = sampledOdds(kinds, { visitors: 2_000, seed: 5, mix: guessedMix(kinds) });
      expect(Math.abs((scales['s']?.mean ?? 0) - 4)).toBeLessThan(0.1);
      expect(Math.abs((scales['m']?.mean ?? 0) - 1.8)).toBeLessThan(0.05);
    });
    it.each([
      [1, { 1: 1, 5: 0 }],
      [5, { 1: 0, 5: 1 }],
      [-3, { 1: 1, 5: 0 }],
      [99, { 1: 0, 5: 1 }],
    ])('at an end, or beyond it, is that end: %p', (guess, ends) => {
      const [stars] = kinds.pages[0]?.blocks ?? [];
      const at = { ...kinds, pages: [page('p1', [{ ...stars, guess } as typeof stars & object])] };
      expect(guessedMix(at)['stars']).toMatchObject(ends);
    });
    it('with hundreds of steps adds up to one', () => {
      const q = quiz([
        page('p1', [{ id: 'far', kind: 'slider', prompt: 'km', min: 0, max: 2000, guess: 700, weights: { s: 1 } }]),
      ]);
      const all = Object.entries(guessedMix(q)['far'] ?? {});
      expect(all).toHaveLength(2001);
      expect(all.reduce((sum, [, p]) => sum + p, 0)).toBeCloseTo(1, 9);
      expect(all.reduce((sum, [v, p]) => sum + Number(v) * p, 0)).toBeCloseTo(700, 6);
    });
    it('comes from real visitors too', () => {
      const mix = countedMix({
        stars: { answered: 4, values: { 2: 1, 5: 3 } },
        word: { answered: 10, right: 3 },
        many: { answered: 10, right: 0 },
      });
      expect(mix).toEqual({ stars: { 2: 0.25, 5: 0.75 }, word: { right: 0.3 }, many: { right: 0 } });
      const odds = exactOdds(kinds, { mix });
      expect(odds?.scales['s']?.histogram).toEqual([
        [2, 0.25],
        [5, 0.75],
      ]);
      expect(odds?.scales['m']?.mean).toBeCloseTo(0.3, 9);
    });
  });
  describe('of a grid without a key', () => {
    const grid = (rows: number, more = {}) =>
      quiz(
        [
          page('p1', [
            {
              id: 'agree',
              kind: 'grid' as const,
              prompt: 'Do you agree?',
              pick: 'one' as const,
              required: true,
              rows: Array.from({ length: rows }, (_, r) => ({ id: `r${r}`, text: `${r}`, weights: { s: 1 } })),
              columns: [1, 2, 3, 4, 5].map((value) => ({ id: `c${value}`, text: `${value}`, value })),
              ...more,
            },
          ]),
        ],
        { scales: [{ id: 's', name: 'S', combine: 'sum' }] },
      );
    // Eight rows of five columns are too many to be listed: they are followed row by row.
    it.each([1, 2, 8])('spreads the mean column over each of %p rows', (rows) => {
      const q = grid(rows, { guess: 4 });
      const exact = exactOdds(q, { mix: guessedMix(q) })?.scales['s'];
      expect(exact?.mean).toBeCloseTo(4 * rows, 8);
      // The variance of a binomial is n p (1 - p); rows are independent.
      expect((exact?.sd ?? 0) ** 2).toBeCloseTo(rows * 4 * 0.75 * 0.25, 6);
      const sampled = sampledOdds(q, { visitors: 2_000, seed: 9, mix: guessedMix(q) }).scales['s'];
      expect(Math.abs((sampled?.mean ?? 0) - 4 * rows)).toBeLessThan(0.02 * 4 * rows);
    });
    it('comes from what real visitors chose in each row', () => {
      const q = grid(2);
      const mix = countedMix({ agree: { answered: 4, values: { 'r0 c1': 4, 'r1 c2': 1, 'r1 c5': 3 } } });
      expect(exactOdds(q, { mix })?.scales['s']?.histogram).toEqual([
        [3, 0.25],
        [6, 0.75],
      ]);
    });
    it('that says nothing of a row says nothing', () => {
      const mix = { agree: { 'r0 c1': 1 } };
      expect(exactOdds(grid(2), { mix })).toEqual(exactOdds(grid(2)));
    });
    // One point for each column that is chosen, so that points are how many there are. Rows of 13 columns cannot be listed.
    const counting = (columns: number, rows: number, guess?: number) =>
      grid(rows, {
        pick: 'many',
        columns: Array.from({ length: columns }, (_, c) => ({ id: `c${c}`, text: `${c}`, value: 1 })),
        ...(guess === undefined ? {} : { guess }),
      });
    it.each([
      [1, 3, 1],
      [2, 3, 1],
      [1.5, 5, 4],
      [5, 5, 4],
    ])('of several answers a row has %p of them in each on average, of %p in %p rows', (guess, columns, rows) => {
      const q = counting(columns, rows, guess);
      const exact = exactOdds(q, { mix: guessedMix(q) })?.scales['s'];
      expect(exact?.mean).toBeCloseTo(guess * rows, 5);
      const sampled = sampledOdds(q, { visitors: 1_000, seed: 9, mix: guessedMix(q) }).scales['s'];
      expect(Math.abs((sampled?.mean ?? 0) - guess * rows)).toBeLessThan(0.03 * guess * rows);
    });
    it.each([2, 13])(
      'of several answers a row spreads as a binomial distribution without its zero, of 13 columns: %p',
      (guess) => {
        const q = counting(13, 1, guess);
        const { scales } = sampledOdds(q, { visitors: 2_000, seed: 4, mix: guessedMix(q) });
        expect(Math.abs((scales['s']?.mean ?? 0) - guess)).toBeLessThan(0.12);
        expect(scales['s']?.lowest).toBe(guess === 13 ? 13 : 1);
      },
    );
    it('of several answers a row has at least one even where each is next to impossible', () => {
      const q = counting(13, 1, 1);
      expect(sampledOdds(q, { visitors: 300, seed: 4, mix: guessedMix(q) }).scales['s']).toMatchObject({
        mean: 1,
        sd: 0,
      });
    });
    it('of several answers a row comes from real visitors', () => {
      const q = counting(2, 1);
      // Of those sets that are not empty: the first alone 0.75 * 0.5, the second alone 0.25 * 0.5, both 0.75 * 0.5.
      const mix = countedMix({ agree: { answered: 4, values: { 'r0 c0': 3, 'r0 c1': 2 } } });
      expect(exactOdds(q, { mix })?.scales['s']?.histogram).toEqual([
        [1, expect.closeTo(0.5 / 0.875, 8)],
        [2, expect.closeTo(0.375 / 0.875, 8)],
      ]);
    });
  });
  describe('of a ranking without a key', () => {
    const ranking = (guesses: (number | undefined)[]) =>
      quiz(
        [
          page('p1', [
            {
              id: 'wish',
              kind: 'order' as const,
              prompt: 'What first?',
              keyed: false,
              required: true,
              items: guesses.map((guess, i) => ({
                id: `i${i}`,
                text: `${i}`,
                weights: { [`s${i}`]: 1 },
                ...(guess === undefined ? {} : { guess }),
              })),
            },
          ]),
        ],
        { scales: guesses.map((_, i) => ({ id: `s${i}`, name: `S${i}`, combine: 'sum' as const })) },
      );
    it('fills the places below by the same shares among those left', () => {
      const q = ranking([60, 30, undefined]);
      const odds = exactOdds(q, { mix: guessedMix(q) });
      // Three points at the first place, two at the second. The first item is second after each other one: 0.3 · 6/7 + 0.1 · 6/9.
      const second = 0.3 * (0.6 / 0.7) + 0.1 * (0.6 / 0.9);
      expect(odds?.scales['s0']?.histogram).toEqual([
        [1, expect.closeTo(1 - 0.6 - second, 8)],
        [2, expect.closeTo(second, 8)],
        [3, expect.closeTo(0.6, 8)],
      ]);
    });
    // Seven items have 5,040 orders, too many to be listed.
    it.each([3, 7])('is followed by sampled visitors, of %p items', (n) => {
      const q = ranking([70, ...Array.from({ length: n - 1 }, () => undefined)]);
      const { scales } = sampledOdds(q, { visitors: 2_000, seed: 8, mix: guessedMix(q) });
      const first = scales['s0']?.histogram.at(-1);
      expect(first?.[0]).toBe(n);
      expect(Math.abs((first?.[1] ?? 0) - 0.7)).toBeLessThan(0.04);
    });
    it('leaves to chance what has no share left', () => {
      const q = ranking([100, undefined, undefined]);
      expect(exactOdds(q, { mix: guessedMix(q) })?.scales['s2']?.histogram).toEqual([
        [1, 0.5],
        [2, 0.5],
      ]);
    });
    it('comes from where real visitors put each, place by place', () => {
      const q = ranking([undefined, undefined, undefined]);
      const values = { 'i0 1': 4, 'i1 2': 1, 'i2 2': 3, 'i1 3': 3, 'i2 3': 1 };
      const odds = exactOdds(q, { mix: countedMix({ wish: { answered: 4, values } }) });
      expect(odds?.scales['s0']?.histogram).toEqual([[3, 1]]);
      expect(odds?.scales['s2']?.histogram).toEqual([
        [1, 0.25],
        [2, 0.75],
      ]);
    });
    it('without guesses is even', () => {
      expect(guessedMix(ranking([undefined, undefined]))).toEqual({});
    });
  });
  describe('of a number without a key', () => {
    const number = (more: object) =>
      quiz(
        [page('p1', [{ id: 'km', kind: 'number', prompt: 'How far?', required: true, weights: { s: 1 }, ...more }])],
        {
          scales: [{ id: 's', name: 'S', combine: 'sum' }],
        },
      );
    it.each([
      ['spread over its steps', { min: 0, max: 4, guess: 3 }, [0, 1, 2, 3, 4]],
      ['that mean alone without bounds', { guess: 30 }, [30]],
      ['no more than is allowed', { max: 20, guess: 30 }, [20]],
      ['that mean alone of very many steps', { min: 0, max: 1_000_000, guess: 345_678 }, [345_678]],
    ])('its mean is %s', (_, more, values) => {
      const q = number(more);
      const odds = exactOdds(q, { mix: guessedMix(q) });
      expect(odds?.scales['s']?.histogram.map(([v]) => v)).toEqual(values);
      expect(odds?.scales['s']?.mean).toBeCloseTo(Math.min(more.guess, 'max' in more ? more.max : Infinity), 6);
    });
    it('real visitors give what they gave', () => {
      const mix = countedMix({ km: { answered: 4, values: { 12: 1, 40: 3 } } });
      expect(exactOdds(number({}), { mix })?.scales['s']?.histogram).toEqual([
        [12, 0.25],
        [40, 0.75],
      ]);
      expect(sampledOdds(number({}), { visitors: 500, seed: 2, mix }).scales['s']?.mean).toBeGreaterThan(30);
    });
    it('that is not even a number says nothing', () => {
      expect(exactOdds(number({}), { mix: { km: { much: 1 } } })).toEqual(exactOdds(number({})));
    });
  });
  it('tells how far it has come', () => {
    const q = quiz([
      page('p1', [choice('q1', [option('a'), option('b')])], {
        routes: [{ when: { answer: 'q1', is: 'a' }, to: 'again' }],
      }),
    ]);
    const told: number[] = [];
    rehearse(q, { visitors: 1_000, onProgress: (done) => told.push(done) });
    expect(told).toEqual([0, 0.25, 0.5, 0.75]);
  });
});

describe('a perfect run', () => {
  const scored = (q: ReturnType<typeof quiz>) =>
    resultOf(q, walk(q, { id: 'r', answers: perfectAnswers(q) }).run).marks;
  it('has full marks in every kind that the demo asks', () => {
    expect(scored(demoQuiz('repair'))).toMatchObject({ percent: 100 });
  });
  it('takes the best there is, and leaves empty what nothing is right in', () => {
    const q = quiz([
      page('p1', [
        choice('best', [option('a', {}, { credit: 0.5 }), option('b')]),
        choice('open', [option('a'), option('b')]),
        choice(
          'many',
          Array.from({ length: 20 }, (_, i) => option(`o${i}`, {}, i % 3 ? {} : { credit: 1 })),
          {
            pick: 'many',
          },
        ),
        text('word', { accept: ['half', { text: 'whole', credit: 1 }] }),
      ]),
    ]);
    expect(perfectAnswers(q)).toEqual({
      best: ['a'],
      many: ['o0', 'o3', 'o6', 'o9', 'o12', 'o15', 'o18'],
      word: 'half',
    });
    expect(scored(q)).toMatchObject({ awarded: 2.5, possible: 3 });
  });
});
