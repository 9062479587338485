import type { Of } from '../kind';

/** Questions as they may stand in a quiz, for the laws, the gallery and the docs. `s` is a scale. */
export const textSamples: Of<'text'>[] = [
  {
    id: 'q',
    kind: 'text',
    prompt: 'What holds a cut tyre together?',
    required: true,
    accept: ['a banknote', { text: 'hope', credit: 0.5 }],
    marks: 2,
    penalty: 1,
  },
  { id: 'q', kind: 'text', prompt: 'Your bicycle’s name?' },
];
