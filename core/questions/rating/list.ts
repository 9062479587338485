import type { ListSide, Of } from '../kind';
import { boundFields, keptNumber } from '../listed';

export const ratingList: ListSide<Of<'rating'>> = {
  listWords: { rating: ['rating', 'stars', 'scale'] },
  toRow: (question) => ({ kind: 'rating', fields: boundFields(question) }),
  fromRow({ common, answers, number, understood }) {
    understood('a rating');
    return {
      ...common,
      kind: 'rating',
      ...keptNumber('min', number('least')),
      ...keptNumber('max', number('most') ?? (answers.length || undefined)),
    };
  },
};
