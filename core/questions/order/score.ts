import { graded, type MarksOf, type Of, type Range, type ScoreSide } from '../kind';
import { creditByParts } from '../parts';
import { plus, spanning } from '../ranges';
import { ordersOf } from './orders';

type Order = Of<'order'>;

export const orderScore: ScoreSide<Order> = {
  isKeyed: (question) => question.keyed !== false && question.items.length > 0,
  grade(question, answer) {
    const places = Array.isArray(answer) ? answer : [];
    return graded(
      creditByParts(
        question,
        question.items.map((item, i) => places[i] === item.id),
      ),
    );
  },
  weights: (question) => question.items.map((i) => i.weights),
  weigh(question, target, answer, take) {
    if (!Array.isArray(answer)) return;
    // Place i of n counts n − i + 1 times.
    answer.forEach((id, place) =>
      take(question.items.find((i) => i.id === id)?.weights?.[target], question.items.length - place),
    );
  },
  range(question, target, marks) {
    const weighed = byWeights(question, target);
    if (!marks) return weighed;
    // A single item cannot be put in a wrong order.
    const full = question.marks ?? 1;
    const wrong = question.items.length === 1 ? full : 0 - (question.penalty ?? 0);
    return question.items.length > MOST_ORDERED
      ? plus(weighed, spanning([wrong, full]))
      : tried(question, target, marks);
  },
};

function byWeights(question: Order, target: string): Range {
  const weights = question.items.map((i) => i.weights?.[target] ?? 0).sort((a, b) => a - b);
  const n = weights.length;
  // Greatest where the heaviest stand first, least where they stand last (rearrangement inequality).
  return {
    low: weights.reduce((sum, w, i) => sum + w * (n - i), 0),
    high: weights.reduce((sum, w, i) => sum + w * (i + 1), 0),
  };
}

/** Weights and marks together, since what weighs most may be wrong. Up to so many items every order is tried. */
const MOST_ORDERED = 6;

function tried(question: Order, target: string, marks: MarksOf): Range {
  const orders = ordersOf(question.items.map((i) => i.id));
  return spanning(
    orders.map((answer) => {
      let sum = 0;
      orderScore.weigh(question, target, answer, (weight = 0, times) => (sum += weight * times));
      return sum + marks(answer);
    }),
  );
}
