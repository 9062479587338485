import { acceptedOf } from '../../text/fold';
import type { Of, WeighSide } from '../kind';
import { asKey } from '../weighed';
import { textScore } from './score';

export const textWeighed: WeighSide<Of<'text'>> = {
  weighed: (question) =>
    asKey(
      question,
      (question.accept ?? []).map((a) => acceptedOf(a).text).join('; ') || 'No words are accepted yet',
      textScore.isKeyed(question),
    ),
};
