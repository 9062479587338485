import { plainAnswer } from '../../values/answer';
import type { AssessSide } from '../interaction';
import type { Of } from '../kind';

export const essayAssess: AssessSide<Of<'essay'>> = {
  interaction: () => ({ is: 'essay' }),
  response: (_question, answer) => [[plainAnswer(answer)]],
};
