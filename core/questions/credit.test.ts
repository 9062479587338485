import type { Choice, TextQuestion } from '../schema/quiz';
import { choice, option, text } from '../../tests/quizzes';
import type { Answer } from '../values/answer';
import { creditOf, marksOf } from './credit';

const key = (credits: Record<string, number>) =>
  Object.entries(credits).map(([id, credit]) => option(id, {}, credit ? { credit } : {}));

describe('credit of a choice', () => {
  const one = choice('q', key({ a: 1, b: 0.5, c: 0 }));
  const all = choice('q', key({ a: 1, b: 1, c: 0, d: 0.5 }), { pick: 'many' });
  const share = { ...all, credit: 'share' as const };
  const cases: [string, Choice, string[], number | null][] = [
    ['one: the right one', one, ['a'], 1],
    ['one: partly right', one, ['b'], 0.5],
    ['one: wrong', one, ['c'], 0],
    ['one: unanswered', one, [], null],
    ['all: exactly the right ones', all, ['b', 'a'], 1],
    ['all: one missing', all, ['a'], 0],
    ['all: one too many', all, ['a', 'b', 'c'], 0],
    ['share: half of them', share, ['a'], 0.5],
    ['share: a wrong one takes one away', share, ['a', 'b', 'c'], 0.5],
    ['share: a partly right one counts for itself', share, ['a', 'd'], 0.75],
    ['share: never above 1', share, ['a', 'b', 'd'], 1],
    ['share: never below 0', share, ['c'], 0],
    ['no key at all', choice('q', key({ a: 0, b: 0 })), ['a'], null],
  ];
  test.each(cases)('%s', (_name, question, answer, credit) => {
    expect(creditOf(question, answer)).toBe(credit);
  });
});

describe('credit of a text', () => {
  const question: TextQuestion = text('q', {
    accept: [
      { text: 'Flat tyre', credit: 1 },
      { text: 'puncture', credit: 1 },
      { text: 'tyre', credit: 0.5 },
    ],
  });
  test.each<[string, number | null]>([
    ['Flat tyre', 1],
    ['  FLAT \t tyre ', 1],
    ['ﬂat tyre', 1],
    ['tyre', 0.5],
    ['flat  tyres', 0],
    ['', null],
    ['   ', null],
  ])('%j gives %s', (answer, credit) => {
    expect(creditOf(question, answer)).toBe(credit);
  });
  it('takes straight and curly quotes as the same', () => {
    expect(creditOf(text('q', { accept: [{ text: 'it’s', credit: 1 }] }), "It's")).toBe(1);
  });
});

describe('marks', () => {
  const question = choice('q', key({ a: 1, b: 0.5, c: 0 }), { marks: 3, penalty: 1 });
  test.each<[Answer | undefined, number]>([
    [['a'], 3],
    [['b'], 1.5],
    [['c'], -1],
    [undefined, 0],
    [[], 0],
  ])('of %j are %s', (answer, awarded) => {
    expect(marksOf(question, answer).awarded).toBe(awarded);
  });
});
