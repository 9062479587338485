import { given } from '../values/given';
import type { BlockKind, Of } from './kind';
import type { ViewOf } from './view';

export const topics: BlockKind<Of<'topics'>, ViewOf<'topics'>> = {
  label: 'By topic',
  atTheEnd: true,
  view: ({ id, title, of, unit }, reached) => ({
    kind: 'topics',
    id,
    ...given('title', title),
    lines: reached.topics(of, unit),
  }),
  blank: (newId) => ({ id: newId('b'), kind: 'topics', of: 'marks' }),
};
