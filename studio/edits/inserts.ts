/** What may stand in a text for a value of the run, as the creator reads it. */
import type { Insert, Quiz } from '../../core/schema/quiz';
import { nameOf, questionsOf, quizIndex } from '../../core/document/lookup';
import { knownName } from '../../core/flow/carry';

export type NamedInsert = { id: string; label: string; attrs: Insert['attrs'] };

/** Everything that can be put into a text of this quiz. */
export function insertsFor(quiz: Quiz): NamedInsert[] {
  const list: { label: string; attrs: Insert['attrs'] }[] = [
    { label: 'First name', attrs: { value: 'firstName', fallback: 'friend' } },
    { label: 'Full name', attrs: { value: 'name', fallback: 'friend' } },
    ...[...quizIndex(quiz).contactOf].flatMap(([id, block]) =>
      id === 'name'
        ? []
        : [
            {
              label: `Left: ${block.fields.find((field) => field.id === id)?.label || id}`,
              attrs: { value: 'contact' as const, ref: id, fallback: 'nothing' },
            },
          ],
    ),
    { label: 'Title of the quiz', attrs: { value: 'title', fallback: '' } },
    ...quiz.verdicts.map((v) => ({
      label: v.name,
      attrs: { value: 'outcome' as const, ref: v.id, fallback: 'your result' },
    })),
    { label: 'Marks', attrs: { value: 'points', ref: 'marks', fallback: '–' } },
    { label: 'Marks, percent', attrs: { value: 'percent', ref: 'marks', fallback: '–' } },
    { label: 'Marks, higher than … of 100', attrs: { value: 'standing', ref: 'marks', fallback: 'many' } },
    { label: 'Number right', attrs: { value: 'right', fallback: '–' } },
    ...quiz.topics.map((t) => ({
      label: `Number right in ${t.name}`,
      attrs: { value: 'right' as const, ref: t.id, fallback: '–' },
    })),
    ...quiz.scales.flatMap((s) => [
      { label: `${s.name}, points`, attrs: { value: 'points' as const, ref: s.id, fallback: '–' } },
      {
        label: `${s.name}, higher than … of 100`,
        attrs: { value: 'standing' as const, ref: s.id, fallback: 'many' },
      },
      { label: `${s.name}, percent`, attrs: { value: 'percent' as const, ref: s.id, fallback: '–' } },
    ]),
    ...questionsOf(quiz).map((q) => ({
      label: `Answer: ${nameOf(q)}`,
      attrs: { value: 'answer' as const, ref: q.id, fallback: 'nothing' },
    })),
    ...quiz.known.map((k) => ({
      label: `Known: ${knownName(k)}`,
      attrs: { value: 'known' as const, ref: k.id, fallback: k.default || 'something' },
    })),
    { label: 'Day they finished', attrs: { value: 'date', fallback: 'today' } },
    { label: 'Edition', attrs: { value: 'edition', fallback: '–' } },
    { label: 'Link to the result', attrs: { value: 'resultLink', fallback: '' } },
    { label: 'Link to go on', attrs: { value: 'goOnLink', fallback: '' } },
    { label: 'Link to the certificate', attrs: { value: 'certificateLink', fallback: '' } },
    { label: 'Link to the quiz', attrs: { value: 'quizLink', fallback: '' } },
  ];
  return list.map((l) => ({ ...l, id: `${l.attrs.value} ${l.attrs.ref ?? ''}` }));
}

const wholeNames: Partial<Record<Insert['attrs']['value'], string>> = {
  outcome: 'Outcome',
  points: 'Marks',
  percent: 'Marks, percent',
};

export const nameOfInsert = (inserts: NamedInsert[], attrs: Insert['attrs']): string =>
  inserts.find((i) => i.attrs.value === attrs.value && (i.attrs.ref ?? null) === (attrs.ref ?? null))?.label ??
  // Without a reference: the first verdict, and marks.
  (attrs.ref ? undefined : wholeNames[attrs.value]) ??
  'Gone';
