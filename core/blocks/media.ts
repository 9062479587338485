import { mediaOf } from '../questions/asked';
import { unspoken } from '../questions/found';
import type { BlockKind, Of } from './kind';
import type { ViewOf } from './view';

export const media: BlockKind<Of<'media'>, ViewOf<'media'>> = {
  label: 'Picture, sound or video',
  view: (block) => ({ kind: 'media', id: block.id, ...mediaOf(block) }),
  blank: (newId) => ({ id: newId('b'), kind: 'media', picture: { src: '/pictures/lane.svg', text: '' } }),
  findings: ({ picture }, { at, page }) => unspoken(picture, page, at),
};
