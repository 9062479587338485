import type { Condition, Quiz } from '../../core/schema/quiz';
import { firstTest, newTest } from '../shared/subjects';

/** What a letter asks about at first: what came out, where something does. */
export function firstAsked(quiz: Quiz): Condition {
  const verdict = quiz.verdicts.find(({ outcomes }) => outcomes.length > 0);
  return verdict ? newTest(quiz, `verdict ${verdict.id}`) : firstTest(quiz, quiz.pages.at(-1)?.id ?? '');
}
