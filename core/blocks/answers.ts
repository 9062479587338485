import { given } from '../values/given';
import type { BlockKind, Of } from './kind';
import type { ViewOf } from './view';

export const answers: BlockKind<Of<'answers'>, ViewOf<'answers'>> = {
  label: 'The answers',
  atTheEnd: true,
  view: (block, reached) => ({
    kind: 'answers',
    id: block.id,
    ...given('title', block.title),
    lines: reached.answers(block),
  }),
  blank: (newId) => ({ id: newId('b'), kind: 'answers', right: true, explanations: true }),
};
