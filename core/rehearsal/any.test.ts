import fc from 'fast-check';
import { anyQuiz } from '../../tests/any-quiz';
import { tries } from '../../tests/tries';
import { quiz, page, choice, option, strongest } from '../../tests/quizzes';
import { exactOdds } from './exact';
import { rehearse } from './odds';
import { sampledOdds } from './sampled';

describe('exact and sampled odds of any quiz', () => {
  it('agree within what chance explains', () => {
    const visitors = 150;
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e9 }), (seed) => {
        const q = anyQuiz(seed);
        const exact = exactOdds(q);
        if (!exact) return;
        const sampled = sampledOdds(q, { visitors, seed: 5 });
        const close = (p: number, seen: number) => {
          // Four and a half standard errors: of tens of thousands of such shares, hardly one lies further off by chance.
          expect(Math.abs(p - seen)).toBeLessThanOrEqual(4.5 * Math.sqrt((p * (1 - p)) / visitors) + 1e-6);
        };
        for (const [id, p] of Object.entries(exact.pages)) close(p, sampled.pages[id] ?? 0);
        for (const [v, shares] of Object.entries(exact.outcomes))
          for (const [id, p] of Object.entries(shares)) close(p, sampled.outcomes[v]?.[id] ?? 0);
        for (const [id, spread] of Object.entries(exact.scales)) {
          const seen = sampled.scales[id];
          if (!spread.histogram.length || !seen?.histogram.length) continue;
          const few = (visitors * seen.histogram.length) / visitors;
          expect(Math.abs(spread.mean - seen.mean)).toBeLessThanOrEqual(
            few + 6 * (spread.sd / Math.sqrt(visitors)) + spread.sd,
          );
        }
      }),
      tries(9),
    );
  });
});

describe('rehearsal', () => {
  it('of the same seed is the same', () => {
    const q = anyQuiz(4, { back: true });
    expect(rehearse(q, { visitors: 50, seed: 3 })).toEqual(rehearse(q, { visitors: 50, seed: 3 }));
  });
  it('samples where questions are drawn', () => {
    const pool = ['a', 'b', 'c'].map((id) => choice(id, [option('x1', { x: 1 }), option('y1', { y: 1 })]));
    const q = quiz(
      [
        page('p1', [], { draw: { from: ['a', 'b', 'c'], count: 1 } }),
        page('p2', pool, { showIf: { known: 'k', is: 'never' } }),
      ],
      { verdicts: [strongest('v', ['x', 'y'])], known: [{ id: 'k', from: 'address' }] },
    );
    const odds = rehearse(q, { visitors: 400 });
    expect(odds.method).toBe('sampled');
    expect(odds.outcomes['v']?.['x']).toBeGreaterThan(0.35);
    expect(odds.outcomes['v']?.['x']).toBeLessThan(0.65);
  });
  it('follows a large grid row by row', () => {
    const q = quiz(
      [
        page('p1', [
          {
            id: 'g',
            kind: 'grid',
            prompt: 'g',
            required: true,
            rows: Array.from({ length: 8 }, (_, i) => ({ id: `r${i}`, text: `r${i}`, weights: { s: 1 } })),
            columns: [0, 1, 2, 3, 4].map((value) => ({ id: `c${value}`, text: String(value), value })),
          },
        ]),
      ],
      { scales: [{ id: 's', name: 'S' }] },
    );
    const { method, scales } = rehearse(q);
    expect(method).toBe('exact');
    // Eight rows of 0 to 4, evenly: mean 8 × 2, variance 8 × 2.
    expect(scales['s']).toMatchObject({ mean: 16, sd: 4, lowest: 0, highest: 32 });
    expect(scales['s']?.histogram[0]).toEqual([0, Number((5 ** -8).toFixed(9))]);
  });
});
