import { given } from '../values/given';
import type { BlockKind, Of } from './kind';
import type { ViewOf } from './view';

export const verdict: BlockKind<Of<'verdict'>, ViewOf<'verdict'>> = {
  label: 'The outcome',
  atTheEnd: true,
  view: (block, { outcomes, waiting }) => ({
    kind: 'verdict',
    id: block.id,
    outcomes: outcomes(block.verdict),
    ...given('waiting', waiting(block.verdict)),
  }),
  blank: (newId, quiz) => ({ id: newId('b'), kind: 'verdict', verdict: quiz.verdicts[0]?.id ?? 'none' }),
  dangling: (block, there) =>
    there.verdict(block.verdict)
      ? []
      : [{ code: 'unknown-reference', message: 'The result shows a verdict that is gone.' }],
};
