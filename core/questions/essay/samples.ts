import type { Of } from '../kind';

/** Questions as they may stand in a quiz, for the laws, the gallery and the docs. `s` is a scale. */
export const essaySamples: Of<'essay'>[] = [
  { id: 'q', kind: 'essay', prompt: 'Tell us of a night outside.', required: true, review: true, marks: 5 },
  { id: 'q', kind: 'essay', prompt: 'Anything else?' },
];
