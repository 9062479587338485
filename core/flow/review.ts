/** What the visitor had right, as the creator lets it be seen at the end: answers, right answers, marks, explanations. */
import type { ReviewLine } from '../blocks/view';
import { answerText, isKeyed, isReviewed, kindOf } from '../questions/registry';
import { mediaOf } from '../questions/asked';
import type { Question } from '../schema/quiz';
import { wordingOf } from '../document/lookup';
import type { Answer } from '../values/answer';
import { marksOf } from '../questions/credit';

type Allowed = { right?: boolean; marks?: boolean; explanations?: boolean };

/**
 * One question of a run, looked at afterwards.
 * @param counted the answer that is marked, and marks set by hand where there are any
 */
export function reviewLine(
  question: Question,
  answer: Answer | undefined,
  allowed: Allowed,
  { counted = answer, byHand }: { counted?: Answer | undefined; byHand?: number | undefined } = {},
): ReviewLine {
  const scored = isKeyed(question) || isReviewed(question);
  const marked = scored ? marksOf(question, counted, byHand) : null;
  const credit = marked?.credit ?? 0;
  const state = !marked ? null : marked.pending ? 'waiting' : credit >= 1 ? 'right' : credit > 0 ? 'partly' : 'wrong';
  const told = question.explain ?? {};
  const explanations = [
    ...(state === 'right' && told.right !== undefined ? [told.right] : []),
    ...((state === 'wrong' || state === 'partly') && told.wrong !== undefined ? [told.wrong] : []),
    ...(told.always === undefined ? [] : [told.always]),
  ];
  const right = kindOf(question).rightText(question);
  const number = (n: number) => String(Number(n.toFixed(2))).replace('-', '−');
  return {
    id: question.id,
    prompt: wordingOf(question),
    // The one that is marked: what was mended after it, on a page that was held, would seem to be called wrong.
    given: answerText(question, counted),
    ...(kindOf(question).isDay ? { isDay: true as const } : {}),
    state,
    ...(allowed.right && state !== null && state !== 'right' && right ? { right } : {}),
    ...(allowed.marks && marked && !marked.pending
      ? { marks: `${number(marked.awarded)} / ${number(question.marks ?? 1)}` }
      : {}),
    ...(allowed.explanations && explanations.length ? { explanations } : {}),
    ...(allowed.explanations && told.media ? { media: mediaOf(told.media) } : {}),
  };
}
