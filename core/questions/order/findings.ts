import { twice, unspokenParts, unworded } from '../found';
import type { FindingSide, Of } from '../kind';

export const orderFindings: FindingSide<Of<'order'>> = {
  findings: ({ items }, looked) => [
    ...unworded(looked, items, { one: 'An item', many: 'items' }),
    ...twice(looked, items, 'items'),
    ...unspokenParts(looked, items),
  ],
};
