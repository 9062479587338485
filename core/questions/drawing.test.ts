/** What is drawn of answers, held against counts made by hand. */
import { anyAnswer, anyQuestion, dice } from '../../tests/any-quiz';
import { choice, option, page, quiz } from '../../tests/quizzes';
import { foldRun } from '../flow/run';
import type { Question } from '../schema/quiz';
import { countsOf } from '../stats/counts';
import { countsIn } from '../stats/drawings';
import type { Answer } from '../values/answer';
import { bar, binsOf, summaryOf } from './drawing';
import { kindOf } from './registry';

/** The drawing of a question that some visitors have answered. */
function drawn(question: Question, ...answers: Answer[]) {
  const q = quiz([page('p', [question])]);
  const figures = new Map<string, number>();
  for (const answer of answers) {
    const run = foldRun(q, { seed: 1 }, [{ do: 'go', page: 'p', answers: { [question.id]: answer } }]);
    for (const key of countsOf(q, run, true)) figures.set(key, (figures.get(key) ?? 0) + 1);
  }
  return kindOf(question).drawing(question, countsIn(figures, question.id));
}

it('is bars of a choice, with what else was said, and what is right', () => {
  const question = choice('q', [option('a', {}, { credit: 1 }), option('b')], { other: true, required: false });
  const drawing = drawn(question, ['a'], ['a'], ['b'], { options: ['other'], text: 'Tea' });
  expect(drawing).toMatchObject({
    as: 'bars',
    of: 'answers',
    bars: [
      { id: 'a', count: 2, share: 0.5, right: true },
      { id: 'b', count: 1, share: 0.25, right: false },
      { name: 'Something else', count: 1, share: 0.25, right: false },
    ],
  });
});

it('is numbers with their quartiles, and what is right', () => {
  const question: Question = { id: 'n', kind: 'number', prompt: 'How many?', target: 4, within: 1, min: 0, max: 50 };
  expect(drawn(question, 2, 4, 4, 10)).toEqual({
    as: 'numbers',
    bins: [
      { from: 2, to: 2, count: 1 },
      { from: 4, to: 4, count: 2 },
      { from: 10, to: 10, count: 1 },
    ],
    // By hand: places 0.75, 1.5 and 2.25 of 2 4 4 10.
    summary: { mean: 5, low: 3.5, median: 4, high: 5.5 },
    target: [3, 5],
  });
  expect(summaryOf([])).toBeNull();
  const bins = binsOf(Array.from({ length: 101 }, (_, i) => [i, 2] as const));
  expect(bins).toHaveLength(20);
  expect(bins[0]).toEqual({ from: 0, to: 5, count: 10 });
  // The last one holds its upper end too.
  expect(bins.at(-1)).toEqual({ from: 95, to: 100, count: 12 });
  const odd = binsOf(Array.from({ length: 40 }, (_, i) => [0.37 + i * 0.19, 1] as const));
  expect(odd[0]).toEqual({ from: 0, to: 0.5, count: 1 });
  expect(odd.reduce((sum, { count }) => sum + count, 0)).toBe(40);
});

it('is days, or months where there is no end of them', () => {
  const days: Question = { id: 'd', kind: 'date', prompt: 'When?', min: '2027-04-01', max: '2027-05-31' };
  expect(drawn(days, '2027-05-02', '2027-04-30', '2027-05-02')).toEqual({
    as: 'days',
    days: [
      ['2027-04-30', 1],
      ['2027-05-02', 2],
    ],
  });
  expect(drawn({ id: 'd', kind: 'date', prompt: 'When?' }, '2027-05-02')).toEqual({
    as: 'days',
    days: [['2027-05', 1]],
  });
});

it('is the places of items', () => {
  const items = ['a', 'b', 'c'].map((id) => ({ id, text: id }));
  const drawing = drawn({ id: 'o', kind: 'order', prompt: 'First?', items }, ['a', 'b', 'c'], ['b', 'a', 'c']);
  expect(drawing).toMatchObject({
    as: 'places',
    keyed: true,
    items: [
      { id: 'a', mean: 1.5, first: 1, places: [1, 1, 0] },
      { id: 'b', mean: 1.5, first: 1 },
      { id: 'c', mean: 3, first: 0, places: [0, 0, 2] },
    ],
  });
});

it('is cells of a grid and of pairs', () => {
  const grid: Question = {
    ...{ id: 'g', kind: 'grid', pick: 'one', prompt: 'Which?' },
    rows: [{ id: 'r', text: 'R' }],
    columns: ['x', 'y'].map((id) => ({ id, text: id })),
    key: { r: ['y'] },
  };
  expect(drawn(grid, { r: ['y'] }, { r: ['x'] }, { r: ['y'] })).toMatchObject({
    counts: [[1, 2]],
    right: [[false, true]],
  });
  const side = (id: string) => ({ id, text: id });
  const pairs: Question = {
    ...{ id: 'm', kind: 'match', prompt: 'Which?' },
    pairs: [
      { left: side('l1'), right: side('r1') },
      { left: side('l2'), right: side('r2') },
    ],
  };
  expect(drawn(pairs, { l1: 'r1', l2: 'r2' }, { l1: 'r2', l2: 'r1' }, { l1: 'r1', l2: 'r2' })).toMatchObject({
    as: 'cells',
    counts: [
      [2, 1],
      [1, 2],
    ],
    right: [
      [true, false],
      [false, true],
    ],
  });
});

it('is the gaps that are right, and points on a picture', () => {
  const gaps: Question = {
    ...{ id: 'g', kind: 'gaps', prompt: 'Which?', text: '' },
    gaps: [
      { id: 'one', accept: ['chain'] },
      { id: 'two', accept: ['ring'] },
    ],
  };
  expect(drawn(gaps, { one: 'Chain', two: 'x' }, { one: 'chain', two: 'ring' })).toMatchObject({
    as: 'bars',
    of: 'right',
    bars: [
      { name: 'chain', count: 2, share: 1 },
      { name: 'ring', count: 1, share: 0.5 },
    ],
  });
  const spots: Question = {
    ...{ id: 's', kind: 'spots', prompt: 'Where?', picture: { src: '/pictures/x.svg', text: 'A bike' } },
    spots: [{ id: 'p', text: 'Hub', region: { x: 0.5, y: 0.5, r: 0.1 } }],
  };
  const drawing = drawn(spots, { p: [0.5, 0.5] }, { p: [0.51, 0.51] }, { p: [0.99, 1] });
  expect(drawing).toMatchObject({ as: 'points', bars: [{ name: 'Hub', count: 2 }] });
  expect(drawing.as === 'points' && drawing.points.map(({ count }) => count).sort()).toEqual([1, 2]);
});

it.each(Array.from({ length: 200 }, (_, seed) => seed))('counts nobody twice, whatever is asked (%i)', (seed) => {
  const d = dice(seed);
  const question = { ...anyQuestion(d, 'q'), required: false };
  const answers = Array.from({ length: 5 }, () => anyAnswer(d, question)).filter((one) => one !== undefined);
  const drawing = drawn(question, ...answers);
  const totals: Record<string, () => number[]> = {
    bars: () => (drawing.as === 'bars' ? drawing.bars.map(({ count }) => count) : []),
    numbers: () => (drawing.as === 'numbers' ? drawing.bins.map(({ count }) => count) : []),
    days: () => (drawing.as === 'days' ? drawing.days.map(([, count]) => count) : []),
    places: () => (drawing.as === 'places' ? drawing.items.flatMap(({ places }) => places) : []),
    cells: () => (drawing.as === 'cells' ? drawing.counts.flat() : []),
    points: () => (drawing.as === 'points' ? drawing.points.map(({ count }) => count) : []),
    words: () => [],
  };
  for (const count of totals[drawing.as]?.() ?? []) expect(count).toBeLessThanOrEqual(5);
});

it('is a share of all, however much was wiped', () => {
  expect(bar('a', 'A', 7, 5)).toMatchObject({ count: 7, share: 1, high: 1 });
  expect(bar('a', 'A', 0, 0)).toEqual({ id: 'a', name: 'A', count: 0, share: 0, low: 0, high: 0 });
});
