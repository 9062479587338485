import { given } from '../../values/given';
import type { ListSide, Of } from '../kind';
import { boundFields } from '../listed';

export const ratingList: ListSide<Of<'rating'>> = {
  listWords: { rating: ['rating', 'stars', 'scale'] },
  toRow: (question) => ({ kind: 'rating', fields: boundFields(question) }),
  fromRow({ common, answers, number, understood }) {
    understood('a rating');
    return {
      ...common,
      kind: 'rating',
      ...given('min', number('least')),
      ...given('max', number('most') ?? (answers.length || undefined)),
    };
  },
};
