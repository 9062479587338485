import { answerText } from '../questions/registry';
import { choice, option, page, quiz, result, strongest, text } from '../../tests/quizzes';
import type { Block, Question, Quiz } from '../schema/quiz';
import { composeLetter } from './letter';
import { progressOf } from './progress';
import { foldRun, type Sent, startRun } from './run';
import { reviewLine } from './review';
import { viewOf } from './view';
import { fillFor } from './result';
import type { Answer } from '../values/answer';

const of = <K extends Question['kind']>(kind: K, more: object = {}) =>
  ({ id: 'q', kind, prompt: 'Ask', ...more }) as Question;
const picture = { src: '/pictures/map.svg', text: 'A map' };
const secrets = {
  marks: 3,
  penalty: 1,
  topic: 't',
  name: 'own label',
  weights: { s: 2 },
  marksTo: 's',
  explain: { always: 'why' },
  limit: 10,
};
const asked = { id: 'q', prompt: 'Ask', required: false };
const shownOf = (block: Block, stage: 'ask' | 'result' = 'ask', more: Partial<Quiz> = {}) => {
  const q = stage === 'ask' ? quiz([page('p', [block])], more) : quiz([page('p', []), result('end', [block])], more);
  return viewOf(q, stage === 'ask' ? startRun(q, { seed: 1 }) : foldRun(q, { seed: 1 }, [{ do: 'go', page: 'p' }])).page
    ?.blocks;
};

describe('what a browser may see', () => {
  test.each<[string, Question, object]>([
    [
      'a choice',
      {
        ...choice('q', [option('a', { s: 1 }, { credit: 1, picture }), option('b')], {
          ...secrets,
          weights: undefined,
          across: 2,
          as: 'pictures',
        } as object),
        hint: 'Look up',
        media: { picture, sound: picture, video: picture },
        prompt: 'Ask',
      },
      {
        ...asked,
        kind: 'choice',
        required: true,
        hint: 'Look up',
        media: { picture, sound: picture, video: picture },
        across: 2,
        pick: 'one',
        as: 'pictures',
        min: 1,
        max: 1,
        options: [
          { id: 'a', text: 'a', picture },
          { id: 'b', text: 'b' },
        ],
        other: false,
      },
    ],
    [
      'many of a list',
      {
        ...choice('q', [option('a'), option('b')], { pick: 'many', max: 2, min: 1, other: true, required: false }),
        prompt: 'Ask',
      },
      {
        ...asked,
        kind: 'choice',
        pick: 'many',
        as: 'list',
        min: 1,
        max: 2,
        options: [
          { id: 'a', text: 'a' },
          { id: 'b', text: 'b' },
        ],
        other: true,
      },
    ],
    [
      'words',
      of('text', { ...secrets, accept: ['tea'], fold: { slips: 1 }, reviewRest: true }),
      { ...asked, kind: 'text' },
    ],
    ['a text', of('essay', { review: true }), { ...asked, kind: 'essay' }],
    [
      'a number',
      of('number', { ...secrets, target: 3, within: 1, min: 0, max: 9, step: 0.5, reverse: true }),
      { ...asked, kind: 'number', min: 0, max: 9, step: 0.5 },
    ],
    ['a slider without ends', of('slider'), { ...asked, kind: 'slider', step: 1 }],
    [
      'stars',
      of('rating', { as: 'stars', min: 0, max: 10, weights: { s: 1 } }),
      { ...asked, kind: 'rating', as: 'stars', min: 0, max: 10 },
    ],
    ['steps', of('rating'), { ...asked, kind: 'rating', as: 'steps', min: 1, max: 5 }],
    [
      'a day',
      of('date', { target: '2027-04-18', min: '2027-01-01', max: '2027-12-31' }),
      { ...asked, kind: 'date', min: '2027-01-01', max: '2027-12-31' },
    ],
    [
      'a ranking',
      of('order', { keyed: false, items: [option('a', { s: 1 }), option('b')] }),
      {
        ...asked,
        kind: 'order',
        items: [
          { id: 'a', text: 'a' },
          { id: 'b', text: 'b' },
        ],
      },
    ],
    [
      'gaps',
      of('gaps', {
        text: { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'gap', attrs: { gap: 'g' } }] }] },
        gaps: [{ id: 'g', accept: ['spoke'] }],
      }),
      {
        ...asked,
        kind: 'gaps',
        text: { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'gap', attrs: { gap: 'g' } }] }] },
        gaps: ['g'],
      },
    ],
    [
      'a grid',
      of('grid', {
        rows: [{ id: 'r', text: 'Stove', weights: { s: 1 }, reverse: true }],
        columns: [{ id: 'c', text: 'Have it', value: 2 }],
        key: { r: ['c'] },
      }),
      {
        ...asked,
        kind: 'grid',
        pick: 'one',
        rows: [{ id: 'r', text: 'Stove' }],
        columns: [{ id: 'c', text: 'Have it' }],
      },
    ],
    [
      'places',
      of('spots', {
        picture,
        spots: [
          { id: 'a', at: [0.5, 0.25], accept: ['hub'] },
          { id: 'b', text: 'the chain', at: [0.1, 0.1], region: { x: 0.1, y: 0.2, r: 0.1 } },
        ],
      }),
      {
        ...asked,
        kind: 'spots',
        picture,
        spots: [
          { id: 'a', at: [0.5, 0.25] },
          { id: 'b', text: 'the chain' },
        ],
      },
    ],
  ])('of %s', (_name, question, view) => {
    expect(shownOf(question)).toEqual([view]);
  });

  it('of pairs and of an order is mixed by the seed, and whole', () => {
    const letters = ['a', 'b', 'c', 'd', 'e'];
    const pairs = letters.map((l) => ({ left: option(`l${l}`), right: option(`r${l}`) }));
    const [match] = shownOf(of('match', { pairs, extras: [option('x')] })) ?? [];
    if (match?.kind !== 'match') throw new Error('pairs are seen as pairs');
    expect(match.lefts.map((l) => l.id)).toEqual(letters.map((l) => `l${l}`));
    expect(match.rights.map((r) => r.id).sort()).toEqual([...letters.map((l) => `r${l}`), 'x']);
    expect(match.rights.map((r) => r.id)).not.toEqual([...letters.map((l) => `r${l}`), 'x']);
    for (const question of [
      of('order', { items: letters.map((l) => option(l)) }),
      of('order', { keyed: false, shuffle: true, items: letters.map((l) => option(l)) }),
      choice(
        'q',
        letters.map((l) => option(l)),
        { shuffle: true },
      ),
      of('grid', { shuffle: true, rows: letters.map((l) => option(l)), columns: [option('c')] }),
    ]) {
      const [seen] = shownOf(question) ?? [];
      const ids =
        (seen as { items?: { id: string }[]; options?: { id: string }[]; rows?: { id: string }[] } | undefined) ?? {};
      const list = (ids.items ?? ids.options ?? ids.rows ?? []).map((i) => i.id);
      expect(list).not.toEqual(letters);
      expect([...list].sort()).toEqual(letters);
    }
  });

  it('of other blocks, and not of results before the end', () => {
    const offer = { text: 'Tea', button: 'Have it', url: 'https://slowspoke.test/' };
    expect(shownOf({ id: 'b', kind: 'words', body: 'Read' })).toEqual([{ kind: 'words', id: 'b', body: 'Read' }]);
    expect(shownOf({ id: 'b', kind: 'media', picture })).toEqual([{ kind: 'media', id: 'b', picture }]);
    expect(shownOf({ id: 'b', kind: 'offer', offer })).toEqual([{ kind: 'offer', id: 'b', offer }]);
    expect(
      shownOf({
        id: 'b',
        kind: 'contact',
        prompt: 'Where to?',
        body: 'By mail',
        fields: [{ id: 'email', label: 'E-mail', format: 'email' }],
        consent: { text: 'Yes', version: 1, required: true },
      }),
    ).toEqual([
      {
        kind: 'contact',
        id: 'b',
        prompt: 'Where to?',
        body: 'By mail',
        fields: [{ id: 'email', label: 'E-mail', format: 'email', required: false }],
        skippable: false,
        consent: { text: 'Yes', version: 1, required: true },
      },
    ]);
    const again: Block = { id: 'b', kind: 'again' };
    expect(shownOf(again)).toEqual([]);
    expect(shownOf(again, 'result')).toEqual([{ kind: 'again', id: 'b', button: '' }]);
    expect(shownOf({ id: 'b', kind: 'verdict', verdict: 'v' })).toEqual([]);
    expect(shownOf({ id: 'b', kind: 'score', scales: ['marks'] })).toEqual([]);
  });

  it('of a result are the outcome reached and the scores asked for', () => {
    const outcome = {
      id: 'x',
      name: 'Mule',
      headline: ' ',
      body: 'Rest',
      picture,
      offer: { text: '', button: 'b', url: 'u' },
    };
    const scales = [
      { id: 's', name: 'Kit', decimals: 1 },
      { id: 'm', name: 'Mean', combine: 'mean' as const },
    ];
    const verdict = {
      ...strongest('v', ['x', 'y']),
      outcomes: [outcome, { id: 'y', name: 'Secret', headline: 'Told to none' }],
    };
    const q = quiz(
      [
        page('p', [choice('q1', [option('a', { s: -1.26, x: 1 }, { credit: 1 })], { marks: 3 })]),
        result('end', [
          { id: 'b1', kind: 'verdict', verdict: 'v' },
          { id: 'b2', kind: 'score', title: 'So far', scales: ['marks', 's', 'm', 'gone'] },
        ]),
      ],
      { scales, verdicts: [verdict], delivery: { progress: false } },
    );
    const view = viewOf(q, foldRun(q, { seed: 1 }, [{ do: 'go', page: 'p', answers: { q1: ['a'] } }]));
    expect(view).toEqual({
      quiz: { title: 'A quiz', language: 'en', progress: false, looksOver: false },
      page: {
        id: 'end',
        stage: 'result',
        button: '',
        blocks: [
          {
            kind: 'verdict',
            id: 'b1',
            outcomes: [{ id: 'x', name: 'Mule', headline: 'Mule', body: 'Rest', picture, offer: outcome.offer }],
          },
          {
            kind: 'score',
            id: 'b2',
            title: 'So far',
            lines: [
              { id: 'marks', name: '', points: '3 / 3', percent: 100 },
              { id: 's', name: 'Kit', points: '−1.3', percent: null },
            ],
          },
        ],
      },
      progress: { at: 1, of: 1 },
      back: false,
      finished: true,
      answers: {},
      contact: {},
    });
  });

  it('holds what was given on this page, and says whether one can go back', () => {
    const q = quiz([page('a', [text('q1')], { button: 'On' }), page('b', [text('q2')])]);
    const sent: Sent[] = [{ do: 'go', page: 'a', answers: { q1: 'tea' } }];
    expect(viewOf(q, startRun(q, { seed: 1 }))).toMatchObject({
      page: { button: 'On' },
      back: false,
      answers: {},
      progress: { at: 0, of: 2 },
    });
    expect(viewOf(q, foldRun(q, { seed: 1 }, sent))).toMatchObject({
      back: true,
      answers: {},
      progress: { at: 1, of: 2 },
    });
    expect(viewOf(q, foldRun(q, { seed: 1 }, [...sent, { do: 'back', page: 'b' }]))).toMatchObject({
      answers: { q1: 'tea' },
      back: false,
    });
    const fixed = { ...q, delivery: { back: false } };
    expect(viewOf(fixed, foldRun(fixed, { seed: 1 }, sent)).back).toBe(false);
  });
});

describe('what a visitor had right', () => {
  const right = { right: true, marks: true, explanations: true };
  const explain = { right: 'Well done', wrong: 'Think again', always: 'So it is' };
  const keyed = choice('q1', [option('a', {}, { credit: 1 }), option('b', {}, { credit: 0.5 }), option('c')], {
    marks: 2,
    penalty: 1,
    explain,
  });
  test.each<[string, Question, Answer | undefined, object]>([
    ['right', keyed, ['a'], { given: 'a', state: 'right', marks: '2 / 2', explanations: ['Well done', 'So it is'] }],
    [
      'partly',
      keyed,
      ['b'],
      { given: 'b', state: 'partly', right: 'a', marks: '1 / 2', explanations: ['Think again', 'So it is'] },
    ],
    [
      'wrong',
      keyed,
      ['c'],
      { given: 'c', state: 'wrong', right: 'a', marks: '−1 / 2', explanations: ['Think again', 'So it is'] },
    ],
    ['left empty', keyed, [], { given: '', state: 'wrong', right: 'a', marks: '0 / 2' }],
    ['read by nobody yet', of('essay', { review: true }), 'so', { given: 'so', state: 'waiting' }],
    ['no right answer', text('q'), 'tea', { given: 'tea', state: null }],
    [
      'typed',
      text('q', { accept: [{ text: 'half', credit: 0.5 }, 'quick link'] }),
      'x',
      { state: 'wrong', right: 'quick link' },
    ],
    ['a number', of('number', { target: 3, within: 0.5 }), 9, { right: '2.5 – 3.5' }],
    ['a number of percent', of('slider', { target: 10, withinPercent: 10 }), 90, { right: '9 – 11' }],
    ['one number', of('number', { target: 3 }), 9, { right: '3' }],
    ['a day', of('date', { target: '2027-04-18' }), '2027-01-01', { right: '2027-04-18', isDay: true }],
    [
      'an order',
      of('order', { items: [option('a'), option('b')] }),
      ['b', 'a'],
      { given: '1. b, 2. a', right: '1. a, 2. b' },
    ],
    [
      'pairs',
      of('match', { pairs: [{ left: option('l'), right: option('r') }], extras: [option('x')] }),
      { l: 'x' },
      { right: 'l: r' },
    ],
    [
      'gaps',
      of('gaps', { text: '', gaps: [{ id: 'g', accept: ['spoke'] }, { id: 'h' }] }),
      { g: 'x' },
      { right: 'spoke, –' },
    ],
    [
      'rows',
      of('grid', { rows: [option('r')], columns: [option('c'), option('d')], key: { r: ['d'] } }),
      { r: ['c'] },
      { right: 'r: d' },
    ],
    [
      'places',
      of('spots', {
        spots: [
          { id: 's', text: 'here', accept: ['hub'] },
          { id: 't', region: { x: 0, y: 0, r: 0.1 } },
        ],
      }),
      { s: 'rim' },
      { right: 'here: hub' },
    ],
  ])('%s', (_name, question, answer, line) => {
    expect(reviewLine(question, answer, right)).toMatchObject(line);
  });

  it('is told only as far as the creator allows, and never before the end', () => {
    const line = reviewLine(keyed, ['c'], {});
    expect(line).toEqual({ id: 'q1', prompt: 'q1', given: 'c', state: 'wrong' });
    expect(reviewLine(keyed, ['a'], right)).not.toHaveProperty('right');
    expect(reviewLine(keyed, ['c'], right, { byHand: 2 })).toMatchObject({ state: 'right', marks: '2 / 2' });
    expect(reviewLine(keyed, ['a'], right, { counted: ['c'] })).toMatchObject({ given: 'c', state: 'wrong' });
    for (const block of [
      { id: 'b', kind: 'answers', right: true },
      { id: 'b', kind: 'topics', of: 'marks' },
      { id: 'b', kind: 'share' },
    ] as Block[])
      expect(shownOf(block)).toEqual([]);
    expect(shownOf({ id: 'b', kind: 'share', text: 'Look', button: 'Tell' }, 'result')).toEqual([
      { kind: 'share', id: 'b', text: 'Look', button: 'Tell' },
    ]);
  });

  it('stands on the result by question and by topic', () => {
    const q = quiz(
      [
        page('p', [
          { ...keyed, topic: 'kit' },
          choice('q2', [option('a', { s: 1 }), option('b', { s: 4 })], { topic: 'legs' }),
        ]),
        result('end', [
          { id: 'b1', kind: 'answers', title: 'Yours', right: true },
          { id: 'b2', kind: 'topics', of: 'marks', unit: 'points' },
          { id: 'b3', kind: 'topics', of: 's' },
        ]),
      ],
      {
        topics: [
          { id: 'kit', name: 'Kit' },
          { id: 'legs', name: 'Legs' },
        ],
        scales: [{ id: 's', name: 'S' }],
      },
    );
    const view = viewOf(q, foldRun(q, { seed: 1 }, [{ do: 'go', page: 'p', answers: { q1: ['b'], q2: ['b'] } }]));
    expect(view.page?.blocks).toEqual([
      {
        kind: 'answers',
        id: 'b1',
        title: 'Yours',
        lines: [
          { id: 'q1', prompt: 'q1', given: 'b', state: 'partly', right: 'a' },
          { id: 'q2', prompt: 'q2', given: 'b', state: null },
        ],
      },
      { kind: 'topics', id: 'b2', lines: [{ id: 'kit', name: 'Kit', points: '1 / 2', percent: 50 }] },
      { kind: 'topics', id: 'b3', lines: [{ id: 'legs', name: 'Legs', points: '100 %', percent: 100 }] },
    ]);
  });
});

test('progress counts pages with something to fill in, as long as each leads to the next', () => {
  const words: Block = { id: 'w', kind: 'words', body: 'Hello' };
  const q = quiz([
    page('hello', [words]),
    page('a', [text('q1')]),
    page('b', [{ ...words, id: 'w2' }]),
    page('c', [text('q2')]),
  ]);
  const at = (...pages: string[]) =>
    progressOf(
      q,
      foldRun(
        q,
        { seed: 1 },
        pages.map((p): Sent => ({ do: 'go', page: p })),
      ),
    );
  expect(at()).toEqual({ at: 0, of: 2 });
  expect(at('hello')).toEqual({ at: 0, of: 2 });
  expect(at('hello', 'a')).toEqual({ at: 1, of: 2 });
  expect(at('hello', 'a', 'b')).toEqual({ at: 1, of: 2 });
  expect(at('hello', 'a', 'b', 'c')).toEqual({ at: 2, of: 2 });
});

const drawn = { id: 'c', text: '', picture: { src: '/x.svg', text: 'a teapot' } };
test.each<[string, Question, Answer | undefined, string]>([
  ['options', choice('q', [option('a'), option('b'), drawn]), ['b', 'c', 'gone'], 'b, a teapot, gone'],
  [
    'something else',
    choice('q', [option('a')], { other: true }),
    { options: ['a', 'other'], text: 'a bell' },
    'a, a bell',
  ],
  ['something else without words', choice('q', [option('a')], { other: true }), { options: ['other'], text: '' }, ''],
  ['nothing', choice('q', [option('a')]), [], ''],
  ['words', text('q'), 'tea', 'tea'],
  ['a number', of('number'), 2.5, '2.5'],
  ['an order', of('order', { items: [option('a'), option('b')] }), ['b', 'a'], '1. b, 2. a'],
  [
    'pairs',
    of('match', {
      pairs: [
        { left: option('l'), right: option('r') },
        { left: option('m'), right: option('s') },
      ],
      extras: [option('x')],
    }),
    { l: 'x' },
    'l: x',
  ],
  ['gaps', of('gaps', { text: '', gaps: [{ id: 'g' }, { id: 'h' }] }), { h: 'spoke' }, '–, spoke'],
  [
    'rows',
    of('grid', { rows: [option('r'), option('s')], columns: [option('c'), option('d')] }),
    { r: ['c', 'd'] },
    'r: c, d',
  ],
  [
    'places',
    of('spots', { spots: [{ id: 'a' }, { id: 'b', text: 'the hub' }, { id: 'c' }] }),
    { a: 'rim', b: [0.5, 0.255] },
    '1: rim; the hub: 0.50 / 0.26',
  ],
])('an answer in words: %s', (_name, question, answer, words) => {
  expect(answerText(question, answer)).toBe(words);
});

it('names several answers as the quiz lists them, in whatever order they were chosen', () => {
  const many = of('choice', { pick: 'many', other: true, options: [option('a'), option('b'), option('c')] });
  expect(answerText(many, ['c', 'a'])).toBe('a, c');
  expect(answerText(many, { options: ['other', 'b'], text: 'mine' })).toBe('b, mine');
});

describe('values in a text', () => {
  const q = quiz(
    [
      page('p', [choice('q1', [option('a', { s: 1.005, x: 1, y: 1 }, { credit: 1 })]), text('q2')]),
      page('who', [{ id: 'c', kind: 'contact', prompt: '', fields: [{ id: 'name', label: 'Name', format: 'name' }] }]),
    ],
    {
      scales: [
        { id: 's', name: 'S', decimals: 1 },
        { id: 'm', name: 'M', combine: 'mean' },
      ],
      verdicts: [{ ...strongest('v', ['x', 'y']), by: 'strongest', ties: 'blend' }],
      known: [{ id: 'source', from: 'address', param: 'utm', default: '' }],
    },
  );
  const run = foldRun(q, { seed: 1, known: { source: 'letter' } }, [
    { do: 'go', page: 'p', answers: { q1: ['a'] } },
    { do: 'go', page: 'who', contact: { c: { fields: { name: ' Pia  van Lane ' } } } },
  ]);
  const fill = fillFor(q, run);
  test.each<[Parameters<typeof fill>[0], string | null]>([
    [{ value: 'name', fallback: '' }, 'Pia  van Lane'],
    [{ value: 'firstName', fallback: '' }, 'Pia'],
    [{ value: 'title', fallback: '' }, 'A quiz'],
    [{ value: 'known', ref: 'source', fallback: '' }, 'letter'],
    [{ value: 'known', ref: 'gone', fallback: '' }, null],
    [{ value: 'answer', ref: 'q1', fallback: '' }, 'a'],
    [{ value: 'answer', ref: 'q2', fallback: '' }, ''],
    [{ value: 'answer', ref: 'gone', fallback: '' }, null],
    [{ value: 'outcome', ref: 'v', fallback: '' }, 'x and y'],
    [{ value: 'outcome', fallback: '' }, 'x and y'],
    [{ value: 'outcome', ref: 'gone', fallback: '' }, ''],
    [{ value: 'points', fallback: '' }, '1'],
    [{ value: 'points', ref: 'marks', fallback: '' }, '1'],
    [{ value: 'percent', ref: 'marks', fallback: '' }, '100'],
    [{ value: 'points', ref: 's', fallback: '' }, '1'],
    [{ value: 'percent', ref: 's', fallback: '' }, null],
    [{ value: 'points', ref: 'm', fallback: '' }, null],
  ])('%j', (insert, words) => {
    expect(fill(insert)).toBe(words);
  });

  it('are put as the quiz’s language puts them', () => {
    const day = { ...of('date', {}), id: 'day' };
    const german = { ...quiz([page('p', [day])], { verdicts: q.verdicts }), language: 'de' };
    const filled = fillFor(
      german,
      foldRun(german, { seed: 1 }, [{ do: 'go', page: 'p', answers: { day: '2027-04-18' } }]),
    );
    expect(filled({ value: 'answer', ref: 'day', fallback: '' })).toBe('18. April 2027');
    const both = fillFor({ ...q, language: 'de' }, run);
    expect(both({ value: 'outcome', ref: 'v', fallback: '' })).toBe('x und y');
  });

  it('are words once a letter is written', () => {
    const name = { type: 'insert' as const, attrs: { value: 'firstName' as const, fallback: 'you' } };
    const line = (...content: object[]) =>
      ({ type: 'doc' as const, content: [{ type: 'paragraph' as const, content }] }) as never;
    const letter = {
      id: 'm',
      name: '',
      to: 'visitor' as const,
      subject: line({ type: 'text', text: 'For\n ' }, name),
      body: line(name),
    };
    const text = (words: string) => [{ kind: 'words', text: line({ type: 'text', text: words }) }];
    expect(composeLetter(q, run, letter)).toMatchObject({ subject: 'For Pia', sheet: { blocks: text('Pia') } });
    const nobody = startRun(q, { seed: 1 });
    expect(composeLetter(q, nobody, letter)).toMatchObject({ subject: 'For you', sheet: { blocks: text('you') } });
    expect(composeLetter(q, nobody, { ...letter, subject: 'x'.repeat(400) }).subject).toHaveLength(300);
  });
});

describe('what spoke for it', () => {
  const q = quiz(
    [
      page('p', [
        choice('q1', [option('a', { x: 3 }), option('b', { y: 1 })], { prompt: 'Where to?' }),
        choice('q2', [option('a', { x: 1 }), option('b', { y: 1 })]),
        choice('q3', [option('a', { x: 1 }, { credit: 1 }), option('b', { y: 1 })]),
      ]),
      result('end', [
        { id: 'w', kind: 'why', verdict: 'v' },
        { id: 's', kind: 'standing', of: 'x2' },
      ]),
    ],
    { verdicts: [strongest('v', ['x', 'y'])], scales: [{ id: 'x2', name: 'Wilder' }] },
  );
  const run = foldRun(q, { seed: 1 }, [{ do: 'go', page: 'p', answers: { q1: ['a'], q2: ['b'], q3: ['a'] } }]);
  it('is told in answers, the most first, without what is right or wrong', () => {
    expect(viewOf(q, run).page?.blocks).toEqual([
      { kind: 'why', id: 'w', lines: [{ id: 'q1', prompt: 'Where to?', given: 'a' }] },
    ]);
  });
  it('stands beside how one stands, where that is known', () => {
    expect(viewOf(q, run, null, { standings: { x2: 63 } }).page?.blocks[1]).toEqual({
      ...{ kind: 'standing', id: 's', name: 'Wilder', higherThan: 63 },
    });
  });
});
