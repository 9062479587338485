import type { Offer, Quiz } from '../schema/quiz';
import { quizIndex } from '../document/lookup';

/**
 * The offer of a block the visitor has come to, or of an outcome that they have reached; undefined where they cannot have seen one.
 * @param reached tells the outcomes of a finished run
 */
export function offerOf(
  quiz: Quiz,
  run: { finished: boolean; way: readonly { page: string }[] },
  id: string,
  reached: () => ReadonlySet<string>,
): Offer | undefined {
  const { blocks, outcomes, pageOf } = quizIndex(quiz);
  const block = blocks.get(id);
  if (block?.kind === 'offer' && run.way.some(({ page }) => page === pageOf.get(id)?.id)) return block.offer;
  const offer = outcomes.get(id)?.outcome.offer;
  return offer && run.finished && reached().has(id) ? offer : undefined;
}
