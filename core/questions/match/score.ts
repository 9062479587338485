import { partOf } from '../../values/answer';
import { graded, type Of, type ScoreSide } from '../kind';
import { creditByParts } from '../parts';
import { nothing, rightOrWrong } from '../ranges';

export const matchScore: ScoreSide<Of<'match'>> = {
  isKeyed: (question) => question.pairs.length > 0,
  grade: (question, answer) =>
    graded(
      creditByParts(
        question,
        question.pairs.map(({ left, right }) => partOf(answer, left.id) === right.id),
      ),
    ),
  weights: () => [],
  weigh: () => undefined,
  range: (question, _target, marks) => (marks ? rightOrWrong(question) : nothing),
};
