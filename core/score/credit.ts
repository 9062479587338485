import type { Question } from '../quiz/schema';
import { isKeyed } from '../quiz/lookup';
import { fold } from '../text/fold';
import { round9 } from './numbers';

/** What a run keeps for a question: chosen option ids, or the words typed. */
export type Answer = string[] | string;

export const isAnswered = (answer: Answer | undefined): answer is Answer =>
  answer !== undefined && (typeof answer === 'string' ? answer.trim() !== '' : answer.length > 0);

/**
 * How right an answer is, 0..1 (model, section 3).
 * @returns null for a question without a key, and for one that was not answered
 */
export function creditOf(question: Question, answer: Answer | undefined): number | null {
  if (!isKeyed(question) || !isAnswered(answer)) return null;
  if (question.kind === 'text') {
    const given = fold(typeof answer === 'string' ? answer : '');
    return (question.accept ?? []).reduce(
      (best, { text, credit }) => (fold(text) === given ? Math.max(best, credit) : best),
      0,
    );
  }
  const chosen = new Set(typeof answer === 'string' ? [answer] : answer);
  if (question.pick === 'one') return question.options.find((o) => chosen.has(o.id))?.credit ?? 0;

  const right = question.options.filter((o) => o.credit === 1);
  if (question.credit !== 'share') {
    const exact = chosen.size === right.length && right.every((o) => chosen.has(o.id));
    return exact ? 1 : 0;
  }
  if (right.length === 0) return 0;
  let worth = 0;
  for (const option of question.options) {
    if (!chosen.has(option.id)) continue;
    const credit = option.credit ?? 0;
    worth += credit > 0 ? credit : -1;
  }
  return Math.min(1, Math.max(0, round9(worth / right.length)));
}

/** Marks of an answer: marks × credit; −penalty for a wrong one; 0 for none. */
export function marksOf(question: Question, answer: Answer | undefined): { awarded: number; credit: number | null } {
  const credit = creditOf(question, answer);
  if (credit === null) return { awarded: 0, credit };
  const awarded = credit > 0 ? round9((question.marks ?? 1) * credit) : 0 - (question.penalty ?? 0);
  return { awarded: awarded === 0 ? 0 : awarded, credit };
}
