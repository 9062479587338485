/** When a quiz is open. */
import { parseDateTime, toZoned } from '@internationalized/date';
import type { Access } from '../schema/access';

const MINUTE = 60_000;
const USUAL_GRACE = 60;

/**
 * The moment at which a clock on the wall of a zone shows a time. Of a time that summer time skips, the one as long after midnight; of one that
 * comes twice, the first.
 * @returns milliseconds since 1970; NaN where there is no such day or zone
 */
export function instantOf(wall: string, zone = 'UTC'): number {
  try {
    return toZoned(parseDateTime(wall), zone, 'compatible').toDate().getTime();
  } catch {
    return NaN;
  }
}

export type Hours = {
  is: 'open' | 'before' | 'after' | 'shut';
  /** When it opens, or has closed. Milliseconds since 1970. */
  at?: number;
};

/** Whether a quiz is open at a moment. @param now milliseconds since 1970 */
export function hoursOf({ shut, from, until, zone }: Access, now: number): Hours {
  const [opens, closes] = [from, until].map((wall) => (wall === undefined ? undefined : instantOf(wall, zone)));
  // Closing by hand what has ended gives nobody time to finish once more.
  if (shut !== undefined) return { is: 'shut', at: Math.min(Date.parse(shut), closes ?? Infinity) };
  if (closes !== undefined && now >= closes) return { is: 'after', at: closes };
  if (opens !== undefined && now < opens) return { is: 'before', at: opens };
  return { is: 'open' };
}

/** Whether whoever has begun may go on: while it is open, and for a time after it has closed. */
export function mayGoOn(access: Access, now: number): boolean {
  const { is, at = now } = hoursOf(access, now);
  if (is === 'open') return true;
  return is !== 'before' && now < at + (access.grace ?? USUAL_GRACE) * MINUTE;
}

/** Why settings of times make no sense; null where they do. */
export function timesFault({ from, until, zone }: Access): string | null {
  const [opens, closes] = [from, until].map((wall) => (wall === undefined ? undefined : instantOf(wall, zone)));
  if (Number.isNaN(opens) || Number.isNaN(closes)) return 'There is no such day, or no such time zone.';
  return opens !== undefined && closes !== undefined && closes <= opens ? 'It would close before it opens.' : null;
}
