import { page, quiz, strongest, text } from '../../tests/quizzes';
import type { Insert } from '../../core/schema/quiz';
import { insertsFor, nameOfInsert } from './inserts';

const names = insertsFor(
  quiz([page('p', [text('q', { prompt: 'Your bicycle?' })])], {
    verdicts: [strongest('type', ['x'], { name: 'Rider type' })],
    scales: [{ id: 's', name: 'Wilder' }],
    topics: [{ id: 't', name: 'Tyres' }],
  }),
);
const name = (attrs: Partial<Insert['attrs']>) => nameOfInsert(names, { fallback: '', ...attrs } as Insert['attrs']);

it.each([
  [{ value: 'outcome', ref: 'type' }, 'Rider type'],
  // The editor writes an absent reference as null.
  [{ value: 'firstName', ref: null as never }, 'First name'],
  [{ value: 'points', ref: 's' }, 'Wilder, points'],
  [{ value: 'right' }, 'Number right'],
  [{ value: 'right', ref: 't' }, 'Number right in Tyres'],
  [{ value: 'answer', ref: 'q' }, 'Answer: Your bicycle?'],
  // Without saying of what: the first verdict's outcome, and the marks.
  [{ value: 'outcome' }, 'Outcome'],
  [{ value: 'percent' }, 'Marks, percent'],
] as const)('%j is called by its name', (attrs, called) => {
  expect(name(attrs)).toBe(called);
});

it('what an insert names is gone when it is, and not before', () => {
  expect(name({ value: 'answer', ref: 'no longer' })).toBe('Gone');
});
