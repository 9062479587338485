import { choice, option, page, quiz, text } from '../../tests/quizzes';
import { alsoRight } from './also-right';
import { quizIndex } from './lookup';

const banked = choice('b', [option('a', {}, { credit: 1 }), option('c')]);
const q = quiz(
  [
    page('p', [
      choice('q', [option('a', {}, { credit: 1 }), option('b', { x: 1 })]),
      text('w', { accept: ['spoke'] }),
      { id: 'r', kind: 'rating', prompt: 'r' },
    ]),
  ],
  { bank: [banked] },
);
const questionIn = (made: ReturnType<typeof alsoRight>, id: string) => made && quizIndex(made).questions.get(id);

it('lets one more option be right, and leaves all else', () => {
  const made = alsoRight(q, 'q', { option: 'b' });
  expect(questionIn(made, 'q')).toEqual(
    choice('q', [option('a', {}, { credit: 1 }), option('b', { x: 1 }, { credit: 1 })]),
  );
  expect(questionIn(made, 'w')).toEqual(questionIn(q, 'w'));
});
it('of the bank as well', () => {
  expect(questionIn(alsoRight(q, 'b', { option: 'c' }), 'b')).toMatchObject({
    options: [{ credit: 1 }, { credit: 1 }],
  });
});
it('takes one more spelling', () => {
  expect(questionIn(alsoRight(q, 'w', { words: ' spokes ' }), 'w')).toMatchObject({ accept: ['spoke', 'spokes'] });
});
it.each([
  ['an option that is not there', 'q', { option: 'z' }],
  ['words for a choice', 'q', { words: 'a' }],
  ['a question that has no right answers to choose', 'r', { option: 'a' }],
  ['a question that is not there', 'gone', { option: 'a' }],
] as const)('is nothing for %s', (_, id, more) => {
  expect(alsoRight(q, id, more)).toBeNull();
});
