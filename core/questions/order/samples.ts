import type { Of } from '../kind';

/** Questions as they may stand in a quiz, for the laws, the gallery and the docs. `s` is a scale. */
export const orderSamples: Of<'order'>[] = [
  {
    id: 'q',
    kind: 'order',
    prompt: 'From low to high',
    required: true,
    items: [
      { id: 'a', text: 'Ford' },
      { id: 'b', text: 'Lane' },
      { id: 'c', text: 'Pass' },
    ],
  },
  {
    id: 'q',
    kind: 'order',
    prompt: 'What matters most?',
    required: true,
    keyed: false,
    items: [
      { id: 'a', text: 'Weight', weights: { s: 1 } },
      { id: 'b', text: 'Warmth', weights: { s: -2 } },
      { id: 'c', text: 'Price' },
    ],
  },
];
