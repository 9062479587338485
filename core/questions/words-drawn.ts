import type { DrawSide } from './drawing';

/** Words of the visitors' own: they are read, and nothing of them is kept in the figures. */
export const wordsDrawn: DrawSide<unknown> = { drawing: () => ({ as: 'words' }) };
