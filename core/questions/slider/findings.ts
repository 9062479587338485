import { nowhere } from '../found';
import type { FindingSide, Of } from '../kind';

export const sliderFindings: FindingSide<Of<'slider'>> = {
  findings: (question, looked) => nowhere(looked, question),
  isOpinion: true,
};
