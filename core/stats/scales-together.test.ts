import { correlationOf, scalesTogether } from './scales-together';

it('gives the interval of a correlation', () => {
  // r = 0.5 of 28 runs: z = 0.549306, error 0.2; its interval is tanh(0.157313) to tanh(0.941298).
  const { low, high, p } = correlationOf(0.5, 28);
  expect(low).toBeCloseTo(0.156028, 6);
  expect(high).toBeCloseTo(0.735818, 6);
  // Twice the tail beyond 2.74653.
  expect(p).toBeCloseTo(0.006023, 6);
});
it('keeps the digits of what is next to certain', () => {
  expect(correlationOf(0.9, 1_000).p).toBeLessThan(1e-300);
  expect(correlationOf(0.9, 600).p).toBeGreaterThan(0);
  expect(correlationOf(1, 100)).toMatchObject({ high: expect.closeTo(1, 9) as number });
});
it('says nothing of few, and corrects for the number of pairs', () => {
  const pair = (one: string, r: number, n: number) => ({ one, other: 'z', n, r });
  const { method, links } = scalesTogether([pair('a', 0.2, 100), pair('b', -0.5, 100), pair('c', 0.9, 29)]);
  expect(method).toBe('Holm');
  expect(links.map(({ one }) => one)).toEqual(['b', 'a']);
  expect(links[1]?.p).toBeCloseTo(correlationOf(0.2, 100).p, 9);
  expect(links[0]?.p).toBeCloseTo(2 * correlationOf(0.5, 100).p, 9);
});
