import { page, quiz, result } from '../../tests/quizzes';
import type { ContactField, Quiz } from '../schema/quiz';
import { formatFault, givenWords, looksLikePhone } from './contact-formats';
import { contactOf, contactWords } from './result';
import { foldRun, startRun, step } from './run';
import { withoutContact } from './wiped';

const field = (format: ContactField['format'], more: Partial<ContactField> = {}): ContactField => ({
  id: 'f',
  label: 'F',
  format,
  ...more,
});
const options = [
  { id: 'a', text: 'By train' },
  { id: 'b', text: 'By bike' },
];

it.each<[ContactField, string, string | null]>([
  [field('email'), 'ida@spoke.test', null],
  [field('email'), 'ida@spoke', 'not-an-email'],
  [field('phone'), '+44 20 7946 0958', null],
  [field('phone'), '+44 1', 'not-a-phone'],
  [field('phone'), '020 7946 0958', null],
  [field('phone'), 'call me', 'not-a-phone'],
  [field('phone', { country: 'GB' }), '020 7946 0958', null],
  [field('phone', { country: 'GB' }), '020 7946', 'not-a-phone'],
  [field('phone', { country: 'AT' }), '+44 20 7946 0958', null],
  [field('phone', { country: 'ZZ' }), '020 7946 0958', null],
  [field('date'), '2028-02-29', null],
  [field('date'), '2027-02-29', 'not-a-date'],
  [field('date'), '29.2.2028', 'not-a-date'],
  [field('number'), '−12,5', null],
  [field('number'), '12 apples', 'not-a-number'],
  [field('choice', { options }), 'b', null],
  [field('choice', { options }), 'By bike', 'unknown'],
  [field('choice'), 'a', 'unknown'],
  [field('address'), '3 Ferry Lane\nSlow Spoke', null],
  [field('text'), 'whatever', null],
  [field('file'), `file-${'a'.repeat(24)} a picture.png`, null],
  [field('file'), 'a picture.png', 'no-file'],
  [field('file'), `file-${'a'.repeat(23)}/ a.png`, 'no-file'],
])('%j takes %j: %s', (one, value, code) => {
  expect(formatFault(one, value)?.code ?? null).toBe(code);
});

it('a number that is endless is looked at no longer than any other', () => {
  expect(looksLikePhone(`+${'1'.repeat(5_000)}`)).toBe(false);
  expect(looksLikePhone('('.repeat(5_000))).toBe(false);
});

const form = (fields: ContactField[], more: Partial<Quiz> = {}): Quiz =>
  quiz([page('p', [{ id: 'c', kind: 'contact', prompt: '', fields }]), result()], more);
const given = (fields: Record<string, string>) => ({ do: 'go' as const, page: 'p', contact: { c: { fields } } });

describe('a form', () => {
  it('keeps known values in fields that nobody sees, and takes none for them', () => {
    const hidden = form([field('text', { id: 'shop', from: 'shop', hidden: true, required: true }), field('text')], {
      known: [{ id: 'shop', from: 'address', default: 'Ferry' }],
    });
    const run = foldRun(hidden, { seed: 1 }, [given({ f: 'x' })]);
    expect(contactOf(run)).toEqual({ f: 'x', shop: 'Ferry' });
    expect(step(hidden, startRun(hidden, { seed: 1 }), given({ f: 'x', shop: 'other' }))).toMatchObject({
      refused: [{ code: 'unknown', field: 'shop' }],
    });
  });
  it('tells of choices and days in words', () => {
    const asked = form([field('choice', { id: 'way', options }), field('date', { id: 'day' })], { language: 'de' });
    const run = foldRun(asked, { seed: 1 }, [given({ way: 'b', day: '2027-05-01' })]);
    expect(contactWords(asked, run)).toEqual({ way: 'By bike', day: '1. Mai 2027' });
    expect(givenWords(field('choice', { options }), 'gone')).toBe('gone');
  });
  it('goes on with what was taken before its rules were stricter, and after what was left was wiped', () => {
    const strict = form([field('phone', { country: 'GB' }), field('date', { id: 'd' })]);
    const sent = given({ f: 'ask at the shop', d: '1/5' });
    expect(step(strict, startRun(strict, { seed: 1 }), sent)).toMatchObject({ refused: [{}, {}] });
    expect(foldRun(strict, { seed: 1 }, [sent]).finished).toBe(true);
    expect(foldRun(strict, { seed: 1 }, [withoutContact(sent)]).finished).toBe(true);
  });
});
