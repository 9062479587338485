/** What was left in contact forms, without whose it is: how many filled in each field, and what was chosen. */
import { isContact } from '../document/lookup';
import { contactOf } from '../flow/result';
import type { Run } from '../flow/run';
import { bar, type Bar } from '../questions/drawing';
import type { ContactField, Quiz } from '../schema/quiz';

const fieldsIn = (quiz: Quiz): ContactField[] =>
  quiz.pages.flatMap((page) => page.blocks.flatMap((block) => (isContact(block) ? block.fields : [])));

/** What a run counts for by its forms: `filled FIELD`, and `field FIELD OPTION` of a choice. What else was left stands in no figure. */
export function fieldKeys(quiz: Quiz, run: Run): string[] {
  const given = contactOf(run);
  return fieldsIn(quiz).flatMap(({ id, format, options = [] }) => {
    const value = given[id] ?? '';
    if (value.trim() === '') return [];
    const isOffered = format === 'choice' && options.some((option) => option.id === value);
    return [`filled ${id}`, ...(isOffered ? [`field ${id} ${value}`] : [])];
  });
}

/** @property of whom the bars are shares: who left anything, or filled this in */
export type FieldsDrawn = { id: string; name: string; of: number; bars: Bar[] };

/** All fields together, then each choice; nothing of a quiz in which nobody has left anything. @param count of the keys of `countsOf` */
export function fieldsOf(quiz: Quiz, count: (key: string) => number): FieldsDrawn[] {
  const fields = fieldsIn(quiz).filter(({ hidden }) => !hidden);
  const left = count('contact');
  if (fields.length === 0 || left <= 0) return [];
  const filled = (id: string) => Math.max(0, count(`filled ${id}`));
  return [
    {
      ...{ id: '', name: 'What was left', of: left },
      bars: fields.map(({ id, label }) => bar(id, label, filled(id), left)),
    },
    ...fields
      .filter(({ format }) => format === 'choice')
      .map(({ id, label, options = [] }) => ({
        ...{ id, name: label, of: filled(id) },
        bars: options.map((option) => bar(option.id, option.text, count(`field ${id} ${option.id}`), filled(id))),
      })),
  ];
}
