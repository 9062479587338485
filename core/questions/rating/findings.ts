import { nowhere } from '../found';
import type { FindingSide, Of } from '../kind';
import { boundsOf } from '../measured';

export const ratingFindings: FindingSide<Of<'rating'>> = {
  findings: (question, looked) => nowhere(looked, boundsOf(question)),
  isOpinion: true,
};
