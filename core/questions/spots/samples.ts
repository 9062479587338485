import type { Of } from '../kind';

/** Questions as they may stand in a quiz, for the laws, the gallery and the docs. `s` is a scale. */
export const spotsSamples: Of<'spots'>[] = [
  {
    id: 'q',
    kind: 'spots',
    prompt: 'Where is the leak?',
    required: true,
    picture: { src: '/pictures/lane.svg', text: 'A wheel' },
    spots: [
      { id: 's1', text: 'The valve', region: { x: 0.25, y: 0.5, r: 0.1 } },
      { id: 's2', at: [0.75, 0.5], accept: ['the rim'] },
    ],
  },
];
