import type { Quiz } from '../schema/quiz';
import { exactOdds } from './exact';
import type { Mix } from './mix';
import { sampledOdds } from './sampled';
import type { Odds } from './spread';

export type { Mix } from './mix';
export type { Odds, Spread } from './spread';

/** Rehearses a quiz (model, section 5): exact where the distinct states stay under 200,000, else `visitors` sampled ones. */
export function rehearse(
  quiz: Quiz,
  {
    visitors = 5_000,
    seed = 1,
    mix,
    onProgress,
  }: { visitors?: number; seed?: number; mix?: Mix; onProgress?: (done: number) => void } = {},
): Odds {
  return exactOdds(quiz, { mix }) ?? sampledOdds(quiz, { visitors, seed, mix, onProgress });
}
