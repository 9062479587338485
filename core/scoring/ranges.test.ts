/** The least and the most that a question can add, against every legal answer tried one after the other. */
import { subsets } from '../questions/ranges';
import { option } from '../../tests/quizzes';
import type { Question } from '../schema/quiz';
import type { Answer } from '../values/answer';
import { contribution, rangeOf, measuresOfQuestion } from './weights';

type Kind = Question['kind'];
const make = (kind: Kind, more: object): Question =>
  ({ id: 'q', kind, prompt: 'q', required: true, ...more }) as Question;
const choice = (pick: 'one' | 'many', options: object[], more: object = {}) =>
  make('choice', { pick, options, ...more });
const marked = { marksTo: 's', marks: 3, penalty: 2 };

const orders = (ids: string[]): string[][] =>
  ids.length < 2 ? [ids] : ids.flatMap((id) => orders(ids.filter((x) => x !== id)).map((rest) => [id, ...rest]));

/** Every answer that may be given, on a fine grid where it is a number. */
function legal(q: Question): Answer[] {
  switch (q.kind) {
    case 'choice': {
      const ids = [...q.options.map((o) => o.id), ...(q.other ? ['other'] : [])];
      const [least, most] = q.pick === 'one' ? [1, 1] : [q.min ?? 1, q.max ?? ids.length];
      return subsets(ids.length, Math.max(1, least), most).map((s) => s.map((i) => ids[i] ?? ''));
    }
    case 'number':
    case 'slider':
    case 'rating': {
      const [min, max] = [q.min ?? (q.kind === 'rating' ? 1 : 0), q.max ?? 5];
      const step = q.kind === 'rating' ? 1 : (q.step ?? 1);
      return Array.from({ length: Math.round((max - min) / step) + 1 }, (_, i) => min + i * step);
    }
    case 'order':
      return orders(q.items.map((i) => i.id));
    case 'text':
      return ['nothing like it', ...(q.accept ?? []).map((a) => (typeof a === 'string' ? a : a.text))];
    case 'grid': {
      const ids = q.columns.map((c) => c.id);
      const ways = subsets(ids.length, q.required ? 1 : 0, q.pick === 'many' ? ids.length : 1).map((s) =>
        s.map((i) => ids[i] ?? ''),
      );
      return q.rows.reduce<Record<string, string[]>[]>(
        (all, row) => all.flatMap((one) => ways.map((way) => (way.length ? { ...one, [row.id]: way } : one))),
        [{}],
      );
    }
    default:
      throw new Error(`${q.kind} is not tried here`);
  }
}

const three = [option('a', { s: 3 }), option('b', { s: -1 }), option('c', { s: 0.5 })];
const keyed = [option('a', { s: 3 }), option('b', { s: -1 }, { credit: 1 }), option('c', {}, { credit: 0.5 })];
const columns = [1, 2, 5].map((value) => ({ id: `c${value}`, text: '', value }));
const rows = [option('r', { s: 1 }), option('t', { s: -2 }, { reverse: true } as object), option('u')];
const grid = (more: object) => make('grid', { rows, columns, ...more });
const items = [option('a', { s: 2 }), option('b', { s: -1 }), option('c', { s: 1 })];

describe('the range of a question is what its answers reach', () => {
  test.each<[string, Question]>([
    ['one of several', choice('one', three)],
    [
      'one, with a free entry below all of them',
      choice('one', [option('a', { s: 3 }), option('b', { s: 2 })], { other: true }),
    ],
    ['one, all below nothing', choice('one', [option('a', { s: -3 }), option('b', { s: -2 })])],
    ['several', choice('many', three)],
    ['several, two at least', choice('many', three, { min: 2 })],
    ['several, two at most', choice('many', three, { max: 2 })],
    ['several, with a free entry', choice('many', three.slice(1, 2), { other: true })],
    ['one with marks', choice('one', keyed, marked)],
    [
      'one with marks and a free entry',
      choice('one', [option('a', { s: -5 }), option('b', {}, { credit: 1 })], { ...marked, other: true }),
    ],
    ['several with marks, all or nothing', choice('many', keyed, marked)],
    ['several with marks by share', choice('many', keyed, { ...marked, credit: 'share' })],
    ['several with marks, two at least, free entry', choice('many', keyed, { ...marked, min: 2, other: true })],
    ['a rating', make('rating', { max: 4, weights: { s: -2 } })],
    ['a rating turned round', make('rating', { min: 0, max: 4, reverse: true, weights: { s: 1.5 } })],
    ['a slider', make('slider', { min: -2, max: 3, weights: { s: 2 } })],
    ['a slider turned round', make('slider', { min: -2, max: 3, reverse: true, weights: { s: 2 } })],
    ['a number with marks at its end', make('number', { min: 0, max: 6, target: 6, weights: { s: 1 }, ...marked })],
    [
      'a number with marks in the middle',
      make('number', { min: 0, max: 6, target: 3, within: 1, weights: { s: -1 }, ...marked }),
    ],
    [
      'a number with marks that are worth more',
      make('number', { min: 0, max: 6, target: 2, weights: { s: 0.1 }, ...marked }),
    ],
    [
      'a number right within a share',
      make('number', { min: 0, max: 8, target: 4, withinPercent: 25, weights: { s: -1 }, ...marked }),
    ],
    [
      'a number right nearly everywhere',
      make('number', { min: 2, max: 4, target: 3, within: 5, weights: { s: 1 }, ...marked }),
    ],
    [
      'a number right in steps',
      make('slider', { min: 0, max: 2, step: 0.5, target: 1, within: 0.5, weights: { s: -4 }, ...marked }),
    ],
    ['a number with marks alone', make('number', { min: 0, max: 5, target: 1, ...marked })],
    ['wishes by their place', make('order', { keyed: false, items })],
    ['an order with marks', make('order', { items, ...marked })],
    ['an order with a share of its marks', make('order', { items, ...marked, credit: 'share' })],
    ['an order of one', make('order', { items: items.slice(0, 1), ...marked })],
    [
      'words with marks',
      make('text', {
        accept: [
          { text: 'tea', credit: 1 },
          { text: 'soup', credit: 0.5 },
        ],
        ...marked,
      }),
    ],
    [
      'words partly right at best',
      make('text', {
        accept: [
          { text: 'soup', credit: 0.5 },
          { text: 'ink', credit: 0 },
        ],
        marksTo: 's',
        marks: 3,
        penalty: -0,
      }),
    ],
    ['a grid', grid({})],
    ['a grid that may be left empty in parts', grid({ required: false })],
    ['a grid of many', grid({ pick: 'many' })],
    ['a grid of many, optional', grid({ pick: 'many', required: false })],
    ['a grid with marks', grid({ key: { r: ['c1'], t: ['c5'] }, ...marked })],
    [
      'a grid with a share of its marks',
      grid({ key: { r: ['c5'], t: ['c2'], u: ['c1'] }, ...marked, credit: 'share' }),
    ],
    ['a grid of many with marks', grid({ pick: 'many', key: { r: ['c1', 'c5'], t: ['c2'] }, ...marked })],
    [
      'a grid of many with marks, optional',
      grid({ pick: 'many', required: false, key: { r: ['c1', 'c5'] }, ...marked, credit: 'share' }),
    ],
  ])('%s', (_name, question) => {
    const values = legal(question).map((answer) => contribution(question, 's', answer)?.value ?? 0);
    expect(rangeOf(question, 's', false)).toEqual({ low: Math.min(...values), high: Math.max(...values) });
    expect(rangeOf(question, 's', true)).toEqual({ low: Math.min(0, ...values), high: Math.max(0, ...values) });
  });

  it('counts what a person has yet to read as all or nothing', () => {
    expect(rangeOf(make('essay', { review: true, ...marked }), 's', false)).toEqual({ low: 0, high: 3 });
    const rest = make('text', { accept: [{ text: 'tea', credit: 0 }], reviewRest: true, ...marked });
    expect(rangeOf(rest, 's', false)).toEqual({ low: -2, high: 3 });
    expect(
      rangeOf(make('match', { pairs: [{ left: option('l'), right: option('r') }], ...marked }), 's', false),
    ).toEqual({
      low: -2,
      high: 3,
    });
  });

  it('has no end where a number has none', () => {
    const open = (more: object) => rangeOf(make('number', { weights: { s: 2 }, ...more }), 's', false);
    expect(open({})).toEqual({ low: -Infinity, high: Infinity });
    expect(open({ min: 3 })).toEqual({ low: 6, high: Infinity });
    expect(open({ max: 3 })).toEqual({ low: -Infinity, high: 6 });
    expect(open({ min: 3, weights: { s: -2 } })).toEqual({ low: -Infinity, high: -6 });
    expect(open({ weights: { s: 0 } })).toEqual({ low: 0, high: 0 });
    expect(open({ weights: {}, target: 3, ...marked })).toEqual({ low: -2, high: 3 });
  });

  it('is bounded apart where there are too many ways to try', () => {
    const fifteen = Array.from({ length: 15 }, (_, i) =>
      option(`o${i}`, { s: i < 2 ? -1 : 1 }, i === 0 ? { credit: 1 } : {}),
    );
    expect(rangeOf(choice('many', fifteen, { max: 3, ...marked }), 's', false)).toEqual({ low: -2 - 2, high: 3 + 3 });
    const seven = Array.from({ length: 7 }, (_, i) => option(`i${i}`, i === 0 ? { s: 1 } : {}));
    expect(rangeOf(make('order', { items: seven, ...marked }), 's', false)).toEqual({ low: 1 - 2, high: 7 + 3 });
    // Six are tried in every order: with the heaviest last, the order is wrong.
    expect(rangeOf(make('order', { items: seven.slice(0, 6), ...marked }), 's', false)).toEqual({
      low: 1 - 2,
      high: 6 + 3,
    });
  });

  it('is none where nothing weighs', () => {
    for (const q of [
      choice('one', [option('a'), option('b')]),
      make('text', {}),
      make('essay', { ...marked }),
      make('date', { ...marked }),
    ]) {
      expect(measuresOfQuestion(q)).toEqual([]);
      expect(rangeOf(q, 's', false)).toBeNull();
    }
    expect(measuresOfQuestion(make('order', { items }))).toEqual(['s']);
    expect(rangeOf(make('grid', { rows, columns: [] }), 's', false)).toEqual({ low: 0, high: 0 });
    expect(rangeOf(choice('one', [option('a', { x: 1 })]), 's', false)).toBeNull();
  });
});

describe('what an answer adds', () => {
  it('is nothing for what is not of its kind', () => {
    expect(contribution(make('rating', { weights: { s: 2 } }), 's', ['a'])).toBeNull();
    expect(contribution(make('text', {}), 's', ['a'])).toBeNull();
    expect(contribution(make('order', { items }), 's', { a: 'b' })).toBeNull();
    expect(contribution(make('order', { items }), 's', ['gone', 'a'])?.value).toBe(2 * 2);
    expect(contribution(grid({}), 's', { r: ['gone'] })?.value).toBe(0);
    expect(contribution(grid({}), 's', undefined)).toBeNull();
  });

  it('is spoken where a weight other than 0 is in it', () => {
    const spoken = (q: Question, a: Answer) => contribution(q, 's', a)?.spoken;
    const q = choice('many', [option('a', { s: 1 }), option('b', { s: -1 }), option('c', { s: 0 })]);
    expect(spoken(q, ['a', 'b'])).toBe(true);
    expect(spoken(q, ['c'])).toBe(false);
    expect(spoken(choice('one', keyed.slice(1), { marksTo: 's', marks: 0 }), ['c'])).toBe(true);
    const unread = make('essay', { review: true, ...marked });
    expect(contribution(unread, 's', 'words')).toBeNull();
    expect(contribution(unread, 's', 'words', 2)).toEqual({ value: 2, spoken: true });
  });
});
