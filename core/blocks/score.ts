import { given } from '../values/given';
import type { BlockKind, Of } from './kind';
import type { ViewOf } from './view';

export const score: BlockKind<Of<'score'>, ViewOf<'score'>> = {
  label: 'Score',
  atTheEnd: true,
  view: ({ id, title, scales, unit }, { scores }) => ({
    kind: 'score',
    id,
    ...given('title', title),
    lines: scores(scales, unit),
  }),
  blank: (newId, quiz) => ({ id: newId('b'), kind: 'score', scales: quiz.scales.map((s) => s.id) }),
  dangling: ({ scales }, { scale }) =>
    scales.every(scale) ? [] : [{ code: 'unknown-reference', message: 'The result shows a scale that is gone.' }],
};
