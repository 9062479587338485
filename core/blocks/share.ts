import { given } from '../values/given';
import { plainText } from '../text/rich';
import type { BlockKind, Of } from './kind';
import type { ViewOf } from './view';

export const share: BlockKind<Of<'share'>, ViewOf<'share'>> = {
  label: 'Share',
  atTheEnd: true,
  view: ({ id, text, button = '' }, { quiz, fill, outcomes }) => ({
    kind: 'share',
    id,
    text: text === undefined ? '' : plainText(fill(text)),
    button,
    ...given('outcome', quiz.verdicts.flatMap((v) => outcomes(v.id))[0]?.id),
  }),
  blank: (newId) => ({ id: newId('b'), kind: 'share' }),
};
