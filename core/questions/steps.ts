import type { Test } from './kind';
import { boundsOf, type Measured } from './measured';
import { round9 } from '../values/numbers';

/** Beyond this many ways to answer a question they are drawn, or followed part by part, rather than listed. */
export const MOST_WAYS = 4_096;

/** All values of a slider, rating or number, by its steps; one alone where it has no bounds. */
export function stepsOf(question: Measured): number[] {
  const { min, max, step } = boundsOf(question);
  if (min === undefined || max === undefined || max < min) return [min ?? max ?? 0];
  const count = Math.min(MOST_WAYS, Math.floor(round9((max - min) / step)) + 1);
  return Array.from({ length: count }, (_, i) => round9(min + i * step));
}

/** Values on both sides of whatever tests, bounds and `marks` tell apart; all there are, where those are few. */
export function valuesFor(question: Measured, tests: Test[], ...marks: number[]): number[] {
  const { min, max, step } = boundsOf(question);
  if (min !== undefined && max !== undefined && (max - min) / step <= 200)
    return Array.from({ length: Math.floor(round9((max - min) / step)) + 1 }, (_, i) => round9(min + i * step));
  const bounds = tests
    .flatMap((t) => ('answer' in t ? [t.lt, t.le, t.gt, t.ge, t.eq] : []))
    .filter((n) => n !== undefined);
  const around = [...bounds, min ?? 0, max ?? 0, ...marks].flatMap((n) => [n - step, n, n + step]);
  return [...new Set(around)].filter((n) => n >= (min ?? -Infinity) && n <= (max ?? Infinity));
}
