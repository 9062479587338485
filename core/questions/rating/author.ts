import type { AuthorSide, Of } from '../kind';
import { fresh } from '../lines';
import { measuredBefore } from '../measured';

export const ratingAuthor: AuthorSide<Of<'rating'>> = {
  label: 'Rating',
  isEmpty: () => true,
  blank: (newId) => ({ ...fresh(newId), kind: 'rating', as: 'stars', max: 5 }),
  lines: () => [],
  become(question, _lines, old) {
    const { min, max, ...rest } = measuredBefore(old);
    return {
      ...question,
      ...(min === undefined ? {} : { min: Math.round(min) }),
      ...(max === undefined ? {} : { max: Math.round(max) }),
      ...rest,
    };
  },
  rightText: () => '',
};
