import type { Test } from '../questions/kind';
import {
  type AnswerTest,
  type Bounds,
  idsOf,
  isBounded,
  isWithin,
  listOperatorNames,
  listOperators,
} from './operators';
import type { Condition, Question, Unit } from '../schema/quiz';
import { fold } from '../text/fold';
import { type Answer, chosenIn, isAnswered, isFreeEntry } from '../values/answer';
import { creditOf } from '../questions/credit';
import { round9 } from '../values/numbers';

/** What a condition may ask about a run so far; null and undefined make a test false, whatever its operator. */
export type Facts = {
  question(id: string): Question | undefined;
  /** Whether the question is on the way and shown. */
  shown(id: string): boolean;
  answer(id: string): Answer | undefined;
  /** The value so far and the highest possible. "marks" is a scale here. */
  value(target: string, unit: Unit, topic?: string): { value: number | null; most: number | null };
  outcomes(verdict: string): string[];
  known(id: string): string | undefined;
  /** Whether the field was asked for on the way, and what was given. */
  contact(field: string): { asked: boolean; value: string };
  /** Tries on this page, the present one included. */
  attempts(): number;
};

const within = (value: number | null, most: number | null, test: Bounds): boolean =>
  isWithin(value, most, test, round9);

export type { Test } from '../questions/kind';

function isAnswerTrue(test: AnswerTest, facts: Facts): boolean {
  if (!facts.shown(test.answer)) return false;
  const answer = facts.answer(test.answer);
  const asksOther = test.is ?? test.isAny ?? test.isAll ?? test.isNone ?? test.right ?? test.contains;
  if (!isAnswered(answer)) return test.answered === false && asksOther === undefined && !isBounded(test);
  if (test.answered === false) return false;
  return (
    choiceTests(test, chosenIn(answer)) &&
    (!isBounded(test) || (typeof answer === 'number' && within(round9(answer), null, test))) &&
    (test.right === undefined || isRight(facts.question(test.answer), answer) === test.right) &&
    (test.contains === undefined || fold(wordsOf(answer)).includes(fold(test.contains)))
  );
}

const choiceTests = (test: AnswerTest, chosen: string[]): boolean =>
  listOperatorNames.every((name) => {
    const ids = test[name];
    return ids === undefined || listOperators[name].isTrue(chosen, idsOf(ids));
  });

/** Null, which is neither, where there is no key or a person has yet to mark it. */
function isRight(question: Question | undefined, answer: Answer): boolean | null {
  const credit = question ? creditOf(question, answer) : null;
  return credit === null ? null : credit === 1;
}

/** The words of an answer that has any: text, a date, a free entry, the words in gaps. */
const wordsOf = (answer: Answer): string => {
  if (typeof answer === 'string') return answer;
  if (typeof answer === 'number' || Array.isArray(answer)) return '';
  if (isFreeEntry(answer)) return answer.text;
  return Object.values(answer)
    .filter((part) => typeof part === 'string')
    .join('\n');
};

/** Whether a condition holds (model, section 2, Conditions). */
export function isTrue(condition: Condition, facts: Facts): boolean {
  if ('all' in condition) return condition.all.every((c) => isTrue(c, facts));
  if ('any' in condition) return condition.any.some((c) => isTrue(c, facts));
  if ('not' in condition) return !isTrue(condition.not, facts);
  if ('answer' in condition) return isAnswerTrue(condition, facts);
  if ('scale' in condition || 'topic' in condition) {
    const unit = condition.unit ?? 'points';
    const { value, most } =
      'scale' in condition ? facts.value(condition.scale, unit) : facts.value(condition.of, unit, condition.topic);
    return within(value, most, condition);
  }
  if ('verdict' in condition) return facts.outcomes(condition.verdict).includes(condition.is);
  if ('known' in condition) {
    const value = facts.known(condition.known);
    if (value === undefined || value === '') return false;
    if (condition.is !== undefined && value !== condition.is) return false;
    return condition.contains === undefined || fold(value).includes(fold(condition.contains));
  }
  if ('attempt' in condition) return within(facts.attempts(), null, condition);
  const { asked, value } = facts.contact(condition.contact);
  return asked && (value.trim() !== '') === condition.answered;
}

/** Every single test in a condition, however deep. */
export function testsIn(condition: Condition, found: Test[] = []): Test[] {
  if ('all' in condition) for (const one of condition.all) testsIn(one, found);
  else if ('any' in condition) for (const one of condition.any) testsIn(one, found);
  else if ('not' in condition) testsIn(condition.not, found);
  else found.push(condition);
  return found;
}
