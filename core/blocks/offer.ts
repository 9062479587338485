import { unspoken } from '../questions/found';
import type { BlockKind, Of } from './kind';
import type { ViewOf } from './view';

export const offer: BlockKind<Of<'offer'>, ViewOf<'offer'>> = {
  label: 'Offer',
  view: (block) => ({ kind: 'offer', id: block.id, offer: block.offer }),
  blank: (newId) => ({ id: newId('b'), kind: 'offer', offer: { text: '', button: 'Have a look', url: '' } }),
  findings: (block, { at, page }) => unspoken(block.offer.picture, page, at),
};
