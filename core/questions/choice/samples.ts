import type { Of } from '../kind';

/** Questions as they may stand in a quiz, for the laws, the gallery and the docs. `s` is a scale. */
export const choiceSamples: Of<'choice'>[] = [
  {
    id: 'q',
    kind: 'choice',
    pick: 'one',
    prompt: 'Which lane?',
    required: true,
    options: [
      { id: 'a', text: 'The high one', credit: 1, weights: { s: 2 } },
      { id: 'b', text: 'The low one', weights: { s: -1 } },
      { id: 'c', text: 'Neither' },
    ],
  },
  {
    id: 'q',
    kind: 'choice',
    pick: 'many',
    prompt: 'What do you pack?',
    required: true,
    min: 1,
    max: 2,
    other: true,
    options: [
      { id: 'a', text: 'A pump', credit: 1, weights: { s: 1 } },
      { id: 'b', text: 'A stove', credit: 1 },
      { id: 'c', text: 'A piano', weights: { s: -3 } },
    ],
  },
];
