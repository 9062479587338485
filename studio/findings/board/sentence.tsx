'use client';
/** What a panel shows, as a sentence whose words are choices. */
import type { AnswerOf } from '../../../contract';
import type { Panel } from '../../../contract/boards';
import { type Form, pairId, pairIn } from '../../../core/stats/charts';
import { Choose } from '../../../ui/controls';

export type Subject = AnswerOf<'GET /api/quizzes/{quiz}/board'>['subjects'][number];

export const FORMS: Record<Form, string> = {
  bars: 'bars',
  columns: 'columns',
  tally: 'tally strokes',
  ring: 'a ring',
  ranking: 'a ranking',
  histogram: 'a histogram',
  time: 'columns over time',
  heat: 'a heat map',
  grid: 'shares of each row',
  dots: 'dots on the picture',
  words: 'words',
};
const NUMBERS: { id: Panel['numbers']; label: string }[] = [
  { id: 'percent', label: 'percent' },
  { id: 'count', label: 'counts' },
  { id: 'none', label: 'no numbers' },
];

/** What is shown, and against what. */
export function ShownSentence({
  of,
  subjects,
  onChange,
}: {
  of: string;
  subjects: readonly Subject[];
  onChange: (of: string) => void;
}) {
  const [one, other = ''] = pairIn(of) ?? [of];
  const subject = subjects.find(({ id }) => id === one);
  const groups = [...new Set(subjects.map(({ group }) => group))];
  const crossing = subjects.filter(({ id, crosses }) => crosses && id !== one);
  const first = (group: string) => subjects.find((s) => s.group === group)?.id ?? of;
  return (
    <>
      <Choose
        label="Of what kind"
        value={subject?.group ?? ''}
        options={groups.map((id) => ({ id, label: id }))}
        onChange={(group) => onChange(first(group))}
      />
      :{' '}
      <Choose
        label="What it shows"
        value={one}
        options={subjects.filter(({ group }) => group === subject?.group).map(({ id, name }) => ({ id, label: name }))}
        onChange={(next) => onChange(next)}
      />
      {subject?.crosses && (
        <>
          {' '}
          against{' '}
          <Choose
            label="Against what"
            value={other}
            options={[{ id: '', label: 'nothing' }, ...crossing.map(({ id, name }) => ({ id, label: name }))]}
            onChange={(next) => onChange(next === '' ? one : pairId(one, next))}
          />
        </>
      )}
    </>
  );
}

/** In which form, with which numbers. */
export function FormSentence({
  panel,
  forms,
  onChange,
}: {
  panel: Pick<Panel, 'as' | 'numbers'>;
  forms: readonly Form[];
  onChange: (next: Partial<Panel>) => void;
}) {
  const form = forms.find((one) => one === panel.as) ?? forms[0];
  return (
    <>
      {form !== undefined && (
        <>
          as{' '}
          <Choose
            label="As what"
            value={form}
            options={forms.map((id) => ({ id, label: FORMS[id] }))}
            onChange={(as) => onChange({ as })}
          />
        </>
      )}
      , with{' '}
      <Choose label="Numbers" value={panel.numbers} options={NUMBERS} onChange={(numbers) => onChange({ numbers })} />
    </>
  );
}
