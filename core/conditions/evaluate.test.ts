import type { Condition, Question } from '../schema/quiz';
import type { Answer } from '../values/answer';
import { type Facts, isTrue, testsIn } from './evaluate';

const question: Question = {
  id: 'q',
  kind: 'choice',
  pick: 'many',
  prompt: 'q',
  options: [
    { id: 'a', text: 'a', credit: 1 },
    { id: 'b', text: 'b' },
  ],
};
type Given = Partial<{
  answer: Answer;
  shown: boolean;
  value: number | null;
  most: number | null;
  known: string;
  contact: { asked: boolean; value: string };
  attempts: number;
}>;
const facts = ({ answer, shown = true, value = null, most = null, known, contact, attempts = 1 }: Given): Facts => ({
  question: (id) => (id === 'q' ? question : undefined),
  shown: () => shown,
  answer: () => answer,
  value: (target, unit, topic) =>
    target === 's' && unit === 'points' && topic === undefined
      ? { value, most }
      : { value: topic === 't' ? 50 : unit === 'percent' ? 75 : null, most: 100 },
  outcomes: (v) => (v === 'v' ? ['x', 'y'] : []),
  known: () => known,
  contact: () => contact ?? { asked: false, value: '' },
  attempts: () => attempts,
});

describe('a condition', () => {
  test.each<[string, Condition, Given, boolean]>([
    ['one option of two chosen is not all of them', { answer: 'q', isAll: ['a', 'b'] }, { answer: ['a'] }, false],
    ['all of them', { answer: 'q', isAll: ['a', 'b'] }, { answer: ['b', 'a'] }, true],
    ['is of several needs each', { answer: 'q', is: ['a', 'b'] }, { answer: ['a', 'c'] }, false],
    ['is of several in any order', { answer: 'q', is: ['a', 'b'] }, { answer: ['b', 'a'] }, true],
    ['any of them', { answer: 'q', isAny: ['a', 'b'] }, { answer: ['c', 'b'] }, true],
    ['any of them, none chosen', { answer: 'q', isAny: ['a', 'b'] }, { answer: ['c'] }, false],
    ['none of them, one chosen', { answer: 'q', isNone: ['a', 'b'] }, { answer: ['b', 'c'] }, false],
    ['none of them', { answer: 'q', isNone: ['a', 'b'] }, { answer: ['c'] }, true],
    ['none of them, not answered', { answer: 'q', isNone: ['a'] }, {}, false],
    ['not answered', { answer: 'q', answered: false }, {}, true],
    ['not answered, but it is', { answer: 'q', answered: false }, { answer: ['a'] }, false],
    ['not answered, but not shown', { answer: 'q', answered: false }, { shown: false }, false],
    ['not answered, and not something', { answer: 'q', answered: false, isNone: ['a'] }, {}, false],
    ['not answered, and is', { answer: 'q', answered: false, is: 'a' }, {}, false],
    ['not answered, and is all', { answer: 'q', answered: false, isAll: 'a' }, {}, false],
    ['not answered, and is any', { answer: 'q', answered: false, isAny: 'a' }, {}, false],
    ['not answered, and right', { answer: 'q', answered: false, right: false }, {}, false],
    ['not answered, and containing', { answer: 'q', answered: false, contains: '' }, {}, false],
    ['not answered, and below', { answer: 'q', answered: false, lt: 3 }, {}, false],
    ['answered', { answer: 'q', answered: true }, { answer: ['b'] }, true],
    ['right', { answer: 'q', right: true }, { answer: ['a'] }, true],
    ['not right', { answer: 'q', right: false }, { answer: ['b'] }, true],
    ['neither right nor wrong without a question', { answer: 'gone', right: false }, { answer: ['b'] }, false],
    ['a number above', { answer: 'q', gt: 3 }, { answer: 3 }, false],
    ['a number that is above', { answer: 'q', gt: 3 }, { answer: 3.5 }, true],
    ['a number below', { answer: 'q', lt: 3 }, { answer: 3 }, false],
    ['a number that is below', { answer: 'q', lt: 3 }, { answer: 2 }, true],
    ['a number at most', { answer: 'q', le: 3 }, { answer: 3 }, true],
    ['a number equal', { answer: 'q', eq: 3 }, { answer: 3 }, true],
    ['a number not equal', { answer: 'q', eq: 3 }, { answer: 4 }, false],
    ['a number asked of words', { answer: 'q', ge: 0 }, { answer: '3' }, false],
    ['words', { answer: 'q', contains: 'TEA' }, { answer: 'some tea' }, true],
    ['words in a number', { answer: 'q', contains: '3' }, { answer: 3 }, false],
    ['words in options', { answer: 'q', contains: 'a' }, { answer: ['a'] }, false],
    ['words in a free entry', { answer: 'q', contains: 'tea' }, { answer: { options: ['other'], text: 'Tea' } }, true],
    ['words in gaps', { answer: 'q', contains: 'two' }, { answer: { g1: 'one', g2: 'Two' } }, true],
    ['words across gaps', { answer: 'q', contains: 'onetwo' }, { answer: { g1: 'one', g2: 'two' } }, false],
    ['words in points', { answer: 'q', contains: '0' }, { answer: { g1: [0, 0] } }, false],
    ['a scale without a value', { scale: 's', ge: -5 }, { value: null }, false],
    ['a scale at the most', { scale: 's', ge: 'most' }, { value: 4, most: 4 }, true],
    ['a scale below the most', { scale: 's', lt: 'most' }, { value: 4, most: 4 }, false],
    ['a scale that is below the most', { scale: 's', lt: 'most' }, { value: 3, most: 4 }, true],
    ['a scale without a most', { scale: 's', lt: 'most' }, { value: 3, most: null }, false],
    ['a scale in percent', { scale: 's', unit: 'percent', ge: 75 }, {}, true],
    ['a topic', { topic: 't', of: 's', eq: 50 }, {}, true],
    ['an outcome among several', { verdict: 'v', is: 'y' }, {}, true],
    ['an outcome of another', { verdict: 'w', is: 'y' }, {}, false],
    ['a known value that is empty', { known: 'k', is: '' }, { known: '' }, false],
    ['a known value that is not there', { known: 'k', contains: '' }, {}, false],
    ['a known value', { known: 'k', is: 'fair' }, { known: 'fair' }, true],
    ['another known value', { known: 'k', is: 'fair' }, { known: 'post' }, false],
    ['a known value containing', { known: 'k', contains: 'FA' }, { known: 'fair' }, true],
    ['a known value not containing', { known: 'k', contains: 'x' }, { known: 'fair' }, false],
    ['a contact given', { contact: 'c', answered: true }, { contact: { asked: true, value: 'x' } }, true],
    ['a contact of blanks', { contact: 'c', answered: true }, { contact: { asked: true, value: ' ' } }, false],
    ['a contact left empty', { contact: 'c', answered: false }, { contact: { asked: true, value: ' ' } }, true],
    ['a contact never asked for', { contact: 'c', answered: false }, { contact: { asked: false, value: '' } }, false],
    ['tries', { attempt: true, ge: 2 }, { attempts: 2 }, true],
    ['tries, too few', { attempt: true, ge: 2 }, { attempts: 1 }, false],
    ['all of none', { all: [] }, {}, true],
    ['any of none', { any: [] }, {}, false],
    ['not', { not: { answer: 'q', is: 'a' } }, { shown: false }, true],
  ])('%s', (_name, condition, given, held) => {
    expect(isTrue(condition, facts(given))).toBe(held);
  });

  it('has every single test in it, however deep', () => {
    const [a, b, c] = [{ known: 'a' }, { known: 'b' }, { known: 'c' }];
    expect(testsIn({ all: [a, { any: [b, { not: c }] }] })).toEqual([a, b, c]);
    expect(testsIn(a)).toEqual([a]);
  });
});
