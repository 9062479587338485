'use client';
/** Who is shown, as a sentence whose words are choices. */
import type { AnswerOf, QueryOf } from '../../contract';
import { Choose, LineInput } from '../../ui/controls';

export type Filters = {
  [Name in 'search' | 'quiz' | 'outcome' | 'agreed' | 'since']?: QueryOf<'GET /api/people'>[Name] | undefined;
};

type SentenceProps = {
  filters: Filters;
  quizzes: { id: string; title: string }[];
  outcomes: AnswerOf<'GET /api/people'>['outcomes'];
  onLook: (now: Filters) => void;
};

export function Sentence({ filters, quizzes, outcomes, onLook }: SentenceProps) {
  const { quiz, outcome, agreed, since } = filters;
  return (
    <div className="says">
      Who took{' '}
      <Choose
        label="Which quiz"
        value={quiz ?? ''}
        options={[
          { id: '', label: 'any quiz' },
          ...quizzes.map(({ id, title }) => ({ id, label: title || 'a quiz without a name' })),
        ]}
        onChange={(to) => onLook({ ...filters, quiz: to || undefined, outcome: undefined })}
      />
      {quiz !== undefined && outcomes.length > 0 && (
        <>
          {' '}
          and came out as{' '}
          <Choose
            label="Which outcome"
            value={outcome ?? ''}
            options={[{ id: '', label: 'anything' }, ...outcomes.map(({ id, name }) => ({ id, label: name }))]}
            onChange={(to) => onLook({ ...filters, outcome: to || undefined })}
          />
        </>
      )}{' '}
      and{' '}
      <Choose
        label="Whether they agreed"
        value={agreed ?? ''}
        options={[
          { id: '', label: 'agreed or not' },
          { id: 'yes', label: 'agreed' },
        ]}
        onChange={(to) => onLook({ ...filters, agreed: to === 'yes' ? 'yes' : undefined })}
      />
      , since{' '}
      <LineInput
        type="date"
        aria-label="Since"
        style={{ width: 150 }}
        value={since ?? ''}
        onChange={(e) => onLook({ ...filters, since: e.target.value || undefined })}
      />
    </div>
  );
}
