import type { Region } from '../../schema/quiz';
import { round9 } from '../../values/numbers';

/** Whether a point lies in a region; its edge belongs to it. A polygon is tested by the crossings of a ray (Shimrat 1962). */
export function isInside([x, y]: [number, number], region: Region): boolean {
  if ('r' in region) return round9((x - region.x) ** 2 + (y - region.y) ** 2) <= round9(region.r ** 2);
  if ('width' in region) {
    return (
      x >= region.x && x <= round9(region.x + region.width) && y >= region.y && y <= round9(region.y + region.height)
    );
  }
  let inside = false;
  const { points } = region;
  points.forEach(([xi, yi], i) => {
    const [xj, yj] = points.at(i - 1) ?? [xi, yi];
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside;
  });
  return inside;
}
