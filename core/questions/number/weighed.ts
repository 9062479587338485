import type { Of, WeighSide } from '../kind';
import { asNumber } from '../weighed';

export const numberWeighed: WeighSide<Of<'number'>> = {
  weighed: (question) => asNumber(question, question.target === undefined ? 'mean' : 'right'),
};
