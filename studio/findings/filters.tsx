'use client';
/** Which runs everything on Findings is of: one sentence whose words are choices, and what is pressed in a chart. */
import { X } from 'lucide-react';
import { createContext, Fragment, type ReactNode, useContext, useMemo } from 'react';
import styled from 'styled-components';
import type { AnswerOf } from '../../contract';
import type { Findings } from '../../contract/results';
import { nameOfLanguage } from '../../core/languages/translate';
import {
  chosenAmong,
  type Condition,
  type Dimension,
  withChoice,
  withToggled,
  writeConditions,
} from '../../core/stats/filter';
import { Choose, LineInput, MenuButton, TextButton } from '../../ui/controls';
import { useQuiz } from '../document';

export type Choices = AnswerOf<'GET /api/quizzes/{quiz}/splits'>['choices'];
type Filters = { where: readonly Condition[]; onChange: (next: Condition[]) => void };

const FiltersContext = createContext<Filters>({ where: [], onChange: () => undefined });
export const FiltersProvider = FiltersContext.Provider;

/** What requests are asked with; the same text for the same runs. */
export const useWhere = (): { where?: string } => {
  const text = writeConditions(useContext(FiltersContext).where);
  return useMemo(() => (text === '' ? {} : { where: text }), [text]);
};

/** Something in a chart that can be pressed: only the runs it stands for are shown then. */
export function usePress(
  on: Dimension,
  of: string,
): { isOn: (value: string) => boolean; press: (value: string) => void } {
  const { where, onChange } = useContext(FiltersContext);
  const chosen = chosenAmong(where, on, of);
  return {
    isOn: (value) => chosen.includes(value),
    press: (value) => onChange(withToggled(where, on, of, value)),
  };
}

const Press = styled.button`
  border: 0;
  background: none;
  padding: 0;
  min-height: 24px;
  font: inherit;
  color: inherit;
  text-align: start;
  cursor: pointer;
  overflow-wrap: anywhere;
  &:hover {
    text-decoration: underline;
  }
  &[aria-pressed='true'] {
    font-weight: 700;
    box-shadow: inset 0 -3px 0 var(--saffron);
  }
`;

/** The name of something in a chart, which shows only the runs that it stands for. */
export function PressName({
  on,
  of,
  value,
  children,
}: {
  on: Dimension;
  of: string;
  value: string;
  children: ReactNode;
}) {
  const { isOn, press } = usePress(on, of);
  return (
    <Press type="button" aria-pressed={isOn(value)} title="Only those" onClick={() => press(value)}>
      {children}
    </Press>
  );
}

/** What a condition can ask of answers and results: a thing, and what it may be. */
type Subject = { on: Dimension; of: string; name: string; values: { id: string; label: string }[] };

const tenths = Array.from({ length: 10 }, (_, i) => ({ id: String(i), label: `${i * 10} to ${i * 10 + 10}%` }));
const fifths = Array.from({ length: 5 }, (_, i) => ({ id: String(i), label: `${i * 20} to ${i * 20 + 20}%` }));

/** Where a stretch begins that nothing is said of yet: the upper half. */
const STRETCH = [{ id: '50,100', label: '' }];

/** All that can be asked about, by kind. */
function useSubjects(findings: Findings): Record<Asks, Subject[]> {
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
const ASKS = ['answer', 'right', 'outcome', 'reached', 'between', 'field', 'page', 'listed'] as const;
type Asks = (typeof ASKS)[number];
const ASKED: Record<Asks, { menu: string; before: string; between: string }> = {
  answer: { menu: 'answered a question so', before: 'whoever answered', between: 'to' },
  right: { menu: 'had a question right, or not', before: 'whoever had', between: 'what was asked as' },
  outcome: { menu: 'came out as', before: 'whoever came out as', between: 'of' },
  reached: { menu: 'reached so much', before: 'whoever reached', between: 'of' },
  between: { menu: 'lie between two scores', before: 'whoever lies between', between: 'of' },
  field: { menu: 'chose in the form', before: 'whoever chose', between: 'for' },
  page: { menu: 'came to a page', before: 'whoever came to', between: '' },
  listed: { menu: 'are on the list, or not', before: 'whoever', between: '' },
};

const Says = styled.div`
  font-size: 16px;
  line-height: 30px;
  overflow-wrap: anywhere;
  margin-bottom: 14px;
`;

type When = 'ever' | 'today' | 'week' | 'month' | 'between';
const BACK: Partial<Record<When, number>> = { today: 0, week: 6, month: 29 };
const dayBefore = (days: number) => new Date(Date.now() - days * 86_400_000).toISOString().slice(0, 10);
function whenOf([since = '', until = '']: string[]): When {
  if (since === '' && until === '') return 'ever';
  if (until !== '') return 'between';
  const found = Object.entries(BACK).find(([, days]) => since === dayBefore(days));
  return (found?.[0] ?? 'between') as When;
}

/**
 * @param label of the whole sentence, where there are two
 * @param choices what all runs can be told apart by; null until that is known
 */
export function FilterSentence({
  label,
  where,
  onChange,
  choices,
  findings,
}: Filters & { label: string; choices: Choices | null; findings: Findings }) {
  const subjects = useSubjects(findings);
  const set = (on: Dimension, any: string[]) => onChange(withChoice(where, on, '', any));
  const [finished] = chosenAmong(where, 'finished');
  const times = chosenAmong(where, 'time');
  const when = whenOf(times);
  const { editions = [], sources = [], languages = [] } = choices ?? {};
  const asked = where.flatMap((condition, i) => {
    const subject = Object.values(subjects)
      .flat()
      .find(({ on, of }) => on === condition.on && of === condition.of);
    return OF_THE_RUN.has(condition.on) ? [] : [{ condition, subject, i }];
  });
  const replace = (i: number, next: Condition | null) =>
    onChange(where.flatMap((one, k) => (k !== i ? [one] : next ? [next] : [])));
  const open = ASKS.filter((kind) => subjects[kind].some(({ values }) => values.length > 0));
  return (
    <Says role="group" aria-label={label}>
      <Choose
        label="Finished or not"
        value={finished ?? ''}
        options={[
          { id: '', label: 'All runs' },
          { id: 'yes', label: 'Finished runs' },
          { id: 'no', label: 'Unfinished runs' },
        ]}
        onChange={(to) => set('finished', to ? [to] : [])}
      />{' '}
      of <Editions chosen={chosenAmong(where, 'edition')} editions={editions} onChange={(any) => set('edition', any)} />
      ,{' '}
      <Choose
        label="When"
        value={when}
        options={[
          { id: 'ever', label: 'at any time' },
          { id: 'today', label: 'since today' },
          { id: 'week', label: 'in the last 7 days' },
          { id: 'month', label: 'in the last 30 days' },
          { id: 'between', label: 'between two days' },
        ]}
        onChange={(to) => {
          const back = BACK[to];
          set('time', to === 'ever' ? [] : back === undefined ? [dayBefore(29), dayBefore(0)] : [dayBefore(back), '']);
        }}
      />
      {when === 'between' && (
        <>
          {' '}
          <LineInput
            type="date"
            aria-label="First day"
            style={{ width: 150 }}
            value={times[0] ?? ''}
            onChange={(e) => set('time', [e.target.value, times[1] ?? ''])}
          />{' '}
          and{' '}
          <LineInput
            type="date"
            aria-label="Last day"
            style={{ width: 150 }}
            value={times[1] ?? ''}
            onChange={(e) => set('time', [times[0] ?? '', e.target.value])}
          />
        </>
      )}
      ,{' '}
      <OneOf
        label="From where"
        any="from anywhere"
        chosen={chosenAmong(where, 'source')}
        options={sources.map((id) => ({ id: `=${id}`, label: id === '' ? 'who came directly' : `from ${id}` }))}
        onChange={(any) => set('source', any)}
      />
      {languages.length > 1 && (
        <>
          ,{' '}
          <OneOf
            label="In which language"
            any="in any language"
            chosen={chosenAmong(where, 'language')}
            options={languages.map((id) => ({ id: `=${id}`, label: `in ${nameOfLanguage(id)}` }))}
            onChange={(any) => set('language', any)}
          />
        </>
      )}
      {asked.map(({ condition, subject, i }) => (
        <Fragment key={i}>
          ,{' '}
          {subject ? (
            <Asked condition={condition} subject={subject} all={subjects} onChange={(next) => replace(i, next)} />
          ) : (
            <>
              whoever had to do with <b>{`“${condition.of}”`}</b>, which is not there any more{' '}
              <LeaveOut what={condition.of} onPress={() => replace(i, null)} />
            </>
          )}
        </Fragment>
      ))}
      {asked.length === 0 && ', whatever they answered'}.{' '}
      <span className="screen-only">
        {open.length > 0 && (
          <MenuButton
            label="Only those who …"
            entries={open.map((id) => ({ id, label: ASKED[id].menu }))}
            onAction={(kind) => {
              const subject = subjects[kind].find(({ values }) => values.length > 0);
              const [value] = subject?.values ?? [];
              if (subject?.on === 'stands') onChange(withChoice(where, 'stands', subject.of, ['50', '100']));
              else if (subject && value) onChange(withToggled(where, subject.on, subject.of, value.id));
            }}
          >
            Only those who …
          </MenuButton>
        )}
        {where.length > 0 && (
          <>
            {' · '}
            <TextButton $weight={500} onPress={() => onChange([])}>
              All again
            </TextButton>
          </>
        )}
      </span>
    </Says>
  );
}

/** What the sentence has a word of its own for. */
const OF_THE_RUN: ReadonlySet<Dimension> = new Set(['edition', 'time', 'source', 'language', 'finished']);

const LeaveOut = ({ what, onPress }: { what: string; onPress: () => void }) => (
  <span className="screen-only">
    <TextButton aria-label={`Leave out: ${what}`} $weight={400} onPress={onPress}>
      <X size={13} />
    </TextButton>
  </span>
);

/** "every edition", one of them, or one and all later ones. */
function Editions({
  chosen,
  editions,
  onChange,
}: {
  chosen: string[];
  editions: number[];
  onChange: (any: string[]) => void;
}) {
  const from = (edition: number) => editions.filter((one) => one >= edition).map(String);
  const later = editions.filter((edition) => edition > (editions[0] ?? 0) && from(edition).length > 1);
  const options = [
    { id: '', label: 'every edition' },
    ...editions.map((edition) => ({ id: String(edition), label: `edition ${edition}` })),
    ...later.map((edition) => ({ id: from(edition).join(), label: `edition ${edition} and later` })),
  ];
  const value = chosen.join();
  return (
    <Choose
      label="Of which edition"
      value={value}
      options={
        options.some(({ id }) => id === value)
          ? options
          : [...options, { id: value, label: `editions ${chosen.join(' and ')}` }]
      }
      onChange={(to) => onChange(to ? to.split(',') : [])}
    />
  );
}

/** One of some, or any; several may have been pressed in a chart. @param options their ids begin with "=", since one may be '' */
function OneOf({
  label,
  any,
  chosen,
  options,
  onChange,
}: {
  label: string;
  any: string;
  chosen: string[];
  options: { id: string; label: string }[];
  onChange: (any: string[]) => void;
}) {
  const value = chosen.length > 1 ? 'several' : chosen.length === 1 ? `=${chosen[0] ?? ''}` : '';
  const named = (id: string) => options.find((one) => one.id === `=${id}`)?.label ?? `from ${id}`;
  const isKnown = value === '' || options.some(({ id }) => id === value);
  return (
    <Choose
      label={label}
      value={value}
      options={[
        { id: '', label: any },
        ...options,
        ...(isKnown ? [] : [{ id: value, label: chosen.map(named).join(' or ') }]),
      ]}
      onChange={(to) => to !== 'several' && onChange(to ? [to.slice(1)] : [])}
    />
  );
}

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
function Asked({
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
