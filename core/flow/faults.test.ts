import { choice, option, text } from '../../tests/quizzes';
import type { Block, ContactBlock, Question } from '../schema/quiz';
import type { Answer } from '../values/answer';
import { LONGEST_ANSWER, LONGEST_ESSAY } from '../schema/longest';
import { looksLikeEmail } from './contact-formats';
import { faultsIn, unknownFields, usable } from './faults';
import type { ContactGiven } from './sent';

const of = <K extends Question['kind']>(kind: K, more: object = {}) =>
  ({ id: 'q', kind, prompt: 'q', required: true, ...more }) as Question;
const contact: ContactBlock = {
  id: 'c',
  kind: 'contact',
  prompt: '',
  fields: [
    { id: 'name', label: 'First name', format: 'name' },
    { id: 'email', label: 'E-mail', format: 'email', required: true },
  ],
  consent: { text: 'Yes', version: 2, required: true },
};
const seen = (block: Block, answer?: Answer, given?: ContactGiven, finished = false) =>
  faultsIn([block], {
    finished,
    answers: answer === undefined ? {} : { q: answer },
    contact: given ? { c: given } : {},
  }).map(({ block: at, code, message, field }) => [at, code, message, ...(field ? [field] : [])]);

const many = choice('q', [option('a'), option('b'), option('c')], { pick: 'many', min: 2, max: 2 });
const ranged = { min: 2, max: 4 };

describe('what a visitor sent is refused in words', () => {
  test.each<[string, Question, Answer | undefined, string[] | null]>([
    ['nothing chosen', choice('q', [option('a')]), [], ['required', 'Please choose an answer.']],
    ['too little chosen', many, ['a'], ['too-few', 'Please choose 1 more.']],
    ['nothing of two', many, undefined, ['required', 'Please choose 2.']],
    ['nothing of two or more', { ...many, max: 3 }, undefined, ['required', 'Please choose at least 2.']],
    ['enough chosen', many, ['a', 'b'], null],
    ['too much chosen', many, ['a', 'b', 'c'], ['too-many', 'Please choose 2 at most.']],
    ['two of one', choice('q', [option('a'), option('b')]), ['a', 'b'], ['too-many', 'Please choose one answer only.']],
    ['a strange option', choice('q', [option('a')]), ['z'], ['unknown', 'This answer cannot be taken here.']],
    ['left empty', choice('q', [option('a')], { required: false }), [], null],
    ['no words', text('q', { required: true }), ' ', ['required', 'Please answer this.']],
    ['words', text('q', { required: true }), 'x'.repeat(LONGEST_ANSWER), null],
    [
      'too many words',
      text('q'),
      'x'.repeat(LONGEST_ANSWER + 1),
      ['too-long', 'Please keep it under 2000 characters.'],
    ],
    ['a long text', of('essay'), 'x'.repeat(LONGEST_ESSAY), null],
    [
      'too long a text',
      of('essay'),
      'x'.repeat(LONGEST_ESSAY + 1),
      ['too-long', 'Please keep it under 20000 characters.'],
    ],
    ['the least number', of('number', ranged), 2, null],
    ['the greatest number', of('slider', ranged), 4, null],
    ['too small', of('number', ranged), 1.9, ['out-of-range', 'Please give a number from 2 to 4.']],
    ['too great', of('slider', ranged), 4.1, ['out-of-range', 'Please give a number from 2 to 4.']],
    ['too small without an end', of('number', { min: 2 }), 1, ['out-of-range', 'Please give 2 or more.']],
    ['too great without a start', of('number', { max: 4 }), 5, ['out-of-range', 'Please give 4 at most.']],
    ['six stars of five', of('rating'), 6, ['out-of-range', 'Please give a number from 1 to 5.']],
    [
      'a day too early',
      of('date', { min: '2027-04-02' }),
      '2027-04-01',
      ['out-of-range', 'Please choose a day within the range.'],
    ],
    [
      'a day too late',
      of('date', { max: '2027-04-02' }),
      '2027-04-03',
      ['out-of-range', 'Please choose a day within the range.'],
    ],
    ['a day', of('date', { min: '2027-04-02', max: '2027-04-02' }), '2027-04-02', null],
    [
      'half an order',
      of('order', { items: [option('a'), option('b')] }),
      ['a'],
      ['required', 'Please fill in every part.'],
    ],
    ['a whole order', of('order', { items: [option('a'), option('b')] }), ['b', 'a'], null],
    [
      'half the gaps',
      of('gaps', { text: '', gaps: [{ id: 'g' }, { id: 'h' }] }),
      { g: 'x' },
      ['required', 'Please fill in every part.'],
    ],
    [
      'gaps that may stay empty',
      of('gaps', { text: '', required: false, gaps: [{ id: 'g' }, { id: 'h' }] }),
      { g: 'x' },
      null,
    ],
    [
      'half the pairs',
      of('match', {
        pairs: [
          { left: option('l'), right: option('r') },
          { left: option('m'), right: option('s') },
        ],
      }),
      { l: 'r' },
      ['required', 'Please fill in every part.'],
    ],
    [
      'half the rows',
      of('grid', { rows: [option('r'), option('s')], columns: [option('c')] }),
      { r: ['c'] },
      ['required', 'Please fill in every part.'],
    ],
    [
      'half the places',
      of('spots', { spots: [{ id: 's' }, { id: 't' }] }),
      { s: 'x' },
      ['required', 'Please fill in every part.'],
    ],
    ['all the places', of('spots', { spots: [{ id: 's' }] }), { s: 'x' }, null],
  ])('%s', (_name, question, answer, fault) => {
    expect(seen(question, answer)).toEqual(fault ? [['q', ...fault]] : []);
  });

  test.each<[string, ContactBlock, ContactGiven | undefined, string[][]]>([
    ['a form left out', contact, undefined, [['required', 'Please fill this in.']]],
    ['a form skipped', contact, { skipped: true }, [['required', 'Please fill this in.']]],
    ['a form that may be skipped', { ...contact, skippable: true }, { skipped: true }, []],
    ['a form', contact, { fields: { email: 'wren@example.com' }, consent: 2 }, []],
    [
      'a field without its address',
      contact,
      { fields: { email: ' ' }, consent: 2 },
      [['required', 'Please fill in: E-mail.', 'email']],
    ],
    [
      'an address that is none',
      contact,
      { fields: { email: 'wren at example' }, consent: 2 },
      [['not-an-email', 'This does not look like an e-mail address.', 'email']],
    ],
    [
      'too long a name',
      contact,
      { fields: { name: 'x'.repeat(301), email: 'wren@example.com' }, consent: 2 },
      [['too-long', 'Please keep it under 300 characters.', 'name']],
    ],
    [
      'a strange field',
      contact,
      { fields: { email: 'wren@example.com', pin: '1' }, consent: 2 },
      [['unknown', 'This field is not asked for here.', 'pin']],
    ],
    [
      'another consent',
      contact,
      { fields: { email: 'wren@example.com' }, consent: 1 },
      [['consent', 'Please agree first, so that we may write to you.', 'consent']],
    ],
    [
      'a consent that may be left out',
      { ...contact, consent: { text: 'Yes', version: 2, required: false } },
      { fields: { email: 'wren@example.com' } },
      [],
    ],
  ])('%s', (_name, block, given, faults) => {
    expect(seen(block, undefined, given)).toEqual(faults.map((fault) => ['c', ...fault]));
  });

  it('after the finish asks for contacts alone', () => {
    expect(seen(choice('q', [option('a')]), undefined, undefined, true)).toEqual([]);
    expect(seen(contact, undefined, undefined, true)).toHaveLength(1);
    expect(seen({ id: 'w', kind: 'words', body: '' })).toEqual([]);
  });

  it('knows what is not on the page', () => {
    const blocks = [choice('q', [option('a')]), contact];
    const sent = {
      do: 'go',
      page: 'p',
      answers: { q: ['a'], z: ['a'], c: 'x' },
      contact: { c: { skipped: true }, q: { skipped: true } },
    } as const;
    expect(unknownFields(blocks, { ...sent, answers: { q: ['a'], z: ['a'], c: 'x' } })).toEqual(
      ['z', 'c', 'q'].map((block) => ({ block, code: 'unknown', message: 'This question is not on the page.' })),
    );
    expect(unknownFields(blocks, { do: 'go', page: 'p' })).toEqual([]);
  });

  it('takes of late answers those that fit', () => {
    const blocks = [many, { ...text('t'), required: true }];
    expect(usable(blocks, { q: ['a'], t: '', z: 'x' })).toEqual({ t: '' });
    expect(usable(blocks, { q: ['a', 'b'] })).toEqual({ q: ['a', 'b'] });
    expect(usable(blocks)).toEqual({});
  });

  test.each([
    ['wren@example.com', true],
    [' wren@example.com ', true],
    ['wren.o+quiz@mail.example.co', true],
    ['wren@example', false],
    ['wren@example.c', false],
    ['wren example@example.com', false],
    ['wren@@example.com', false],
    ['@example.com', false],
    ['a@b.com, c@d.com', false],
    ['wren@example.com\nBcc: x@y.com', false],
    [`${'x'.repeat(65)}@example.com`, false],
    [`w@${'x'.repeat(250)}.com`, false],
  ])('%s as an address', (address, looks) => {
    expect(looksLikeEmail(address)).toBe(looks);
  });
});
