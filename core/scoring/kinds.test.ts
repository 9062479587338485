/** Credit, weights and conditions by kind: each line a case that can be worked out by hand. */
import { answerFault } from '../questions/registry';
import { isInside } from '../questions/spots/region';
import type { Condition, Question } from '../schema/quiz';
import { choice, option, page, quiz } from '../../tests/quizzes';
import { walk } from '../flow/walk';
import { runFacts } from '../flow/run';
import { slipsBetween, fold } from '../text/fold';
import type { Answer } from '../values/answer';

import { isTrue } from '../conditions/evaluate';
import { creditOf, gradeOf, marksOf } from '../questions/credit';
import { contribution, rangeOf } from './weights';

type Of<K extends Question['kind']> = Partial<Extract<Question, { kind: K }>>;
const make = <K extends Question['kind']>(kind: K, more: Of<K>): Question =>
  ({ id: 'q', kind, prompt: 'q', ...more }) as unknown as Question;

const number = (more: Of<'number'>) => make('number', more);
const order = make('order', { items: ['a', 'b', 'c'].map((id) => ({ id, text: id })) });
const match = make('match', {
  pairs: [1, 2, 3].map((n) => ({ left: { id: `l${n}`, text: '' }, right: { id: `r${n}`, text: '' } })),
  extras: [{ id: 'r4', text: '' }],
});
const gaps = make('gaps', {
  text: '',
  gaps: [
    { id: 'g1', accept: ['hub'] },
    {
      id: 'g2',
      accept: [
        { text: 'rim', credit: 1 },
        { text: 'ring', credit: 0.5 },
      ],
    },
  ],
});
const grid = make('grid', {
  rows: ['r1', 'r2'].map((id) => ({ id, text: id })),
  columns: ['c1', 'c2', 'c3'].map((id, value) => ({ id, text: id, value })),
  key: { r1: ['c1'], r2: ['c2', 'c3'] },
  pick: 'many',
});
const spots = make('spots', {
  spots: [
    { id: 's1', region: { x: 0.2, y: 0.2, width: 0.2, height: 0.2 } },
    { id: 's2', accept: ['saddle'], at: [0.5, 0.5] },
  ],
});
const share = (question: Question): Question => ({ ...question, credit: 'share' });

describe('credit', () => {
  test.each<[string, Question, Answer, number | null]>([
    ['number at its target', number({ target: 42 }), 42, 1],
    ['number just within', number({ target: 42, within: 0.3 }), 42.3, 1],
    ['number just beyond', number({ target: 42, within: 0.3 }), 42.31, 0],
    ['number within a share of the target', number({ target: 200, withinPercent: 5 }), 190, 1],
    ['number beyond a share of the target', number({ target: 200, withinPercent: 5 }), 189.9, 0],
    ['number 0.1 + 0.2 within 0.3 of 0', number({ target: 0, within: 0.3 }), 0.1 + 0.2, 1],
    ['number of a negative target in percent', number({ target: -200, withinPercent: 5 }), -205, 1],
    ['number without a target', number({}), 3, null],
    ['date on the day', make('date', { target: '2027-04-18' }), '2027-04-18', 1],
    ['date three days off, within three', make('date', { target: '2027-03-30', within: 3 }), '2027-04-02', 1],
    ['date four days off, within three', make('date', { target: '2027-03-30', within: 3 }), '2027-04-03', 0],
    ['order exact', order, ['a', 'b', 'c'], 1],
    ['order with two exchanged', order, ['b', 'a', 'c'], 0],
    ['order with two exchanged, by share', share(order), ['b', 'a', 'c'], 0.333333333],
    ['order of wishes', { ...order, keyed: false } as Question, ['a', 'b', 'c'], null],
    ['match all', match, { l1: 'r1', l2: 'r2', l3: 'r3' }, 1],
    ['match two of three', match, { l1: 'r1', l2: 'r2', l3: 'r4' }, 0],
    ['match two of three, by share', share(match), { l1: 'r1', l2: 'r2', l3: 'r4' }, 0.666666667],
    ['match one, the others left empty', share(match), { l1: 'r1' }, 0.333333333],
    ['gaps both, folded', gaps, { g1: ' HUB', g2: 'Rim' }, 1],
    ['gap accepted in part is not right', share(gaps), { g1: 'hub', g2: 'ring' }, 0.5],
    ['grid rows equal to their key', grid, { r1: ['c1'], r2: ['c3', 'c2'] }, 1],
    ['grid row with one too few', share(grid), { r1: ['c1'], r2: ['c2'] }, 0.5],
    ['grid row with one too many', share(grid), { r1: ['c1', 'c2'], r2: ['c2', 'c3'] }, 0.5],
    ['spots pointed at and named', spots, { s1: [0.3, 0.4], s2: 'Saddle' }, 1],
    ['spot missed', share(spots), { s1: [0.1, 0.3], s2: 'saddle' }, 0.5],
    ['rating has none', make('rating', {}), 4, null],
    ['slider at its target', make('slider', { target: 5, min: 0, max: 10 }), 5, 1],
    [
      'choice with a free entry, by exact key',
      choice('q', [option('a', {}, { credit: 1 }), option('b')], { pick: 'many', other: true }),
      { options: ['a', 'other'], text: 'x' },
      0,
    ],
    [
      'choice with a free entry, by share',
      choice('q', [option('a', {}, { credit: 1 }), option('b', {}, { credit: 1 })], {
        pick: 'many',
        credit: 'share',
        other: true,
      }),
      { options: ['a', 'b', 'other'], text: 'x' },
      0.5,
    ],
  ])('%s', (_name, question, answer, credit) => {
    expect(creditOf(question, answer)).toBe(credit);
  });
  test.each<[string, Question, Answer]>([
    ['an essay to be reviewed', make('essay', { review: true }), 'A long ride.'],
    [
      'words that match nothing, with the rest for review',
      make('text', { accept: ['hub'], reviewRest: true }),
      'the middle',
    ],
    [
      'a gap that matches nothing, with the rest for review',
      { ...gaps, reviewRest: true } as Question,
      { g1: 'hub', g2: 'edge' },
    ],
  ])('%s waits for a person', (_name, question, answer) => {
    expect(gradeOf(question, answer)).toEqual({ credit: null, pending: true });
    expect(marksOf(question, answer)).toMatchObject({ awarded: 0, pending: true });
    expect(marksOf({ ...question, marks: 4 }, answer, 3)).toEqual({ credit: 0.75, awarded: 3, pending: false });
  });
  it('of an essay left empty waits for nobody', () => {
    expect(gradeOf(make('essay', { review: true }), '  ')).toEqual({ credit: null, pending: false });
  });
  it('by hand wins over the key', () => {
    expect(marksOf(number({ target: 3, marks: 2 }), 9, 1.5)).toEqual({ credit: 0.75, awarded: 1.5, pending: false });
  });
});

describe('regions', () => {
  const triangle = {
    points: [
      [0, 0],
      [1, 0],
      [0, 1],
    ] as [number, number][],
  };
  test.each([
    ['inside a circle', [0.5, 0.6], { x: 0.5, y: 0.5, r: 0.2 }, true],
    ['outside a circle', [0.5, 0.71], { x: 0.5, y: 0.5, r: 0.2 }, false],
    ['on the edge of a rectangle', [0.3, 0.3], { x: 0.1, y: 0.1, width: 0.2, height: 0.2 }, true],
    ['inside a polygon', [0.2, 0.2], triangle, true],
    ['outside a polygon', [0.8, 0.8], triangle, false],
  ])('%s', (_name, point, region, inside) => {
    expect(isInside(point as [number, number], region as never)).toBe(inside);
  });
});

describe('folding', () => {
  test.each<[string, Parameters<typeof fold>[1], string]>([
    ['Café', { accents: true }, 'cafe'],
    ['Café', {}, 'café'],
    ['don’t stop!', { punctuation: true }, 'dont stop'],
    ['STRASSE ß', {}, 'strasse ß'],
    ['“so”', {}, '"so"'],
    ['ΟΔΟΣ', {}, 'οδος'.replace(/ς$/, 'ς')],
  ])('%s', (text, how, folded) => {
    expect(fold(text, how)).toBe(folded);
  });
  test.each([
    ['tyre', 'tire', 1],
    ['wheel', 'whele', 1],
    ['ca', 'abc', 3],
    ['', 'abc', 3],
    ['spoke', 'spoke', 0],
  ])('%s to %s takes %s slips', (a, b, slips) => {
    expect(slipsBetween(a, b)).toBe(slips);
  });
  it('forgives as many slips as the question does', () => {
    const lenient = make('text', { accept: ['derailleur'], fold: { slips: 2 } });
    expect(creditOf(lenient, 'derailer')).toBe(1);
    expect(creditOf(lenient, 'deraile')).toBe(0);
  });
});

describe('what an answer adds', () => {
  const rating = make('rating', { max: 5, weights: { s: 2 } });
  const wishes = make('order', {
    keyed: false,
    items: [
      { id: 'a', text: 'a', weights: { s: 1 } },
      { id: 'b', text: 'b', weights: { s: 10 } },
      { id: 'c', text: 'c' },
    ],
  });
  const rows = make('grid', {
    rows: [
      { id: 'r1', text: '', weights: { s: 1 } },
      { id: 'r2', text: '', weights: { s: 2 }, reverse: true },
    ],
    columns: [1, 2, 3].map((value) => ({ id: `c${value}`, text: '', value })),
  });
  test.each<[string, Question, Answer, number | null]>([
    ['a rating times its factor', rating, 4, 8],
    ['a reversed rating', { ...rating, reverse: true } as Question, 4, 4],
    ['a number times its factor', number({ weights: { s: 0.5 } }), -3, -1.5],
    ['a reversed slider', make('slider', { min: 10, max: 20, reverse: true, weights: { s: 1 } }), 12, 18],
    ['wishes by their place', wishes, ['b', 'a', 'c'], 10 * 3 + 1 * 2],
    ['rows of a grid, one reversed', rows, { r1: ['c3'], r2: ['c3'] }, 3 + 2 * 1],
    ['several columns of a row', { ...rows, pick: 'many' } as Question, { r1: ['c1', 'c3'] }, 4],
    ['a weight of 0', choice('q', [option('a', { s: 0 }), option('b')]), ['a'], 0],
    ['an option without a weight', choice('q', [option('a', { s: 1 }), option('b')]), ['b'], null],
    ['marks that go into the scale', { ...number({ target: 3, marks: 2 }), marksTo: 's' }, 3, 2],
  ])('%s', (_name, question, answer, value) => {
    expect(contribution(question, 's', answer)?.value ?? null).toBe(value);
  });
  test.each<[string, Question, boolean, [number, number]]>([
    ['rating', rating, false, [2, 10]],
    ['optional rating', rating, true, [0, 10]],
    ['number without bounds', number({ weights: { s: 1 } }), false, [-Infinity, Infinity]],
    ['number bounded below', number({ min: 0, weights: { s: -1 } }), false, [-Infinity, 0]],
    ['wishes', wishes, false, [10 * 1 + 1 * 2, 10 * 3 + 1 * 2]],
    ['grid, optional, by rows', rows, false, [0, 9]],
    ['grid, required', { ...rows, required: true }, false, [1 + 2, 3 + 6]],
    [
      'many, at most two',
      choice('q', [option('a', { s: 3 }), option('b', { s: 2 }), option('c', { s: -1 })], { pick: 'many', max: 2 }),
      false,
      [-1, 5],
    ],
    [
      'many, at least two',
      choice('q', [option('a', { s: 3 }), option('b', { s: 2 }), option('c', { s: -1 })], { pick: 'many', min: 2 }),
      false,
      [1, 5],
    ],
    [
      'weights and marks together, per answer',
      choice('q', [option('a', { s: 3 }), option('b', { s: -1 }, { credit: 1 })], {
        marksTo: 's',
        marks: 2,
        penalty: 1,
      }),
      false,
      [1, 2],
    ],
    [
      // a b is right: 2 × 1 + 0 + 3; b a is wrong: 0 + 1 × 1 − 1.
      'an order with its marks',
      {
        id: 'q',
        kind: 'order',
        prompt: 'q',
        items: [option('a', { s: 1 }), option('b')],
        marksTo: 's',
        marks: 3,
        penalty: 1,
      },
      false,
      [0, 5],
    ],
    [
      // Right rows weigh least: both right 0 + 0 + 2, one right 2 + 0 + 1, none right 2 + 2 − 1.
      'a grid with a share of its marks',
      {
        id: 'q',
        kind: 'grid',
        prompt: 'q',
        required: true,
        rows: [option('r', { s: 1 }), option('t', { s: 1 })],
        columns: [
          { id: 'c', text: 'c', value: 0 },
          { id: 'd', text: 'd', value: 2 },
        ],
        key: { r: ['c'], t: ['c'] },
        credit: 'share',
        marksTo: 's',
        marks: 2,
        penalty: 1,
      },
      false,
      [2, 3],
    ],
    [
      // More columns than all subsets are tried of: weights and marks are bounded apart.
      'a wide grid of many with its marks',
      {
        id: 'q',
        kind: 'grid',
        prompt: 'q',
        pick: 'many',
        required: true,
        rows: [option('r', { s: 1 })],
        columns: Array.from({ length: 30 }, (_, i) => ({ id: `c${i}`, text: '', value: 1 })),
        key: { r: ['c1'] },
        marksTo: 's',
      },
      false,
      [1, 31],
    ],
  ])('lies between the least and the most of a %s', (_name, question, optional, [low, high]) => {
    expect(rangeOf(question, 's', optional)).toEqual({ low, high });
  });
});

describe('conditions', () => {
  const q = quiz(
    [
      page('p1', [
        choice('one', [option('a', { s: 1 }, { credit: 1 }), option('b', { s: 3 })], { required: false }),
        choice(
          'many',
          ['x1', 'x2', 'x3'].map((id) => option(id)),
          { pick: 'many', required: false },
        ),
        { id: 'n', kind: 'number', prompt: 'n' },
        { id: 't', kind: 'text', prompt: 't' },
        { id: 'hidden', kind: 'text', prompt: 'h', showIf: { answer: 'one', is: 'b' } },
        {
          id: 'c',
          kind: 'contact',
          prompt: 'c',
          fields: [{ id: 'email', label: 'E', format: 'email' }],
          skippable: true,
        },
      ]),
      page('p2', [choice('later', [option('a'), option('b')], { required: false })]),
    ],
    { scales: [{ id: 's', name: 'S', start: 1 }], known: [{ id: 'from', from: 'address', param: 'f', default: '' }] },
  );
  const { run } = walk(q, {
    id: 'r',
    answers: { one: ['a'], many: ['x1', 'x3'], n: 4, t: 'A FLAT tyre' },
    known: { from: 'Letter' },
  });
  const facts = runFacts(q, run);
  test.each<[Condition, boolean]>([
    [{ answer: 'one', is: 'a' }, true],
    [{ answer: 'one', is: ['a', 'b'] }, false],
    [{ answer: 'many', is: ['x3', 'x1'] }, true],
    [{ answer: 'many', is: 'x1' }, false],
    [{ answer: 'many', isAny: ['x2', 'x3'] }, true],
    [{ answer: 'many', isAll: ['x1', 'x3'] }, true],
    [{ answer: 'many', isAll: ['x1', 'x2'] }, false],
    [{ answer: 'many', isNone: 'x2' }, true],
    [{ answer: 'one', right: true }, true],
    [{ answer: 'n', right: false }, false],
    [{ answer: 'n', ge: 4, lt: 5 }, true],
    [{ answer: 'n', gt: 4 }, false],
    [{ answer: 't', contains: 'flat  TYRE' }, true],
    [{ answer: 't', contains: 'round' }, false],
    [{ answer: 'later', answered: false }, true],
    [{ answer: 'later', isNone: 'a' }, false],
    [{ not: { answer: 'later', isNone: 'a' } }, true],
    [{ answer: 'hidden', answered: false }, false],
    [{ answer: 'gone', answered: false }, false],
    [{ scale: 's', eq: 2 }, true],
    [{ scale: 's', ge: 'most' }, false],
    [{ scale: 's', lt: 'most' }, true],
    [{ scale: 's', unit: 'percent', le: 50 }, true],
    [{ scale: 'marks', ge: 'most' }, true],
    [{ known: 'from', is: 'Letter' }, true],
    [{ known: 'from', is: 'letter' }, false],
    [{ known: 'from', contains: 'LETT' }, true],
    [{ contact: 'email', answered: false }, true],
    [{ contact: 'email', answered: true }, false],
    [{ all: [] }, true],
    [{ any: [] }, false],
    [{ all: [{ answer: 'one', is: 'a' }, { any: [{ answer: 'n', eq: 9 }, { not: { answer: 'n', eq: 9 } }] }] }, true],
  ])('%j is %s', (condition, expected) => {
    expect(isTrue(condition, facts)).toBe(expected);
  });
});

describe('an answer that cannot be', () => {
  test.each<[Question, unknown, string]>([
    [choice('q', [option('a')]), 'a', 'a list of option ids is expected'],
    [choice('q', [option('a')]), { options: ['other'], text: 'x' }, 'there is no option "other"'],
    [number({}), '4', 'a number is expected'],
    [make('date', {}), '2027-02-30', 'a date like 2027-04-18 is expected'],
    [order, ['a', 'a'], 'an item stands there twice'],
    [match, { l1: 'r9' }, 'l1: the id of a right side is expected'],
    [match, { l9: 'r1' }, 'there is no part "l9"'],
    [
      make('grid', {
        rows: [{ id: 'r', text: '' }],
        columns: [
          { id: 'c', text: '' },
          { id: 'd', text: '' },
        ],
      }),
      { r: ['c', 'd'] },
      'r: only one column may be chosen in a row',
    ],
    [spots, { s1: [2, 0] }, 's1: words, or a point [x, y] from 0 to 1, are expected'],
  ])('%#', (question, answer, fault) => {
    expect(answerFault(question, answer)).toBe(fault);
  });
});
