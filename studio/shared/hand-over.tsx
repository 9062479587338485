'use client';
/** Another quiz as a place to go on to, and what goes along to it: sentences with choices in them, in Route and in Write alike. */
import { Muted } from '../../ui/text';
import { X } from 'lucide-react';
import styled from 'styled-components';
import type { Carry, Quiz } from '../../core/schema/quiz';
import { carriable, type Carriable, knownName, knownParam, matchedCarry } from '../../core/flow/carry';
import { Choose, LineInput, MenuButton, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { type OtherQuiz, usePublication } from './publication';

/** The quizzes that one can go on to; the one chosen is named even where it is gone. */
export function QuizChoice({ value, onChange }: { value: string; onChange: (quiz: string) => void }) {
  const { quizzes } = usePublication().live;
  const gone = value !== '' && !quizzes.some((q) => q.id === value);
  return (
    <Choose
      label="Which quiz"
      value={value}
      options={[
        ...(value === '' ? [{ id: '', label: 'choose one' }] : []),
        ...(gone ? [{ id: value, label: 'a quiz that is gone' }] : []),
        ...quizzes.map((q) => ({ id: q.id, label: `${q.title || 'Untitled'}${q.live ? '' : ' (draft)'}` })),
      ]}
      onChange={onChange}
    />
  );
}

const List = styled.ul`
  list-style: none;
  margin: 4px 0 0;
  padding: 0 0 0 14px;
  border-inline-start: 2px solid var(--line);
  font-size: 14px;
  line-height: 26px;
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 3px 6px;
    align-items: center;
    padding: 2px 0;
  }
  b {
    font-weight: 600;
  }
`;

const keyOf = ({ value, ref }: { value: string; ref?: string }) => `${value} ${ref ?? ''}`;
const named = (quiz: Quiz, entry: Carry[number]): string =>
  carriable(quiz).find((c) => keyOf(c) === keyOf(entry))?.name ?? 'a value that is gone';

type Props = {
  quiz: Quiz;
  /** The quiz that it goes to; absent for an address, which takes anything. */
  to?: OtherQuiz | undefined;
  value: Carry | undefined;
  onChange: (carry: Carry | undefined, join?: string) => void;
};

/** What goes along, and by which name. */
export function CarryPart({ quiz, to, value = [], onChange }: Props) {
  const set = (next: Carry, join?: string) => onChange(next.length ? next : undefined, join);
  const takes = to?.known.filter((k) => k.from === 'quiz') ?? [];
  const free = takes.filter((k) => !value.some((v) => v.as === knownParam(k)));
  const matches = to ? matchedCarry(quiz, free) : [];
  const left = carriable(quiz).filter((c) => !value.some((v) => keyOf(v) === keyOf(c)));
  const add = (c: Carriable) =>
    set([
      ...value,
      {
        value: c.value,
        ...(c.ref === undefined ? {} : { ref: c.ref }),
        as: free[0] ? knownParam(free[0]) : slug(c.name),
      },
    ]);
  return (
    <List aria-label="What goes along">
      {value.map((entry, i) => {
        const put = (as: string, join?: string) =>
          set(
            value.map((v, k) => (k === i ? { ...v, as } : v)),
            join,
          );
        const name = named(quiz, entry);
        const unknown = to && !takes.some((k) => knownParam(k) === entry.as);
        return (
          <li key={keyOf(entry)}>
            <b>{name}</b> goes along as{' '}
            {to && takes.length > 0 ? (
              <Choose
                label={`What ${name} is there`}
                value={entry.as}
                options={[
                  ...takes.map((k) => ({ id: knownParam(k), label: knownName(k) })),
                  ...(unknown ? [{ id: entry.as, label: `${entry.as} (not known there)` }] : []),
                ]}
                onChange={(as) => put(as)}
              />
            ) : (
              <LineInput
                aria-label={`What ${name} is called there`}
                style={{ width: 120 }}
                maxLength={60}
                value={entry.as}
                onChange={(e) => put(e.target.value, `as ${i}`)}
              />
            )}
            <TextButton
              aria-label={`Leave ${name} behind`}
              style={{ minWidth: 24, minHeight: 24, justifyContent: 'center' }}
              onPress={() => set(value.filter((_, k) => k !== i))}
            >
              <X size={13} />
            </TextButton>
            {unknown && takes.length === 0 && (
              <span style={{ color: 'var(--ink-2)', display: 'inline-flex', gap: 5, alignItems: 'center' }}>
                <Mark kind="maybe" size={11} /> “{to.title}” does not take it yet: name it under its known values
              </span>
            )}
          </li>
        );
      })}
      <li style={{ gap: '0 16px' }}>
        {value.length === 0 && <Muted>Nothing goes along.</Muted>}
        {matches.length > 0 && (
          <TextButton $weight={500} onPress={() => set([...value, ...matches])}>
            Take along all {matches.length} that match by name
          </TextButton>
        )}
        {left.length > 0 && (
          <MenuButton
            label="Take along …"
            entries={left.map((c) => ({ id: keyOf(c), label: c.name, note: kindNames[c.value] }))}
            onAction={(id) => {
              const chosen = left.find((c) => keyOf(c) === id);
              if (chosen) add(chosen);
            }}
          >
            Take along …
          </MenuButton>
        )}
      </li>
    </List>
  );
}

const kindNames: Record<Carriable['value'], string> = {
  outcome: 'outcome',
  points: 'points',
  percent: 'percent',
  right: 'number right',
  answer: 'answer',
  contact: 'contact',
  known: 'known value',
};

/** A name as a parameter is called: small letters, digits and hyphens. */
export const slug = (name: string): string =>
  name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40) || 'value';
