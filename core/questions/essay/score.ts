import { type Of, type ScoreSide, ungraded } from '../kind';
import { nothing } from '../ranges';
import { weightless } from '../typed';

export const essayScore: ScoreSide<Of<'essay'>> = {
  ...weightless,
  isKeyed: () => false,
  isReviewed: (question) => question.review === true,
  grade: () => ungraded,
  range: (question, _target, marks) => (marks ? { low: 0, high: question.marks ?? 1 } : nothing),
};
