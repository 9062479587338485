import type { Of, ScoreSide } from '../kind';
import { gradeOfTyped, hasAccepted } from '../parts';
import { nothing, rightOrWrong } from '../ranges';

export const gapsScore: ScoreSide<Of<'gaps'>> = {
  isKeyed: (question) => question.gaps.some((g) => hasAccepted(g.accept)),
  grade: (question, answer) => gradeOfTyped(question, answer, question.gaps),
  weights: () => [],
  weigh: () => undefined,
  range: (question, _target, marks) => (marks ? rightOrWrong(question) : nothing),
};
