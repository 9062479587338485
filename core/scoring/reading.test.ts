/** What is read off a run: marks and scales by topic, of all questions or those seen, formulas, and the values of inserts. */
import { choice, option, page, quiz, strongest, text } from '../../tests/quizzes';
import type { Insert, Quiz } from '../schema/quiz';
import { foldRun, runFacts } from '../flow/run';
import { fillFor, resultOf } from '../flow/result';

const q = (id: string, more: object = {}) =>
  choice(id, [option('a', { s: 2, m: 4, x: 1 }, { credit: 1 }), option('b', { s: -1, m: 1, y: 1 })], more);
const made = (more: Partial<Quiz> = {}) =>
  quiz(
    [
      page('p', [q('q1', { topic: 't' }), q('q2', { topic: 'u', marks: 3 })], { otherwise: 'finish' }),
      page('never', [q('q3', { topic: 't', required: false, marks: 2 })]),
    ],
    {
      topics: [
        { id: 't', name: 'T' },
        { id: 'u', name: 'U' },
        { id: 'none', name: 'None' },
      ],
      scales: [
        { id: 's', name: 'S', start: 10 },
        { id: 'm', name: 'M', combine: 'mean' },
        { id: 'f', name: 'F', formula: 's + m × 2 - marks', decimals: 1 },
        { id: 'g', name: 'G', formula: 'f / 3' },
        { id: 'round1', name: 'R', formula: 'round2 + 1' },
        { id: 'round2', name: 'R', formula: 'round1 + 1' },
        { id: 'broken', name: 'B', formula: 's +' },
      ],
      verdicts: [strongest('v', ['x', 'y'], { ties: 'blend' })],
      known: [{ id: 'k', from: 'address' }],
      ...more,
    },
  );
const runOf = (quiz: Quiz, q1 = 'a', q2 = 'b') =>
  foldRun(quiz, { seed: 1, known: { k: 'fair' } }, [{ do: 'go', page: 'p', answers: { q1: [q1], q2: [q2] } }]);
const read = (more: Partial<Quiz> = {}, ...answers: string[]) => resultOf(made(more), runOf(made(more), ...answers));

describe('a result', () => {
  it('counts what was seen', () => {
    const { marks, scales } = read();
    expect(marks).toEqual({ awarded: 1, possible: 4, percent: 25, pending: 0 });
    expect(scales['s']).toEqual({ points: 11, lowest: 8, highest: 14, percent: 50 });
    expect(scales['m']).toEqual({ points: 2.5, lowest: 1, highest: 4, percent: 50 });
  });

  it('counts all questions where it is of all', () => {
    const { marks, scales, topics } = read({ scoring: { of: 'all' } });
    expect(marks).toEqual({ awarded: 1, possible: 6, percent: 16.666666667, pending: 0 });
    expect(scales['s']).toEqual({ points: 11, lowest: 7, highest: 16, percent: 44.444444444 });
    expect(topics['t']).toMatchObject({
      marks: { awarded: 1, possible: 3 },
      scales: { s: { lowest: -2, highest: 4 } },
    });
    expect(topics['u']).toMatchObject({
      marks: { awarded: 0, possible: 3 },
      scales: { s: { lowest: -1, highest: 2 } },
    });
  });

  it('reads every scale by topic, a sum without its start, and no formula', () => {
    const { topics } = read();
    expect(topics['t']).toEqual({
      marks: { awarded: 1, possible: 1, percent: 100, pending: 0 },
      scales: {
        s: { points: 2, lowest: -1, highest: 2, percent: 100 },
        m: { points: 4, lowest: 1, highest: 4, percent: 100 },
      },
    });
    const nothing = { points: null, lowest: null, highest: null, percent: null };
    expect(topics['none']).toEqual({
      marks: { awarded: 0, possible: 0, percent: null, pending: 0 },
      scales: { s: { points: 0, lowest: 0, highest: 0, percent: null }, m: nothing },
    });
  });

  it('works out formulas over scales, marks and other formulas; one that needs itself or cannot be read has no value', () => {
    const { scales } = read();
    expect(scales['f']).toEqual({ points: 15, lowest: null, highest: null, percent: null });
    expect(scales['g']?.points).toBe(5);
    expect([scales['round1']?.points, scales['broken']?.points]).toEqual([null, null]);
  });

  it('has no range where a number has none', () => {
    const open = quiz([page('p', [{ id: 'n', kind: 'number', prompt: 'n', max: 5, weights: { s: 1 } }])], {
      scales: [{ id: 's', name: 'S' }],
    });
    const run = foldRun(open, { seed: 1 }, [{ do: 'go', page: 'p', answers: { n: 3 } }]);
    expect(resultOf(open, run).scales['s']).toEqual({ points: 3, lowest: null, highest: 5, percent: null });
  });
});

describe('the facts of a run', () => {
  const facts = (q1 = 'a', q2 = 'b') => runFacts(made(), runOf(made(), q1, q2));
  it('are marks and scales, in points and percent, with the most there is', () => {
    expect(facts().value('marks', 'points')).toEqual({ value: 1, most: 4 });
    expect(facts().value('marks', 'percent')).toEqual({ value: 25, most: 100 });
    expect(facts().value('marks', 'points', 't')).toEqual({ value: 1, most: 1 });
    expect(facts().value('s', 'points')).toEqual({ value: 11, most: 14 });
    expect(facts().value('s', 'percent')).toEqual({ value: 50, most: 100 });
    expect(facts().value('s', 'points', 'u')).toEqual({ value: -1, most: 2 });
    expect(facts().value('gone', 'points')).toEqual({ value: null, most: null });
  });
  it('are outcomes of any verdict', () => {
    expect(facts().outcomes('v')).toEqual(['x', 'y']);
    expect(facts('a', 'a').outcomes('v')).toEqual(['x']);
    expect(facts().outcomes('gone')).toEqual([]);
  });
});

describe('the value of an insert', () => {
  const contact = {
    id: 'c',
    kind: 'contact' as const,
    prompt: 'c',
    fields: [{ id: 'name', label: 'Name', format: 'name' as const }],
  };
  const value = (attrs: Partial<Insert['attrs']>, name = '  Ada  Axle ') => {
    const base = made();
    const first = base.pages[0];
    if (!first) throw new Error('a page is there');
    const quiz = {
      ...base,
      pages: [{ ...first, blocks: [...first.blocks, contact, text('w')] }, ...base.pages.slice(1)],
    };
    const run = foldRun(quiz, { seed: 1, known: { k: 'fair' } }, [
      { do: 'go', page: 'p', answers: { q1: ['a'], q2: ['b'], w: 'words' }, contact: { c: { fields: { name } } } },
    ]);
    return fillFor(quiz, run)({ fallback: '', ...attrs } as Insert['attrs']);
  };
  test.each<[string, Partial<Insert['attrs']>, string | null]>([
    ['name', { value: 'name' }, 'Ada  Axle'],
    ['first name', { value: 'firstName' }, 'Ada'],
    ['title', { value: 'title' }, 'A quiz'],
    ['known value', { value: 'known', ref: 'k' }, 'fair'],
    ['unknown value', { value: 'known', ref: 'gone' }, null],
    ['known value without a name', { value: 'known' }, null],
    ['answer', { value: 'answer', ref: 'q1' }, 'a'],
    ['answer to nothing', { value: 'answer' }, null],
    ['outcomes, of the first verdict', { value: 'outcome' }, 'x and y'],
    ['outcomes of a verdict', { value: 'outcome', ref: 'v' }, 'x and y'],
    ['outcomes of a verdict that is gone', { value: 'outcome', ref: 'gone' }, ''],
    ['marks', { value: 'points', ref: 'marks' }, '1'],
    ['marks without a name', { value: 'points' }, '1'],
    ['percent of the marks', { value: 'percent' }, '25'],
    ['points', { value: 'points', ref: 's' }, '11'],
    ['points of a mean, to two decimals', { value: 'points', ref: 'm' }, '2.5'],
    ['points to the decimals of the scale', { value: 'points', ref: 'f' }, '15'],
    ['percent', { value: 'percent', ref: 's' }, '50'],
    ['percent of a formula', { value: 'percent', ref: 'f' }, null],
    ['points of a scale that is gone', { value: 'points', ref: 'gone' }, null],
  ])('%s', (_name, attrs, expected) => {
    expect(value(attrs)).toBe(expected);
  });
  it('is nothing where no name was given, and has a true minus', () => {
    expect(value({ value: 'firstName' }, ' ')).toBe('');
    const low = quiz([page('p', [choice('q', [option('a', { s: -2.345 }), option('b')])])], {
      scales: [{ id: 's', name: 'S' }],
    });
    const run = foldRun(low, { seed: 1 }, [{ do: 'go', page: 'p', answers: { q: ['a'] } }]);
    expect(fillFor(low, run)({ value: 'points', ref: 's', fallback: '' })).toBe('−2.35');
    expect(fillFor(low, run)({ value: 'outcome', fallback: '' })).toBe('');
  });
});
