import type { BlockKind, Of } from './kind';
import type { ViewOf } from './view';

export const again: BlockKind<Of<'again'>, ViewOf<'again'>> = {
  label: 'Take it again',
  atTheEnd: true,
  view: ({ id, button = '' }) => ({ kind: 'again', id, button }),
  blank: (newId) => ({ id: newId('b'), kind: 'again' }),
};
