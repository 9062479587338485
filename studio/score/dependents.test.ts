import { choice, demoQuiz, option, page, quiz, result } from '../../tests/quizzes';
import { dependents } from './dependents';

const q = quiz(
  [
    page('p1', [choice('q1', [option('a', { s: 2, x: 1 }), option('b', { s: 0 })], { marksTo: 's' })], {
      routes: [
        {
          when: {
            all: [
              { scale: 's', ge: 2 },
              { answer: 'q1', is: 'a' },
            ],
          },
          to: 'finish',
        },
      ],
    }),
    result('end', [{ id: 'score', kind: 'score', scales: ['s'] }]),
  ],
  {
    scales: [
      { id: 's', name: 'S' },
      { id: 'f', name: 'F', formula: '2 * s' },
    ],
    verdicts: [
      { id: 'v', name: 'V', by: 'bands', scale: 's', outcomes: [{ id: 'x', name: 'X', body: 'Words' }], bands: [] },
      {
        id: 'w',
        name: 'W',
        by: 'rules',
        outcomes: [{ id: 'y', name: 'Y' }],
        rules: [{ when: { verdict: 'v', is: 'x' }, outcome: 'y' }],
      },
    ],
  },
);

test.each([
  [
    's',
    [
      'one weight',
      'one question whose marks count for it',
      'one verdict',
      'one formula',
      'one rule that asks about it',
      'one place where it is shown',
    ],
  ],
  ['x', ['one weight', 'one verdict', 'the words written for it']],
  ['y', ['one verdict']],
  ['f', []],
])('on %s depend %j', (target, words) => {
  expect(dependents(q, target)).toEqual(words);
});

test('in the demo, many weights speak for a scale', () => {
  expect(dependents(demoQuiz('tourer'), 'wilder')[0]).toMatch(/^\d\d weights$/);
});
