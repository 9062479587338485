/** Where the panels of a board stand: on a grid of columns, each as far up as those above it let it. */
import type { Panel } from '../../../contract/boards';
import { COLUMNS, TALLEST } from '../../../core/stats/boards';
import type { Form } from '../../../core/stats/charts';

type Place = Pick<Panel, 'id' | 'x' | 'y' | 'w' | 'h'>;

const meet = (a: Place, b: Place) => a.x < b.x + b.w && b.x < a.x + a.w;
const byPlace = (a: Place, b: Place) => a.y - b.y || a.x - b.x;

/** Panels in the order in which they are read. */
export const inOrder = <P extends Place>(panels: readonly P[]): P[] => panels.toSorted(byPlace);

/** All of them within the columns, none over another, none lower than it must be. */
export function settled<P extends Place>(panels: readonly P[]): P[] {
  const placed: P[] = [];
  for (const panel of inOrder(panels)) {
    const w = Math.max(1, Math.min(panel.w, COLUMNS));
    const h = Math.max(1, Math.min(panel.h, TALLEST));
    const x = Math.max(0, Math.min(panel.x, COLUMNS - w));
    const own = { ...panel, x, w, h };
    placed.push({ ...own, y: Math.max(0, ...placed.filter((one) => meet(one, own)).map((one) => one.y + one.h)) });
  }
  return placed;
}

export type Direction = 'left' | 'right' | 'up' | 'down';

/** Columns of the smallest panel, and rows. */
export const NARROWEST = 3;
export const LOWEST = 4;

/** One step: a column aside, or past the panel above or below. */
export function moved(panels: readonly Panel[], id: string, to: Direction): Panel[] {
  const own = panels.find((one) => one.id === id);
  if (!own) return [...panels];
  const with_ = (place: Partial<Place>) => settled(panels.map((one) => (one.id === id ? { ...one, ...place } : one)));
  if (to === 'left' || to === 'right') return with_({ x: own.x + (to === 'left' ? -1 : 1) });
  const beside = inOrder(panels).filter((one) => one.id !== id && meet(one, own));
  // Half a row tells who of two is the first of them.
  if (to === 'down') {
    const next = beside.find((one) => one.y >= own.y + own.h);
    return next ? with_({ y: next.y + 0.5 }) : [...panels];
  }
  const last = beside.findLast((one) => one.y + one.h <= own.y);
  return last ? with_({ y: last.y - 0.5 }) : [...panels];
}

/** One column or row more or less. */
export function sized(panels: readonly Panel[], id: string, to: Direction): Panel[] {
  const by = { left: [-1, 0], right: [1, 0], up: [0, -1], down: [0, 1] }[to] as [number, number];
  return settled(
    panels.map((one) =>
      one.id === id
        ? {
            ...one,
            w: Math.max(NARROWEST, Math.min(COLUMNS - one.x, one.w + by[0])),
            h: Math.max(LOWEST, Math.min(TALLEST, one.h + by[1])),
          }
        : one,
    ),
  );
}

const WIDE: ReadonlySet<Form> = new Set(['time', 'heat']);

/** A panel more, below all others, or beside the last one where there is room. */
export function withNew(panels: readonly Panel[], { id, of, as }: Pick<Panel, 'id' | 'of' | 'as'>): Panel[] {
  const w = WIDE.has(as) ? COLUMNS : COLUMNS / 2;
  const end = Math.max(0, ...panels.map(({ y, h }) => y + h));
  const last = inOrder(panels).at(-1);
  const isRoom = last !== undefined && last.x === 0 && last.w + w <= COLUMNS;
  const place = isRoom ? { x: last.w, y: last.y } : { x: 0, y: end };
  const made: Panel = { id, of, as, title: '', note: '', numbers: 'percent', ...place, w, h: 8 };
  return settled([...panels, made]);
}
