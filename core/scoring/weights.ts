/** What answers add to scales and outcomes, and the least and most they can add (model, section 3, Scales). */
import type { Question } from '../schema/quiz';
import type { Range } from '../questions/kind';
import { orNothing } from '../questions/ranges';
import { isKeyed, isReviewed, kindOf } from '../questions/registry';
import { type Answer, isAnswered } from '../values/answer';
import { marksOf } from '../questions/credit';
import { round9 } from '../values/numbers';

export type { Range } from '../questions/kind';

/** @property spoken whether any weight in it was other than 0, so that +1 and −1 together have still been a word on the matter */
export type Contribution = { value: number; spoken: boolean };

const marksCount = (question: Question): boolean => isKeyed(question) || isReviewed(question);
/** Whether its marks go into a target. */
const alsoMarks = (question: Question, target: string): boolean => question.marksTo === target && marksCount(question);

/**
 * What an answer adds to a scale or outcome; null where nothing that was answered has a weight for it (0 is one).
 * @param byHand marks that a reviewer has set, for questions whose marks go into the scale
 */
export function contribution(
  question: Question,
  target: string,
  answer: Answer | undefined,
  byHand?: number,
): Contribution | null {
  if (!isAnswered(answer)) return null;
  let sum = 0;
  let weighed = false;
  let spoken = false;
  kindOf(question).weigh(question, target, answer, (weight, times) => {
    if (weight === undefined) return;
    sum += weight * times;
    weighed = true;
    spoken ||= weight !== 0;
  });
  if (alsoMarks(question, target)) {
    const { pending, awarded } = marksOf(question, answer, byHand);
    if (!pending) {
      sum += awarded;
      weighed = true;
      spoken = true;
    }
  }
  return weighed ? { value: round9(sum), spoken } : null;
}

/** The scales and outcomes that a question can add to. */
export function measuresOfQuestion(question: Question): string[] {
  const targets = new Set(
    kindOf(question)
      .weights(question)
      .flatMap((w) => Object.keys(w ?? {})),
  );
  if (question.marksTo !== undefined && marksCount(question)) targets.add(question.marksTo);
  return [...targets];
}

/** Whether a question can add to this scale or outcome: it has a weight for it (0 is one), or its marks go there. */
export const weighs = (question: Question, target: string): boolean => measuresOfQuestion(question).includes(target);

/**
 * The least and the most that a question can add to a target, by any legal answer.
 * @param optional whether adding nothing, by not answering, counts as possible
 */
export function rangeOf(question: Question, target: string, optional: boolean): Range | null {
  if (!weighs(question, target)) return null;
  const marks = alsoMarks(question, target) ? (answer: Answer) => marksOf(question, answer).awarded : null;
  const range = kindOf(question).range(question, target, marks);
  const { low, high } = optional ? orNothing(range) : range;
  return { low: round9(low), high: round9(high) };
}
