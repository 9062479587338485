/** The ways that real visitors took, in the shape in which a rehearsal tells of its own. */
import type { Page, Quiz } from '../schema/quiz';
import type { Odds } from '../rehearsal/spread';
import { exitsOf, gateExit, type Move } from '../flow/navigate';
import { hashOf } from '../values/random';
import { round9 } from '../values/numbers';

/** Shares of those who started. */
export type SeenWays = Pick<Odds, 'pages' | 'routes' | 'outcomes'> & { method: 'seen'; visitors: number };

/**
 * Names a rule of a page by what it says, so that it is known again in other editions, wherever it stands there; a rule that was changed is
 * another one.
 */
export function routeKey(page: Page | undefined, move: Move): string {
  if (move === 'gate') return 'held';
  const rule = move === 'otherwise' ? undefined : page?.routes?.[move];
  return rule ? hashOf(sorted(rule)).toString(36) : 'otherwise';
}

/** The same text for the same values, in whatever order their fields stand. */
const sorted = (value: unknown): string =>
  JSON.stringify(value, (_, part: unknown) =>
    part && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  );

/**
 * What visitors did on the pages, rules and outcomes that a quiz has now; on what is new in it, nobody yet. Of two rules that say the same,
 * the first was taken.
 * @param count how often a key of `countsOf` was counted
 * @returns null where nobody has started
 */
export function seenWays(quiz: Quiz, count: (key: string) => number): SeenWays | null {
  const visitors = count('started');
  if (visitors === 0) return null;
  const share = (key: string) => round9(count(key) / visitors);
  const routesOf = (page: Page) => {
    const moves = [...exitsOf(page), gateExit(page)].map(({ move }) => [move, routeKey(page, move)] as const);
    const first = moves.filter(([, key], i) => moves.findIndex(([, other]) => other === key) === i);
    return Object.fromEntries(first.map(([move, key]) => [move, share(`route ${page.id} ${key}`)]));
  };
  return {
    method: 'seen',
    visitors,
    pages: Object.fromEntries(quiz.pages.map(({ id }) => [id, share(`enter ${id}`)])),
    routes: Object.fromEntries(quiz.pages.filter((p) => p.stage === 'ask').map((p) => [p.id, routesOf(p)])),
    outcomes: Object.fromEntries(
      quiz.verdicts.map((v) => [
        v.id,
        Object.fromEntries(v.outcomes.map((o) => [o.id, share(`outcome ${v.id} ${o.id}`)])),
      ]),
    ),
  };
}
