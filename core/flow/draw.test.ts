import { choice, option, page, quiz } from '../../tests/quizzes';
import type { Draw, Page, Quiz } from '../schema/quiz';
import { drawnBlocks, drawnCount, poolOf } from './draw';

const q = (id: string, topic?: string) => choice(id, [option('a'), option('b')], topic ? { topic } : {});
const words = (id: string) => ({ id, kind: 'words' as const, body: id });
const dealt = (draw: Draw, blocks: Page['blocks'], more: Partial<Quiz> = {}) =>
  quiz([page('p', blocks, { draw })], {
    topics: [
      { id: 't', name: 'T' },
      { id: 'u', name: 'U' },
    ],
    bank: [q('b1', 't'), q('b2', 'u'), q('b3', 't'), q('b4')],
    ...more,
  });
const ids = (made: Quiz, seed: number) => drawnBlocks(made, made.pages[0] as Page, seed).map((b) => b.id);

describe('a draw', () => {
  it('picks from the bank, from a topic of it, or from questions named', () => {
    const pool = (draw: Draw) => poolOf(dealt(draw, [q('own')]), draw).map((x) => x.id);
    expect(pool({ from: 'bank' })).toEqual(['b1', 'b2', 'b3', 'b4']);
    expect(pool({ from: 'bank', topic: 't' })).toEqual(['b1', 'b3']);
    expect(pool({ from: ['b4', 'own', 'gone'] })).toEqual(['b4', 'own']);
    expect(pool({ from: ['b4', 'b1'], topic: 't' })).toEqual(['b1']);
  });

  it('shows as many as are asked for by topic, or in all where that is more', () => {
    expect(drawnCount({ from: 'bank' })).toBe(0);
    expect(drawnCount({ from: 'bank', byTopic: { t: 2, u: 1 } })).toBe(3);
    expect(drawnCount({ from: 'bank', count: 4, byTopic: { t: 2 } })).toBe(4);
    const made = dealt({ from: 'bank', count: 3, byTopic: { t: 1, u: 1 } }, []);
    for (let seed = 1; seed < 20; seed++) {
      expect(ids(made, seed)).toHaveLength(3);
      expect(ids(made, seed)).toContain('b2');
    }
  });

  it('stands where the first question stood, with what is no question left in place', () => {
    const made = dealt({ from: 'bank', count: 4 }, [words('w1'), q('o1'), words('w2'), q('o2'), words('w3')]);
    const found = ids(made, 5);
    expect([found[0], ...found.slice(5)]).toEqual(['w1', 'w2', 'w3']);
    expect(found.slice(1, 5).sort()).toEqual(['b1', 'b2', 'b3', 'b4']);
    const first = ids(dealt({ from: 'bank', count: 1 }, [q('o1'), words('w1')]), 5);
    expect([first.length, first[1]]).toEqual([2, 'w1']);
    const none = ids(dealt({ from: 'bank', count: 1 }, [words('w1'), words('w2')]), 5);
    expect([none.length, ...none.slice(0, 2)]).toEqual([3, 'w1', 'w2']);
  });

  it('is another for another page, and for another seed', () => {
    const bank = Array.from({ length: 12 }, (_, i) => q(`k${i}`));
    const made = quiz(
      [page('p', [], { draw: { from: 'bank', count: 12 } }), page('r', [], { draw: { from: 'bank', count: 12 } })],
      { bank },
    );
    const at = (i: number, seed: number) =>
      drawnBlocks(made, made.pages[i] as Page, seed)
        .map((b) => b.id)
        .join();
    expect(at(0, 1)).toBe(at(0, 1));
    expect(at(0, 1)).not.toBe(at(1, 1));
    expect(at(0, 1)).not.toBe(at(0, 2));
  });
});
