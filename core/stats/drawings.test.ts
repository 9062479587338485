/** What is striking about a question, in words. */
import { choice, option, page, quiz, result } from '../../tests/quizzes';
import type { Question } from '../schema/quiz';
import { drawnQuestions } from './drawings';

const tube = choice('q', [option('a', {}, { text: 'A tube', credit: 1 }), option('b', {}, { text: 'A spoke' })]);
const typed: Question = {
  ...{ id: 'q', kind: 'text', prompt: 'What joins a chain?', required: true },
  ...{ accept: ['quick link'], reviewRest: true },
};

const said = (question: Question, figures: Record<string, number>) =>
  drawnQuestions(
    quiz([page('p1', [question]), result('end')]),
    new Map(Object.entries(figures).map(([key, n]) => [key.includes(' ') ? key : `${key} q`, n])),
  )[0]?.said;

it.each([
  ['nothing of none', {}, []],
  ['that few answers say little', { answered: 29, right: 29, 'option q a': 29 }, ['Fewer than 30 answers say little.']],
  [
    'that it is too easy, and what nobody chooses',
    { answered: 400, right: 400, 'option q a': 400 },
    ['Too easy: nearly everybody has it right.', 'Nobody chooses “A spoke”.'],
  ],
  [
    'that it is hard, and what more choose',
    { answered: 400, right: 40, 'option q a': 40, 'option q b': 360 },
    ['Hard: hardly anybody has it right.', 'More choose “A spoke” than what is right.'],
  ],
  ['nothing of one between', { answered: 400, right: 200, 'option q a': 200, 'option q b': 200 }, []],
])('says %s', (_, figures, words) => expect(said(tube, figures)).toEqual(words));

it.each([
  ['all that are marked are right, and many are not marked', { answered: 400, right: 250, pending: 150 }, []],
  ['all that are marked are wrong, and many are not marked', { answered: 400, pending: 150 }, []],
  [
    'few are not marked, and most are right',
    { answered: 400, right: 390, pending: 5 },
    ['Too easy: nearly everybody has it right.'],
  ],
  [
    'few are not marked, and hardly any is right',
    { answered: 400, right: 10, pending: 5 },
    ['Hard: hardly anybody has it right.'],
  ],
])('says what holds whatever a person makes of the rest: where %s', (_, figures, words) =>
  expect(said(typed, figures)).toEqual(words),
);
