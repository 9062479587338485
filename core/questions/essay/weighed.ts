import type { Of, WeighSide } from '../kind';
import { asKey } from '../weighed';

export const essayWeighed: WeighSide<Of<'essay'>> = {
  weighed: (question) => asKey(question, question.review ? 'A person marks it' : 'Not marked', false),
};
