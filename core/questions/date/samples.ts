import type { Of } from '../kind';

/** Questions as they may stand in a quiz, for the laws, the gallery and the docs. `s` is a scale. */
export const dateSamples: Of<'date'>[] = [
  { id: 'q', kind: 'date', prompt: 'When does the ferry start?', required: true, target: '2027-04-18', within: 1 },
  { id: 'q', kind: 'date', prompt: 'When do you set off?', min: '2027-01-01', max: '2027-12-31' },
];
