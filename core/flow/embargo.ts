/** Results that are kept back: the visitor is told when and how they come, and nothing of them. */
import type { Block, Page, Quiz } from '../schema/quiz';
import { insertsIn } from '../text/rich';

/** Stands for the page that is shown instead of a result; no page of a quiz can have this id. */
export const EMBARGO_PAGE = '~';

/** Until when a result is kept back: a moment (ISO 8601, UTC), until somebody releases it, or until a person has marked what waits for it. */
export type Embargo = NonNullable<Quiz['delivery']['held']>;

/**
 * Whether the result of a finished run is still kept back. Moments in milliseconds.
 * @param pending how many of its answers wait for a person
 * @param releasedAt when results were released by hand, last; null = never. Runs that finished by then are released.
 */
export function embargoOf(
  { delivery: { held } }: Quiz,
  {
    finishedAt,
    releasedAt,
    now,
    pending,
  }: { finishedAt: number; releasedAt: number | null; now: number; pending: number },
): Embargo | null {
  if (held === undefined || (releasedAt !== null && finishedAt <= releasedAt)) return null;
  if (held === 'marked') return pending > 0 ? held : null;
  return held !== 'released' && Date.parse(held) <= now ? null : held;
}

/** What stands beside that word: contact forms of the result page, unless the result decides whether they are there, or stands in them. */
export const besideIt = (page: Page, shown: Block[]): Block[] =>
  page.showIf
    ? []
    : shown.filter(
        (block) => block.kind === 'contact' && block.showIf === undefined && insertsIn(block.body).length === 0,
      );
