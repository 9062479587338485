/** What the visitor had right, as the creator lets it be seen at the end: answers, right answers, marks, explanations. */
import type { ReviewLine } from '../blocks/view';
import { answerText, isKeyed, isReviewed, kindOf } from '../questions/registry';
import { mediaOf } from '../questions/asked';
import type { Question } from '../schema/quiz';
import { wordingOf } from '../document/lookup';
import type { Answer } from '../values/answer';
import { type Marked, marksOf } from '../questions/credit';

type Allowed = { right?: boolean; marks?: boolean; explanations?: boolean };

/**
 * One question of a run, looked at afterwards.
 * @param counted the answer that is marked; marks set by hand and what was said with them, where there are any
 */
export function reviewLine(
  question: Question,
  answer: Answer | undefined,
  allowed: Allowed,
  {
    counted = answer,
    byHand,
    note,
  }: { counted?: Answer | undefined; byHand?: number | undefined; note?: string | undefined } = {},
): ReviewLine {
  const marked = isKeyed(question) || isReviewed(question) ? marksOf(question, counted, byHand) : null;
  const state = reviewState(marked);
  const kind = kindOf(question);
  const { isDay } = kind;
  const right = allowed.right && state !== null && state !== 'right' ? kind.rightText(question) : '';
  return {
    id: question.id,
    prompt: wordingOf(question),
    // Show the answer that is marked. A later answer, given behind a gate, would look as if it were marked wrong.
    given: answerText(question, counted),
    state,
    ...(isDay ? { isDay } : {}),
    ...(right ? { right } : {}),
    ...(allowed.marks && marked && !marked.pending
      ? { marks: `${number(marked.awarded)} / ${number(question.marks ?? 1)}` }
      : {}),
    ...(note ? { note } : {}),
    ...(allowed.explanations ? explained(question, state) : {}),
  };
}

const number = (n: number) => String(Number(n.toFixed(2))).replace('-', '−');

function reviewState(marked: Marked | null): ReviewLine['state'] {
  if (!marked) return null;
  if (marked.pending) return 'waiting';
  const credit = marked.credit ?? 0;
  return credit >= 1 ? 'right' : credit > 0 ? 'partly' : 'wrong';
}

/** What is said of a question once it has been answered. */
function explained({ explain = {} }: Question, state: ReviewLine['state']): Pick<ReviewLine, 'explanations' | 'media'> {
  const { right, wrong, always, media } = explain;
  const explanations = [
    state === 'right' ? right : undefined,
    state === 'wrong' || state === 'partly' ? wrong : undefined,
    always,
  ].filter((text) => text !== undefined);
  return { ...(explanations.length ? { explanations } : {}), ...(media ? { media: mediaOf(media) } : {}) };
}
