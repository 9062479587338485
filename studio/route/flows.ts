/** How visitors flow between pages, from what a rehearsal or real visitors took: what the spine draws. Pure, and tested on its own. */
import { indexOf } from '../../core/quiz/lookup';
import type { Page, Quiz, Target } from '../../core/quiz/schema';
import type { Odds } from '../../core/rehearse/odds';
import type { SeenWays } from '../../core/stats/ways';

export type Arc = {
  from: number;
  to: number;
  /** The rule that leads there, by its place in the page; −1 = otherwise, −2 = a held page let go; null = a page passed over. */
  route: number | null;
  /** Of all visitors; null before a rehearsal. */
  share: number | null;
};
export type Flows = {
  pages: Page[];
  /** From each page down to the one below it. */
  down: (number | null)[];
  arcs: Arc[];
  /** Rules that lead out of the quiz, by page and rule. */
  out: { from: number; route: number; to: Target; share: number | null }[];
};

/** Where visitors go: rehearsed ones, or real ones. */
export type Taken = Pick<Odds, 'method' | 'visitors' | 'pages' | 'routes' | 'outcomes'> | SeenWays;

/** The row that a target leads to from a page; null where it leads out of the quiz. */
export function rowOf(quiz: Quiz, from: number, to: Target | undefined): number | null {
  const result = quiz.pages.findIndex((p) => p.stage === 'result');
  const last = result < 0 ? quiz.pages.length : result;
  if (to === undefined || to === 'next') return Math.min(from + 1, last);
  if (to === 'finish') return last;
  if (to === 'again') return 0;
  return 'page' in to ? (indexOf(quiz).position.get(to.page) ?? null) : null;
}

export function flowsOf(quiz: Quiz, taken: Taken | null): Flows {
  const { pages } = quiz;
  const down: (number | null)[] = pages.map(() => (taken ? 0 : null));
  const arcs: Arc[] = [];
  const out: Flows['out'] = [];
  pages.forEach((page, from) => {
    if (page.stage !== 'ask') return;
    const shareOf = (route: number) => (taken ? (taken.routes[page.id]?.[route] ?? 0) : null);
    const ways: [number, Target | undefined][] = [
      ...(page.routes ?? []).map((r, i): [number, Target] => [i, r.to]),
      [-1, page.otherwise],
      ...(page.hold ? [[-2, page.hold.then] as [number, Target | undefined]] : []),
    ];
    for (const [route, target] of ways) {
      const share = shareOf(route);
      const to = rowOf(quiz, from, target);
      if (to === null) {
        if (target !== undefined) out.push({ from, route, to: target, share });
      } else if (to === from + 1) {
        pass(from, to, share, route < 0 && (target === undefined || target === 'next'));
      } else if (to < pages.length) {
        arcs.push({ from, to, route, share });
      }
    }
  });
  return { pages, down, arcs, out };

  /** Down to the next page; where it is shown to some only, the others pass it over. */
  function pass(from: number, to: number, share: number | null, next: boolean) {
    const page = pages[to];
    if (share === null || !taken || !next || !page?.showIf) {
      const before = down[from];
      down[from] = share === null ? null : (before ?? 0) + share;
      return;
    }
    const enters = Math.min(share, taken.pages[page.id] ?? 0);
    down[from] = (down[from] ?? 0) + enters;
    const rest = Number((share - enters).toFixed(9));
    if (rest <= 0) return;
    let over = to + 1;
    const skipped = (p: Page | undefined) => p?.stage === 'ask' && p.showIf !== undefined && taken?.pages[p.id] === 0;
    while (skipped(pages[over])) over += 1;
    if (over < pages.length) arcs.push({ from, to: over, route: null, share: rest });
  }
}

/** A row of the spine: a page, or a stretch of pages where nothing branches, folded into one line. */
export type SpineRow = { page: number } | { from: number; to: number };

/** Quizzes up to this many pages are drawn whole; a stretch of fewer pages than FOLD is not worth a fold. */
const WHOLE = 14;
const FOLD = 4;

/**
 * The rows of the spine. In a long quiz, stretches of pages that everyone goes through one after the other fold into one
 * row; the first page of a stretch stays, so that the fold has a name above it. `keep` are pages that stay in any case.
 */
export function rowsOf({ pages, arcs, out }: Flows, taken: Taken | null, keep: ReadonlySet<number>): SpineRow[] {
  if (pages.length <= WHOLE) return pages.map((_, page) => ({ page }));
  const stays = new Set([0, ...keep, ...out.map((o) => o.from), ...arcs.flatMap((a) => [a.from, a.to])]);
  pages.forEach((p, i) => {
    if (p.stage === 'result' || p.showIf || p.hold || p.draw || taken?.pages[p.id] === 0) stays.add(i);
  });
  const rows: SpineRow[] = [];
  for (let i = 0; i < pages.length;) {
    let end = i;
    while (end < pages.length && !stays.has(end)) end += 1;
    if (end - i >= FOLD) rows.push({ from: i, to: end - 1 });
    else for (let k = i; k < end; k += 1) rows.push({ page: k });
    if (end < pages.length) rows.push({ page: end });
    i = end + 1;
  }
  return rows;
}

/** Visits of rehearsed visitors, in round numbers of five thousand where odds are exact. */
const CROWD = 5_000;
export const visitorsOf = (taken: Taken | null): number => taken?.visitors ?? CROWD;
export const counted = (share: number | null | undefined, taken: Taken | null): string =>
  share === null || share === undefined ? '–' : Math.round(share * visitorsOf(taken)).toLocaleString('en');
export const percent = (share: number): string =>
  share > 0 && share < 0.005 ? 'under 1%' : `${Math.round(share * 100)}%`;
