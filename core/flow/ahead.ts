/** Pages that come next whatever is answered: a browser may have them beforehand, to go on while there is no connection. */
import type { Page, Quiz } from '../schema/quiz';
import { hasInserts } from '../text/rich';
import { hasLimits } from './clock';
import { destinations, exitsOf } from './navigate';
import { orderOf } from './order';
import { currentPage, type Run } from './run';
import { type View, viewOf } from './view';

/** What was found of a page: documents never change in place, and this is asked with every answer. */
const dependent = new WeakMap<Page, boolean>();

/** Whether the content of a page depends on earlier answers. For a page that draws questions, those decide. */
function dependsOnAnswers(page: Page): boolean {
  const before = dependent.get(page);
  if (before !== undefined) return before;
  const depends = page.draw !== undefined || page.blocks.some((b) => b.showIf !== undefined) || hasInserts(page.blocks);
  dependent.set(page, depends);
  return depends;
}

/** The page that follows whatever is answered; undefined where it depends. */
function certainNext(quiz: Quiz, page: Page, seed: number): Page | undefined {
  if (page.stage !== 'ask' || page.hold || page.blocks.some((b) => b.showIf !== undefined)) return undefined;
  const [exit, other] = exitsOf(page);
  if (other || exit?.to !== 'next') return undefined;
  const [next] = destinations(
    quiz,
    orderOf(quiz, seed),
    page,
    exit.to,
    ({ showIf }) => showIf === undefined || 'perhaps',
  );
  if (next?.to !== 'page' || next.page.stage !== 'ask' || next.page.showIf) return undefined;
  return dependsOnAnswers(next.page) ? undefined : next.page;
}

/**
 * Views of the pages that come next for certain, in order, as the visitor will be shown them: nothing in them, and nothing in their being there,
 * tells of a key, a weight or a branch. None where time is limited, since the server's clock decides then, and none where what is right is told
 * after each page.
 */
export function viewsAhead(quiz: Quiz, run: Run, most = 3): View[] {
  if (hasLimits(quiz) || quiz.delivery.explain === 'after' || run.finished || run.looking) return [];
  const views: View[] = [];
  let now = run;
  for (let page = currentPage(quiz, run); page && views.length < most;) {
    const next = certainNext(quiz, page, run.seed);
    if (!next) break;
    const shown = page.blocks.map((b) => b.id);
    now = { ...now, way: [...now.way.slice(0, -1), { page: page.id, shown }, { page: next.id, shown: [] }] };
    views.push(viewOf(quiz, now));
    page = next;
  }
  return views;
}
