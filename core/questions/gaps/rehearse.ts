import type { Of, RehearseSide } from '../kind';
import { bestAccepted, FILLED, rightOrWrongAnswer, WRONG } from '../tries';
import { gapsScore } from './score';
import { rightOrWrongModel } from '../right-or-wrong';

export const gapsRehearse: RehearseSide<Of<'gaps'>> = {
  model: (question) => (gapsScore.isKeyed(question) ? rightOrWrongModel : null),
  tries(question) {
    const answer = (right: boolean) =>
      Object.fromEntries(
        question.gaps.map((gap) => [
          gap.id,
          right ? (bestAccepted(gap.accept) ?? FILLED) : gap.accept?.length ? WRONG : FILLED,
        ]),
      );
    return gapsScore.isKeyed(question) ? rightOrWrongAnswer(answer(true), answer(false)) : [answer(true)];
  },
  comparable: () => ({ words: true }),
};
