import type { Page, Quiz } from '../schema/quiz';
import { quizIndex, isContact, isQuestion } from '../document/lookup';
import { orderOf } from './order';
import { currentPage, type Run } from './run';

/** Whether there is something to fill in on a page. */
export const asksSomething = (page: Page): boolean =>
  page.stage === 'ask' && (page.draw !== undefined || page.blocks.some((b) => isQuestion(b) || isContact(b)));

/** How far along: pages with something to fill in that are behind, of all that there are if each page leads to the next. Welcome pages do not count. */
export function progressOf(quiz: Quiz, run: Run): { at: number; of: number } {
  const counts = (page: Page | undefined) => page !== undefined && asksSomething(page);
  const { pages } = quizIndex(quiz);
  const order = orderOf(quiz, run.seed);
  const here = run.finished || run.looking ? undefined : currentPage(quiz, run);
  const passed = new Set(run.way.map((v) => v.page).filter((id) => id !== here?.id && counts(pages.get(id))));
  if (!here) return { at: passed.size, of: passed.size };
  const ahead = order.pages.slice(order.position.get(here.id) ?? 0).filter((p) => counts(p) && !passed.has(p.id));
  return { at: passed.size, of: passed.size + ahead.length };
}
