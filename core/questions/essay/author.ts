import type { AuthorSide, Of } from '../kind';
import { fresh } from '../lines';

export const essayAuthor: AuthorSide<Of<'essay'>> = {
  label: 'Long text',
  isEmpty: () => true,
  blank: (newId) => ({ ...fresh(newId), kind: 'essay' }),
  lines: () => [],
  become: (question) => question,
  rightText: () => '',
};
