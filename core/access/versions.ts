/** Two editions side by side: which of them a visitor gets. */
import type { Access } from '../schema/access';
import { randomOf } from '../values/random';

/**
 * The edition that somebody begins with. The same visitor gets the same one as long as both are shown.
 * @param live the edition that is live
 * @param visitor what stays the same for one visitor, and is different for others
 * @param shown the edition they were shown before, if any
 */
export function editionFor({ second }: Access, live: number, visitor: string, shown?: number): number {
  if (second === undefined) return live;
  if (shown === live || shown === second.edition) return shown;
  return randomOf(0, `second ${second.edition} ${visitor}`)() * 100 < second.share ? second.edition : live;
}
