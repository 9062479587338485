import type { FindingSide, Of } from '../kind';

export const textFindings: FindingSide<Of<'text'>> = { isOpinion: true };
