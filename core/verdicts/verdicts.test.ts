/** What holds of every way to decide a verdict, and worked examples of each. */
import { choice, option, page, quiz, strongest } from '../../tests/quizzes';
import { resultOf } from '../flow/result';
import { walk } from '../flow/walk';
import type { Condition, Quiz, Verdict } from '../schema/quiz';
import { begunBy, byNames, dependsOn, mentions, verdictKind } from './registry';

type Strongest = Extract<Verdict, { by: 'strongest' }>;
type Bands = Extract<Verdict, { by: 'bands' }>;
const outcomes = [
  { id: 'x', name: 'X' },
  { id: 'y', name: 'Y' },
];
const pages = [
  page('p1', [choice('q1', [option('a', { x: 1, s: 4 }, { credit: 1 }), option('b', { y: 1, s: 1 })])]),
  page('p2', [choice('q2', [option('a', { x: 3 }, { credit: 1 }), option('b', { y: 3 }), option('c')])]),
];
const scales = [{ id: 's', name: 'S' }];
const of = (verdict: Verdict): Quiz => quiz(pages, { scales, verdicts: [verdict] });
const comesTo = (verdict: Verdict, q1: string, q2: string): string[] => {
  const q = of(verdict);
  return resultOf(q, walk(q, { id: 'r', answers: { q1: [q1], q2: [q2] } }).run).verdicts['v']?.outcomes ?? [];
};
const bands = (more: Partial<Bands>): Verdict => ({
  id: 'v',
  name: 'V',
  by: 'bands',
  scale: 's',
  outcomes,
  bands: [
    { from: 0, outcome: 'x' },
    { from: 3, outcome: 'y' },
  ],
  ...more,
});
const rules = (fallback?: string): Extract<Verdict, { by: 'rules' }> => ({
  id: 'v',
  name: 'V',
  by: 'rules',
  outcomes,
  rules: [{ when: { answer: 'q1', is: 'a' }, outcome: 'x' }],
  ...(fallback === undefined ? {} : { fallback }),
});
const each: [Verdict['by'], Verdict][] = [
  ['strongest', strongest('v', ['x', 'y'])],
  ['bands', bands({})],
  ['rules', rules()],
];

describe.each(each)('a verdict by %s', (by, verdict) => {
  const kind = verdictKind(verdict);
  it('begins as a verdict that can be decided', () => {
    const bare = { id: 'v', name: 'V', outcomes, by };
    const begun = { ...bare, ...begunBy(by, of(verdict), verdict) } as Verdict;
    expect(Array.isArray(comesTo(begun, 'a', 'a'))).toBe(true);
    expect(Object.keys(begunBy(by, of(verdict), verdict)).every((field) => kind.fields.includes(field))).toBe(true);
  });
  it('has no field that another way has', () => {
    const others = each.filter(([name]) => name !== by).flatMap(([, v]) => verdictKind(v).fields);
    expect(kind.fields.filter((field) => others.includes(field))).toEqual([]);
  });
  it.each(['x', 'y', 's'])('names %s no more once that is taken out', (target) => {
    const without = { ...verdict, ...kind.without?.(verdict, target) } as Verdict;
    expect(dependsOn(without, target)).toBe(false);
  });
  it('stays as it is where something else is taken out', () =>
    expect(kind.without?.(verdict, 'somebody else') ?? {}).toEqual({}));
});

test('there is a verdict of each way here', () => expect(each.map(([by]) => by)).toEqual(byNames));

describe('the strongest', () => {
  test.each<[string, Partial<Strongest>, string, string, string[]]>([
    ['is what most speaks for', {}, 'a', 'b', ['y']],
    ['is what most speaks for, the other way round', {}, 'b', 'a', ['x']],
  ])('%s', (_, more, q1, q2, is) => expect(comesTo(strongest('v', ['x', 'y'], more), q1, q2)).toEqual(is));

  const tally = (id: string, points: number, more: object = {}) => ({
    id,
    points,
    greatest: 4,
    last: 0,
    spoken: points > 0,
    ...more,
  });
  const kind = (more: Partial<Strongest>) => {
    const verdict = strongest('v', ['x', 'y'], more);
    const tallies = verdictKind(verdict).tallies;
    if (!tallies) throw new Error('It collects points.');
    return { verdict, tallies };
  };
  test.each<[string, Partial<Strongest>, ReturnType<typeof tally>[], string[], boolean]>([
    ['level ones go by their order', {}, [tally('x', 2), tally('y', 2)], ['x'], true],
    ['or to the one strengthened last', { ties: 'latest' }, [tally('x', 2), tally('y', 2, { last: 3 })], ['y'], true],
    ['of those strengthened together to the first', { ties: 'latest' }, [tally('x', 2), tally('y', 2)], ['x'], true],
    ['or all of them are named', { ties: 'blend' }, [tally('x', 2), tally('y', 2)], ['x', 'y'], true],
    ['one alone on top is not level', { ties: 'blend' }, [tally('x', 3), tally('y', 2)], ['x'], false],
    [
      'by share the smaller may win',
      { compare: 'share' },
      [tally('x', 3), tally('y', 2, { greatest: 2 })],
      ['y'],
      false,
    ],
    [
      'what could have had nothing comes last',
      { compare: 'share' },
      [tally('x', 0, { greatest: 0, spoken: true }), tally('y', -1)],
      ['y'],
      false,
    ],
    ['where nothing speaks it is the first', {}, [tally('x', 0), tally('y', 0)], ['x'], false],
    ['or what is said', { fallback: 'y' }, [tally('x', 0), tally('y', 0)], ['y'], false],
    [
      'by share too where nothing could be had',
      { compare: 'share', fallback: 'y' },
      [tally('x', 0, { greatest: 0, spoken: true }), tally('y', 0, { greatest: 0 })],
      ['y'],
      true,
    ],
  ])('%s', (_, more, tallies, is, isLevel) => {
    const { verdict, tallies: counts } = kind(more);
    expect(counts.winners(verdict, tallies)).toEqual(is);
    expect(counts.areLevel(verdict, tallies)).toBe(isLevel);
  });
  test.each<[Partial<Strongest>, { greatest: boolean; last: boolean }, string | null]>([
    [{}, { greatest: false, last: false }, 'first in the list'],
    [{ compare: 'share', ties: 'latest' }, { greatest: true, last: true }, 'one strengthened last'],
    [{ ties: 'blend' }, { greatest: false, last: false }, null],
  ])('%j says what it looks at, and who wins where some are level', (more, looksAt, whenLevel) => {
    const { verdict, tallies } = kind(more);
    expect(tallies.looksAt(verdict)).toEqual(looksAt);
    expect(tallies.whenLevel(verdict)).toBe(whenLevel);
  });
  it('of no outcomes is nothing', () => expect(comesTo(strongest('v', []), 'a', 'a')).toEqual([]));
});

describe('bands', () => {
  test.each<[string, Partial<Bands>, string, string, string[]]>([
    ['the stretch that the score lies in', {}, 'b', 'c', ['x']],
    [
      'a boundary belongs to the band above',
      {
        bands: [
          { from: 0, outcome: 'x' },
          { from: 4, outcome: 'y' },
        ],
      },
      'a',
      'c',
      ['y'],
    ],
    [
      'below all of them it is the first',
      {
        bands: [
          { from: 2, outcome: 'y' },
          { from: 4, outcome: 'x' },
        ],
      },
      'b',
      'c',
      ['y'],
    ],
    [
      'of marks in percent',
      {
        scale: 'marks',
        unit: 'percent',
        bands: [
          { from: 0, outcome: 'x' },
          { from: 50, outcome: 'y' },
        ],
      },
      'a',
      'c',
      ['y'],
    ],
    [
      'of questions right',
      {
        scale: 'marks',
        unit: 'right',
        bands: [
          { from: 0, outcome: 'x' },
          { from: 2, outcome: 'y' },
        ],
      },
      'a',
      'a',
      ['y'],
    ],
    ['of a scale there is no number right', { unit: 'right', fallback: 'y' }, 'a', 'a', ['y']],
    ['no band is no outcome', { bands: [] }, 'a', 'a', []],
  ])('%s', (_, more, q1, q2, is) => expect(comesTo(bands(more), q1, q2)).toEqual(is));

  it('begin as equal parts of a hundred, over a scale that answers add to', () =>
    expect(begunBy('bands', of(rules()), rules())).toEqual({
      scale: 's',
      unit: 'percent',
      bands: [
        { from: 0, outcome: 'x' },
        { from: 50, outcome: 'y' },
      ],
    }));
  it('begin over the marks where there is no scale', () =>
    expect(begunBy('bands', quiz(pages, { verdicts: [rules()] }), rules())).toMatchObject({ scale: 'marks' }));
  it('read marks where their scale is taken out, and lose the bands of an outcome that is', () => {
    const kind = verdictKind(bands({}));
    expect(kind.without?.(bands({}), 's')).toEqual({ scale: 'marks' });
    expect(kind.without?.(bands({}), 'y')).toEqual({ bands: [{ from: 0, outcome: 'x' }] });
  });
  it('say what they read, and whether the ends matter', () => {
    const needs = (more: Partial<Bands>) => verdictKind(bands(more)).measure?.needsEnds(bands(more));
    expect(verdictKind(bands({})).measure?.of(bands({ topic: 't', unit: 'percent' }))).toEqual({
      scale: 's',
      topic: 't',
      unit: 'percent',
    });
    expect(verdictKind(bands({})).measure?.of(bands({}))).toEqual({ scale: 's' });
    expect([needs({}), needs({ unit: 'percent' }), needs({ bands: [{ from: 0, at: 'half', outcome: 'x' }] })]).toEqual([
      false,
      true,
      true,
    ]);
  });
});

describe('rules', () => {
  test.each<[string, Verdict, string, string[]]>([
    ['the first that is true', rules(), 'a', ['x']],
    ['where none is true it is nothing', rules(), 'b', []],
    ['or what is said', rules('y'), 'b', ['y']],
  ])('%s', (_, verdict, q1, is) => expect(comesTo(verdict, q1, 'a')).toEqual(is));
});

describe('what a condition asks about', () => {
  const all: [Condition, string[]][] = [
    [{ scale: 's', ge: 2 }, ['s']],
    [{ topic: 't', of: 's', ge: 2 }, ['s']],
    [{ verdict: 'v', is: 'x' }, ['x']],
    [{ answer: 'q1', is: 'a' }, []],
    [
      {
        all: [
          { answer: 'q1', is: 'a' },
          { scale: 's', ge: 2 },
        ],
      },
      ['s'],
    ],
    [
      {
        any: [
          { verdict: 'v', is: 'x' },
          { scale: 'marks', ge: 2 },
        ],
      },
      ['x', 'marks'],
    ],
  ];
  it.each(all)('%j', (condition, asked) => {
    expect(['s', 'x', 'y', 't', 'v', 'q1', 'a', 'marks'].filter((target) => mentions(condition, target))).toEqual(
      asked,
    );
  });
});

describe('what a verdict depends on', () => {
  const targets = ['s', 'x', 'y', 'z', 'other'];
  it.each<[string, Verdict, string[]]>([
    ['the scale of its bands, and the outcomes they name', bands({}), ['s', 'x', 'y']],
    ['the outcome it falls back on', bands({ scale: 'other', bands: [], fallback: 'z' }), ['z', 'other']],
    ['the outcomes of its rules', rules(), ['x']],
    ['what its rules ask about', { ...rules(), rules: [{ when: { scale: 's', ge: 1 }, outcome: 'y' }] }, ['s', 'y']],
    ['nothing of itself, where the strongest wins', strongest('v', ['x', 'y']), []],
  ])('%s', (_, verdict, expected) => {
    expect(targets.filter((target) => dependsOn(verdict, target))).toEqual(expected);
  });
});
