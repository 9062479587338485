import type { Of } from '../kind';

/** Questions as they may stand in a quiz, for the laws, the gallery and the docs. `s` is a scale. */
export const numberSamples: Of<'number'>[] = [
  {
    id: 'q',
    kind: 'number',
    prompt: 'Spokes in this wheel?',
    required: true,
    min: 0,
    max: 60,
    target: 36,
    within: 2,
    marks: 3,
    penalty: 1,
  },
  { id: 'q', kind: 'number', prompt: 'Kilometres in a day?', min: 0, max: 200, step: 10, weights: { s: 0.5 } },
];
