import type { Of, ScoreSide } from '../kind';
import { gradeOfTyped, hasAccepted } from '../parts';
import { nothing, rightOrWrong } from '../ranges';

export const spotsScore: ScoreSide<Of<'spots'>> = {
  isKeyed: (question) => question.spots.some((s) => s.region !== undefined || hasAccepted(s.accept)),
  grade: (question, answer) => gradeOfTyped(question, answer, question.spots),
  weights: () => [],
  weigh: () => undefined,
  range: (question, _target, marks) => (marks ? rightOrWrong(question) : nothing),
};
