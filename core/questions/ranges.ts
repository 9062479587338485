/** Least and greatest sums, for what answers can add. */
import type { Question } from '../schema/quiz';
import type { Range } from './kind';

export const spanning = (values: number[]): Range => ({ low: Math.min(...values), high: Math.max(...values) });
export const plus = (a: Range, b: Range): Range => ({ low: a.low + b.low, high: a.high + b.high });
export const nothing: Range = { low: 0, high: 0 };
export const orNothing = (range: Range): Range => ({ low: Math.min(0, range.low), high: Math.max(0, range.high) });

/** What the marks of an answered question can be: all of them, or what a wrong answer costs. */
export const rightOrWrong = ({ marks = 1, penalty = 0 }: Question): Range => spanning([0 - penalty, marks]);

/** The greatest (sign 1) or least (sign −1) sum of between `min` and `max` of the weights. */
export function bestSubset(weights: number[], min: number, max: number, sign: 1 | -1): number {
  const sorted = [...weights].sort((a, b) => sign * (b - a));
  return sorted.slice(0, max).reduce((sum, w, i) => (i < min || sign * w > 0 ? sum + w : sum), 0);
}

/** Index lists of every subset of n ≤ 30 things with between min and max members. */
export function subsets(n: number, min: number, max: number): number[][] {
  const all: number[][] = [];
  for (let bits = 0; bits < 2 ** n; bits++) {
    const members: number[] = [];
    for (let i = 0; i < n; i++) if (bits & (1 << i)) members.push(i);
    if (members.length >= min && members.length <= max) all.push(members);
  }
  return all;
}

/** Beyond this many options, weights and marks of one question into one scale are bounded apart. */
export const MANY = 14;
