import { LOOK_OVER } from '../../core/flow/look-over';
import type { View } from '../../core/flow/view';
import type { Key } from '../languages/phrases';

/** What stands on a page, as its button asks: whether it asks for anything, and whether it is a result. */
export const asksIn = ({ page }: View): boolean =>
  (page?.blocks ?? []).some((block) => (block.kind === 'contact' && !block.sent) || 'required' in block);
export const isResult = ({ page }: View): boolean => page === null || page.stage === 'result';

/** What the button of a page says: words of the creator, or a phrase. Null where the page is not left: a result that asks for nothing. */
export function buttonFor(view: View): { words: string } | { key: Key } | null {
  const { page, progress, quiz } = view;
  const asks = asksIn(view);
  if (page === null || (page.stage === 'result' && !asks)) return null;
  if (page.button) return { words: page.button };
  if (page.id === LOOK_OVER || page.stage === 'result') return { key: 'send' };
  if (!asks) return { key: 'start' };
  const isLast = progress.at + 1 >= progress.of;
  return { key: isLast && !quiz.looksOver ? 'seeResult' : 'next' };
}
