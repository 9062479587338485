import type { Of, WeighSide } from '../kind';
import { asKey } from '../weighed';
import { spotsScore } from './score';

export const spotsWeighed: WeighSide<Of<'spots'>> = {
  weighed: (question) => asKey(question, 'The places in the picture', spotsScore.isKeyed(question)),
};
