import { breathAfter, DEAD_AFTER, PAUSES, pauseAfter } from './happenings';

describe('when a message is sent again', () => {
  it('waits longer each time, three days in all', () => {
    const pauses = PAUSES.map((_, i) => pauseAfter(i + 1, 0.5) ?? 0);
    expect(pauses).toEqual(PAUSES);
    expect([...pauses].sort((a, b) => a - b)).toEqual(pauses);
    const sum = pauses.reduce((a, b) => a + b, 0);
    expect(sum / 3_600_000 / 24).toBeCloseTo(3, 1);
    // Whoever has been tried that often has taken nothing for so long.
    expect(PAUSES.reduce((least, _, i) => least + (pauseAfter(i + 1, 0) ?? 0), 0)).toBeGreaterThanOrEqual(DEAD_AFTER);
    expect(pauseAfter(PAUSES.length + 1, 0.5)).toBeNull();
  });

  it('is spread by a tenth', () => {
    expect(pauseAfter(2, 0)).toBe(57_000);
    expect(pauseAfter(2, 1)).toBe(63_000);
  });

  it('leaves a dead address alone for a minute at most', () => {
    expect([1, 2, 3, 6, 60, 10_000].map(breathAfter)).toEqual([2_000, 4_000, 8_000, 60_000, 60_000, 60_000]);
  });
});
