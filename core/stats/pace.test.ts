import { choice, option, page, quiz, result } from '../../tests/quizzes';
import type { Sent } from '../flow/run';
import { paceKeys, paceOf, pauseIn, secondsByPage } from './pace';

const go = (on: string): Sent => ({ do: 'go', page: on });
const two = quiz([
  page('p1', [choice('q1', [option('a')])]),
  page('p2', [choice('q2', [option('a')])]),
  result('end', []),
]);

describe('how long visitors took', () => {
  it('is what passed before each page was sent, of one that was come to again all of it', () => {
    const sent: Sent[] = [go('p1'), { do: 'back', page: 'p2' }, go('p1'), go('p2')];
    expect([...secondsByPage(1_000, sent, [4_000, 6_000, 10_500, 11_500])]).toEqual([
      ['p1', 7.5],
      ['p2', 1],
    ]);
  });
  it('counts by stretches; a clock that goes back counts as no time', () => {
    expect(paceKeys(0, [go('p1'), go('p2')], [7_000, 70_000], true)).toEqual(['pause p1 1', 'pause p2 7', 'took 2']);
    expect(paceKeys(5_000, [go('p1')], [4_000], false)).toEqual(['pause p1 0']);
    expect(paceKeys(0, [go('p1')], [9_000_000], true)).toEqual(['pause p1 13', 'took 12']);
  });
  it('has quartiles between the ends of a stretch, and none beyond the last', () => {
    const counts: Record<string, number> = {
      'pause p1 0': 10,
      'pause p1 1': 10,
      'pause p2 13': 4,
      'took 0': 1,
      'took 12': 3,
    };
    const pace = paceOf(two, (key) => counts[key] ?? 0);
    expect(pace.pages).toEqual([
      { id: 'p1', name: 'p1', runs: 20, low: 2.5, median: 5, high: 7.5 },
      { id: 'p2', name: 'p2', runs: 4, low: null, median: null, high: null },
    ]);
    expect(pace.all).toMatchObject({ runs: 4, low: 30, median: null });
    expect(pace.all?.bars.map((one) => one.name).filter((_, i) => i % 6 === 0)).toEqual([
      '0:00 to 0:30',
      '4:00 to 5:00',
      '60:00 or more',
    ]);
  });
  it('has a pause where one page takes strikingly longer than any other', () => {
    const took = (id: string, median: number | null, runs = 20) => ({ id, name: id, runs, low: 1, median, high: 90 });
    expect(pauseIn([took('p1', 10), took('p2', 16), took('p3', 9)])?.id).toBe('p2');
    expect(pauseIn([took('p1', 10), took('p2', 14)])).toBeNull();
    expect(pauseIn([took('p1', 10), took('p2', null)])?.id).toBe('p2');
    expect(pauseIn([took('p1', 10), took('p2', 90, 9)])).toBeNull();
  });
  it('is unknown while nobody has sent anything', () => {
    expect(paceOf(two, () => 0)).toEqual({ pages: [], all: null });
  });
});
