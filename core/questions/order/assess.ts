import { chosenIn } from '../../values/answer';
import { type AssessSide, partOf } from '../interaction';
import type { Of } from '../kind';

export const orderAssess: AssessSide<Of<'order'>> = {
  interaction: ({ items, keyed }) => ({ is: 'order', items: items.map(partOf), keyed: keyed !== false }),
  response: (_question, answer) => chosenIn(answer).map((id) => [id]),
};
