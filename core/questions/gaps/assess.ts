import { partOf } from '../../values/answer';
import { type AssessSide, spellings } from '../interaction';
import type { Of } from '../kind';

export const gapsAssess: AssessSide<Of<'gaps'>> = {
  interaction: ({ text, gaps }) => ({
    ...{ is: 'gaps', text },
    gaps: gaps.map(({ id, accept }) => ({ id, accept: spellings(accept) })),
  }),
  response: ({ gaps }, answer) =>
    gaps.flatMap(({ id }) => {
      const words = partOf(answer, id);
      return typeof words === 'string' ? [[id, words]] : [];
    }),
};
