'use client';
/** What can be asked of answers and results, as words of a sentence that are choices. */
import { X } from 'lucide-react';
import type { Findings } from '../../contract/results';
import type { Condition, Dimension } from '../../core/stats/filter';
import { Choose, TextButton } from '../../ui/controls';
import { useQuiz } from '../document';

/** What a condition can ask of answers and results: a thing, and what it may be. */
type Subject = { on: Dimension; of: string; name: string; values: { id: string; label: string }[] };

const tenths = Array.from({ length: 10 }, (_, i) => ({ id: String(i), label: `${i * 10} to ${i * 10 + 10}%` }));
const fifths = Array.from({ length: 5 }, (_, i) => ({ id: String(i), label: `${i * 20} to ${i * 20 + 20}%` }));

/** Where a stretch begins that nothing is said of yet: the upper half. */
const STRETCH = [{ id: '50,100', label: '' }];

/** All that can be asked about, by kind. */
export function useSubjects(findings: Findings): Record<Asks, Subject[]> {
  const quiz = useQuiz();
  const answers = findings.questions.flatMap(({ id, name, options }): Subject[] => {
    if (options.length > 0)
      return [{ on: 'answer', of: id, name, values: options.map((o) => ({ id: o.id, label: `“${o.name}”` })) }];
    const drawing = findings.drawn.find((one) => one.id === id)?.drawing;
    if (drawing?.as !== 'numbers' || drawing.bins.some(({ from, to }) => from !== to)) return [];
    const values = drawing.bins.map(({ from }) => ({ id: String(from), label: String(from) }));
    return values.length > 0 ? [{ on: 'value', of: id, name, values }] : [];
  });
  const yes = [
    { id: 'yes', label: 'right' },
    { id: 'no', label: 'not right' },
  ];
  return {
    answer: answers,
    right: findings.drawn.flatMap(({ id, name, right }) => (right ? [{ on: 'right', of: id, name, values: yes }] : [])),
    outcome: findings.outcomes.map(({ verdict, name, outcomes }) => ({
      ...{ on: 'outcome', of: verdict, name },
      values: outcomes.map((o) => ({ id: o.id, label: o.name })),
    })),
    reached: [
      ...quiz.scales.map(({ id, name }): Subject => ({ on: 'scale', of: id, name, values: tenths })),
      ...(findings.spreads.some(({ id }) => id === 'marks')
        ? [{ on: 'marks' as const, of: '', name: 'Marks', values: tenths }]
        : []),
      ...quiz.topics.map(({ id, name }): Subject => ({ on: 'topic', of: id, name, values: fifths })),
    ],
    field: findings.fields
      .filter(({ id }) => id !== '')
      .map(({ id, name, bars }) => ({
        ...{ on: 'field', of: id, name },
        values: bars.map((one) => ({ id: one.id, label: `“${one.name}”` })),
      })),
    between: [
      ...(findings.spreads.some(({ id }) => id === 'marks')
        ? [{ on: 'stands' as const, of: 'marks', name: 'Marks', values: STRETCH }]
        : []),
      ...quiz.scales.map(({ id, name }): Subject => ({ on: 'stands', of: id, name, values: STRETCH })),
    ],
    listed: [
      {
        ...{ on: 'listed', of: '', name: '' },
        values:
          findings.listed > 0
            ? [
                { id: 'yes', label: 'is on the list' },
                { id: 'no', label: 'is not on the list' },
              ]
            : [],
      },
    ],
    page: [
      {
        ...{ on: 'page', of: '', name: '' },
        values: findings.journey.flatMap(({ key, name }) =>
          key.startsWith('leave ') ? [{ id: key.slice('leave '.length), label: name }] : [],
        ),
      },
    ],
  };
}
export const ASKS = ['answer', 'right', 'outcome', 'reached', 'between', 'field', 'page', 'listed'] as const;
type Asks = (typeof ASKS)[number];
export const ASKED: Record<Asks, { menu: string; before: string; between: string }> = {
  answer: { menu: 'answered a question so', before: 'whoever answered', between: 'to' },
  right: { menu: 'had a question right, or not', before: 'whoever had', between: 'what was asked as' },
  outcome: { menu: 'came out as', before: 'whoever came out as', between: 'of' },
  reached: { menu: 'reached so much', before: 'whoever reached', between: 'of' },
  between: { menu: 'lie between two scores', before: 'whoever lies between', between: 'of' },
  field: { menu: 'chose in the form', before: 'whoever chose', between: 'for' },
  page: { menu: 'came to a page', before: 'whoever came to', between: '' },
  listed: { menu: 'are on the list, or not', before: 'whoever', between: '' },
};

export const LeaveOut = ({ what, onPress }: { what: string; onPress: () => void }) => (
  <span className="screen-only">
    <TextButton aria-label={`Leave out: ${what}`} $weight={400} onPress={onPress}>
      <X size={13} />
    </TextButton>
  </span>
);

const percents = Array.from({ length: 21 }, (_, i) => ({ id: String(i * 5), label: `${i * 5}%` }));

/** From one percentage to another, in steps of five; what stands in an address may lie between them. */
function Stretch({ any: [least = '0', most = '100'], onChange }: { any: string[]; onChange: (any: string[]) => void }) {
  const options = (own: string, isMeant: (percent: number) => boolean) =>
    [...percents, ...(percents.some(({ id }) => id === own) ? [] : [{ id: own, label: `${own}%` }])]
      .filter(({ id }) => isMeant(Number(id)))
      .sort((a, b) => Number(a.id) - Number(b.id));
  return (
    <>
      <Choose
        label="At least"
        value={least}
        options={options(least, (percent) => percent <= Number(most))}
        onChange={(from) => onChange([from, most])}
      />{' '}
      and{' '}
      <Choose
        label="At most"
        value={most}
        options={options(most, (percent) => percent >= Number(least))}
        onChange={(to) => onChange([least, to])}
      />
    </>
  );
}

/** One condition on an answer or a result, as words that are choices. */
export function Asked({
  condition,
  subject,
  all,
  onChange,
}: {
  condition: Condition;
  subject: Subject;
  all: Record<Asks, Subject[]>;
  onChange: (next: Condition | null) => void;
}) {
  const kind = ASKS.find((one) => all[one].includes(subject)) ?? 'answer';
  const { before, between } = ASKED[kind];
  const things = all[kind].filter(({ values }) => values.length > 0);
  const thing = (one: Subject) => `${one.on} ${one.of}`;
  const values = condition.any.map((id) => subject.values.find((one) => one.id === id)?.label ?? id);
  return (
    <>
      {before}{' '}
      {condition.on === 'stands' ? (
        <Stretch any={condition.any} onChange={(any) => onChange({ ...condition, any })} />
      ) : condition.any.length === 1 ? (
        <Choose
          label="What it is"
          value={condition.any[0] ?? ''}
          options={subject.values}
          onChange={(id) => onChange({ ...condition, any: [id] })}
        />
      ) : (
        <b>{values.join(' or ')}</b>
      )}
      {between && ` ${between} `}
      {things.length > 1 ? (
        <Choose
          label="Of what"
          value={thing(subject)}
          options={things.map((one) => ({ id: thing(one), label: one.name }))}
          onChange={(to) => {
            const next = things.find((one) => thing(one) === to);
            const [value] = next?.values ?? [];
            if (next && value) onChange({ on: next.on, of: next.of, any: value.id.split(',') });
          }}
        />
      ) : (
        subject.name && <b>{subject.name}</b>
      )}{' '}
      <LeaveOut what={`${before} ${values.join(' or ')}`} onPress={() => onChange(null)} />
    </>
  );
}
