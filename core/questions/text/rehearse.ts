import type { Of, RehearseSide } from '../kind';
import { acceptedOf } from '../../text/fold';
import { bestAccepted, FILLED, rightOrWrongAnswer, sought, WRONG } from '../tries';
import { textScore } from './score';
import { rightOrWrongModel } from '../right-or-wrong';

export const textRehearse: RehearseSide<Of<'text'>> = {
  model: (question) => (textScore.isKeyed(question) ? rightOrWrongModel : null),
  tries(question) {
    const right = bestAccepted(question.accept);
    return right === undefined ? [FILLED] : rightOrWrongAnswer(right, WRONG);
  },
  answersFor: (question, tests) => [...(question.accept ?? []).map((a) => acceptedOf(a).text), WRONG, ...sought(tests)],
  comparable: () => ({ words: true }),
};
