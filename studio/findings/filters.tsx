'use client';
/** Which runs everything on Findings is of: one sentence whose words are choices, and what is pressed in a chart. */
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
import { Asked, ASKED, ASKS, LeaveOut, useSubjects } from './asked';

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
