import { boundsOf, type Measured } from './measured';
import { round9 } from '../score/numbers';

/** Beyond this many ways to answer a question they are drawn, or followed part by part, rather than listed. */
export const MOST_WAYS = 4_096;

/** All values of a slider, rating or number, by its steps; one alone where it has no bounds. */
export function stepsOf(question: Measured): number[] {
  const { min, max, step } = boundsOf(question);
  if (min === undefined || max === undefined || max < min) return [min ?? max ?? 0];
  const count = Math.min(MOST_WAYS, Math.floor(round9((max - min) / step)) + 1);
  return Array.from({ length: count }, (_, i) => round9(min + i * step));
}
