import type { Question } from '../quiz/schema';
import { pickRange } from '../quiz/lookup';
import type { Answer } from '../score/credit';
import { subsets } from '../score/weights';

/** Beyond this many options to combine, ways are drawn rather than listed. */
export const MANY_OPTIONS = 12;
export type Way = { answer: Answer; share: number };

/** Whether every way of answering can be listed. */
export const isListable = (question: Question): boolean =>
  question.kind !== 'choice' || question.pick === 'one' || question.options.length <= MANY_OPTIONS;

/** How a rehearsed visitor may answer, evenly, with the share of each way (model, section 5). */
export function waysToAnswer(question: Question): Way[] {
  if (question.kind === 'text') {
    const right = question.accept?.find((a) => a.credit === 1)?.text ?? question.accept?.[0]?.text;
    if (right === undefined) return [{ answer: '…', share: 1 }];
    return [
      { answer: right, share: 0.5 },
      { answer: '\u0000', share: 0.5 },
    ];
  }
  const { min, max } = pickRange(question);
  if (question.pick === 'one')
    return question.options.map((o) => ({ answer: [o.id], share: 1 / question.options.length }));
  const chosen = subsets(question.options.length, Math.max(1, min), max);
  return chosen.map((subset) => ({
    answer: subset.map((i) => question.options[i]?.id ?? ''),
    share: 1 / chosen.length,
  }));
}

/** Draws one way of answering, by the same shares. */
export function drawAnswer(question: Question, random: () => number): Answer {
  if (!isListable(question) && question.kind === 'choice') {
    const { min, max } = pickRange(question);
    for (;;) {
      const chosen = question.options.filter(() => random() < 0.5).map((o) => o.id);
      if (chosen.length >= Math.max(1, min) && chosen.length <= max) return chosen;
    }
  }
  const ways = waysToAnswer(question);
  let left = random();
  for (const { answer, share } of ways) {
    left -= share;
    if (left < 0) return answer;
  }
  return ways.at(-1)?.answer ?? [];
}
