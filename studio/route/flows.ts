/** How visitors flow between pages, from what a rehearsal or real visitors took: what the spine draws. Pure, and tested on its own. */
import type { Page, Quiz, Target } from '../../core/schema/quiz';
import { destinationOf, documentOrder, exitsOf, gateExit, type Move } from '../../core/flow/navigate';
import type { Odds } from '../../core/rehearsal/odds';
import type { SeenWays } from '../../core/stats/ways';

export type Arc = {
  from: number;
  to: number;
  /** How visitors leave the page to go there; null where they pass a page over. */
  move: Move | null;
  /** Of all visitors; null before a rehearsal. */
  share: number | null;
};
export type Flows = {
  pages: Page[];
  /** From each page down to the one below it. */
  down: (number | null)[];
  arcs: Arc[];
  /** Rules that lead out of the quiz, by page and rule. */
  out: { from: number; move: Move; to: Target; share: number | null }[];
};

/** Where visitors go: rehearsed ones, or real ones. */
export type Taken = Pick<Odds, 'method' | 'visitors' | 'pages' | 'routes' | 'outcomes'> | SeenWays;

/** The row that a target leads to from a page; null where it leads out of the quiz. */
export function rowOf(quiz: Quiz, from: number, to: Target): number | null {
  const order = documentOrder(quiz);
  const next = destinationOf(quiz, order, quiz.pages[from] ?? null, to, () => true);
  if (next.to === 'end') return quiz.pages.length;
  return next.to === 'page' ? (order.position.get(next.page.id) ?? null) : null;
}

export function flowsOf(quiz: Quiz, taken: Taken | null): Flows {
  const { pages } = quiz;
  const down: (number | null)[] = pages.map(() => (taken ? 0 : null));
  const arcs: Arc[] = [];
  const out: Flows['out'] = [];
  pages.forEach((page, from) => {
    if (page.stage !== 'ask') return;
    for (const { move, to: target } of [...exitsOf(page), ...(page.hold ? [gateExit(page)] : [])]) {
      const share = taken ? (taken.routes[page.id]?.[move] ?? 0) : null;
      const to = rowOf(quiz, from, target);
      if (to === null) {
        out.push({ from, move, to: target, share });
      } else if (to === from + 1) {
        pass(from, to, share, typeof move !== 'number' && target === 'next');
      } else if (to < pages.length) {
        arcs.push({ from, to, move, share });
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
    const seen = taken.pages;
    const skipped = (p: Page | undefined) => p?.stage === 'ask' && p.showIf !== undefined && seen[p.id] === 0;
    while (skipped(pages[over])) over += 1;
    if (over < pages.length) arcs.push({ from, to: over, move: null, share: rest });
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
