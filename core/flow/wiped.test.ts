import { choice, option, page, quiz, result } from '../../tests/quizzes';
import { countsOf } from '../stats/counts';
import type { Block } from '../schema/quiz';
import { contactOf } from './result';
import { foldRun, type Sent } from './run';
import { withoutContact } from './wiped';

const form: Block = {
  id: 'form',
  kind: 'contact',
  prompt: 'Who are you?',
  fields: [
    { id: 'email', label: 'E-mail', format: 'email', required: true },
    { id: 'name', label: 'Name', format: 'text', required: true },
    { id: 'club', label: 'Club', format: 'text', required: false },
  ],
  skippable: false,
};
const asked = quiz([page('p', [choice('q', [option('a')])]), page('c', [form]), result()]);
const sent: Sent[] = [
  { do: 'go', page: 'p', answers: { q: ['a'] } },
  { do: 'go', page: 'c', contact: { form: { fields: { email: 'ida@example.com', name: 'Ida', club: '' } } } },
];

it('a run without who it is of goes the way it went, and counts for what it counted', () => {
  const run = foldRun(asked, { seed: 1 }, sent);
  const wiped = foldRun(asked, { seed: 1 }, sent.map(withoutContact));
  expect(run.finished).toBe(true);
  expect(contactOf(wiped)).toEqual({ email: 'wiped@wiped.invalid', name: '—', club: '' });
  expect({ ...wiped, contact: run.contact }).toEqual(run);
  expect(countsOf(asked, wiped, true)).toEqual(countsOf(asked, run, true));
});

it('what carries nobody is left as it is', () => {
  const skipped: Sent = { do: 'go', page: 'c', contact: { form: { skipped: true } } };
  expect(withoutContact(skipped)).toEqual(skipped);
  expect(withoutContact(sent[0] as Sent)).toBe(sent[0]);
});
