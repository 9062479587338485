import { without } from './lookup';
import type { Page, Quiz, Target } from '../schema/quiz';

const leadsAway = (to: Target | undefined): boolean => typeof to === 'object' && 'quiz' in to;

/** A quiz without what binds it to other quizzes: hand-overs go, and what led to one of them leads to the next page. */
export function standAlone(quiz: Quiz): Quiz {
  const freed = (page: Page): Page => {
    const routes = page.routes?.filter((r) => !leadsAway(r.to));
    const hold = page.hold && leadsAway(page.hold.then) ? without(page.hold, 'then') : page.hold;
    return {
      ...without(page, 'routes', 'otherwise', 'hold'),
      ...(routes?.length ? { routes } : {}),
      ...(page.otherwise !== undefined && !leadsAway(page.otherwise) ? { otherwise: page.otherwise } : {}),
      ...(hold ? { hold } : {}),
      blocks: page.blocks.filter((b) => b.kind !== 'hand-over'),
    };
  };
  return { ...quiz, pages: quiz.pages.map(freed) };
}
