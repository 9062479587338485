import type { DrawSide } from '../drawing';
import type { Of } from '../kind';
import { cellOf } from '../respond';
import { placesModel } from './model';
import { orderScore } from './score';

export const orderDrawn: DrawSide<Of<'order'>> = {
  drawn: (question, answer) => placesModel.counted(question, answer, () => false),
  drawing: (question, { of }) => ({
    as: 'places',
    keyed: orderScore.isKeyed(question),
    items: question.items.map(({ id, text, picture }) => {
      const places = question.items.map((_, i) => of('value', cellOf(id, i + 1)));
      const n = places.reduce((a, b) => a + b, 0);
      const mean = n === 0 ? null : places.reduce((sum, count, i) => sum + count * (i + 1), 0) / n;
      return { id, name: text || picture?.text || id, mean, first: places[0] ?? 0, places };
    }),
  }),
};
