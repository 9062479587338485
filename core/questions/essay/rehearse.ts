import type { Of, RehearseSide } from '../kind';
import { FILLED } from '../tries';

export const essayRehearse: RehearseSide<Of<'essay'>> = { manner: () => null, tries: () => [FILLED] };
