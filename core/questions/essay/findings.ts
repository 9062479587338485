import type { FindingSide, Of } from '../kind';

export const essayFindings: FindingSide<Of<'essay'>> = { isOpinion: true };
