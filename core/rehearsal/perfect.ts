import { isKeyed, offeredBy } from '../questions/registry';
import type { Quiz } from '../schema/quiz';
import { questionsOf } from '../document/lookup';
import type { Answer } from '../values/answer';
import { creditOf } from '../questions/credit';
import { isListable, waysToAnswer } from './answers';

/** The answers of a visitor who has everything right that can be right, and leaves empty what cannot. */
export function perfectAnswers(quiz: Quiz): Record<string, Answer> {
  const answers: Record<string, Answer> = {};
  for (const question of questionsOf(quiz)) {
    if (!isKeyed(question)) continue;
    let best: { answer: Answer; credit: number } | null = null;
    const offered = offeredBy(question);
    const ways: Answer[] =
      offered && !isListable(question)
        ? [offered.options.filter((o) => o.credit === 1).map((o) => o.id)]
        : waysToAnswer(question).map((way) => way.answer);
    for (const answer of ways) {
      const credit = creditOf(question, answer) ?? 0;
      if (credit > (best?.credit ?? 0)) best = { answer, credit };
    }
    if (best) answers[question.id] = best.answer;
  }
  return answers;
}
