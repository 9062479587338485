import type { BlockKind, Of } from './kind';
import type { ViewOf } from './view';

export const certificate: BlockKind<Of<'certificate'>, ViewOf<'certificate'>> = {
  label: 'Certificate',
  atTheEnd: true,
  view: ({ id, title = '', body = '', button = '' }, { fill, isProvisional }) =>
    // What is still being marked may take back what it says.
    isProvisional() ? null : { kind: 'certificate', id, title, body: fill(body), button },
  blank: (newId) => ({ id: newId('b'), kind: 'certificate', title: 'Certificate' }),
};
