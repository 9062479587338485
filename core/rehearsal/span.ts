import type { Quiz } from '../schema/quiz';
import { questionsOf } from '../document/lookup';
import { rangeOf } from '../scoring/weights';
import { round9 } from '../values/numbers';
import type { Odds } from './spread';

export type Span = { lowest: number; highest: number };

/**
 * The least and the most that a visitor can end with on a scale or outcome. Where every visitor meets every question it follows from the
 * questions alone, those left empty included; where the way branches, from the rehearsal of all ways.
 * @returns null where nothing adds to it, or a branching quiz has not been rehearsed yet
 */
export function spanOf(quiz: Quiz, target: string, odds: Odds | null): Span | null {
  const scale = quiz.scales.find((s) => s.id === target);
  const branches = quiz.pages.some(
    (p) => p.showIf || p.routes?.length || p.otherwise || p.blocks.some((b) => b.showIf),
  );
  if (branches || scale?.combine === 'mean') {
    const spread = odds?.scales[target] ?? odds?.tallies[target];
    return spread?.histogram.length ? { lowest: spread.lowest, highest: spread.highest } : null;
  }
  const ranges = questionsOf(quiz).flatMap((q) => rangeOf(q, target, !q.required) ?? []);
  if (scale?.formula !== undefined || ranges.some((r) => !Number.isFinite(r.low) || !Number.isFinite(r.high)))
    return null;
  const start = scale?.start ?? 0;
  return {
    lowest: round9(ranges.reduce((sum, r) => sum + r.low, start)),
    highest: round9(ranges.reduce((sum, r) => sum + r.high, start)),
  };
}
