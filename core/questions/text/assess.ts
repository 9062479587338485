import { plainAnswer } from '../../values/answer';
import { type AssessSide, spellings } from '../interaction';
import type { Of } from '../kind';

export const textAssess: AssessSide<Of<'text'>> = {
  interaction: ({ accept }) => ({ is: 'text', accept: spellings(accept) }),
  response: (_question, answer) => [[plainAnswer(answer)]],
};
