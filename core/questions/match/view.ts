import { type Asked, asked } from '../asked';
import type { Of, ViewSide } from '../kind';
import { type Part, partsOf } from '../parts';
import { rightsOf } from './answer';

export type MatchView = Asked & { kind: 'match'; lefts: Part[]; rights: Part[] };

export const matchView: ViewSide<Of<'match'>, MatchView> = {
  view: (question, showing) => ({
    kind: 'match',
    ...asked(question, showing),
    lefts: partsOf(question.pairs.map((p) => p.left)),
    rights: partsOf(showing.mixed(rightsOf(question))),
  }),
};
