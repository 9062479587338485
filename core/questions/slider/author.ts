import type { AuthorSide, Of } from '../kind';
import { fresh, valueLine } from '../lines';
import { measuredBefore, rightValue, targetText } from '../measured';

export const sliderAuthor: AuthorSide<Of<'slider'>> = {
  label: 'Slider',
  isEmpty: () => true,
  blank: (newId) => ({ ...fresh(newId), kind: 'slider', min: 0, max: 10 }),
  lines: (question) => valueLine(question.target),
  become: (question, lines, old) => ({ ...question, ...measuredBefore(old), ...rightValue(lines) }),
  rightText: targetText,
};
