import { choice, option, page, quiz, strongest } from '../../tests/quizzes';
import { checkQuiz } from '../findings/check';
import type { Quiz } from '../schema/quiz';
import { differences, exampleOf } from './examples';
import { foldRun, type Sent } from './run';

const go = (at: string, answer: string): Sent => ({
  do: 'go',
  page: at,
  answers: { [at.replace('p', 'q')]: [answer] },
});
const pages = [
  page('p1', [choice('q1', [option('a', { x: 1, s: 2 }, { credit: 1 }), option('b', { y: 1 })])], {
    routes: [{ when: { answer: 'q1', is: 'b' }, to: { page: 'p3' } }],
  }),
  page('p2', [choice('q2', [option('a', { x: 1 }), option('b', { y: 2 })])]),
  page('p3', [choice('q3', [option('a'), option('b')])]),
];
const more = { scales: [{ id: 's', name: 'Wilder' }], verdicts: [strongest('v', ['x', 'y'])] };
const q = quiz(pages, more);
// Answered on a branch that was left again: it is not part of the example.
const run = foldRun(q, { seed: 1 }, [
  go('p1', 'a'),
  go('p2', 'b'),
  { do: 'back', page: 'p3' },
  { do: 'back', page: 'p2' },
  go('p1', 'b'),
  go('p3', 'a'),
]);
const example = exampleOf(q, run, { id: 'e1', name: 'A calm one' });

test('an example keeps what was answered on its way, and where it came to', () => {
  expect(example).toEqual({
    id: 'e1',
    name: 'A calm one',
    answers: { q1: ['b'], q3: ['a'] },
    expect: { way: ['p1', 'p3', 'end'], outcomes: { v: ['y'] }, scales: { s: 0 }, marks: 0 },
  });
  expect(differences(q, example)).toEqual([]);
});

const changed = (change: (p: Quiz['pages']) => Quiz['pages'], with_ = more) =>
  quiz(change(structuredClone(pages)), with_);
test.each<[string, Quiz, string]>([
  [
    'another weight',
    changed((p) => [
      page('p1', [choice('q1', [option('a'), option('b', { x: 9 })])], { routes: p[0]?.routes ?? [] }),
      ...p.slice(1),
    ]),
    'it ends as “x”, not as “y”',
  ],
  [
    'a rule that is gone',
    changed((p) => [page('p1', p[0]?.blocks ?? []), ...p.slice(1)]),
    'it goes by “p2” as its page 2',
  ],
  [
    'a scale that begins elsewhere',
    quiz(pages, { ...more, scales: [{ id: 's', name: 'Wilder', start: 5 }] }),
    'Wilder is 5, not 0',
  ],
  [
    'a key',
    changed((p) => [...p.slice(0, 2), page('p3', [choice('q3', [option('a', {}, { credit: 1 }), option('b')])])]),
    'it has 1 marks, not 0',
  ],
  [
    'an answer that is gone',
    changed((p) => [...p.slice(0, 2), page('p3', [choice('q3', [option('b')])])]),
    'an answer of it no longer fits: /answers/q3: "a" is no option',
  ],
])('after %s, an example says how it differs, and the check with it', (_, after, words) => {
  expect(differences(after, example).join('; ')).toContain(words.split('"')[0]);
  const found = checkQuiz({ ...after, examples: [example] }).find((f) => f.code === 'example-differs');
  expect(found).toMatchObject({ severity: 'warning', tab: 'route', where: ['e1'] });
  expect(found?.message).toContain('“A calm one”');
  expect(checkQuiz({ ...q, examples: [example] }).some((f) => f.code === 'example-differs')).toBe(false);
});

test('what somebody left, and what was known of them, is kept with it', () => {
  const asks = quiz(
    [
      page('p1', [choice('q1', [option('a'), option('b')])]),
      page('p2', [
        { id: 'c', kind: 'contact', prompt: 'Where to?', fields: [{ id: 'name', label: 'Name', format: 'name' }] },
      ]),
    ],
    {
      known: [
        { id: 'source', from: 'address' },
        { id: 'shop', from: 'address' },
      ],
    },
  );
  const sent: Sent[] = [go('p1', 'a'), { do: 'go', page: 'p2', contact: { c: { fields: { name: 'Ida' } } } }];
  const known = { source: 'festival' };
  expect(exampleOf(asks, foldRun(asks, { seed: 1, known }, sent), { id: 'e', name: '' })).toMatchObject({
    contact: { name: 'Ida' },
    known: { source: 'festival' },
  });
  const skipped = foldRun(asks, { seed: 1 }, [go('p1', 'a')]);
  const bare = exampleOf(asks, skipped, { id: 'e', name: '' });
  expect(bare).not.toHaveProperty('contact');
  expect(bare).not.toHaveProperty('known');
});

test('an end that comes earlier, an outcome that is none any more, and a scale that is empty are said', () => {
  const earlier = quiz([pages[0] as Quiz['pages'][number], pages[2] as Quiz['pages'][number]], more);
  expect(differences(earlier, { ...example, expect: { ...example.expect, way: ['p1', 'p3', 'p9', 'end'] } })).toEqual([
    'it goes by “end” as its page 3',
  ]);
  const longer = { ...example.expect, way: [...example.expect.way, 'p9'] };
  expect(differences(q, { ...example, expect: longer })).toEqual(['it ends earlier']);
  const other = { ...example.expect, outcomes: { v: [] }, scales: { s: null } };
  expect(differences(q, { ...example, expect: other })).toEqual([
    'it ends as “y”, not as nothing',
    'Wilder is 0, not empty',
  ]);
});
