import { choice, option, page, quiz, result } from '../../tests/quizzes';
import type { Target } from '../schema/quiz';
import { destinationOf, destinations, documentOrder, exitsOf, exitTaken, gateExit, targetOf } from './navigate';

const ab = (id: string) => choice(id, [option('a'), option('b')]);
const isA = { answer: 'q0', is: 'a' };
const isB = { answer: 'q0', is: 'b' };
const branching = page('p0', [ab('q0')], {
  routes: [
    { when: isA, to: { page: 'p2' } },
    { when: isB, to: 'finish' },
  ],
  hold: { until: 'right', tries: 2, then: 'again' },
});
const q = quiz([
  branching,
  page('p1', [ab('q1')], { showIf: isA }),
  page('p2', [ab('q2')]),
  { ...result('bad'), showIf: isB },
  result('good'),
  result('never'),
]);
type Appears = Parameters<typeof destinations>[4];
/** Where a target leads, in short: ids of pages, `away` or `end`. */
const leads = (id: string | null, to: Target, appears: Appears): string[] =>
  destinations(q, documentOrder(q), q.pages.find((p) => p.id === id) ?? null, to, appears).map((d) =>
    d.to === 'page' ? d.page.id : d.to,
  );

describe('how a page is left', () => {
  it('is by the first route that is true, and else by the exit that is open', () => {
    expect(exitTaken(branching, (c) => c === isA || c === isB).move).toBe(0);
    expect(exitTaken(branching, (c) => c === isB)).toMatchObject({ move: 1, to: 'finish' });
    expect(exitTaken(branching, () => false)).toEqual({ move: 'otherwise', to: 'next' });
  });

  it('asks no condition behind the one that is taken', () => {
    const asked: unknown[] = [];
    exitTaken(branching, (c) => asked.push(c) > 0);
    expect(asked).toEqual([isA]);
  });

  it('has a name for each move, and a target', () => {
    expect(exitsOf(branching).map((e) => e.move)).toEqual([0, 1, 'otherwise']);
    expect(gateExit(branching)).toEqual({ move: 'gate', to: 'again' });
    expect([targetOf(branching, 1), targetOf(branching, 'otherwise'), targetOf(branching, 'gate')]).toEqual([
      'finish',
      'next',
      'again',
    ]);
    expect(targetOf(branching, 7)).toBe('next');
  });
});

describe('where a target leads', () => {
  it.each<[string | null, Target, string]>([
    [null, 'next', 'p0'],
    ['p0', 'next', 'p2'],
    ['p0', 'again', 'p0'],
    ['p0', { page: 'p1' }, 'p1'],
    ['p0', { page: 'gone' }, 'p2'],
    ['p0', { url: 'https://slowspoke.test/' }, 'away'],
    ['p2', 'next', 'good'],
    [null, 'finish', 'good'],
    ['bad', 'next', 'good'],
    ['bad', 'finish', 'good'],
    ['never', 'next', 'end'],
  ])('from %s, %j: %s', (from, to, expected) => {
    expect(leads(from, to, (p) => !p.showIf)).toEqual([expected]);
  });

  it('is nowhere where no page shows', () => {
    expect(destinationOf(q, documentOrder(q), null, 'next', () => false)).toEqual({ to: 'end' });
  });

  it('is several pages where it is open which of them show, up to the first that does for certain', () => {
    const perhaps: Appears = (p) => !p.showIf || 'perhaps';
    expect(leads('p0', 'next', perhaps)).toEqual(['p1', 'p2']);
    expect(leads('p2', 'next', perhaps)).toEqual(['bad', 'good']);
    expect(leads(null, 'finish', () => 'perhaps')).toEqual(['bad', 'good', 'never', 'end']);
  });
});
