import { anyAnswers, anyQuiz } from '../../tests/any-quiz';
import { choice, demoQuiz, option, page, quiz, strongest } from '../../tests/quizzes';
import { questionsOf } from '../document/lookup';
import { resultOf } from '../flow/result';
import { walk } from '../flow/walk';
import { chartOf, formsOf, pairId, pairIn, pairOf, partsOf, subjectsIn, tableOfChart } from './charts';
import { countsOf } from './counts';

const seeds = Array.from({ length: 25 }, (_, i) => i + 1);
/** Runs of a random quiz, and their figures. */
function crowd(seed: number) {
  const q = anyQuiz(seed);
  const runs = Array.from(
    { length: 12 },
    (_, i) => walk(q, { id: `r${i}`, answers: anyAnswers(seed * 100 + i, q) }).run,
  );
  const figures = new Map<string, number>();
  for (const run of runs) for (const key of countsOf(q, run, true)) figures.set(key, (figures.get(key) ?? 0) + 1);
  return { q, figures, finished: runs.filter((run) => run.finished).map((run) => resultOf(q, run)) };
}

describe.each(seeds)('of random quiz %p', (seed) => {
  const { q, figures, finished } = crowd(seed);
  it('every subject is drawn, in a form that fits, and as a table', () => {
    for (const { id, name } of subjectsIn(q)) {
      const chart = chartOf(q, figures, [], id);
      expect(chart).toMatchObject({ id, name });
      if (!chart) continue;
      expect(formsOf(chart).length).toBeGreaterThan(0);
      const { heads, rows } = tableOfChart(chart);
      for (const row of rows) expect(row).toHaveLength(heads.length);
    }
  });
  it('points and questions right are those of the results', () => {
    const marked = finished.filter(({ marks }) => marks.percent !== null);
    const told = chartOf(q, figures, [], 'earned marks');
    if (!told) return;
    expect(told.of).toBe(marked.length);
    const knew = chartOf(q, figures, [], 'knew marks');
    const counted = new Map<number, number>();
    for (const { questions } of marked) {
      const right = Object.values(questions).filter(({ credit }) => credit === 1).length;
      counted.set(right, (counted.get(right) ?? 0) + 1);
    }
    expect(knew && tableOfChart(knew).rows).toEqual(
      [...counted].sort(([a], [b]) => a - b).map(([n, count]) => [n, n, count]),
    );
  });
  it('parts of a subject are what its runs are counted by', () => {
    const known = [...figures.keys()];
    for (const { id } of subjectsIn(q)) {
      const [kind = '', of = ''] = id.split(/ (.*)/s);
      const prefix = { question: `option ${of} `, verdict: `outcome ${of} `, scale: `scale ${of} `, spread: `${of} ` }[
        kind
      ];
      const parts = partsOf(q, figures, id);
      if (prefix === undefined || !parts) continue;
      const keys = new Set(parts.flatMap((one) => one.parts.map((part) => one.prefix + part.id)));
      for (const key of known.filter((one) => one.startsWith(prefix))) expect(keys).toContain(key);
    }
  });
});

it('takes points of a topic apart from those of others', () => {
  const q = quiz(
    [
      page('p', [
        choice('a', [option('x', {}, { credit: 1 }), option('y')], { topic: 't', marks: 3 }),
        choice('b', [option('x', {}, { credit: 1 }), option('y')], { marks: 2 }),
      ]),
    ],
    { topics: [{ id: 't', name: 'Tyres' }] },
  );
  const { run } = walk(q, { id: 'r', answers: { a: ['x'], b: ['x'] } });
  const figures = new Map(countsOf(q, run, true).map((key) => [key, 1]));
  const bins = (id: string) => {
    const chart = chartOf(q, figures, [], id);
    return chart && tableOfChart(chart).rows;
  };
  expect(bins('earned topic t')).toEqual([[3, 3, 1]]);
  expect(bins('knew topic t')).toEqual([[1, 1, 1]]);
  expect(bins('earned marks')).toEqual([[5, 5, 1]]);
  expect(bins('knew marks')).toEqual([[2, 2, 1]]);
});

it('sets two subjects against each other', () => {
  const q = quiz([page('p', [choice('q', [option('a', { x: 1 }), option('b', { y: 1 })])])], {
    verdicts: [strongest('v', ['x', 'y'])],
  });
  const id = pairId('question q', 'verdict v');
  expect(pairIn(id)).toEqual(['question q', 'verdict v']);
  expect(pairIn('question q')).toBeNull();
  const figures = new Map<string, number>();
  const parts = (subject: string) => partsOf(q, figures, subject) ?? [];
  const chart = pairOf(q, id, [parts('question q'), parts('verdict v')], 9, (one, other) =>
    one === 'option q a' && other === 'outcome v x' ? 5 : 1,
  );
  expect(chart && tableOfChart(chart)).toEqual({
    heads: ['', 'x', 'y'],
    rows: [
      ['a', 5, 1],
      ['b', 1, 1],
    ],
  });
  expect(chart && formsOf(chart)).toEqual(['heat', 'grid']);
  expect(pairOf(q, pairId('question q', 'verdict no'), [[], []], 9, () => 1)).toBeNull();
});

it('tells sources, the most first, who came directly among them', () => {
  const q = quiz([page('p', [choice('q', [option('a'), option('b')])])]);
  const figures = new Map([
    ['seen', 10],
    ['direct', 3],
    ['source letter', 5],
    ['source poster', 2],
  ]);
  const chart = chartOf(q, figures, [], 'sources');
  expect(chart && tableOfChart(chart).rows.map((row) => row.slice(0, 3))).toEqual([
    ['letter', 5, 0.5],
    ['directly', 3, 0.3],
    ['poster', 2, 0.2],
  ]);
  expect(partsOf(q, figures, 'sources')).toMatchObject([{ prefix: 'direct' }, { prefix: 'source ' }]);
});

it('offers a ring only where the parts make one whole', () => {
  const [one, many] = ['one', 'many'] as const;
  const of = (pick: 'one' | 'many') => {
    const q = quiz([page('p', [choice('q', [option('a'), option('b')], { pick })])]);
    const answers = { q: pick === 'one' ? ['a'] : ['a', 'b'] };
    const figures = new Map(countsOf(q, walk(q, { id: 'r', answers }).run, true).map((key) => [key, 1]));
    const chart = chartOf(q, figures, [], 'question q');
    return chart && formsOf(chart);
  };
  expect(of(one)).toContain('ring');
  expect(of(many)).not.toContain('ring');
});

it('knows nothing of what a quiz does not have', () => {
  const q = demoQuiz('tourer');
  for (const id of ['', 'question', 'question no', 'verdict no', 'spread topic no', 'field no', 'earned', 'x y'])
    expect({ id, chart: chartOf(q, new Map(), [], id), parts: partsOf(q, new Map(), id) }).toEqual({
      ...{ id, chart: null, parts: null },
    });
  expect(questionsOf(q).every(({ id }) => chartOf(q, new Map(), [], `question ${id}`) !== null)).toBe(true);
});
