import { unspokenParts, unworded } from '../found';
import type { FindingSide, Of } from '../kind';

export const matchFindings: FindingSide<Of<'match'>> = {
  findings({ pairs, extras = [] }, looked) {
    const sides = pairs.flatMap((p) => [p.left, p.right]);
    return [
      ...unworded(looked, sides, { one: 'A side', many: 'sides' }),
      ...unspokenParts(looked, [...sides, ...extras]),
    ];
  },
};
