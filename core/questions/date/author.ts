import type { AuthorSide, Of } from '../kind';
import { fresh, valueLine } from '../lines';

export const dateAuthor: AuthorSide<Of<'date'>> = {
  label: 'Date',
  isEmpty: () => true,
  blank: (newId) => ({ ...fresh(newId), kind: 'date' }),
  lines: (question) => valueLine(question.target),
  become: (question) => question,
  rightText: (question) => question.target ?? '',
};
