import { answerFault } from '../questions/registry';
import { choice, option, text } from '../../tests/quizzes';
import type { Question } from '../schema/quiz';
import { chosenIn, dayNumber, isAnswered, isFreeEntry, partOf } from './answer';

const one = choice('q', [option('a'), option('b')]);
const many = choice('q', [option('a'), option('b')], { pick: 'many' });
const open = choice('q', [option('a')], { other: true });
const of = <K extends Question['kind']>(kind: K, more: object) => ({ id: 'q', kind, prompt: 'q', ...more }) as Question;
const order = of('order', { items: [option('i'), option('j')] });
const match = of('match', {
  pairs: [{ left: option('l'), right: option('r') }],
  extras: [option('x')],
});
const gaps = of('gaps', { text: '', gaps: [{ id: 'g' }] });
const grid = of('grid', { pick: 'one', rows: [option('r')], columns: [option('c'), option('d')] });
const grids = { ...grid, pick: 'many' } as Question;
const spots = of('spots', { spots: [{ id: 's' }] });
const kinds = { date: of('date', {}), number: of('number', {}), slider: of('slider', {}), rating: of('rating', {}) };

describe('an answer', () => {
  test.each<[string, Question, unknown, string | null]>([
    ['an option', one, ['a'], null],
    ['no option', one, [], null],
    ['two options of one', one, ['a', 'b'], 'only one option may be chosen'],
    ['two options of many', many, ['a', 'b'], null],
    ['an option twice', many, ['a', 'a'], 'an option is chosen twice'],
    ['an option that is not there', one, ['z'], 'there is no option "z"'],
    ['words for an option', one, 'a', 'a list of option ids is expected'],
    ['a number among options', many, ['a', 1], 'a list of option ids is expected'],
    ['nothing at all', one, null, 'a list of option ids is expected'],
    ['something else', open, { options: ['other'], text: 'a bell' }, null],
    ['something else, not offered', one, { options: ['other'], text: 'a bell' }, 'there is no option "other"'],
    ['something else, not chosen', open, { options: ['a'], text: 'a' }, 'a free entry is given without choosing it'],
    [
      'something else without words',
      open,
      { options: ['other'] },
      'a free entry is { "options": [...], "text": "..." }',
    ],
    [
      'something else and more',
      open,
      { options: ['other'], text: '', more: 1 },
      'a free entry is { "options": [...], "text": "..." }',
    ],
    ['something else, a list of numbers', open, { options: [1], text: '' }, 'a list of option ids is expected'],
    ['words', text('q'), 'a quick link', null],
    ['no words', text('q'), ['a'], 'words are expected'],
    ['long words', of('essay', {}), 'so it was', null],
    ['a number for long words', of('essay', {}), 1, 'words are expected'],
    ['a day', kinds.date, '2028-02-29', null],
    ['a day taken back', kinds.date, '', null],
    ['a day that is none', kinds.date, '2027-02-29', 'a date like 2027-04-18 is expected'],
    ['a day with a time', kinds.date, '2027-04-18T00', 'a date like 2027-04-18 is expected'],
    ['a day after words', kinds.date, 'x2027-04-18', 'a date like 2027-04-18 is expected'],
    ['a short year', kinds.date, '27-04-18', 'a date like 2027-04-18 is expected'],
    ['a number for a day', kinds.date, 20270418, 'a date like 2027-04-18 is expected'],
    ['a number', kinds.number, -2.5, null],
    ['a number taken back', kinds.slider, '', null],
    ['a number as words', kinds.slider, '3', 'a number is expected'],
    ['no number', kinds.number, Number.NaN, 'a number is expected'],
    ['an endless number', kinds.rating, Infinity, 'a number is expected'],
    ['stars', kinds.rating, 4, null],
    ['an order', order, ['j', 'i'], null],
    ['part of an order', order, ['j'], null],
    ['an item twice', order, ['i', 'i'], 'an item stands there twice'],
    ['a strange item', order, ['z'], 'there is no item "z"'],
    ['an order of numbers', order, ['i', 2], 'a list of item ids is expected'],
    ['words for an order', order, 'i', 'a list of item ids is expected'],
    ['pairs', match, { l: 'r' }, null],
    ['a pair with what fits nothing', match, { l: 'x' }, null],
    ['a pair taken apart', match, { l: '' }, null],
    ['a pair with a left side', match, { l: 'l' }, 'l: the id of a right side is expected'],
    ['a pair with a list', match, { l: ['r'] }, 'l: the id of a right side is expected'],
    ['a strange pair', match, { z: 'r' }, 'there is no part "z"'],
    ['a list for pairs', match, ['r'], 'an answer for each part is expected'],
    ['nothing for pairs', match, null, 'an answer for each part is expected'],
    ['gaps', gaps, { g: 'half a turn' }, null],
    ['a gap with a number', gaps, { g: 2 }, 'g: words are expected'],
    ['a strange gap', gaps, { h: 'x' }, 'there is no part "h"'],
    ['a row', grid, { r: ['c'] }, null],
    ['a row with two columns', grid, { r: ['c', 'd'] }, 'r: only one column may be chosen in a row'],
    ['a row with two of many', grids, { r: ['c', 'd'] }, null],
    ['a column twice', grids, { r: ['c', 'c'] }, 'r: a column stands there twice'],
    ['a strange column', grids, { r: ['c', 'z'] }, 'r: a list of column ids is expected'],
    ['a column without a list', grid, { r: 'c' }, 'r: a list of column ids is expected'],
    ['a name for a place', spots, { s: 'the hub' }, null],
    ['a point', spots, { s: [0, 1] }, null],
    ['a point beyond the picture', spots, { s: [0.5, 1.1] }, 's: words, or a point [x, y] from 0 to 1, are expected'],
    ['a point before the picture', spots, { s: [-0.1, 0.5] }, 's: words, or a point [x, y] from 0 to 1, are expected'],
    ['half a point', spots, { s: [0.5] }, 's: words, or a point [x, y] from 0 to 1, are expected'],
    ['a point in words', spots, { s: ['0', '1'] }, 's: words, or a point [x, y] from 0 to 1, are expected'],
    ['a number for a place', spots, { s: 1 }, 's: words, or a point [x, y] from 0 to 1, are expected'],
  ])('%s', (_name, question, answer, fault) => {
    expect(answerFault(question, answer)).toBe(fault);
  });

  test.each<[string, Parameters<typeof isAnswered>[0], boolean]>([
    ['nothing', undefined, false],
    ['zero', 0, true],
    ['white space', ' \n', false],
    ['a word', 'x', true],
    ['an empty list', [], false],
    ['an option', ['a'], true],
    ['a free entry without words', { options: ['other'], text: '' }, true],
    ['a free entry taken back', { options: [], text: 'left behind' }, false],
    ['no part', {}, false],
    ['parts left empty', { a: '', b: [] }, false],
    ['one part of two', { a: '', b: ['c'] }, true],
  ])('%s is something or nothing', (_name, answer, answered) => {
    expect(isAnswered(answer)).toBe(answered);
  });

  it('is read by its parts', () => {
    expect(chosenIn(['a', 'b'])).toEqual(['a', 'b']);
    expect(chosenIn({ options: ['other'], text: 'x' })).toEqual(['other']);
    expect(chosenIn('a')).toEqual([]);
    expect(chosenIn(undefined)).toEqual([]);
    expect(isFreeEntry({ options: ['a'], text: 'x' })).toBe(true);
    expect(isFreeEntry({ options: ['a'] })).toBe(false);
    expect(isFreeEntry({ text: 'x' })).toBe(false);
    expect(partOf({ a: 'x' }, 'a')).toBe('x');
    expect(partOf({ a: ' ' }, 'a')).toBeUndefined();
    expect(partOf({ a: 'x' }, 'toString')).toBeUndefined();
    expect(partOf(['x'], '0')).toBeUndefined();
    expect(partOf('x', '0')).toBeUndefined();
  });

  it('counts days, and knows which there are', () => {
    expect(dayNumber('1970-01-02')).toBe(1);
    expect(dayNumber('2027-04-31')).toBeNaN();
    expect(dayNumber('soon')).toBeNaN();
  });
});
