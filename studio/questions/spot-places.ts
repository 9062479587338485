/** Where a place on a picture is, and where it is moved to; in shares of the picture's width and height. Pure. */
import type { Spots } from '../../core/schema/quiz';

export type Spot = Spots['spots'][number];
/** How large a place to point at begins. */
export const RADIUS = 0.08;

/** Where the middle of a spot is, in 0..1. */
export function middle(spot: Spot): [number, number] {
  const region = spot.region;
  if (!region) return spot.at ?? [0.5, 0.5];
  if ('points' in region) {
    const n = region.points.length;
    return [region.points.reduce((s, p) => s + p[0], 0) / n, region.points.reduce((s, p) => s + p[1], 0) / n];
  }
  return 'r' in region ? [region.x, region.y] : [region.x + region.width / 2, region.y + region.height / 2];
}

export const within = (n: number) => Math.min(1, Math.max(0, Number(n.toFixed(4))));

/** The spot with its middle elsewhere. */
export function movedTo(spot: Spot, x: number, y: number): Partial<Spot> {
  const region = spot.region;
  if (!region) return { at: [within(x), within(y)] };
  if ('points' in region) {
    const [mx, my] = middle(spot);
    return { region: { points: region.points.map(([px, py]) => [within(px + x - mx), within(py + y - my)]) } };
  }
  if ('r' in region) return { region: { ...region, x: within(x), y: within(y) } };
  return {
    region: {
      ...region,
      x: Math.min(1 - region.width, within(x - region.width / 2)),
      y: Math.min(1 - region.height, within(y - region.height / 2)),
    },
  };
}

/** Where an arrow key moves a place; null for other keys. */
export function nudged(spot: Spot, key: string, isFar: boolean): Partial<Spot> | null {
  const by = isFar ? 0.05 : 0.01;
  const [x, y] = middle(spot);
  const steps: Partial<Record<string, [number, number]>> = {
    ArrowLeft: [-by, 0],
    ArrowRight: [by, 0],
    ArrowUp: [0, -by],
    ArrowDown: [0, by],
  };
  const step = steps[key];
  return step ? movedTo(spot, within(x + step[0]), within(y + step[1])) : null;
}
