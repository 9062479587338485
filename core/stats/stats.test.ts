import { foldRun, type Sent } from '../flow/run';
import { walk } from '../flow/walk';
import { choice, option, page, quiz, strongest } from '../../tests/quizzes';
import type { Answer } from '../values/answer';
import { countsOf, fifthOf, journeyOf } from './counts';
import { Alpha, Correlation, Moments } from './moments';
import { wilson } from '../values/wilson';
import { compareProportions } from './proportions';
import { RunReader } from './reading';
import { associationOf, fisherExact } from './tables';

describe('Wilson’s interval', () => {
  // Newcombe, Statistics in Medicine 1998, table I, method 3.
  test.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('of %s in %s is %s to %s', (successes, trials, low, high) => {
    const interval = wilson(successes, trials);
    expect(interval?.low).toBeCloseTo(low, 4);
    expect(interval?.high).toBeCloseTo(high, 4);
  });
  it('does not exist without trials', () => expect(wilson(0, 0)).toBeNull());
});

describe('the difference of two proportions', () => {
  // Newcombe, Statistics in Medicine 1998 (interval estimation for the difference), table II, method 10, contrasts (a) and (c).
  test.each([
    [56, 70, 48, 80, 0.0524, 0.3339],
    [9, 10, 3, 10, 0.1705, 0.809],
  ])('of %s in %s and %s in %s is %s to %s', (x1, n1, x2, n2, low, high) => {
    const compared = compareProportions(x1, n1, x2, n2);
    expect(compared?.low).toBeCloseTo(low, 4);
    expect(compared?.high).toBeCloseTo(high, 4);
  });
  it('takes the z test for large groups', () => {
    // z = 0.02 / √(0.11 × 0.89 × 2 / 1000) = 1.4293…; two-sided p = 0.1529.
    expect(compareProportions(120, 1000, 100, 1000)?.p).toBeCloseTo(0.1529, 4);
  });
});

describe('Fisher’s exact test', () => {
  it('of the lady tasting tea', () => {
    // Fisher, The Design of Experiments, 1935: three of four right is 17 in 70 one-sided, 34 in 70 two-sided.
    expect(fisherExact(3, 1, 1, 3)).toBeCloseTo(34 / 70, 10);
    expect(fisherExact(4, 0, 0, 4)).toBeCloseTo(2 / 70, 10);
  });
});

describe('chi-square and Cramér’s V', () => {
  it('of a table worked by hand', () => {
    // Expected 20 in each corner, so χ² = 4 × 10² / 20 = 20 with one degree of freedom; V = √(20 / 80).
    const found = associationOf([
      [30, 10],
      [10, 30],
    ]);
    expect(found.chi2).toBeCloseTo(20, 10);
    expect(found.cramersV).toBeCloseTo(0.5, 10);
    expect(found.p).toBeCloseTo(7.744e-6, 8);
  });
  it('of hair and eyes', () => {
    // Snee, The American Statistician 1974: χ² = 138.29, nine degrees of freedom, 592 students.
    const { chi2, cramersV } = associationOf([
      [68, 20, 15, 5],
      [119, 84, 54, 29],
      [26, 17, 14, 14],
      [7, 94, 10, 16],
    ]);
    expect(chi2).toBeCloseTo(138.29, 2);
    expect(cramersV).toBeCloseTo(Math.sqrt(138.2898 / (592 * 3)), 4);
  });
  it('leaves out rows and columns of nobody, and says nothing of what does not vary', () => {
    expect(
      associationOf([
        [30, 0, 10],
        [0, 0, 0],
        [10, 0, 30],
      ]).chi2,
    ).toBeCloseTo(20, 10);
    expect(associationOf([[3, 4]])).toEqual({ cramersV: null, chi2: null, p: null });
  });
});

describe('running sums', () => {
  it('give the mean and the spread with n − 1', () => {
    const moments = new Moments();
    for (const x of [2, 4, 4, 4, 5, 5, 7, 9]) moments.add(x);
    expect(moments.mean).toBe(5);
    expect(moments.sd).toBeCloseTo(Math.sqrt(32 / 7), 12);
    expect(new Moments().sd).toBeNull();
  });
  it('give Pearson’s correlation', () => {
    // Anscombe, The American Statistician 1973, first data set: r = 0.816.
    const r = new Correlation();
    [
      [10, 8.04],
      [8, 6.95],
      [13, 7.58],
      [9, 8.81],
      [11, 8.33],
      [14, 9.96],
      [6, 7.24],
      [4, 4.26],
      [12, 10.84],
      [7, 4.82],
      [5, 5.68],
    ].forEach(([x = 0, y = 0]) => r.add(x, y));
    expect(r.r).toBeCloseTo(0.81642, 4);
    const flat = new Correlation();
    [1, 2, 3].forEach((x) => flat.add(x, 0.1));
    expect(flat.r).toBeNull();
  });
  it('give Cronbach’s alpha', () => {
    // Variances 1, 1, 1 of the items and 7 of their sum 3, 6, 8, worked by hand: 3/2 × (1 − 3/7)… with sums 3, 6, 8: mean 17/3.
    const alpha = new Alpha(3);
    alpha.add([1, 1, 1]);
    alpha.add([2, 2, 2]);
    alpha.add([3, 3, 2]);
    const items = 1 + 1 + 1 / 3;
    const total = ((3 - 17 / 3) ** 2 + (6 - 17 / 3) ** 2 + (8 - 17 / 3) ** 2) / 2;
    expect(alpha.alpha).toBeCloseTo((3 / 2) * (1 - items / total), 12);
  });
});

describe('reading runs', () => {
  const right = (id: string) =>
    choice(id, [option('a', { x: 1 }, { credit: 1 }), option('b', { y: 1 })], { required: false });
  const q = quiz([page('p1', ['q1', 'q2', 'q3'].map(right))], { verdicts: [strongest('v', ['x', 'y', 'z'])] });
  const read = (...answers: (string | null)[][]) => {
    const reader = new RunReader(q);
    answers.forEach((list, i) => {
      const given = Object.fromEntries(list.flatMap((a, k) => (a === null ? [] : [[`q${k + 1}`, [a]]])));
      reader.add(walk(q, { id: String(i), answers: given }).run);
    });
    return reader.stats();
  };
  const stats = read(['a', 'a', 'a'], ['a', 'a', 'b'], ['a', 'b', 'b'], ['b', 'b', null]);

  it('counts answers, and how hard each question is', () => {
    expect(stats.runs).toBe(4);
    expect(stats.questions['q1']).toMatchObject({ answered: 4, options: { a: 3, b: 1 }, difficulty: 0.75 });
    expect(stats.questions['q3']).toMatchObject({ answered: 3, options: { a: 1, b: 2 }, difficulty: 0.25 });
    // q1: 1 1 1 0 against the rest 2 1 0 0. Covariance 0.25, variances 0.25 and 11/12.
    expect(stats.questions['q1']?.discrimination).toBeCloseTo(0.25 / Math.sqrt((0.25 * 11) / 12), 12);
  });
  it('sums marks over all, and alpha over those who answered all items', () => {
    expect(stats.marks.mean).toBe(1.5);
    expect(stats.marks.sd).toBeCloseTo(Math.sqrt(5 / 3), 12);
    // Runs 111, 110, 100: item variances 0, 1/3, 1/3; sums 3, 2, 1 with variance 1.
    expect(stats.marks.alpha).toBeCloseTo((3 / 2) * (1 - 2 / 3), 12);
  });
  it('tells what drives a verdict', () => {
    expect(stats.outcomes['v']).toEqual({ x: 2, y: 2, z: 0 });
    const driver = stats.drivers['v']?.['q2'];
    expect(driver?.cramersV).toBeCloseTo(1, 12);
    expect(driver?.lift).toEqual({ a: { x: 2, y: 0, z: null }, b: { x: 0, y: 2, z: null } });
  });
  it('takes each option of several as chosen or not', () => {
    const many = quiz([page('p1', [choice('q', [option('a', { x: 2 }), option('b', { y: 1 })], { pick: 'many' })])], {
      verdicts: [strongest('v', ['x', 'y'])],
    });
    const reader = new RunReader(many);
    for (const chosen of [['a'], ['a', 'b'], ['b'], ['b']])
      reader.add(walk(many, { id: 'r', answers: { q: chosen } }).run);
    // By x, y: a 2 0, not a 0 2; b 1 2, not b 1 0.
    const driver = reader.stats().drivers['v']?.['q'];
    const [a, b] = [
      associationOf([
        [2, 0],
        [0, 2],
      ]),
      associationOf([
        [1, 2],
        [1, 0],
      ]),
    ];
    expect(driver?.options).toEqual({ a, b });
    // The question's own is that of a, whose p is smaller; it was looked for among two.
    expect([driver?.chi2, driver?.cramersV]).toEqual([a.chi2, a.cramersV]);
    expect(driver?.p).toBeCloseTo(2 * (a.p ?? 0), 12);
    expect(driver?.lift['b']).toEqual({ x: 1 / 3 / 0.5, y: 2 / 3 / 0.5 });
  });
  it('says nothing where there is nothing', () => {
    const none = read();
    expect(none).toMatchObject({
      runs: 0,
      marks: { mean: null, sd: null, alpha: null },
      outcomes: { v: { x: 0, y: 0, z: 0 } },
    });
    expect(none.questions['q1']).toEqual({
      answered: 0,
      options: { a: 0, b: 0 },
      difficulty: null,
      discrimination: null,
    });
  });
});

describe('what a run counts for', () => {
  const q = quiz(
    [
      page('p1', [choice('q1', [option('a', { x: 1 }), option('b', { y: 1 })])]),
      page('p2', [choice('q2', [option('a'), option('b')], { required: false })]),
    ],
    { verdicts: [strongest('v', ['x', 'y'])] },
  );
  const go = (on: string, answers = {}): Sent => ({ do: 'go', page: on, answers });
  const count = (...sent: Sent[]) =>
    countsOf(
      q,
      foldRun(q, { seed: 1 }, sent),
      sent.some((s) => s.do !== 'offer'),
    );
  it('is being seen, until something is sent', () => expect(count()).toEqual(['seen']));
  it('is each page, answer and outcome once', () => {
    expect(count(go('p1', { q1: ['b'] }), go('p2')).sort()).toEqual(
      [
        'seen',
        'started',
        'enter p1',
        'leave p1',
        'enter p2',
        'leave p2',
        'route p1 otherwise',
        'route p2 otherwise',
        'enter end',
        'answered q1',
        'option q1 b',
        'finished',
        'outcome v y',
      ].sort(),
    );
  });
  it('is the value of a rating, and whether other questions with a key are right', () => {
    const kinds = quiz([
      page('p1', [
        { id: 'stars', kind: 'rating', prompt: 'How?', max: 5 },
        { id: 'word', kind: 'text', prompt: 'What?', accept: ['wheel'] },
        { id: 'open', kind: 'text', prompt: 'Why?' },
        {
          id: 'agree',
          kind: 'grid',
          pick: 'one',
          prompt: 'Do you?',
          rows: [
            { id: 'r', text: 'R' },
            { id: 't', text: 'T' },
          ],
          columns: [{ id: 'c', text: 'C' }],
        },
      ]),
    ]);
    const told = (answers: Record<string, Answer>) =>
      countsOf(kinds, foldRun(kinds, { seed: 1 }, [{ do: 'go', page: 'p1', answers }]), true).filter((k) =>
        /^(value|right|answered)/.test(k),
      );
    expect(told({ stars: 4, word: ' Wheel', open: 'so' })).toEqual([
      'answered stars',
      'value stars 4',
      'answered word',
      'right word',
      'answered open',
    ]);
    expect(told({ word: 'tyre' })).toEqual(['answered word']);
    expect(told({ agree: { r: ['c'], t: ['c'] } })).toEqual(['answered agree', 'value agree r c', 'value agree t c']);
  });
  it('is every column of a row, and the place of each wish', () => {
    const kinds = quiz([
      page('p1', [
        {
          id: 'take',
          kind: 'grid',
          pick: 'many',
          prompt: 'What?',
          rows: [{ id: 'r', text: 'R' }],
          columns: [
            { id: 'c', text: 'C' },
            { id: 'd', text: 'D' },
          ],
        },
        {
          id: 'wish',
          kind: 'order',
          keyed: false,
          prompt: 'First?',
          items: ['a', 'b'].map((id) => ({ id, text: id })),
        },
      ]),
    ]);
    const answers = { take: { r: ['c', 'd'] }, wish: ['b', 'a'] };
    const keys = countsOf(kinds, foldRun(kinds, { seed: 1 }, [{ do: 'go', page: 'p1', answers }]), true);
    expect(keys.filter((k) => k.startsWith('value'))).toEqual([
      'value take r c',
      'value take r d',
      'value wish b 1',
      'value wish a 2',
    ]);
  });
  it.each([
    ['as it is, where there are few', { min: 0, max: 100 }, 57, '57'],
    ['to two digits, where there is no end of them', {}, 12_345, '12000'],
    ['to two digits, where there are too many', { min: 0, max: 10, step: 0.01 }, 5.678, '5.7'],
    ['never beyond its bounds', { min: 0, max: 149 }, 149, '149'],
  ])('is a number %s', (_, bounds, value, told) => {
    const q = quiz([page('p1', [{ id: 'n', kind: 'number', prompt: 'How many?', ...bounds }])]);
    const run = foldRun(q, { seed: 1 }, [{ do: 'go', page: 'p1', answers: { n: value } }]);
    expect(countsOf(q, run, true)).toContain(`value n ${told}`);
  });
  it('is the fifth of the marks that it has in each topic', () => {
    const right = (id: string, topic: string) => choice(id, [option('a', {}, { credit: 1 }), option('b')], { topic });
    const graded = quiz(
      [
        page(
          'p1',
          ['q1', 'q2', 'q3', 'q4'].map((id, i) => right(id, i < 3 ? 'kit' : 'legs')),
        ),
      ],
      {
        topics: [
          { id: 'kit', name: 'Kit' },
          { id: 'legs', name: 'Legs' },
          { id: 'none', name: 'Nothing' },
        ],
      },
    );
    const answered = (answers: Record<string, string[]>) =>
      countsOf(graded, foldRun(graded, { seed: 1 }, [{ do: 'go', page: 'p1', answers }]), true).filter((k) =>
        k.startsWith('topic'),
      );
    const [a, b] = [['a'], ['b']];
    expect(answered({ q1: a, q2: a, q3: b, q4: a })).toEqual(['topic kit 3', 'topic legs 4']);
    expect(answered({ q1: b, q2: b, q3: b, q4: b })).toEqual(['topic kit 0', 'topic legs 0']);
    expect([-5, 0, 19.9, 20, 99, 100].map(fifthOf)).toEqual([0, 0, 0, 1, 4, 4]);
  });
  it('is not what was gone back from', () => {
    expect(count(go('p1', { q1: ['b'] }), { do: 'back', page: 'p2' })).not.toContain('leave p1');
  });
  it('makes a journey in which each page loses those who went nowhere from it', () => {
    const steps = journeyOf(
      q,
      (key) =>
        ({
          ...{ seen: 10, started: 7, 'enter p1': 7, 'leave p1': 6, 'stop p1': 1 },
          ...{ 'enter p2': 5, 'leave p2': 4, 'stop p2': 1, finished: 5 },
        })[key] ?? 0,
    );
    expect(steps.map((s) => [s.name, s.count, s.lost])).toEqual([
      ['Saw it', 10, 0],
      ['Started', 7, 3],
      ['p1', 6, 1],
      // One of six was led past p2: only who came to it and went nowhere is lost there.
      ['p2', 4, 1],
      ['Finished', 5, 0],
    ]);
  });
});
