import { given } from '../values/given';
import type { BlockKind, Of } from './kind';
import type { ViewOf } from './view';

/** So many answers are told. */
const MOST = 5;

export const why: BlockKind<Of<'why'>, ViewOf<'why'>> = {
  label: 'What spoke for it',
  atTheEnd: true,
  view({ id, title, verdict }, { reasons, waiting }) {
    const lines = waiting(verdict) === undefined ? reasons(verdict).slice(0, MOST) : [];
    return lines.length === 0 ? null : { kind: 'why', id, ...given('title', title), lines };
  },
  blank: (newId, quiz) => ({ id: newId('b'), kind: 'why', verdict: quiz.verdicts[0]?.id ?? 'none' }),
  dangling: ({ verdict }, there) =>
    there.verdict(verdict)
      ? []
      : [{ code: 'unknown-reference', message: 'The result says what spoke for a verdict that is gone.' }],
};
