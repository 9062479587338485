import { given } from '../values/given';
import type { BlockKind, Of } from './kind';
import type { ViewOf } from './view';

export const standing: BlockKind<Of<'standing'>, ViewOf<'standing'>> = {
  label: 'How one stands',
  atTheEnd: true,
  view({ id, title, of }, { standing: standingOf, quiz, isProvisional }) {
    const higherThan = isProvisional() ? null : standingOf(of);
    if (higherThan === null) return null;
    const name = quiz.scales.find((scale) => scale.id === of)?.name ?? '';
    return { kind: 'standing', id, ...given('title', title), name, higherThan };
  },
  blank: (newId, quiz) => ({ id: newId('b'), kind: 'standing', of: quiz.scales[0]?.id ?? 'marks' }),
  dangling: ({ of }, { scale }) =>
    scale(of)
      ? []
      : [{ code: 'unknown-reference', message: 'The result says how visitors stand on a scale that is gone.' }],
};
