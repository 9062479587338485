import { choice, option, page, quiz, strongest, text } from '../../tests/quizzes';
import type { Condition, Target } from '../schema/quiz';
import { conditionWords, questionsBefore, targetWords } from './describe';

const q = quiz(
  [
    page('p1', [
      choice('q1', [option('a'), option('b'), option('c')], { prompt: 'How far?', other: true }),
      text('q2', { name: 'Words' }),
    ]),
    page('p2', [
      { id: 'c', kind: 'contact', prompt: '', fields: [{ id: 'email', label: 'E-mail', format: 'email' }] },
      choice('q3', [option('x')]),
    ]),
  ],
  {
    scales: [{ id: 's', name: 'Wilder' }],
    topics: [{ id: 't', name: 'Kit' }],
    verdicts: [strongest('v', ['drifter'])],
    known: [{ id: 'source', from: 'address', param: 'utm', default: '' }],
  },
);

test.each<[Condition, string]>([
  [{ answer: 'q1', is: 'a' }, 'How far? is a'],
  [{ answer: 'q1', is: ['a', 'b'] }, 'How far? is a and b'],
  [{ answer: 'q1', isAny: ['a', 'b', 'other'] }, 'How far? is a, b or something else'],
  [{ answer: 'q1', isAll: ['a', 'b'] }, 'How far? includes a and b'],
  [{ answer: 'q1', isNone: ['a'] }, 'How far? is not a'],
  [{ answer: 'q1', is: 'gone' }, 'How far? is an answer that is gone'],
  [{ answer: 'gone', answered: true }, 'a question that is gone is answered'],
  [{ answer: 'q2', answered: false }, 'Words is left empty'],
  [{ answer: 'q2', right: true }, 'Words is right'],
  [{ answer: 'q2', right: false }, 'Words is not right'],
  [{ answer: 'q2', contains: 'tea' }, 'Words contains “tea”'],
  [{ answer: 'q2', ge: 2, lt: 5 }, 'Words is 2 or more and is less than 5'],
  [{ scale: 's', gt: -1 }, 'Wilder is more than −1'],
  [{ scale: 'marks', unit: 'percent', le: 50 }, 'the score in marks is 50 % or less'],
  [{ scale: 's', ge: 'most' }, 'Wilder is the full score'],
  [{ scale: 's', lt: 'most' }, 'Wilder is less than the full score'],
  [{ scale: 'gone', eq: 1 }, 'a scale that is gone is 1'],
  [{ topic: 't', of: 's', ge: 3 }, 'Wilder in Kit is 3 or more'],
  [{ verdict: 'v', is: 'drifter' }, 'the visitor is drifter'],
  [{ verdict: 'v', is: 'gone' }, 'the visitor is an outcome that is gone'],
  [{ known: 'source', is: 'letter' }, 'source is “letter”'],
  [{ known: 'source', contains: 'let' }, 'source contains “let”'],
  [{ contact: 'email', answered: true }, 'E-mail was given'],
  [{ contact: 'gone', answered: false }, 'a field that is gone was not given'],
  [{ attempt: true, ge: 2 }, 'the number of tries here is 2 or more'],
  [{ all: [] }, 'always'],
  [{ any: [] }, 'never'],
  [{ not: { answer: 'q1', is: 'a' } }, 'not How far? is a'],
  [
    {
      all: [
        { answer: 'q1', is: 'a' },
        {
          any: [
            { scale: 's', ge: 1 },
            { attempt: true, eq: 1 },
          ],
        },
      ],
    },
    'How far? is a and (Wilder is 1 or more or the number of tries here is 1)',
  ],
])('%j in words', (condition, words) => {
  expect(conditionWords(q, condition)).toBe(words);
});

test.each<[Target | undefined, string]>([
  [undefined, 'the next page'],
  ['next', 'the next page'],
  ['finish', 'the result'],
  ['again', 'this page again'],
  [{ page: 'p2' }, 'p2'],
  [{ page: 'gone' }, 'a page without a name'],
  [{ quiz: 'tourer' }, 'the quiz “tourer”'],
  [{ url: 'https://slowspoke.test/' }, 'https://slowspoke.test/'],
])('%j in words', (target, words) => {
  expect(targetWords(q, target)).toBe(words);
});

test('a rule may ask about what stands on its page and before it', () => {
  expect(questionsBefore(q, 'p1').map((x) => x.id)).toEqual(['q1', 'q2']);
  expect(questionsBefore(q, 'p2').map((x) => x.id)).toEqual(['q1', 'q2', 'q3']);
  expect(questionsBefore(q, 'p1', 'q2').map((x) => x.id)).toEqual(['q1']);
  expect(questionsBefore(q, 'p2', null).map((x) => x.id)).toEqual(['q1', 'q2']);
});
