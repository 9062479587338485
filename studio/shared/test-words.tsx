'use client';
/** One test of a condition, in words with choices in them. */
import { Faint } from '../../ui/text';
import { Fragment, type ReactNode } from 'react';
import {
  type AnswerOperator,
  answerTest,
  type AnswerTest,
  type Bounds,
  bounds,
  comparisons,
  idsOf,
  isListOperator,
  listOperatorNames,
  listOperators,
  mostOf,
  operatorOf,
  operatorsFor,
  unbounded,
} from '../../core/conditions/operators';
import { offeredBy } from '../../core/questions/registry';
import { OTHER } from '../../core/questions/choice/options';
import { quizIndex } from '../../core/document/lookup';
import type { Condition, Question, Quiz } from '../../core/schema/quiz';
import { conditionWords, type Test } from '../../core/conditions/describe';
import { Choose, LineInput, MenuButton } from '../../ui/controls';
import { NumberField } from '../fields/number-field';
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
    const question = quizIndex(quiz).questions.get(test.answer);
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
            to === 'not' ? onNot?.() : onChange({ known: test.known, [to]: test.is ?? test.contains ?? '' })
          }
        />{' '}
        <LineInput
          aria-label="Which words"
          style={{ width: 110 }}
          value={test.is ?? test.contains ?? ''}
          maxLength={200}
          onChange={(e) => onChange({ known: test.known, [how]: e.target.value }, 'words')}
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
      <BoundWords
        test={test}
        most={!('attempt' in test)}

        onChange={(to, join) => onChange({ ...unbounded(test), ...to } as Condition, join)}
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
            onChange={(unit) => onChange({ ...test, unit })}
          />
        </>
      )}
    </>
  );
}

/** Only of marks can be told how many are right. */
const isOfMarks = (test: Test): boolean =>
  ('scale' in test && test.scale === 'marks') || ('topic' in test && test.of === 'marks');

const boundOptions = bounds.map((id) => ({ id, label: comparisons[id].label }));
const mostOptions = [
  { id: 'full', label: mostOf.ge },
  { id: 'below', label: mostOf.lt },
] as const;

/** "is at least 5": one bound; the number stays when another comparison is chosen. */
function BoundWords({
  test,
  most,
  onChange,
  onNot,
}: {
  test: Bounds;
  most: boolean;
  onChange: (bounds: Bounds, join?: string) => void;
  onNot?: () => void;
}) {
  const key = bounds.find((k) => test[k] !== undefined) ?? 'ge';
  const value = test[key];
  const how = value === 'most' ? (key === 'ge' ? 'full' : 'below') : key;
  const number = typeof value === 'number' ? value : 1;
  return (
    <>
      <Choose
        label="How it is compared"
        value={how}
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
  const how = operatorOf(test, question);
  const list = isListOperator(how) ? listOperators[how] : undefined;
  const chosen = listOperatorNames.flatMap((name) => idsOf(test[name] ?? []));
  const options = [...operatorsFor(question, how), ...(onNot ? [NOT] : [])];
  const offered = offeredBy(question);
  const all = [
    ...(offered?.options.map((o) => ({ id: o.id, label: o.text || o.picture?.text || 'an answer without words' })) ??
      []),
    ...(offered?.other ? [{ id: OTHER, label: 'something else' }] : []),
  ];
  const setIds = (to: string[]) => onChange({ answer: id, [how]: to });
  return (
    <>
      {how !== 'bound' && (
        <Choose<AnswerOperator | 'not'>
          label="How it is compared"
          value={how}
          options={options}
          onChange={(to) => (to === 'not' ? onNot?.() : onChange(answerTest(question, to, test)))}
        />
      )}
      {list &&
        chosen.map((one, i) => (
          <Fragment key={one}>
            {i > 0 && ` ${list.joins}`}{' '}
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
      {list && all.length > chosen.length && (
        <>
          {' '}
          <MenuButton
            label="Another answer for the same"
            entries={all.filter((o) => !chosen.includes(o.id))}
            onAction={(to) => setIds([...chosen, to])}
          >
            <Faint>{`${list.joins} …`}</Faint>
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
        <BoundWords
          test={test}
          most={false}
          onChange={(to, join) => onChange({ answer: id, ...to } as Condition, join)}
          {...(onNot ? { onNot } : {})}
        />
      )}
    </>
  );
}
