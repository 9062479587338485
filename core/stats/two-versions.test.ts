import { compareVersions } from './two-versions';

const of = (edition: number, started: number, finished: number, contact = 0) => ({
  edition,
  started,
  finished,
  contact,
});

describe('two versions', () => {
  it('are told apart where the difference is more than chance', () => {
    // 50 of 100 against 70 of 100: z with pooled variance 2.89, Fisher's exact two-sided p, summed by hand from the hypergeometric terms, 0.005937.
    const [finished] = compareVersions(of(3, 100, 50), of(2, 100, 70), false);
    expect(finished).toMatchObject({ key: 'finished', counts: [50, 70], of: [100, 100], better: 2 });
    expect(finished?.difference?.by).toBeCloseTo(0.2, 10);
    expect(finished?.difference?.p).toBeCloseTo(0.005937, 6);
    expect(compareVersions(of(3, 100, 70), of(2, 100, 50), false)[0]?.better).toBe(3);
  });
  it('are not where it may be chance, or where nobody has begun one of them', () => {
    expect(compareVersions(of(3, 10, 5), of(2, 10, 7), false)[0]?.better).toBeNull();
    expect(compareVersions(of(3, 10, 5), of(2, 0, 0), false)).toEqual([
      { key: 'finished', counts: [5, 0], of: [10, 0], difference: null, better: null },
    ]);
  });
  it('are held against each other by addresses only where one is asked for', () => {
    expect(compareVersions(of(3, 10, 5, 1), of(2, 10, 7, 6), true).map(({ key }) => key)).toEqual([
      'finished',
      'contact',
    ]);
  });
});
