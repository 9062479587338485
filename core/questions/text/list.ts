import type { Accepted } from '../../schema/quiz';
import type { ListSide, Of } from '../kind';
import { acceptFrom, acceptText } from '../listed';

export const textList: ListSide<Of<'text'>> = {
  listWords: { text: ['text', 'short text', 'words', 'short answer', 'open'] },
  toRow(question, lose) {
    if (question.fold || question.reviewRest) lose((name) => `how spellings of ${name} are compared`);
    return { kind: 'text', ...(question.accept?.length ? { right: acceptText(question.accept) } : {}) };
  },
  fromRow({ common, answers, right, understood }) {
    const accept: Accepted[] = right
      ? acceptFrom(right)
      : answers.map((a) => ({ text: a.text, credit: a.credit ?? 1 }));
    understood(accept.length ? `short text, ${accept.length} accepted` : 'short text');
    return { ...common, kind: 'text', ...(accept.length ? { accept } : {}) };
  },
};
