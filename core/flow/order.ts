/** The order in which a run comes by its pages, where the places of some are left to chance. */
import type { Page, Quiz } from '../schema/quiz';
import { quizIndex } from '../document/lookup';
import { randomOf, shuffled } from '../values/random';

export type PageOrder = { pages: readonly Page[]; position: ReadonlyMap<string, number> };

/** Whether the place of a page is by chance. The page that everybody comes in by keeps its own. */
const moves = (quiz: Quiz, page: Page, i: number): boolean => i > 0 && page.stage === 'ask' && page.shuffle === true;

const known = new WeakMap<Quiz, boolean>();
/** Whether the order of pages is not the same in each run. Asked at each step of each rehearsed visitor, so it is found out once. */
export function hasMovingPages(quiz: Quiz): boolean {
  const found = known.get(quiz) ?? quiz.pages.some((page, i) => moves(quiz, page, i));
  known.set(quiz, found);
  return found;
}

let last: { quiz: Quiz; seed: number; order: PageOrder } | null = null;

/** The pages in the order of a run: of pages beside each other that are shuffled, each has any of their places with the same chance. */
export function orderOf(quiz: Quiz, seed: number): PageOrder {
  if (!hasMovingPages(quiz)) return { pages: quiz.pages, position: quizIndex(quiz).position };
  if (last?.quiz === quiz && last.seed === seed) return last.order;
  const pages: Page[] = [];
  let stretch: Page[] = [];
  const close = () => {
    const [first] = stretch;
    if (first) pages.push(...shuffled(stretch, randomOf(seed, `pages ${first.id}`)));
    stretch = [];
  };
  quiz.pages.forEach((page, i) => {
    if (moves(quiz, page, i)) return void stretch.push(page);
    close();
    pages.push(page);
  });
  close();
  const order = { pages, position: new Map(pages.map((page, i) => [page.id, i])) };
  last = { quiz, seed, order };
  return order;
}
