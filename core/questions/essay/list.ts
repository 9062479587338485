import { fold } from '../../text/fold';
import type { ListSide, Of } from '../kind';

export const essayList: ListSide<Of<'essay'>> = {
  listWords: { essay: ['essay', 'long text', 'long answer', 'paragraph'] },
  toRow: (question) => ({ kind: 'long text', ...(question.review ? { right: 'review' } : {}) }),
  fromRow({ common, right, understood }) {
    understood('long text');
    return { ...common, kind: 'essay', ...(fold(right) === 'review' ? { review: true } : {}) };
  },
};
