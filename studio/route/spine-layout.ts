/** Where the parts of the spine stand in its drawing. Pure; all lengths in px. */
import { targetWords } from '../../core/conditions/describe';
import type { Move } from '../../core/flow/navigate';
import type { Quiz } from '../../core/schema/quiz';
import type { Arc, Flows, SpineRow } from './flows';
import { ROW, SPINE, X } from './spine-rows';

/** How far an arc stands out: one to the next page but one, and what is added for the longest. */
const NEAR = 26;
const FAR = 120;
/** How far an arc that leads back stands out. */
const BACK = 34;

/** A way that leaves the spine, beside its arc. */
export type Note = {
  from: number;
  move: Move | null;
  share: number | null;
  to: string;
  at: number;
  x: number;
  top: number;
};
export type SpineLayout = {
  rows: SpineRow[];
  /** The middle of a page's row, by its place in the quiz. */
  y: (page: number) => number;
  /** Ways down the page, short ones first, and ways back. */
  jumps: Arc[];
  loops: Arc[];
  /** How far an arc stands out. */
  reach: (arc: Arc) => number;
  notes: Note[];
};

export const isBack = (arc: Arc): boolean => arc.to <= arc.from;
/** How thick a way is drawn that a share of all visitors takes; thin where that is not known. */
export const thick = (share: number | null): number =>
  share === null ? 3 : Math.max(1.25, SPINE * Math.min(1, share));

export function layoutOf(quiz: Quiz, flows: Flows, rows: SpineRow[], titles: ReadonlyMap<string, string>): SpineLayout {
  const rowOfPage = new Map(rows.flatMap((r, i) => ('page' in r ? [[r.page, i] as const] : [])));
  const y = (page: number) => (rowOfPage.get(page) ?? 0) * ROW + ROW / 2;
  const jumps = flows.arcs.filter((a) => !isBack(a)).sort((a, b) => a.to - a.from - (b.to - b.from));
  const farthest = Math.max(1, ...jumps.map((a) => a.to - a.from));
  const reach = (arc: Arc) => (isBack(arc) ? BACK : NEAR + (FAR * (arc.to - arc.from)) / farthest);
  const notes = placed([
    ...jumps
      .filter((arc) => arc.move !== null)
      .map((arc) => ({
        ...arc,
        to: quiz.pages[arc.to]?.name || 'the result',
        at: (y(arc.from) + y(arc.to)) / 2,
        x: X + SPINE / 2 + reach(arc) * 0.75,
      })),
    ...flows.out.map((way) => ({ ...way, to: targetWords(quiz, way.to, titles), at: y(way.from), x: X + 14 })),
  ]);
  return { rows, y, jumps, loops: flows.arcs.filter(isBack), reach, notes };
}

/** The line of an arc, from its page to where it leads. */
export function arcPath({ y, reach }: SpineLayout, arc: Arc): string {
  const side = isBack(arc) ? -1 : 1;
  const x = X + (side * SPINE) / 2;
  const out = x + side * reach(arc);
  // A page that leads to itself has its ends apart, or the way would be a line.
  const apart = arc.from === arc.to ? ROW / 4 : 0;
  const [top, foot] = [y(arc.to) - apart, y(arc.from) + apart];
  return `M${x} ${foot}C${out} ${foot} ${out} ${top} ${x} ${top}`;
}

/** Notes beside their arcs, pushed down where they would lie on each other. */
function placed<T extends { at: number }>(notes: T[]): (T & { top: number })[] {
  let free = 0;
  return [...notes]
    .sort((a, b) => a.at - b.at)
    .map((note) => {
      const top = Math.max(free, note.at - 26);
      free = top + 76;
      return { ...note, top };
    });
}
