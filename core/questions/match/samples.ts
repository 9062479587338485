import type { Of } from '../kind';

/** Questions as they may stand in a quiz, for the laws, the gallery and the docs. `s` is a scale. */
export const matchSamples: Of<'match'>[] = [
  {
    id: 'q',
    kind: 'match',
    prompt: 'What belongs together?',
    required: true,
    credit: 'share',
    marks: 4,
    pairs: [
      { left: { id: 'l1', text: 'Pump' }, right: { id: 'r1', text: 'Air' } },
      { left: { id: 'l2', text: 'Stove' }, right: { id: 'r2', text: 'Tea' } },
    ],
    extras: [{ id: 'r3', text: 'Rain' }],
  },
];
