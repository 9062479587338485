import { choice, option, page, quiz, result } from '../../tests/quizzes';
import { reachOf } from '../findings/reach';
import { canBeCarried } from '../rehearsal/exact';
import { rehearse } from '../rehearsal/odds';
import { viewsAhead } from './ahead';
import { hasMovingPages, orderOf } from './order';
import { currentPage, foldRun, startRun, step } from './run';
import { viewOf } from './view';

const ask = (id: string, more = {}) => page(id, [choice(`q${id}`, [option('a'), option('b')])], more);
const moving = { shuffle: true };
/** In, three that move, one that stays, two that move, out. */
const made = () =>
  quiz([
    ask('in', moving),
    ask('a', moving),
    ask('b', moving),
    ask('c', moving),
    ask('still'),
    ask('x', moving),
    ask('y', moving),
    result('end'),
  ]);
const ids = (seed: number) => orderOf(made(), seed).pages.map((p) => p.id);
const wayOf = (q: ReturnType<typeof quiz>, seed: number) => {
  let run = startRun(q, { seed });
  while (!run.finished) {
    const here = currentPage(q, run)?.id ?? '';
    const next = step(q, run, { do: 'go', page: here, answers: { [`q${here}`]: ['a'] } });
    if (!('run' in next)) throw new Error('refused');
    run = next.run;
  }
  return run.way.map((v) => v.page);
};

describe('pages whose place is by chance', () => {
  it('move among those beside them; the first page and others stay', () => {
    for (let seed = 0; seed < 50; seed++) {
      const order = ids(seed);
      expect([order[0], order[4], order[7]]).toEqual(['in', 'still', 'end']);
      expect(order.slice(1, 4).sort()).toEqual(['a', 'b', 'c']);
      expect(order.slice(5, 7).sort()).toEqual(['x', 'y']);
    }
  });
  it('stand in the same order for the same seed, and in each of them as often as in another', () => {
    expect(ids(7)).toEqual(ids(7));
    const counts = new Map<string, number>();
    for (let seed = 0; seed < 3_000; seed++) {
      const order = ids(seed).slice(1, 4).join('');
      counts.set(order, (counts.get(order) ?? 0) + 1);
    }
    expect(counts.size).toBe(6);
    // 500 expected of each; 5 standard deviations of a binomial are 102.
    for (const n of counts.values()) expect(Math.abs(n - 500)).toBeLessThan(102);
  });
  it('are passed once each, in that order', () => {
    for (let seed = 0; seed < 20; seed++) expect(wayOf(made(), seed)).toEqual(ids(seed));
  });
  it('leave a quiz without any as it is', () => {
    const q = quiz([ask('in', moving), ask('a'), result('end')]);
    expect(hasMovingPages(q)).toBe(false);
    expect(orderOf(q, 3).pages).toBe(q.pages);
    expect(canBeCarried(q)).toBe(true);
  });
  it('count in the progress as they come', () => {
    const q = made();
    for (const seed of [1, 2, 3]) {
      let run = startRun(q, { seed });
      for (let at = 0; at < 7; at++) {
        expect(viewOf(q, run).progress).toEqual({ at, of: 7 });
        const here = currentPage(q, run)?.id ?? '';
        const next = step(q, run, { do: 'go', page: here, answers: { [`q${here}`]: ['a'] } });
        if ('run' in next) run = next.run;
      }
    }
  });
  it('are told ahead as they will come', () => {
    const q = made();
    for (let seed = 0; seed < 20; seed++) {
      const run = foldRun(q, { seed }, []);
      expect(viewsAhead(q, run).map((v) => v.page?.id)).toEqual(ids(seed).slice(1, 4));
    }
  });
  it('are rehearsed with visitors, and all of them reached', () => {
    const q = made();
    // What is asked later by chance can decide about a page that stands before it.
    const tied = { ...q, pages: q.pages.map((p) => (p.id === 'a' ? { ...p, showIf: { answer: 'qc', is: 'b' } } : p)) };
    const odds = rehearse(tied, { visitors: 4_000, seed: 1 });
    expect(odds.method).toBe('sampled');
    // It is there where c comes before it (one half) and is answered so (one half).
    expect(Math.abs((odds.pages['a'] ?? 0) - 0.25)).toBeLessThan(0.04);
    expect([...(reachOf(tied)?.pages ?? [])].filter(Boolean).sort()).toEqual([
      'a',
      'b',
      'c',
      'end',
      'in',
      'still',
      'x',
      'y',
    ]);
  });
});
