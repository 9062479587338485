import { warning } from '../schema/finding';
import { isBlank } from '../text/rich';
import type { BlockKind, Of } from './kind';
import type { ViewOf } from './view';

export const words: BlockKind<Of<'words'>, ViewOf<'words'>> = {
  label: 'Text',
  view: ({ id, body }, { fill }) => ({ kind: 'words', id, body: fill(body) }),
  blank: (newId) => ({ id: newId('b'), kind: 'words', body: '' }),
  findings: ({ id, body }, { at, page }) =>
    isBlank(body)
      ? [
          warning('empty-text', 'write', at, `An empty text stands on “${page}”.`, {
            say: 'Take it out',
            edit: { name: 'remove-block', ops: [{ op: 'remove', at: ['pages', at[0] ?? ''], list: 'blocks', id }] },
          }),
        ]
      : [],
};
