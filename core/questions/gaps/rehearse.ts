import type { Of, RehearseSide } from '../kind';
import { bestAccepted, FILLED, rightOrWrongAnswer, WRONG } from '../tries';
import { gapsScore } from './score';

export const gapsRehearse: RehearseSide<Of<'gaps'>> = {
  manner: (question) => (gapsScore.isKeyed(question) ? 'right' : null),
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
