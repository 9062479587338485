import type { Of, WeighSide } from '../kind';
import { asKey } from '../weighed';
import { gapsScore } from './score';

export const gapsWeighed: WeighSide<Of<'gaps'>> = {
  weighed: (question) => asKey(question, 'The words of the gaps', gapsScore.isKeyed(question)),
};
