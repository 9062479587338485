import type { BlockKind, Of } from './kind';
import type { ViewOf } from './view';

export const certificate: BlockKind<Of<'certificate'>, ViewOf<'certificate'>> = {
  label: 'Certificate',
  atTheEnd: true,
  view: ({ id, title = '', body = '', button = '' }, { fill, isProvisional }) =>
    // No certificate while marks are pending, because they may change the verdict.
    isProvisional() ? null : { kind: 'certificate', id, title, body: fill(body), button },
  blank: (newId) => ({ id: newId('b'), kind: 'certificate', title: 'Certificate' }),
};
