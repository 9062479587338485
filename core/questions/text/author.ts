import type { AuthorSide, Of } from '../kind';
import { fresh, spelled } from '../lines';
import { rightSpelling } from '../tries';

export const textAuthor: AuthorSide<Of<'text'>> = {
  label: 'Short text',
  isEmpty: ({ accept }) => !accept?.length,
  summary: ({ accept }) =>
    accept ? [{ words: accept.map((a) => (typeof a === 'string' ? a : a.text)).join('; '), credit: 1 }] : [],
  blank: (newId) => ({ ...fresh(newId), kind: 'text' }),
  lines: (question) => spelled(question.accept),
  become(question, lines) {
    const right = lines.filter((line) => (line.credit ?? 0) > 0 && line.text);
    return right.length === 0
      ? question
      : { ...question, accept: right.map(({ text, credit = 1 }) => (credit === 1 ? text : { text, credit })) };
  },
  acceptSpelling: ({ accept = [] }, words) => ({ accept: [...accept, words.trim()] }),
  rightText: (question) => rightSpelling(question.accept),
};
