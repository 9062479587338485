import type { Of, WeighSide } from '../kind';
import { asKey } from '../weighed';
import { matchScore } from './score';

export const matchWeighed: WeighSide<Of<'match'>> = {
  weighed: (question) => asKey(question, 'The pairs as they are written', matchScore.isKeyed(question)),
};
