import { fold } from '../../text/fold';
import type { ListSide, Of } from '../kind';

export const orderList: ListSide<Of<'order'>> = {
  listWords: { order: ['order', 'put in order', 'ranking', 'sequence'] },
  toRow: (question) => ({
    kind: 'order',
    answers: question.items.map((i) => ({ text: i.text, credit: null })),
    ...(question.keyed === false ? { right: 'none' } : {}),
  }),
  fromRow({ common, answers, right, understood }) {
    understood(`${answers.length} things to put in order`);
    return {
      ...common,
      kind: 'order',
      items: answers.map((a, i) => ({ id: `i${i + 1}`, text: a.text })),
      ...(fold(right) === 'none' ? { keyed: false } : {}),
    };
  },
};
