import { partOf } from '../../values/answer';
import { type AssessSide, spellings } from '../interaction';
import type { Of } from '../kind';

export const spotsAssess: AssessSide<Of<'spots'>> = {
  interaction({ picture = null, spots }) {
    const isNamed = spots.some(({ accept }) => accept);
    return isNamed
      ? {
          ...{ is: 'name', picture },
          spots: spots.map(({ id, at = null, accept }) => ({ id, at, accept: spellings(accept) })),
        }
      : { is: 'point', picture, spots: spots.map(({ id, text = '', region = null }) => ({ id, text, region })) };
  },
  response: ({ spots }, answer) =>
    spots.flatMap(({ id }) => {
      const said = partOf(answer, id);
      return said === undefined ? [] : [[id, Array.isArray(said) ? said.join(' ') : said]];
    }),
};
