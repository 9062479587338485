import type { Of } from '../kind';

/** Questions as they may stand in a quiz, for the laws, the gallery and the docs. `s` is a scale. */
export const gridSamples: Of<'grid'>[] = [
  {
    id: 'q',
    kind: 'grid',
    prompt: 'How far do you agree?',
    required: true,
    pick: 'one',
    rows: [
      { id: 'a', text: 'Rain is weather', weights: { s: 1 } },
      { id: 'b', text: 'Hills are views', weights: { s: 2 }, reverse: true },
    ],
    columns: [
      { id: 'x', text: 'No', value: 1 },
      { id: 'y', text: 'Well', value: 2 },
      { id: 'z', text: 'Yes', value: 3 },
    ],
  },
  {
    id: 'q',
    kind: 'grid',
    prompt: 'Which needs what?',
    required: true,
    pick: 'many',
    key: { a: ['x'], b: ['x', 'y'] },
    rows: [
      { id: 'a', text: 'A tent' },
      { id: 'b', text: 'A stove' },
    ],
    columns: [
      { id: 'x', text: 'Pegs' },
      { id: 'y', text: 'Fuel' },
    ],
  },
];
