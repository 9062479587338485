'use client';
/** One test of a condition, in words with choices in them. */
import { Fragment, type ReactNode } from 'react';
import { isKeyed } from '../../core/questions/registry';
import { OTHER } from '../../core/questions/choice/options';
import { indexOf, without } from '../../core/document/lookup';
import type { Condition, Question, Quiz } from '../../core/document/schema';
import { conditionWords, type Test } from '../../core/document/sentences';
import { Choose, LineInput, MenuButton } from '../../ui/controls';
import { NumberField } from '../write/number-field';
import { newTest, subjectOf, subjectsOf } from './subjects';

type TestProps = {
  quiz: Quiz;
  /** Where it is asked. */
  page: string;
  above?: string | null;
  test: Test;
  onChange: (test: Condition, join?: string) => void;
  onNot?: () => void;
};

export function TestWords({ quiz, page, above, test, onChange, onNot }: TestProps) {
  const subject = subjectOf(test);
  const subjects = subjectsOf(quiz, page, above);
  const known = subjects.some((s) => s.id === subject);
  return (
    <>
      <Choose
        label="What is asked"
        value={subject}
        options={
          known ? subjects : [{ id: subject, label: conditionWords(quiz, test).split(' is ')[0] ?? '?' }, ...subjects]
        }
        onChange={(to) => to !== subject && onChange(newTest(quiz, to))}
      />{' '}
      <TestRest quiz={quiz} test={test} onChange={onChange} {...(onNot ? { onNot } : {})} />
    </>
  );
}

const NOT = { id: 'not', label: 'is not so, that it …' } as const;

function TestRest({ quiz, test, onChange, onNot }: Omit<TestProps, 'page' | 'above'>): ReactNode {
  const not = onNot ? [NOT] : [];
  if ('answer' in test) {
    const question = indexOf(quiz).questions.get(test.answer);
    return question ? (
      <AnswerRest question={question} test={test} onChange={onChange} {...(onNot ? { onNot } : {})} />
    ) : null;
  }
  if ('verdict' in test) {
    const outcomes = quiz.verdicts.find((v) => v.id === test.verdict)?.outcomes ?? [];
    return (
      <>
        <Choose
          label="How it is compared"
          value="is"
          options={[{ id: 'is', label: 'is' }, ...not]}
          onChange={(to) => to === 'not' && onNot?.()}
        />{' '}
        <Choose
          label="Which outcome"
          value={test.is}
          options={outcomes.map((o) => ({ id: o.id, label: o.name || 'Unnamed' }))}
          onChange={(is) => onChange({ ...test, is })}
        />
      </>
    );
  }
  if ('known' in test) {
    const how = test.is === undefined ? 'contains' : 'is';
    return (
      <>
        <Choose
          label="How it is compared"
          value={how}
          options={[{ id: 'is', label: 'is' }, { id: 'contains', label: 'contains' }, ...not]}
          onChange={(to) =>
            to === 'not'
              ? onNot?.()
              : onChange({ known: test.known, [to]: test.is ?? test.contains ?? '' } as Condition)
          }
        />{' '}
        <LineInput
          aria-label="Which words"
          style={{ width: 110 }}
          value={test.is ?? test.contains ?? ''}
          maxLength={200}
          onChange={(e) => onChange({ known: test.known, [how]: e.target.value } as Condition, 'words')}
        />
      </>
    );
  }
  if ('contact' in test)
    return (
      <Choose
        label="Whether it was given"
        value={test.answered ? 'yes' : 'no'}
        options={[
          { id: 'yes', label: 'was given' },
          { id: 'no', label: 'was not given' },
        ]}
        onChange={(to) => onChange({ ...test, answered: to === 'yes' })}
      />
    );
  const percent = 'attempt' in test ? null : (test.unit ?? 'points');
  return (
    <>
      {'topic' in test && (
        <>
          for{' '}
          <Choose
            label="Which score"
            value={test.of}
            options={[{ id: 'marks', label: 'marks' }, ...quiz.scales.map((s) => ({ id: s.id, label: s.name }))]}
            onChange={(of) => onChange({ ...test, of })}
          />{' '}
        </>
      )}
      <Bound
        bounds={test as Bounds}
        most={!('attempt' in test)}
        onChange={(to, join) => onChange({ ...unbound(test), ...to } as Condition, join)}
        {...(onNot ? { onNot } : {})}
      />
      {percent && (
        <>
          {' '}
          <Choose
            label="In which unit"
            value={percent}
            options={[
              { id: 'points', label: 'points' },
              { id: 'percent', label: 'percent' },
              ...(isOfMarks(test) ? [{ id: 'right' as const, label: 'questions right' }] : []),
            ]}
            onChange={(unit) => onChange({ ...test, unit } as Condition)}
          />
        </>
      )}
    </>
  );
}

/** Only of marks can be told how many are right. */
const isOfMarks = (test: Test): boolean =>
  ('scale' in test && test.scale === 'marks') || ('topic' in test && test.of === 'marks');

type Bounds = { lt?: number | 'most'; le?: number; gt?: number; ge?: number | 'most'; eq?: number };
const boundKeys = ['lt', 'le', 'gt', 'ge', 'eq'] as const;
const unbound = (test: Test): Test => without(test as Test & Bounds, ...boundKeys) as Test;
const boundOptions = [
  { id: 'ge', label: 'is at least' },
  { id: 'gt', label: 'is more than' },
  { id: 'le', label: 'is at most' },
  { id: 'lt', label: 'is less than' },
  { id: 'eq', label: 'is exactly' },
] as const;
const mostOptions = [
  { id: 'full', label: 'is the full score' },
  { id: 'below', label: 'is below the full score' },
] as const;

/** "is at least 5": one bound; the number stays when another comparison is chosen. */
function Bound({
  bounds,
  most,
  onChange,
  onNot,
}: {
  bounds: Bounds;
  most: boolean;
  onChange: (bounds: Bounds, join?: string) => void;
  onNot?: () => void;
}) {
  const key = boundKeys.find((k) => bounds[k] !== undefined) ?? 'ge';
  const value = bounds[key];
  const how = value === 'most' ? (key === 'ge' ? 'full' : 'below') : key;
  const number = typeof value === 'number' ? value : 1;
  return (
    <>
      <Choose
        label="How it is compared"
        value={how as string}
        options={[...boundOptions, ...(most ? mostOptions : []), ...(onNot ? [NOT] : [])]}
        onChange={(to) => {
          if (to === 'not') onNot?.();
          else if (to === 'full') onChange({ ge: 'most' });
          else if (to === 'below') onChange({ lt: 'most' });
          else onChange({ [to]: number });
        }}
      />
      {value !== 'most' && (
        <>
          {' '}
          <NumberField
            label=""
            name="The number"
            value={number}
            onChange={(to) => to !== undefined && onChange({ [key]: to }, 'number')}
          />
        </>
      )}
    </>
  );
}

type AnswerTest = Extract<Condition, { answer: string }>;
type How =
  'is' | 'isAny' | 'isAll' | 'isNone' | 'answered' | 'empty' | 'right' | 'wrong' | 'contains' | 'bound' | 'not';

function AnswerRest({
  question,
  test,
  onChange,
  onNot,
}: {
  question: Question;
  test: AnswerTest;
  onChange: TestProps['onChange'];
  onNot?: () => void;
}): ReactNode {
  const id = question.id;
  const measured = ['number', 'slider', 'rating'].includes(question.kind);
  const chosen = [test.is ?? test.isAny ?? test.isAll ?? test.isNone ?? []].flat();
  const how: How =
    test.is !== undefined
      ? // One answer of one: both say the same, and one word is enough.
        question.kind === 'choice' && question.pick === 'one' && chosen.length === 1
        ? 'isAny'
        : 'is'
      : test.isAny !== undefined
        ? 'isAny'
        : test.isAll !== undefined
          ? 'isAll'
          : test.isNone !== undefined
            ? 'isNone'
            : test.contains !== undefined
              ? 'contains'
              : test.right !== undefined
                ? test.right
                  ? 'right'
                  : 'wrong'
                : test.answered !== undefined
                  ? test.answered
                    ? 'answered'
                    : 'empty'
                  : 'bound';
  const options: { id: How; label: string }[] = [
    ...(question.kind === 'choice'
      ? ([
          { id: 'isAny', label: 'is' },
          ...(question.pick === 'many'
            ? [
                { id: 'is', label: 'is nothing but' },
                { id: 'isAll', label: 'includes' },
              ]
            : how === 'is'
              ? [{ id: 'is', label: 'is just' }]
              : []),
          { id: 'isNone', label: 'is not' },
        ] as { id: How; label: string }[])
      : []),
    ...(measured ? [{ id: 'bound' as const, label: 'is a number that' }] : []),
    ...(isKeyed(question)
      ? [
          { id: 'right' as const, label: 'is right' },
          { id: 'wrong' as const, label: 'is not right' },
        ]
      : []),
    { id: 'answered', label: 'is answered' },
    { id: 'empty', label: 'is left empty' },
    ...(question.kind === 'text' || question.kind === 'essay' || (question.kind === 'choice' && question.other)
      ? [{ id: 'contains' as const, label: 'contains' }]
      : []),
    ...(onNot ? [NOT] : []),
  ];
  const ids = chosen.length ? chosen : question.kind === 'choice' ? [question.options[0]?.id ?? OTHER] : [];
  const become = (to: How) => {
    if (to === 'not') return onNot?.();
    if (to === 'is' || to === 'isAny' || to === 'isAll' || to === 'isNone')
      return onChange({ answer: id, [to]: ids } as Condition);
    if (to === 'right' || to === 'wrong') return onChange({ answer: id, right: to === 'right' });
    if (to === 'contains') return onChange({ answer: id, contains: test.contains ?? '' });
    if (to === 'bound') return onChange({ answer: id, ge: 1 });
    onChange({ answer: id, answered: to === 'answered' });
  };
  const all =
    question.kind === 'choice'
      ? [
          ...question.options.map((o) => ({ id: o.id, label: o.text || o.picture?.text || 'an answer without words' })),
          ...(question.other ? [{ id: OTHER, label: 'something else' }] : []),
        ]
      : [];
  const listed = how === 'is' || how === 'isAny' || how === 'isAll' || how === 'isNone';
  const setIds = (to: string[]) => onChange({ answer: id, [how]: to } as Condition);
  return (
    <>
      {!(measured && how === 'bound') && (
        <Choose label="How it is compared" value={how} options={options} onChange={become} />
      )}
      {listed &&
        chosen.map((one, i) => (
          <Fragment key={one}>
            {i > 0 && (how === 'isAll' || how === 'is' ? ' and' : ' or')}{' '}
            <Choose
              label={`Answer ${i + 1} of the rule`}
              value={one}
              options={[
                ...all.filter((o) => o.id === one || !chosen.includes(o.id)),
                ...(chosen.length > 1 ? [{ id: '', label: '(without this one)' }] : []),
              ]}
              onChange={(to) =>
                setIds(to === '' ? chosen.filter((x) => x !== one) : chosen.map((x) => (x === one ? to : x)))
              }
            />
          </Fragment>
        ))}
      {listed && all.length > chosen.length && (
        <>
          {' '}
          <MenuButton
            label="Another answer for the same"
            entries={all.filter((o) => !chosen.includes(o.id))}
            onAction={(to) => setIds([...chosen, to])}
          >
            <span style={{ color: 'var(--ink-3)' }}>{how === 'isAll' || how === 'is' ? 'and …' : 'or …'}</span>
          </MenuButton>
        </>
      )}
      {how === 'contains' && (
        <>
          {' '}
          <LineInput
            aria-label="Which words"
            style={{ width: 110 }}
            value={test.contains ?? ''}
            maxLength={200}
            onChange={(e) => onChange({ answer: id, contains: e.target.value }, 'words')}
          />
        </>
      )}
      {how === 'bound' && (
        <Bound
          bounds={test as Bounds}
          most={false}
          onChange={(to, join) => onChange({ answer: id, ...to } as Condition, join)}
          {...(onNot ? { onNot } : {})}
        />
      )}
    </>
  );
}
