import { type Of, type ScoreSide, ungraded } from '../kind';
import { measuredRange, measuredWeights } from '../measured';

export const ratingScore: ScoreSide<Of<'rating'>> = {
  ...measuredWeights,
  isKeyed: () => false,
  grade: () => ungraded,
  range: (question, target, marks) => measuredRange(question, target, marks, []),
};
