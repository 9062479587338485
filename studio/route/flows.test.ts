import { choice, option, page, quiz } from '../../tests/quizzes';
import { rehearse } from '../../core/rehearsal/odds';
import { flowsOf, rowsOf } from './flows';

const ab = (id: string) => choice(id, [option('a'), option('b')]);
const flows = (...pages: Parameters<typeof quiz>[0]) => {
  const q = quiz(pages);
  return flowsOf(q, rehearse(q));
};

describe('flows between pages', () => {
  it('go down the spine, and by arcs where a rule jumps', () => {
    expect(
      flows(
        page('p0', [ab('q0')], { routes: [{ when: { answer: 'q0', is: 'a' }, to: { page: 'p2' } }] }),
        page('p1', [ab('q1')]),
        page('p2', [ab('q2')]),
      ),
    ).toMatchObject({ down: [0.5, 0.5, 1, 0], arcs: [{ from: 0, to: 2, move: 0, share: 0.5 }], out: [] });
  });

  it('lead to the result, back, and out of the quiz', () => {
    const { arcs, out } = flows(
      page('p0', [ab('q0')], {
        routes: [
          { when: { answer: 'q0', is: 'a' }, to: 'finish' },
          { when: { answer: 'q0', is: 'b' }, to: { url: 'https://slowspoke.test/' } },
        ],
      }),
      page('p1', [ab('q1')], { otherwise: 'again' }),
    );
    expect(arcs).toMatchObject([
      { from: 0, to: 2, move: 0 },
      { from: 1, to: 1, move: 'otherwise' },
    ]);
    expect(out).toMatchObject([{ from: 0, move: 1 }]);
  });

  it('pass over a page that only some are shown', () => {
    expect(
      flows(
        page('p0', [ab('q0')]),
        page('p1', [ab('q1')], { showIf: { answer: 'q0', is: 'a' } }),
        page('p2', [ab('q2')]),
      ),
    ).toMatchObject({ down: [0.5, 0.5, 1, 0], arcs: [{ from: 0, to: 2, move: null, share: 0.5 }] });
  });

  it('are drawn without shares before a rehearsal', () => {
    const q = quiz([page('p0', [ab('q0')], { otherwise: 'finish' }), page('p1', [ab('q1')])]);
    expect(flowsOf(q, null)).toMatchObject({ down: [null, null, null], arcs: [{ from: 0, to: 2, share: null }] });
  });

  it('fold stretches of a long quiz where nothing branches', () => {
    const q = quiz([
      ...Array.from({ length: 20 }, (_, i) =>
        page(
          `p${i}`,
          [ab(`q${i}`)],
          i === 8 ? { routes: [{ when: { answer: 'q8', is: 'a' }, to: { page: 'p11' } }] } : {},
        ),
      ),
      { ...page('end', []), stage: 'result' as const },
    ]);
    const rows = (...keep: number[]) => rowsOf(flowsOf(q, null), null, new Set(keep));
    expect(rows()).toEqual([
      { page: 0 },
      { from: 1, to: 7 },
      { page: 8 },
      { page: 9 },
      { page: 10 },
      { page: 11 },
      { from: 12, to: 19 },
      { page: 20 },
    ]);
    expect(rows(15)).toContainEqual({ page: 15 });
    expect(rows(15)).toContainEqual({ from: 16, to: 19 });
    const short = quiz(q.pages.slice(0, 12));
    expect(rowsOf(flowsOf(short, null), null, new Set())).toHaveLength(short.pages.length);
  });
});
