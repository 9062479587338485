/** How right an answer is (model, section 3, Credit and Marks). */
import type { Question } from '../schema/quiz';
import { type Grade, pending, ungraded } from './kind';
import { isKeyed, isReviewed, kindOf } from './registry';
import { type Answer, isAnswered } from '../values/answer';
import { round9 } from '../values/numbers';

/** How right an answer is by the key alone. */
export function gradeOf(question: Question, answer: Answer | undefined): Grade {
  if (!isAnswered(answer)) return ungraded;
  if (isReviewed(question)) return pending;
  return isKeyed(question) ? kindOf(question).grade(question, answer) : ungraded;
}

/** The credit of an answer as results and conditions read it, to nine decimals. */
export function creditOf(question: Question, answer: Answer | undefined): number | null {
  const { credit } = gradeOf(question, answer);
  return credit === null ? null : round9(credit);
}

export type Marked = Grade & { awarded: number };

/**
 * The marks of an answer: marks × credit; −penalty where it is worth nothing; 0 for none, and while a person has yet to mark it.
 * @param byHand marks that a reviewer has set: they win over the key
 */
export function marksOf(question: Question, answer: Answer | undefined, byHand?: number): Marked {
  const grade = gradeOf(question, answer);
  if (byHand !== undefined) {
    const of = question.marks ?? 1;
    return {
      credit: of === 0 ? grade.credit : Math.min(1, Math.max(0, byHand / of)),
      pending: false,
      awarded: byHand,
    };
  }
  const { credit } = grade;
  if (credit === null) return { credit, pending: grade.pending, awarded: 0 };
  const awarded = credit > 0 ? round9((question.marks ?? 1) * credit) : 0 - (question.penalty ?? 0);
  return { credit, pending: grade.pending, awarded: awarded === 0 ? 0 : awarded };
}
