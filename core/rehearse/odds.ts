import type { Quiz } from '../quiz/schema';
import { exactOdds } from './exact';
import { sampledOdds } from './sampled';
import type { Odds } from './spread';

export type { Odds, Spread } from './spread';

/** Rehearses a quiz (model, section 5): exact where the distinct states stay under 200,000, else `visitors` sampled ones. */
export function rehearse(quiz: Quiz, { visitors = 5_000, seed = 1 }: { visitors?: number; seed?: number } = {}): Odds {
  return exactOdds(quiz) ?? sampledOdds(quiz, { visitors, seed });
}
