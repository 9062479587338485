import type { RichText } from '../../schema/quiz';
import { type Asked, asked } from '../asked';
import type { Of, ViewSide } from '../kind';

export type GapsView = Asked & { kind: 'gaps'; text: RichText; gaps: string[] };

export const gapsView: ViewSide<Of<'gaps'>, GapsView> = {
  view: (question, showing) => ({
    kind: 'gaps',
    ...asked(question, showing),
    text: showing.fill(question.text),
    gaps: question.gaps.map((g) => g.id),
  }),
};
