import type { Of, RehearseSide } from '../kind';
import { bestAccepted, FILLED, rightOrWrongAnswer, WRONG } from '../tries';
import { textScore } from './score';

export const textRehearse: RehearseSide<Of<'text'>> = {
  manner: (question) => (textScore.isKeyed(question) ? 'right' : null),
  tries(question) {
    const right = bestAccepted(question.accept);
    return right === undefined ? [FILLED] : rightOrWrongAnswer(right, WRONG);
  },
};
