import type { Of } from '../kind';

/** Questions as they may stand in a quiz, for the laws, the gallery and the docs. `s` is a scale. */
export const sliderSamples: Of<'slider'>[] = [
  {
    id: 'q',
    kind: 'slider',
    prompt: 'How steep is too steep?',
    required: true,
    min: 0,
    max: 10,
    weights: { s: 2 },
    reverse: true,
  },
  { id: 'q', kind: 'slider', prompt: 'The grade of the pass?', min: 0, max: 20, target: 12, within: 1 },
];
