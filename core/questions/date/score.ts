import { plainAnswer } from '../../values/answer';
import { dayNumber } from '../../values/answer';
import { round9 } from '../../values/numbers';
import { graded, type Of, type ScoreSide } from '../kind';
import { nothing, rightOrWrong } from '../ranges';

export const dateScore: ScoreSide<Of<'date'>> = {
  isKeyed: (question) => question.target !== undefined,
  grade(question, answer) {
    const distance = Math.abs(dayNumber(plainAnswer(answer)) - dayNumber(question.target ?? ''));
    return graded(round9(distance) <= (question.within ?? 0) ? 1 : 0);
  },
  weights: () => [],
  weigh: () => undefined,
  range: (question, _target, marks) => (marks ? rightOrWrong(question) : nothing),
};
