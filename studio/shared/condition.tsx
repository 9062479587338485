'use client';
/** A condition as a sentence with choices in it. */
import { Plus, X } from 'lucide-react';
import { Fragment, type ReactNode } from 'react';
import type { Condition, Quiz } from '../../core/schema/quiz';
import { conditionWords } from '../../core/conditions/describe';
import { Choose, TextButton } from '../../ui/controls';
import { firstTest } from './subjects';
import { TestWords } from './test-words';

type Props = {
  quiz: Quiz;
  /** Rules after this page may ask about what stands on it and before it. */
  page: string;
  /** For a block: it may ask only about what stands above it. For a page itself: null. */
  above?: string | null;
  value: Condition;
  onChange: (value: Condition, join?: string) => void;
};

type Group = { word: 'all' | 'any'; parts: Condition[] };
/** A condition as one list of parts, joined by one word. */
function groupOf(condition: Condition): Group {
  if ('all' in condition) return { word: 'all', parts: condition.all };
  if ('any' in condition) return { word: 'any', parts: condition.any };
  return { word: 'all', parts: [condition] };
}
const grouped = ({ word, parts }: Group): Condition => {
  const [only] = parts;
  if (parts.length === 1 && only) return only;
  return word === 'all' ? { all: parts } : { any: parts };
};

export function ConditionSentence({ quiz, page, above, value, onChange }: Props) {
  const group = groupOf(value);
  const set = (parts: Condition[], join?: string) => onChange(grouped({ ...group, parts }), join);
  return (
    <>
      {group.parts.map((part, i) => {
        const change = (to: Condition, join?: string) =>
          set(
            group.parts.map((p, k) => (k === i ? to : p)),
            join && `${join} ${i}`,
          );
        return (
          <Fragment key={i}>
            {i > 0 && (
              <>
                {' '}
                <Choose
                  label="How the parts are joined"
                  value={group.word}
                  options={[
                    { id: 'all', label: 'and' },
                    { id: 'any', label: 'or' },
                  ]}
                  onChange={(word) => onChange(grouped({ ...group, word }))}
                />{' '}
              </>
            )}
            <Part quiz={quiz} page={page} above={above} part={part} onChange={change} />
            {group.parts.length > 1 && (
              <TextButton
                aria-label={`Remove: ${conditionWords(quiz, part)}`}
                $weight={400}
                onPress={() => set(group.parts.filter((_, k) => k !== i))}
              >
                <X size={13} />
              </TextButton>
            )}
          </Fragment>
        );
      })}{' '}
      <TextButton
        aria-label="Add a condition"
        $weight={500}
        style={{ color: 'var(--ink-3)' }}
        onPress={() => set([...group.parts, firstTest(quiz, page, above)])}
      >
        <Plus size={13} />
      </TextButton>
    </>
  );
}

function Part({ quiz, page, above, part, onChange }: Omit<Props, 'value'> & { part: Condition }): ReactNode {
  if ('all' in part || 'any' in part) return <span>({conditionWords(quiz, part)})</span>;
  if ('not' in part) {
    const inner = part.not;
    const nested = 'all' in inner || 'any' in inner || 'not' in inner;
    return (
      <>
        <Choose
          label="Whether it holds"
          value="not"
          options={[
            { id: 'not', label: 'not' },
            { id: 'so', label: '(so it is)' },
          ]}
          onChange={(to) => to === 'so' && onChange(inner)}
        />{' '}
        {nested ? (
          <span>({conditionWords(quiz, inner)})</span>
        ) : (
          <TestWords
            quiz={quiz}
            page={page}
            above={above}
            test={inner}
            onChange={(to, join) => onChange({ not: to }, join)}
          />
        )}
      </>
    );
  }
  return (
    <TestWords
      quiz={quiz}
      page={page}
      above={above}
      test={part}
      onChange={onChange}
      onNot={() => onChange({ not: part })}
    />
  );
}
