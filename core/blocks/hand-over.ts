import type { BlockKind, Of } from './kind';
import type { ViewOf } from './view';

export const handOver: BlockKind<Of<'hand-over'>, ViewOf<'hand-over'>> = {
  label: 'Hand over',
  atTheEnd: true,
  view: ({ id, quiz, button = '' }) => ({ kind: 'hand-over', id, quiz, button }),
  blank: (newId, quiz) => ({ id: newId('b'), kind: 'hand-over', quiz: quiz.id }),
  dangling: ({ quiz }, { published }) =>
    published && !published.has(quiz)
      ? [{ code: 'handover-unpublished', message: 'The result hands over to a quiz that is not published.' }]
      : [],
};
