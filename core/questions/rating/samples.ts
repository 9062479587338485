import type { Of } from '../kind';

/** Questions as they may stand in a quiz, for the laws, the gallery and the docs. `s` is a scale. */
export const ratingSamples: Of<'rating'>[] = [
  { id: 'q', kind: 'rating', prompt: 'The ferry?', required: true, as: 'stars', max: 5, weights: { s: 1 } },
  { id: 'q', kind: 'rating', prompt: 'The tea?', min: 0, max: 3 },
];
