/** What can be said of how visitors answer a question, by a guess or by counting. */

import { isKeyed } from '../questions/registry';
import type { Question } from './schema';

/**
 * What the weights of a question are:
 * - `options`: of a choice of one the weight of each option, of a choice of several the probability 0..1 of each by itself;
 * - `values`: the weight of each number that may be given;
 * - `cells`: by `cellOf` (core/rehearse/mix) row and column of a grid without a key; a weight where a row takes one column, the probability of each by itself where it takes several;
 * - `places`: by `cellOf` item and place, from 1, the weight of each item among those that are left for that place;
 * - `right`: the probability 0..1 of being right; what is given else is the same wrong answer.
 */
export type Manner = 'options' | 'values' | 'cells' | 'places' | 'right';

/** How a mix speaks of a question; null where all visitors give the same answer to it. */
export function mannerOf(question: Question): Manner | null {
  if (question.kind === 'choice') return 'options';
  if (question.kind === 'slider' || question.kind === 'rating') return 'values';
  if (isKeyed(question)) return 'right';
  return question.kind === 'number'
    ? 'values'
    : question.kind === 'grid'
      ? 'cells'
      : question.kind === 'order'
        ? 'places'
        : null;
}
