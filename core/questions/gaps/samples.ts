import type { Of } from '../kind';

/** Questions as they may stand in a quiz, for the laws, the gallery and the docs. `s` is a scale. */
export const gapsSamples: Of<'gaps'>[] = [
  {
    id: 'q',
    kind: 'gaps',
    prompt: 'Fill the gaps',
    required: true,
    text: {
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: 'A tyre holds ' },
            { type: 'gap', attrs: { gap: 'g1' } },
            { type: 'text', text: ' in.' },
          ],
        },
      ],
    },
    gaps: [{ id: 'g1', accept: ['the wind'] }],
  },
];
