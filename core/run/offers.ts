import type { Offer, Quiz } from '../quiz/schema';
import { indexOf } from '../quiz/lookup';

/** The offer of a block the visitor has come to, or of an outcome once the run is finished; undefined where they cannot have seen one. */
export function offerOf(
  quiz: Quiz,
  run: { finished: boolean; way: readonly { page: string }[] },
  id: string,
): Offer | undefined {
  const { blocks, outcomes, pageOf } = indexOf(quiz);
  const block = blocks.get(id);
  if (block?.kind === 'offer' && run.way.some(({ page }) => page === pageOf.get(id)?.id)) return block.offer;
  return run.finished ? outcomes.get(id)?.outcome.offer : undefined;
}
