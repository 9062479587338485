import { shuffled } from '../../values/random';
import type { Of, RehearseSide } from '../kind';
import { rightOrWrongAnswer } from '../tries';
import { ordersOf } from './orders';
import { orderScore } from './score';
import { rightOrWrongModel } from '../right-or-wrong';
import { placesModel } from './model';

type Order = Of<'order'>;
const idsOf = (question: Order) => question.items.map((i) => i.id);

export const orderRehearse: RehearseSide<Order> = {
  model: (question) => (orderScore.isKeyed(question) ? rightOrWrongModel : placesModel),
  countWays: (question) => (orderScore.isKeyed(question) ? 2 : question.items.reduce((n, _, i) => n * (i + 1), 1)),
  tries(question) {
    const ids = idsOf(question);
    if (!orderScore.isKeyed(question)) return ordersOf(ids);
    return rightOrWrongAnswer(ids, ids.length > 1 ? [...ids.slice(1), ids[0] ?? ''] : null);
  },
  draw: (question, random) => shuffled(idsOf(question), random),
  comparable: () => ({}),
};
