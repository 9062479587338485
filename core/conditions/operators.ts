/**
 * What a condition can ask, a line for each comparison: the evaluator, the sentences and the editor of rules read the same tables, so that
 * what is offered, what is said and what is true are one.
 */
import { OTHER } from '../questions/choice/options';
import type { Test } from '../questions/kind';
import { isKeyed, kindOf } from '../questions/registry';
import type { Question, Unit } from '../schema/quiz';

export type AnswerTest = Extract<Test, { answer: string }>;
export type Bounds = { lt?: number | 'most'; le?: number; gt?: number; ge?: number | 'most'; eq?: number };
export type Bound = keyof Bounds;

type Comparison = {
  /** In the editor, before a number. */
  label: string;
  /** In a sentence, with its number. */
  says: (number: string) => string;
  isTrue: (value: number, bound: number) => boolean;
};
/** Of numbers: values given, scores, tries. */
export const comparisons: Record<Bound, Comparison> = {
  ge: { label: 'is at least', says: (n) => `is ${n} or more`, isTrue: (value, bound) => value >= bound },
  gt: { label: 'is more than', says: (n) => `is more than ${n}`, isTrue: (value, bound) => value > bound },
  le: { label: 'is at most', says: (n) => `is ${n} or less`, isTrue: (value, bound) => value <= bound },
  lt: { label: 'is less than', says: (n) => `is less than ${n}`, isTrue: (value, bound) => value < bound },
  eq: { label: 'is exactly', says: (n) => `is ${n}`, isTrue: (value, bound) => value === bound },
};
export const bounds = Object.keys(comparisons).filter((key): key is Bound => key in comparisons);
export const isBounded = (test: Bounds): boolean => bounds.some((key) => test[key] !== undefined);
/** A test without its bounds. */
export const unbounded = <T extends object>(test: T): T =>
  // Bounds may all be left out, so that without them it is of the same type.
  Object.fromEntries(Object.entries(test).filter(([key]) => !(key in comparisons))) as T;

/** How far a score goes: of what is possible on the way. */
export const mostOf = { ge: 'is the full score', lt: 'is below the full score' } as const;

/** @property most the highest that is possible, for a bound that says so */
export function isWithin(
  value: number | null,
  most: number | null,
  test: Bounds,
  round: (n: number) => number,
): boolean {
  if (value === null) return false;
  for (const key of bounds) {
    const bound = test[key] === 'most' ? most : test[key];
    if (bound === undefined) continue;
    if (bound === null || !comparisons[key].isTrue(value, round(bound))) return false;
  }
  return true;
}

type ListOperator = {
  label: string;
  joins: 'and' | 'or';
  says: (answers: string) => string;
  isTrue: (chosen: string[], ids: string[]) => boolean;
  /** Offered for questions of which several answers can be chosen only. */
  several?: true;
};
/** Operators on chosen options. */
export const listOperators: Record<'isAny' | 'is' | 'isAll' | 'isNone', ListOperator> = {
  isAny: {
    label: 'is',
    joins: 'or',
    says: (answers) => `is ${answers}`,
    isTrue: (chosen, ids) => ids.some((id) => chosen.includes(id)),
  },
  is: {
    label: 'is nothing but',
    joins: 'and',
    says: (answers) => `is ${answers}`,
    isTrue: (chosen, ids) => ids.length === chosen.length && ids.every((id) => chosen.includes(id)),
    several: true,
  },
  isAll: {
    label: 'includes',
    joins: 'and',
    says: (answers) => `includes ${answers}`,
    isTrue: (chosen, ids) => ids.every((id) => chosen.includes(id)),
    several: true,
  },
  isNone: {
    label: 'is not',
    joins: 'or',
    says: (answers) => `is not ${answers}`,
    isTrue: (chosen, ids) => !ids.some((id) => chosen.includes(id)),
  },
};
export type ListOperatorName = keyof typeof listOperators;
export const isListOperator = (name: string): name is ListOperatorName => Object.hasOwn(listOperators, name);
export const listOperatorNames = Object.keys(listOperators).filter(isListOperator);
export const idsOf = (ids: string | string[]): string[] => (typeof ids === 'string' ? [ids] : ids);

/** Operators with two sides, one of which is true. */
export const flags = {
  right: { true: 'is right', false: 'is not right' },
  answered: { true: 'is answered', false: 'is left empty' },
} as const;

export const CONTAINS = 'contains';

/** How an answer can be compared, as the editor of rules names it: a test has one of them as its first. */
export type AnswerOperator = ListOperatorName | 'bound' | 'right' | 'wrong' | 'answered' | 'empty' | 'contains';

/** The operator of a test. A choice of one that is just one answer reads as "is" whichever of two ways it is kept in. */
export function operatorOf(test: AnswerTest, question: Question): AnswerOperator {
  const list = listOperatorNames.find((name) => test[name] !== undefined);
  if (list === 'is' && idsOf(test.is ?? []).length === 1 && kindOf(question).offered?.(question).pick === 'one')
    return 'isAny';
  if (list) return list;
  if (test.contains !== undefined) return 'contains';
  if (test.right !== undefined) return test.right ? 'right' : 'wrong';
  if (test.answered !== undefined) return test.answered ? 'answered' : 'empty';
  return 'bound';
}

/** The operators that make sense for a question, in the order in which they are offered. @param now the one in use, offered in any case */
export function operatorsFor(question: Question, now: AnswerOperator): { id: AnswerOperator; label: string }[] {
  const { number, words } = kindOf(question).comparable(question);
  const offered = kindOf(question).offered?.(question);
  const lists = listOperatorNames.filter(
    (name) => !listOperators[name].several || offered?.pick === 'many' || now === name,
  );
  return [
    ...(offered
      ? lists.map((id) => ({ id, label: offered.pick === 'one' && id === 'is' ? 'is just' : listOperators[id].label }))
      : []),
    ...(number ? [{ id: 'bound' as const, label: 'is a number that' }] : []),
    ...(isKeyed(question)
      ? [
          { id: 'right' as const, label: flags.right.true },
          { id: 'wrong' as const, label: flags.right.false },
        ]
      : []),
    { id: 'answered', label: flags.answered.true },
    { id: 'empty', label: flags.answered.false },
    ...(words ? [{ id: 'contains' as const, label: CONTAINS }] : []),
  ];
}

/** A test of an answer by an operator. @param before the test that it replaces, whose answers and words stay where they can */
export function answerTest(question: Question, operator: AnswerOperator, before?: AnswerTest): AnswerTest {
  const answer = question.id;
  const old = listOperatorNames.flatMap((name) => idsOf(before?.[name] ?? []));
  const first = kindOf(question).comparable(question).options?.[0] ?? OTHER;
  switch (operator) {
    case 'right':
    case 'wrong':
      return { answer, right: operator === 'right' };
    case 'answered':
    case 'empty':
      return { answer, answered: operator === 'answered' };
    case 'contains':
      return { answer, contains: before?.contains ?? '' };
    case 'bound':
      return { answer, ge: 1 };
    default:
      return { answer, [operator]: old.length ? old : [first] };
  }
}

/** The test that a question is asked by at first. */
export function firstTestOf(question: Question): AnswerTest {
  const { options, number } = kindOf(question).comparable(question);
  return answerTest(question, options ? 'isAny' : number ? 'bound' : 'answered');
}

/** A unit in a sentence, behind its number. */
export const unitWords: Record<Unit, string> = { points: '', percent: ' %', right: ' right' };
