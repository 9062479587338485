import { applyEdit } from '../../core/document/edits';
import type { Page, Quiz, Target } from '../../core/schema/quiz';
import { choice, option, page, quiz } from '../../tests/quizzes';
import { ledBy, leadTo } from './answer-routes';

const rule = (isAny: string[], to: Target) => ({ when: { answer: 'q', isAny }, to });
const asked = (routes?: Page['routes']) =>
  quiz([
    page('p1', [choice('q', [option('a'), option('b'), option('c')])], routes ? { routes } : {}),
    page('p2', [choice('r', [option('a')])]),
    page('p3', [choice('s', [option('a')])]),
  ]);
const led = (q: Quiz, answer: string, to: Target | null) => {
  const edit = leadTo(q, 'q', answer, to);
  if (!edit) return null;
  const done = applyEdit(q, edit);
  if (!('quiz' in done)) throw new Error('refused');
  return done.quiz.pages[0]?.routes;
};
const [two, three] = [{ page: 'p2' }, { page: 'p3' }];

test.each<[string, Page['routes'], string, Target | null, Page['routes'] | null]>([
  ['makes a rule', undefined, 'a', three, [rule(['a'], three)]],
  ['joins the rule to the same page', [rule(['a'], three)], 'b', three, [rule(['a', 'b'], three)]],
  ['leaves one rule for another', [rule(['a', 'b'], three)], 'b', two, [rule(['a'], three), rule(['b'], two)]],
  ['takes a rule away with its last answer', [rule(['a'], three)], 'a', null, undefined],
  ['changes nothing where it leads there already', [rule(['a'], three)], 'a', three, null],
  ['changes nothing where it leads nowhere', [rule(['a'], three)], 'c', null, null],
  [
    'leaves rules alone that ask for more',
    [{ when: { answer: 'q', is: 'a', right: true }, to: two }],
    'a',
    three,
    [{ when: { answer: 'q', is: 'a', right: true }, to: two }, rule(['a'], three)],
  ],
])('leading an answer %s', (_, before, answer, to, after) => {
  expect(led(asked(before), answer, to)).toEqual(after);
});

test('an answer says where it alone leads', () => {
  const [p] = asked([{ when: { answer: 'q', is: 'a' }, to: two }, rule(['b'], three)]).pages;
  expect(['a', 'b', 'c'].map((o) => ledBy(p, 'q', o))).toEqual([two, three, null]);
});
