import type { Picture } from '../../schema/quiz';
import { type Asked, asked } from '../asked';
import type { Of, ViewSide } from '../kind';
import { given } from '../../values/given';

export type SpotsView = Asked & {
  kind: 'spots';
  picture?: Picture;
  /** A place to name has its point; one to be pointed at has words that say what is sought. */
  spots: { id: string; text?: string; at?: [number, number] }[];
};

export const spotsView: ViewSide<Of<'spots'>, SpotsView> = {
  view: (question, showing) => ({
    kind: 'spots',
    ...asked(question, showing),
    ...given('picture', question.picture),
    spots: question.spots.map((s) => ({
      id: s.id,
      ...given('text', s.text),
      ...(s.region ? {} : given('at', s.at)),
    })),
  }),
};
