import { choice, option, page, quiz } from '../../tests/quizzes';
import { rehearse } from '../../core/rehearse/odds';
import { flowsOf } from './flows';

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
    ).toMatchObject({ down: [0.5, 0.5, 1, 0], arcs: [{ from: 0, to: 2, route: 0, share: 0.5 }], out: [] });
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
      { from: 0, to: 2, route: 0 },
      { from: 1, to: 0, route: -1 },
    ]);
    expect(out).toMatchObject([{ from: 0, route: 1 }]);
  });

  it('pass over a page that only some are shown', () => {
    expect(
      flows(
        page('p0', [ab('q0')]),
        page('p1', [ab('q1')], { showIf: { answer: 'q0', is: 'a' } }),
        page('p2', [ab('q2')]),
      ),
    ).toMatchObject({ down: [0.5, 0.5, 1, 0], arcs: [{ from: 0, to: 2, route: null, share: 0.5 }] });
  });

  it('are drawn without shares before a rehearsal', () => {
    const q = quiz([page('p0', [ab('q0')], { otherwise: 'finish' }), page('p1', [ab('q1')])]);
    expect(flowsOf(q, null)).toMatchObject({ down: [null, null, null], arcs: [{ from: 0, to: 2, share: null }] });
  });
});
