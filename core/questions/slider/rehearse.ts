import type { Of, RehearseSide } from '../kind';
import { stepsOf } from '../steps';

/** Of sliders and ratings, whose values can all be listed. */
export const steppedRehearse: RehearseSide<Of<'slider' | 'rating'>> = { manner: () => 'values', tries: stepsOf };
