import type { Of, WeighSide } from '../kind';
import { asKey } from '../weighed';

export const dateWeighed: WeighSide<Of<'date'>> = {
  weighed: (question) => asKey(question, question.target ?? 'No day is right', question.target !== undefined),
};
