import { partOf as answered } from '../../values/answer';
import { type AssessSide, partOf } from '../interaction';
import type { Of } from '../kind';

export const matchAssess: AssessSide<Of<'match'>> = {
  interaction: ({ pairs, extras = [] }) => ({
    is: 'match',
    left: pairs.map(({ left }) => partOf(left)),
    right: [...pairs.map(({ right }) => right), ...extras].map(partOf),
    pairs: pairs.map(({ left, right }) => [left.id, right.id]),
  }),
  response: ({ pairs }, answer) =>
    pairs.flatMap(({ left }) => {
      const right = answered(answer, left.id);
      return typeof right === 'string' ? [[left.id, right]] : [];
    }),
};
