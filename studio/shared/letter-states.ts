import type { LetterState } from '../../contract/letters';

/** What became of a letter, as creators read it; those that want looking at first. */
export const LETTER_STATES: Record<LetterState, { word: string; mark: 'yes' | 'no' | 'maybe' }> = {
  failed: { word: 'failed', mark: 'no' },
  waiting: { word: 'waiting', mark: 'maybe' },
  held: { word: 'held back', mark: 'maybe' },
  unsubscribed: { word: 'not sent: they want no more letters', mark: 'no' },
  needless: { word: 'not sent: they have answered or finished, or are off the list', mark: 'maybe' },
  delivered: { word: 'delivered', mark: 'yes' },
};
