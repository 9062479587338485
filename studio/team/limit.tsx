'use client';
/** For which quizzes somebody is here: all, or some of them. */
import type { Team } from '../../contract/team';
import { Choose, Toggle } from '../../ui/controls';
import { Inline, Muted } from '../../ui/text';

type Person = Team['people'][number];
type Props = {
  person: Person;
  quizzes: Team['quizzes'];
  /** Absent for whoever may not change it. */
  onChange?: (quizzes: string[] | null) => void;
};

export function Limit({ person, quizzes, onChange }: Props) {
  const { name, quizzes: own } = person;
  if (!onChange)
    return own === null ? null : <Muted $small>for {own.length === 1 ? 'one quiz' : `${own.length} quizzes`}</Muted>;
  return (
    <div role="group" aria-label={`Quizzes of ${name}`} style={{ gridColumn: '2 / -1' }}>
      <Inline style={{ color: 'var(--ink-2)' }}>
        Here for{' '}
        <Choose
          label={`Which quizzes ${name} is here for`}
          value={own === null ? 'all' : 'some'}
          options={[
            { id: 'all', label: 'all quizzes' },
            { id: 'some', label: 'these alone' },
          ]}
          onChange={(to) => onChange(to === 'all' ? null : [])}
        />
        {own?.length === 0 && ' (none yet: nothing is seen of the others)'}
      </Inline>
      {own !== null && (
        <div style={{ display: 'flex', flexWrap: 'wrap', gap: '4px 20px', padding: '4px 0 6px' }}>
          {quizzes.map(({ id, title }) => (
            <Toggle
              key={id}
              selected={own.includes(id)}
              onChange={(isIn) => onChange(isIn ? [...own, id] : own.filter((one) => one !== id))}
            >
              {title || 'Without a title'}
            </Toggle>
          ))}
        </div>
      )}
    </div>
  );
}
