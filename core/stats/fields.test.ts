import { page, quiz } from '../../tests/quizzes';
import type { ContactBlock } from '../schema/quiz';
import { walk } from '../flow/walk';
import { countsOf } from './counts';
import { fieldKeys, fieldsOf } from './fields';

const form: ContactBlock = {
  ...{ id: 'c', kind: 'contact', prompt: 'Where to?', skippable: true },
  fields: [
    { id: 'email', label: 'E-mail', format: 'email' },
    { id: 'size', label: 'Size', format: 'choice', options: ['small', 'large'].map((id) => ({ id, text: id })) },
    { id: 'from', label: 'From', format: 'text', hidden: true },
  ],
};
const asked = quiz([page('p1', [form])]);
const left = (contact: Record<string, string>) => walk(asked, { id: 'r', contact }).run;

it('forms count which fields were filled in and what was chosen, and nothing of whose it is', () => {
  const run = left({ email: 'ida@example.com', size: 'large', from: 'x' });
  expect(fieldKeys(asked, run)).toEqual(['filled email', 'filled size', 'field size large', 'filled from']);
  expect(countsOf(asked, run, true)).toEqual(expect.arrayContaining(['contact', 'filled email', 'field size large']));
  expect(countsOf(asked, run, true).join()).not.toContain('ida');
  // What an earlier edition offered and this one does not.
  expect(fieldKeys(asked, left({ size: 'huge' }))).toEqual(['filled size']);
  expect(fieldKeys(asked, left({}))).toEqual([]);
});

it('forms are drawn field by field, and each choice by what was chosen', () => {
  const counts: Record<string, number> = { contact: 4, 'filled email': 4, 'filled size': 2, 'field size large': 1 };
  const drawn = fieldsOf(asked, (key) => counts[key] ?? 0);
  expect(drawn.map(({ name, of, bars }) => [name, of, bars.map((one) => [one.name, one.count, one.share])])).toEqual([
    [
      'What was left',
      4,
      [
        ['E-mail', 4, 1],
        ['Size', 2, 0.5],
      ],
    ],
    [
      'Size',
      2,
      [
        ['small', 0, 0],
        ['large', 1, 0.5],
      ],
    ],
  ]);
  expect(fieldsOf(asked, () => 0)).toEqual([]);
});
