import { plainAnswer } from '../../values/answer';
import type { AssessSide } from '../interaction';
import type { Of } from '../kind';

export const ratingAssess: AssessSide<Of<'rating'>> = {
  interaction: ({ min = 1, max = 5 }) => ({ is: 'rating', min, max }),
  response: (_question, answer) => [[plainAnswer(answer)]],
};
