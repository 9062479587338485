import type { Condition, Question } from '../quiz/schema';
import { fold } from '../text/fold';
import { type Answer, creditOf, isAnswered } from './credit';

/** What a condition may ask about a run so far; null and undefined make a test false, whatever its operator. */
export type Facts = {
  question(id: string): Question | undefined;
  /** Whether the question is on the way and shown. */
  shown(id: string): boolean;
  answer(id: string): Answer | undefined;
  /** The value so far and the highest possible. "marks" is a scale here. */
  value(target: string, unit: 'points' | 'percent', topic?: string): { value: number | null; most: number | null };
  outcomes(verdict: string): string[];
  known(id: string): string | undefined;
  contact(field: string): string | undefined;
};

type Bounds = { lt?: number | 'most'; le?: number; gt?: number; ge?: number | 'most'; eq?: number };

function within(value: number | null, most: number | null, { lt, le, gt, ge, eq }: Bounds): boolean {
  if (value === null) return false;
  const lower = lt === 'most' ? most : lt;
  const upper = ge === 'most' ? most : ge;
  if (lower === null || upper === null) return false;
  return (
    (lower === undefined || value < lower) &&
    (le === undefined || value <= le) &&
    (gt === undefined || value > gt) &&
    (upper === undefined || value >= upper) &&
    (eq === undefined || value === eq)
  );
}

const list = (ids: string | string[]): string[] => (typeof ids === 'string' ? [ids] : ids);

function answerTest(test: Extract<Condition, { answer: string }>, facts: Facts): boolean {
  if (!facts.shown(test.answer)) return false;
  const answer = facts.answer(test.answer);
  if (test.answered === false) return !isAnswered(answer);
  if (!isAnswered(answer)) return false;
  const question = facts.question(test.answer);
  const chosen = new Set(typeof answer === 'string' ? [answer] : answer);
  if (test.is !== undefined) {
    const ids = list(test.is);
    if (!(ids.length === chosen.size && ids.every((id) => chosen.has(id)))) return false;
  }
  if (test.isAny !== undefined && !list(test.isAny).some((id) => chosen.has(id))) return false;
  if (test.isAll !== undefined && !list(test.isAll).every((id) => chosen.has(id))) return false;
  if (test.isNone !== undefined && list(test.isNone).some((id) => chosen.has(id))) return false;
  if (test.right !== undefined) {
    const credit = question ? creditOf(question, answer) : null;
    if (credit === null || (credit === 1) !== test.right) return false;
  }
  if (test.contains !== undefined && !(typeof answer === 'string' && fold(answer).includes(fold(test.contains))))
    return false;
  return true;
}

/** Whether a condition holds (model, section 2, Conditions). */
export function holds(condition: Condition, facts: Facts): boolean {
  if ('all' in condition) return condition.all.every((c) => holds(c, facts));
  if ('any' in condition) return condition.any.some((c) => holds(c, facts));
  if ('not' in condition) return !holds(condition.not, facts);
  if ('answer' in condition) return answerTest(condition, facts);
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
    if (condition.is !== undefined && fold(value) !== fold(condition.is)) return false;
    return condition.contains === undefined || fold(value).includes(fold(condition.contains));
  }
  const given = facts.contact(condition.contact);
  return (given !== undefined && given.trim() !== '') === condition.answered;
}

/** Every single test in a condition, however deep. */
export function testsIn(
  condition: Condition,
): Exclude<Condition, { all: unknown } | { any: unknown } | { not: unknown }>[] {
  if ('all' in condition) return condition.all.flatMap(testsIn);
  if ('any' in condition) return condition.any.flatMap(testsIn);
  if ('not' in condition) return testsIn(condition.not);
  return [condition];
}
