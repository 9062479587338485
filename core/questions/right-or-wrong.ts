/** Visitors who have a question right or not; what is given else is the same wrong answer. */
import { round9 } from '../values/numbers';
import type { Question } from '../schema/quiz';
import type { ResponseModel } from './kind';
import { chanceAt } from './respond';

export const rightOrWrongModel: ResponseModel<Question> = {
  of: 'right',
  isSaid: (_question, weights) => weights['right'] !== undefined,
  // The first answer to try is the right one.
  shareOf: (_question, weights, _answer, i) => (i === 0 ? chanceAt(weights, 'right') : 1 - chanceAt(weights, 'right')),
  guessed: ({ guess }) => (guess === undefined ? null : { right: round9(Math.min(100, Math.max(0, guess)) / 100) }),
  told: (_question, weights) => [
    ['Right', chanceAt(weights, 'right')],
    ['Not right', 1 - chanceAt(weights, 'right')],
  ],
  counted: (question, _answer, isRight) => (isRight() ? [`right ${question.id}`] : []),
};
