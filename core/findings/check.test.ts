import { applyEdit } from '../document/edits';
import type { Condition, Quiz } from '../schema/quiz';
import { rehearse } from '../rehearsal/odds';
import { sampledOdds } from '../rehearsal/sampled';
import { choice, demoQuiz, option, page, quiz, result, strongest, text } from '../../tests/quizzes';
import { checkQuiz } from './check';

const ab = (id: string, more = {}) => choice(id, [option('a', { x: 1 }), option('b', { y: 1 })], more);
const good = quiz([page('p1', [ab('q1')])], {
  verdicts: [
    {
      ...strongest('v', ['x', 'y']),
      outcomes: [
        { id: 'x', name: 'X', body: 'x' },
        { id: 'y', name: 'Y', body: 'y' },
      ],
    },
  ],
});
const letter = { id: 'm', name: 'Letter', to: 'visitor' as const, subject: 'Hello', body: 'Hello' };
const contact = {
  id: 'c',
  kind: 'contact' as const,
  prompt: 'Where?',
  fields: [{ id: 'email', label: 'E-mail', format: 'email' as const }],
};

const scored = { scales: [{ id: 's', name: 'S', start: 1 }] };
const named = {
  type: 'doc' as const,
  content: [
    {
      type: 'paragraph' as const,
      content: [{ type: 'insert' as const, attrs: { value: 'firstName' as const, fallback: 'rider' } }],
    },
  ],
};
const answerOf = (fallback: string) => ({
  type: 'doc' as const,
  content: [
    {
      type: 'paragraph' as const,
      content: [{ type: 'insert' as const, attrs: { value: 'answer' as const, ref: 'q1', fallback } }],
    },
  ],
});
const passed = (showIf: Condition | undefined) =>
  quiz([
    page('p1', [choice('q1', [option('a', {}, { credit: 1 }), option('b')])]),
    result('end', [{ id: 'c', kind: 'certificate', title: 'Passed', ...(showIf ? { showIf } : {}) }]),
  ]);
const both = (join: 'all' | 'any') => {
  const when = {
    [join]: [
      { answer: 'q1', is: 'a' },
      { answer: 'q1', is: 'b' },
    ],
  } as Condition;
  return quiz([page('p1', [ab('q1')], { routes: [{ when, to: 'finish' }] }), page('p2', [ab('q2')])], {
    verdicts: good.verdicts,
  });
};
const shadowed = (second: string) =>
  quiz(
    [
      page('p1', [ab('q1')], {
        routes: [
          { when: { answer: 'q1', is: 'a' }, to: { page: 'p3' } },
          { when: { all: [{ answer: 'q1', is: second }] }, to: 'finish' },
        ],
      }),
      page('p2', [ab('q2')]),
      page('p3', [ab('q3')]),
    ],
    { verdicts: good.verdicts },
  );
const split = (n: number) =>
  quiz(
    [
      page('p1', [
        choice(
          'q1',
          Array.from({ length: n }, (_, i) => option(`o${i}`, i === 0 ? { x: 1 } : { [i % 2 ? 'y' : 'z']: 1 })),
        ),
      ]),
    ],
    { verdicts: [strongest('v', ['x', 'y', 'z'])] },
  );
const banded = (from: number) =>
  quiz([page('p1', [choice('q1', [option('a', { s: 0 }), option('b', { s: 4 })])])], {
    scales: [{ id: 's', name: 'S' }],
    verdicts: [
      {
        id: 'b',
        name: 'b',
        by: 'bands',
        scale: 's',
        outcomes: ['lo', 'hi'].map((id) => ({ id, name: id, body: id })),
        bands: [
          { from: 0, outcome: 'lo' },
          { from, outcome: 'hi' },
        ],
      },
    ],
  });
const drawing = (count: number) => ({
  ...quiz([page('p1', [], { draw: { from: 'bank', count } }), page('p2', [ab('q1')])], { verdicts: good.verdicts }),
  bank: [ab('b1'), ab('b2')],
});

const codes = (q: Quiz) =>
  checkQuiz(q, rehearse(q, { visitors: 60 }), { published: new Set(['live']) }).map((f) => f.code);

describe('the check', () => {
  it('finds nothing in a good quiz, nor in the demo', () => {
    expect(checkQuiz(good, rehearse(good))).toEqual([]);
    const tourer = demoQuiz('tourer');
    expect(checkQuiz(tourer, sampledOdds(tourer, { visitors: 500, seed: 1 }))).toEqual([]);
  });
  it('does not call out of reach what nobody of those sampled reached, and somebody can', () => {
    const repair = demoQuiz('repair');
    const odds = sampledOdds(repair, { visitors: 60, seed: 1 });
    expect(odds.outcomes['pass']?.['master']).toBe(0);
    const told = checkQuiz(repair, odds).filter((f) => f.where.includes('master'));
    expect(told).toMatchObject([
      {
        code: 'outcome-rare',
        message: 'None of 60 rehearsed visitors ends as “Passed with a clean rag”, though one can.',
      },
    ]);
  });
  test.each<[string, Quiz, Quiz]>([
    ['no-pages', quiz([result()]), good],
    ['no-questions', quiz([page('p1', [{ id: 'b', kind: 'words', body: 'Hello' }])]), good],
    ['choice-too-few-options', quiz([page('p1', [choice('q1', [option('a')])])]), good],
    ['empty-text', quiz([page('p1', [choice('q1', [option('a'), option('b', {}, { text: '' })])])]), good],
    [
      'duplicate-option',
      quiz([page('p1', [choice('q1', [option('a', {}, { text: 'Tea' }), option('b', {}, { text: ' tea' })])])]),
      quiz([page('p1', [choice('q1', [option('a', {}, { text: 'Tea' }), option('b', {}, { text: 'teas' })])])]),
    ],
    [
      'several-keys-one-pick',
      quiz([page('p1', [choice('q1', [option('a', {}, { credit: 1 }), option('b', {}, { credit: 1 })])])]),
      quiz([page('p1', [choice('q1', [option('a', {}, { credit: 1 }), option('b', {}, { credit: 0.5 })])])]),
    ],
    [
      'key-missing',
      quiz([
        page('p1', [
          choice('q1', [option('a', {}, { credit: 1 }), option('b')]),
          choice('q2', [option('a'), option('b')]),
        ]),
      ]),
      quiz([page('p1', [choice('q1', [option('a', {}, { credit: 1 }), option('b')]), text('q2')])]),
    ],
    ['unknown-reference', quiz([page('p1', [choice('q1', [option('a', { gone: 1 }), option('b')])])]), good],
    ['route-target-missing', quiz([page('p1', [ab('q1')], { otherwise: { page: 'gone' } })]), good],
    [
      'condition-type',
      quiz([page('p1', [text('q1')], { routes: [{ when: { answer: 'q1', is: 'a' }, to: 'finish' }] })]),
      quiz([page('p1', [text('q1')], { routes: [{ when: { answer: 'q1', answered: true }, to: 'finish' }] })]),
    ],
    [
      'outcome-missing',
      quiz([page('p1', [ab('q1')])], { verdicts: [strongest('v', ['x', 'y'], { fallback: 'z' })] }),
      good,
    ],
    [
      'mail-without-address',
      quiz(good.pages, { messages: [letter] }),
      quiz([page('p1', [ab('q1'), contact])], { messages: [letter] }),
    ],
    [
      'consent-missing',
      quiz([page('p1', [ab('q1'), contact])], { messages: [letter] }),
      quiz([page('p1', [ab('q1'), contact])]),
    ],
    [
      'page-unreachable',
      quiz([page('p1', [ab('q1')], { otherwise: 'finish' }), page('p2', [ab('q2')])], { verdicts: good.verdicts }),
      good,
    ],
    ['outcome-unreachable', quiz(good.pages, { verdicts: [strongest('v', ['x', 'y', 'z'])] }), good],
    [
      'outcome-dominates',
      quiz([page('p1', [choice('q1', [option('a', { x: 1 }), option('b', { x: 1 }), option('c', { y: 1 })])])], {
        verdicts: [strongest('v', ['x', 'y'])],
      }),
      good,
    ],
    [
      'tie-likely',
      quiz([page('p1', [ab('q1')]), page('p2', [ab('q2')])], { verdicts: [strongest('v', ['x', 'y'])] }),
      good,
    ],
    ['choice-too-few-options', quiz([page('p1', [choice('q1', [])])]), good],
    [
      'formula-cycle',
      quiz(good.pages, {
        verdicts: good.verdicts,
        scales: [
          { id: 'a', name: 'A', formula: 'b + 1' },
          { id: 'b', name: 'B', formula: 'a' },
        ],
      }),
      quiz(good.pages, {
        verdicts: good.verdicts,
        scales: [
          { id: 'a', name: 'A', formula: 'b + 1' },
          { id: 'b', name: 'B', formula: 'marks' },
        ],
      }),
    ],
    [
      'unknown-reference',
      quiz(good.pages, { verdicts: good.verdicts, scales: [{ id: 'a', name: 'A', formula: 'c + 1' }] }),
      good,
    ],
    [
      'endless-loop',
      quiz([page('p1', [ab('q1')]), page('p2', [ab('q2')], { otherwise: { page: 'p1' } })], {
        verdicts: good.verdicts,
      }),
      quiz(
        [
          page('p1', [ab('q1')]),
          page('p2', [ab('q2')], {
            routes: [{ when: { answer: 'q2', is: 'a' }, to: 'finish' }],
            otherwise: { page: 'p1' },
          }),
        ],
        { verdicts: good.verdicts },
      ),
    ],
    [
      'handover-unpublished',
      quiz([page('p1', [ab('q1')], { otherwise: { quiz: 'draft' } })], { verdicts: good.verdicts }),
      quiz([page('p1', [ab('q1')], { otherwise: { quiz: 'live' } })], { verdicts: good.verdicts }),
    ],
    [
      'redirect-unsafe',
      quiz([page('p1', [ab('q1')], { otherwise: { url: 'http://slowspoke.test' } })], { verdicts: good.verdicts }),
      quiz([page('p1', [ab('q1')], { otherwise: { url: 'https://slowspoke.test/' } })], { verdicts: good.verdicts }),
    ],
    // A rule that needs q1 = a and q1 = b is never true; one that needs a or b is.
    ['route-never', both('all'), both('any')],
    ['route-never', shadowed('a'), shadowed('b')],
    [
      'page-unreachable',
      quiz(
        [
          page('p1', [ab('q1')]),
          page('p2', [ab('q2')], {
            showIf: {
              all: [
                { answer: 'q1', is: 'a' },
                { scale: 's', ge: 2 },
              ],
            },
          }),
        ],
        { ...scored, verdicts: good.verdicts },
      ),
      quiz(
        [
          page('p1', [ab('q1')]),
          page('p2', [ab('q2')], { showIf: { all: [{ answer: 'q1', is: 'a' }, { not: { scale: 's', ge: 2 } }] } }),
        ],
        { ...scored, verdicts: good.verdicts },
      ),
    ],
    ['outcome-rare', split(40), split(30)],
    // Not answering speaks for nothing; answering does, or it is said who is meant.
    ['fallback-silent', quiz([page('p1', [ab('q1', { required: false })])], { verdicts: good.verdicts }), good],
    [
      'fallback-silent',
      quiz([page('p1', [choice('q1', [option('a', { x: 1 }), option('b')])])], { verdicts: good.verdicts }),
      quiz([page('p1', [choice('q1', [option('a', { x: 1 }), option('b')])])], {
        verdicts: good.verdicts.map((v) => ({ ...v, fallback: 'y' })),
      }),
    ],
    ['certificate-for-all', passed(undefined), passed({ scale: 'marks', ge: 1 })],
    ['band-out-of-range', banded(5), banded(4)],
    [
      'contact-never-asked',
      quiz([page('p1', [ab('q1'), contact])], { verdicts: good.verdicts, messages: [{ ...letter, body: named }] }),
      quiz(
        [
          page('p1', [
            ab('q1'),
            { ...contact, fields: [...contact.fields, { id: 'name', label: 'Name', format: 'name' as const }] },
          ]),
        ],
        { verdicts: good.verdicts, messages: [{ ...letter, body: named }] },
      ),
    ],
    [
      'picture-without-text',
      quiz([page('p1', [{ id: 'm', kind: 'media', picture: { src: '/pictures/lane.svg', text: '' } }, ab('q1')])], {
        verdicts: good.verdicts,
      }),
      quiz(
        [page('p1', [{ id: 'm', kind: 'media', picture: { src: '/pictures/lane.svg', text: 'A lane' } }, ab('q1')])],
        { verdicts: good.verdicts },
      ),
    ],
    [
      'contrast-low',
      quiz(good.pages, { verdicts: good.verdicts, look: { colours: { paper: '#FFFFFF', ink: '#777777' } } }),
      quiz(good.pages, { verdicts: good.verdicts, look: { colours: { paper: '#FFFFFF', ink: '#767676' } } }),
    ],
    [
      'insert-empty-possible',
      quiz([page('p1', [ab('q1'), contact])], {
        verdicts: good.verdicts,
        messages: [{ ...letter, body: answerOf('') }],
      }),
      quiz([page('p1', [ab('q1'), contact])], {
        verdicts: good.verdicts,
        messages: [{ ...letter, body: answerOf('nothing') }],
      }),
    ],
    [
      'limit-too-short',
      quiz([page('p1', [ab('q1'), ab('q2')], { limit: 9 })], { verdicts: good.verdicts }),
      quiz([page('p1', [ab('q1'), ab('q2')], { limit: 10 })], { verdicts: good.verdicts }),
    ],
    [
      'held-for-nobody',
      quiz([page('p1', [ab('q1')])], { verdicts: good.verdicts, delivery: { held: 'marked' } }),
      quiz([page('p1', [text('q1', { reviewRest: true })])], { verdicts: good.verdicts, delivery: { held: 'marked' } }),
    ],
    ['draw-too-few', drawing(3), drawing(2)],
    [
      'required-hidden-loop',
      quiz([page('p1', [ab('q1'), text('q2', { required: true, showIf: { answer: 'q2', answered: true } })])], {
        verdicts: good.verdicts,
      }),
      quiz([page('p1', [ab('q1'), text('q2', { required: true, showIf: { answer: 'q1', answered: true } })])], {
        verdicts: good.verdicts,
      }),
    ],
  ])('finds %s, and not where it barely is not', (code, bad, fine) => {
    expect(codes(bad)).toContain(code);
    expect(codes(fine)).not.toContain(code);
  });
  it('puts errors first and says where', () => {
    const found = checkQuiz(
      quiz([
        page('p1', [
          choice('q1', [
            option('a', {}, { text: 'Tea' }),
            option('b', {}, { text: 'tea' }),
            option('c', {}, { text: '' }),
          ]),
        ]),
      ]),
    );
    expect(found[0]).toMatchObject({ code: 'empty-text', severity: 'error', where: ['p1', 'q1', 'c'] });
    expect(
      found.some((f) => f.code === 'duplicate-option' && f.severity === 'warning' && f.where.join() === 'p1,q1,b'),
    ).toBe(true);
  });
});

describe('a repair', () => {
  const ab = [option('a'), option('b')];
  test.each<[string, Quiz]>([
    ['empty-text', quiz([page('p', [choice('q', [...ab, option('c', {}, { text: ' ' })])])])],
    ['empty-text', quiz([page('p', [choice('q', ab), { id: 'w', kind: 'words', body: '' }])])],
    ['duplicate-option', quiz([page('p', [choice('q', [...ab, option('c', {}, { text: 'A' })])])])],
    [
      'route-never',
      quiz([
        page('p', [choice('q', ab)], {
          routes: [
            {
              when: {
                all: [
                  { answer: 'q', is: 'a' },
                  { answer: 'q', is: 'b' },
                ],
              },
              to: 'finish',
            },
          ],
        }),
        page('r', [choice('u', ab)]),
      ]),
    ],
    [
      'several-keys-one-pick',
      quiz([page('p', [choice('q', [option('a', {}, { credit: 1 }), option('b', {}, { credit: 1 })])])]),
    ],
  ])('of %s mends it, and can be taken back', (code, faulty) => {
    const of = (q: Quiz) => checkQuiz(q, rehearse(q)).filter((f) => f.code === code);
    const [finding] = of(faulty);
    if (!finding?.fix) throw new Error('there is no repair');
    const done = applyEdit(faulty, finding.fix.edit);
    if (!('quiz' in done)) throw new Error(done.refused.message);
    expect(of(done.quiz)).toEqual([]);
    const back = applyEdit(done.quiz, done.inverse);
    expect('quiz' in back && back.quiz).toEqual(faulty);
  });
  it('is not offered where nothing would be left to choose from', () => {
    const two = quiz([page('p', [choice('q', [option('a'), option('b', {}, { text: '' })])])]);
    expect(checkQuiz(two).find((f) => f.code === 'empty-text')).not.toHaveProperty('fix');
  });
});

describe('why a rule is never taken', () => {
  const when = (...answers: string[]): Condition => ({ any: answers.map((is) => ({ answer: 'q1', is })) });
  const never: Condition = {
    all: [
      { answer: 'q1', is: 'a' },
      { answer: 'q1', is: 'b' },
    ],
  };
  it.each<[string, Condition[], string]>([
    ['no answers make it true', [never], 'The first rule of “p1” is never taken: no answers make it true.'],
    [
      'one above it takes all that it would',
      [when('b'), when('a', 'c'), when('a')],
      'The third rule of “p1” is never taken: the second rule is taken first.',
    ],
    [
      'several above it take all that it would',
      [when('a'), when('b'), when('a', 'b')],
      'The third rule of “p1” is never taken: the rules above it are taken first.',
    ],
  ])('%s', (_, conditions, message) => {
    const three = choice(
      'q1',
      ['a', 'b', 'c'].map((id) => option(id)),
    );
    const q = quiz([
      page('p1', [three], { routes: conditions.map((c) => ({ when: c, to: { page: 'p3' } })) }),
      page('p2', [choice('q2', [option('a'), option('b')])]),
      page('p3', [choice('q3', [option('a'), option('b')])]),
    ]);
    expect(
      checkQuiz(q)
        .filter((f) => f.code === 'route-never')
        .map((f) => f.message),
    ).toEqual([message]);
  });
});

describe('what is known and left as it is', () => {
  const wordless = quiz([page('p1', [ab('q1'), ab('q2')])], { title: 'q1' });
  const codes = (q: Quiz) => checkQuiz(q).map(({ code, severity }) => [code, severity]);
  it('is a note with its reason, at its place alone', () => {
    const before = checkQuiz(wordless).find((f) => f.code === 'title-is-question');
    expect(before).toMatchObject({ severity: 'warning', where: [] });
    const setAside = [{ id: 's1', code: 'title-is-question', where: [], because: 'It is short' }];
    expect(checkQuiz({ ...wordless, setAside }).find((f) => f.code === 'title-is-question')).toEqual({
      ...before,
      severity: 'note',
      aside: { id: 's1', because: 'It is short' },
    });
    const elsewhere = [{ id: 's1', code: 'title-is-question', where: ['p1'], because: 'It is short' }];
    expect(codes({ ...wordless, setAside: elsewhere })).toContainEqual(['title-is-question', 'warning']);
  });
  it('is never an error', () => {
    const untitled = quiz([page('p1', [ab('q1')])], { title: ' ' });
    const setAside = [{ id: 's1', code: 'empty-text', where: [], because: 'Later' }];
    expect(codes({ ...untitled, setAside })).toContainEqual(['empty-text', 'error']);
  });
});

test('a title that is the wording of the first question is worth a look where there is a second', () => {
  const of = (title: string, ...ids: string[]) =>
    checkQuiz(
      quiz(
        [
          page(
            'p1',
            ids.map((id) => ab(id)),
          ),
        ],
        { title },
      ),
    ).some((f) => f.code === 'title-is-question');
  expect(of(' q1 ', 'q1', 'q2')).toBe(true);
  expect(of('q1', 'q1')).toBe(false);
  expect(of('q2', 'q1', 'q2')).toBe(false);
});

test('one thing is said once: answers without wording, with the repair of all that can go', () => {
  const empty = (id: string) => ({ ...option(id), text: '' });
  const found = (options: ReturnType<typeof empty>[]) => {
    const q = quiz([page('p1', [choice('q1', options)])]);
    const [finding, ...more] = checkQuiz(q).filter((f) => f.where.includes('q1') && f.code === 'empty-text');
    expect(more).toEqual([]);
    const done = finding?.fix && applyEdit(q, finding.fix.edit);
    const block = done && 'quiz' in done ? done.quiz.pages[0]?.blocks[0] : undefined;
    return { message: finding?.message, left: block && 'options' in block ? block.options.map((o) => o.id) : null };
  };
  expect(found([option('a'), option('b'), empty('c')])).toEqual({
    message: 'An answer of “q1” has no wording.',
    left: ['a', 'b'],
  });
  expect(found([option('a'), option('b'), empty('c'), empty('d'), empty('e')])).toEqual({
    message: 'Three answers of “q1” have no wording.',
    left: ['a', 'b'],
  });
  // Two answers are left at least: here nothing can go by itself.
  expect(found([option('a'), empty('b'), empty('c')])).toEqual({
    message: 'Two answers of “q1” have no wording.',
    left: null,
  });
});
