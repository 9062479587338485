import type { Of, RehearseSide } from '../kind';
import { rightOrWrongAnswer } from '../tries';
import { matchScore } from './score';
import { rightOrWrongModel } from '../right-or-wrong';

export const matchRehearse: RehearseSide<Of<'match'>> = {
  model: (question) => (matchScore.isKeyed(question) ? rightOrWrongModel : null),
  tries({ pairs, extras }) {
    const rights = pairs.map((p) => p.right.id);
    const extra = extras?.[0]?.id;
    const turned = rights.length > 1 ? [...rights.slice(1), rights[0] ?? ''] : extra === undefined ? null : [extra];
    const answer = (list: string[]) => Object.fromEntries(pairs.map((p, i) => [p.left.id, list[i] ?? '']));
    return rightOrWrongAnswer(answer(rights), turned && answer(turned));
  },
  comparable: () => ({}),
};
