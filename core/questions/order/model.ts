import type { Of, ResponseModel } from '../kind';
import { cellOf, drawnAt, guessedShares, weightAt, type Weights } from '../respond';
import { orderIn } from './answer';

type Order = Of<'order'>;

/**
 * How likely each of those left comes to a place, adding up to 1: in proportion to their weights for it, evenly where none has any. With the
 * same weights for all places this is the model of Plackett and Luce (R. L. Plackett, The Analysis of Permutations, 1975).
 */
export function sharesAt(weights: Weights, place: number, left: readonly string[]): number[] {
  const own = left.map((id) => weightAt(weights, cellOf(id, place)));
  const sum = own.reduce((a, b) => a + b, 0);
  return own.map((w) => (sum > 0 ? w / sum : 1 / left.length));
}

/** Visitors who fill the places from the first to the last. */
export const placesModel: ResponseModel<Order> = {
  of: 'places',
  isSaid: (question, weights) => question.items.some((i) => weightAt(weights, cellOf(i.id, 1)) > 0),
  shareOf: (_question, weights, answer) =>
    orderIn(answer).reduce((product, _, i, order) => product * (sharesAt(weights, i + 1, order.slice(i))[0] ?? 0), 1),
  draw(question, weights, random) {
    const left = question.items.map((i) => i.id);
    return Array.from({ length: left.length }, (_, i) => {
      const drawn = drawnAt(sharesAt(weights, i + 1, left), random);
      return left.splice(drawn, 1)[0] ?? '';
    });
  },
  guessed({ items }) {
    const shares = guessedShares(items);
    if (!shares) return null;
    return Object.fromEntries(items.flatMap((i, n) => items.map((_, k) => [cellOf(i.id, k + 1), shares[n] ?? 0])));
  },
  told({ items }, weights) {
    const ids = items.map((i) => i.id);
    return sharesAt(weights, 1, ids).map((share, i) => [`${items[i]?.text ?? ''} first`, share]);
  },
  counted: (question, answer) => orderIn(answer).map((item, i) => `value ${question.id} ${cellOf(item, i + 1)}`),
};
