import type { AuthorSide, Of } from '../kind';
import { fresh, valueLine } from '../lines';
import { measuredBefore, rightValue, targetText } from '../measured';

export const numberAuthor: AuthorSide<Of<'number'>> = {
  label: 'Number',
  isEmpty: () => true,
  blank: (newId) => ({ ...fresh(newId), kind: 'number' }),
  lines: (question) => valueLine(question.target),
  become: (question, lines, old) => ({ ...question, ...measuredBefore(old), ...rightValue(lines) }),
  rightText: targetText,
};
