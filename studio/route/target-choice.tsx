'use client';
import { isWebAddress } from '../../core/schema/address';
import type { Page, Quiz, Target } from '../../core/schema/quiz';
import { targetWords } from '../../core/conditions/describe';
import { Choose, LineInput } from '../../ui/controls';
import { CarryPart, QuizChoice } from '../shared/hand-over';
import { usePublication } from '../shared/publication';

/** Where to: a page by its name, the result, the start, or an address. */
export function TargetChoice({
  quiz,
  page,
  value,
  bare,
  onChange,
}: {
  quiz: Quiz;
  page: Page;
  value: Target;
  /** Without the full stop: the sentence goes on. */
  bare?: boolean;
  onChange: (target: Target, join?: string) => void;
}) {
  const { live } = usePublication();
  const id =
    typeof value === 'string' ? value : 'page' in value ? `page ${value.page}` : 'url' in value ? 'url' : 'quiz';
  const asks = quiz.pages.filter((p) => p.stage === 'ask');
  return (
    <>
      <Choose
        label="Where it goes on to"
        value={id}
        options={[
          { id: 'next', label: 'the next page' },
          ...asks.map((p, i) => ({
            id: `page ${p.id}`,
            label: `${p.name || `Page ${i + 1}`}${p.id === page.id ? ' (this page again)' : ''}`,
          })),
          { id: 'finish', label: 'the result' },
          { id: 'again', label: 'this page again' },
          { id: 'quiz', label: 'another quiz' },
          { id: 'url', label: 'an address elsewhere' },
          ...(id.startsWith('page ') && !asks.some((p) => `page ${p.id}` === id)
            ? [{ id, label: targetWords(quiz, value) }]
            : []),
        ]}
        onChange={(to) => {
          if (to === id) return;
          if (to === 'next' || to === 'finish' || to === 'again') onChange(to);
          else if (to === 'url') onChange({ url: 'https://' });
          else if (to === 'quiz')
            onChange({ quiz: live.quizzes.find((q) => q.live && q.id !== quiz.id)?.id ?? quiz.id });
          else onChange({ page: to.slice(5) });
        }}
      />
      {typeof value === 'object' && 'url' in value && (
        <>
          {' '}
          <LineInput
            type="url"
            aria-label="The address"
            aria-invalid={!isWebAddress(value.url) || undefined}
            style={{ width: 240, fontSize: 15, color: isWebAddress(value.url) ? 'inherit' : 'var(--brick)' }}
            value={value.url}
            maxLength={2000}
            onChange={(e) => onChange({ ...value, url: e.target.value }, 'url')}
          />
        </>
      )}
      {typeof value === 'object' && 'quiz' in value && (
        <>
          {', '}
          <QuizChoice value={value.quiz} onChange={(to) => onChange({ ...value, quiz: to })} />
        </>
      )}
      {!bare && '.'}
      {typeof value === 'object' && ('quiz' in value || 'url' in value) && (
        <CarryPart
          quiz={quiz}
          to={'quiz' in value ? live.quizzes.find((q) => q.id === value.quiz) : undefined}
          value={value.carry}
          onChange={(carry, join) =>
            onChange(carry ? { ...value, carry } : 'quiz' in value ? { quiz: value.quiz } : { url: value.url }, join)
          }
        />
      )}
    </>
  );
}
