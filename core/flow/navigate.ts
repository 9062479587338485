/** The one answer to "where next": runs, rehearsals, the check, what a browser may have beforehand and the drawing of the way all ask here. */
import { quizIndex } from '../document/lookup';
import type { Condition, Page, Quiz, Target } from '../schema/quiz';
import type { PageOrder } from './order';

/** How a page is left: by one of its routes (the index), by none of them, or by a gate that lets go though it was not met. */
export type Move = number | 'otherwise' | 'gate';
/** @property when absent where the exit is open to everybody who comes as far */
export type Exit = { move: Move; when?: Condition; to: Target };

/** The exits of a page in the order in which they are asked. The last one is open. */
export const exitsOf = (page: Page): Exit[] => [
  ...(page.routes ?? []).map(({ when, to }, move): Exit => ({ move, when, to })),
  otherwise(page),
];
const otherwise = (page: Page): Exit => ({ move: 'otherwise', to: page.otherwise ?? 'next' });

/** The exit of a gate that was not met: where the visitor goes after the last try. */
export const gateExit = (page: Page): Exit => ({ move: 'gate', to: page.hold?.then ?? 'next' });

/** The exit that is taken: the first whose condition is true. */
export function exitTaken(page: Page, isTrue: (condition: Condition) => boolean): Exit {
  const routes = page.routes ?? [];
  for (let move = 0; move < routes.length; move++) {
    const route = routes[move];
    if (route && isTrue(route.when)) return { move, ...route };
  }
  return otherwise(page);
}

/** Where a move leads, as the document has it. */
export const targetOf = (page: Page, move: Move): Target =>
  move === 'gate'
    ? gateExit(page).to
    : ((move === 'otherwise' ? undefined : page.routes?.[move]?.to) ?? otherwise(page).to);

export type Away = Extract<Target, { quiz: string } | { url: string }>;
/** `end`: there is no further page; a run that stands on a result page stays there. */
export type Destination = { to: 'page'; page: Page } | { to: 'away'; target: Away } | { to: 'end' };
const END: Destination = { to: 'end' };

/** Pages as they stand in the document; a run whose pages are shuffled has an order of its own. */
export const documentOrder = (quiz: Quiz): PageOrder => ({ pages: quiz.pages, position: quizIndex(quiz).position });

/**
 * Everywhere that a target can lead. A page that is not there any more counts as `next`.
 * @param from the page that is left; null at the start
 * @param appears whether a page shows; `perhaps` where that is open, and then those behind it are destinations too
 * @returns at least one, in the order in which they are tried; exactly one where `appears` always knows
 */
export function destinations(
  quiz: Quiz,
  { pages, position }: PageOrder,
  from: Page | null,
  target: Target,
  appears: (page: Page) => boolean | 'perhaps',
): Destination[] {
  if (typeof target === 'object') {
    if (!('page' in target)) return [{ to: 'away', target }];
    const page = quizIndex(quiz).pages.get(target.page);
    if (page) return [{ to: 'page', page }];
  }
  if (target === 'again' && from) return [{ to: 'page', page: from }];
  const stage = from?.stage ?? 'ask';
  const found: Destination[] = [];
  /** @returns whether one of them shows for certain */
  const search = (list: readonly Page[], start: number, of: Page['stage']): boolean => {
    for (let i = start; i < list.length; i++) {
      const page = list[i];
      const shows = page?.stage === of && appears(page);
      if (page && shows) found.push({ to: 'page', page });
      if (shows === true) return true;
    }
    return false;
  };
  const start = from ? (position.get(from.id) ?? 0) + 1 : 0;
  if (target !== 'finish' && search(pages, start, stage)) return found;
  if ((stage === 'ask' || target === 'finish') && search(quiz.pages, 0, 'result')) return found;
  found.push(END);
  return found;
}

/** The page or end that a target leads to, given which pages show. */
export function destinationOf(
  quiz: Quiz,
  order: PageOrder,
  from: Page | null,
  target: Target,
  appears: (page: Page) => boolean,
): Destination {
  // By far the most steps lead to the next page: no list of destinations is made for those, which a rehearsal would feel.
  if (target === 'next' && from) {
    const { pages, position } = order;
    for (let i = (position.get(from.id) ?? 0) + 1; i < pages.length; i++) {
      const page = pages[i];
      if (page?.stage === from.stage && appears(page)) return { to: 'page', page };
    }
  }
  return destinations(quiz, order, from, target, appears)[0] ?? END;
}
