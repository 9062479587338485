import fc from 'fast-check';
import { processorTime } from '../../tests/processor';
import { matchAccepted, slipsBetween } from './fold';

/** Optimal string alignment by the whole table, as the textbooks have it. */
function wholeTable(a: string, b: string): number {
  const [s, t] = [[...a], [...b]];
  const d = Array.from({ length: s.length + 1 }, (_, i) => Array.from({ length: t.length + 1 }, (_, j) => i + j));
  const at = (i: number, j: number) => d[i]?.[j] ?? Infinity;
  for (let i = 1; i <= s.length; i++) {
    for (let j = 1; j <= t.length; j++) {
      const cost = s[i - 1] === t[j - 1] ? 0 : 1;
      let best = Math.min(at(i - 1, j) + 1, at(i, j - 1) + 1, at(i - 1, j - 1) + cost);
      if (i > 1 && j > 1 && s[i - 1] === t[j - 2] && s[i - 2] === t[j - 1]) best = Math.min(best, at(i - 2, j - 2) + 1);
      (d[i] as number[])[j] = best;
    }
  }
  return at(s.length, t.length);
}

describe('typing slips', () => {
  it('are counted in a band as they are in the whole table, up to the most that is asked for', () => {
    const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c', 'é'), maxLength: 12 });
    fc.assert(
      fc.property(word, word, fc.integer({ min: 0, max: 5 }), (a, b, most) => {
        expect(slipsBetween(a, b, most)).toBe(Math.min(wholeTable(a, b), most + 1));
      }),
      { numRuns: 2_000 },
    );
  });
  it('in long words cost no more than their length', () => {
    // By the whole table this is 4 million steps a spelling, and 200 spellings: half a minute.
    const accept = Array.from({ length: 200 }, (_, i) => `${'ab'.repeat(999)}${'cd'[i % 2]}x`);
    const took = processorTime(() => {
      expect(matchAccepted(`${'ab'.repeat(997)}zzzzzz`, accept, { slips: 5 })).toBeNull();
      expect(matchAccepted('ab'.repeat(1_000), accept, { slips: 5 })).toBe(1);
    });
    expect(took).toBeLessThan(4_000);
  });
});
