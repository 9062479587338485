/** Which part of a picture is kept when it is cut. Pure, and tested on its own. */
import type { Cut } from '../../contract/files';

/** `ratio` of width to height, null for the picture's own; `zoom` from 1; `x` and `y` from 0 (left, top) to 1. */
export type Wanted = { ratio: number | null; zoom: number; x: number; y: number };

/** The largest part of that shape, made smaller by the zoom, at that place. Shares of the picture's sides. */
export function partOf(picture: { width: number; height: number }, { ratio, zoom, x, y }: Wanted): Omit<Cut, 'src'> {
  const own = picture.width / picture.height;
  const shape = ratio ?? own;
  const width = Math.min(1, shape / own) / zoom;
  const height = Math.min(1, own / shape) / zoom;
  return { left: x * (1 - width), top: y * (1 - height), width, height };
}
