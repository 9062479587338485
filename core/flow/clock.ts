/**
 * Limits of time. The core has no clock: the caller says when each thing was sent, and is told when time is up. Going back does not give a
 * page its time anew; coming by it again by a jump does.
 */
import type { Page, Quiz } from '../schema/quiz';
import { isQuestion } from '../document/lookup';
import { asksSomething } from './progress';
import { currentPage, type Run, type Sent, shownBlocks, type Start, startRun, step } from './run';

/** At zero the run is given this much for what is under way. Milliseconds. */
export const GRACE = 2_000;

export const hasLimits = (quiz: Quiz): boolean =>
  quiz.delivery.limit !== undefined ||
  quiz.pages.some((p) => p.limit !== undefined || p.blocks.some((b) => isQuestion(b) && b.limit !== undefined));

/** Seconds that a page gives: its own limit; else those of its questions together, where each of them has one. */
export function secondsFor(quiz: Quiz, run: Run, page: Page): number | null {
  if (page.limit !== undefined) return page.limit;
  const limits = shownBlocks(quiz, run, page).flatMap((b) => (isQuestion(b) ? [b.limit ?? Infinity] : []));
  const sum = limits.reduce((all, one) => all + one, 0);
  return limits.length > 0 && sum < Infinity ? sum : null;
}

export type Deadline = { at: number; of: 'page' | 'quiz' };

/**
 * When time is up where a run stands; null where nothing limits it. The quiz's own time begins with the first page that asks something.
 * @param sent what was sent so far, with the moment of each; `start.at` is when the run was opened. All in milliseconds.
 */
export function deadlineOf(
  quiz: Quiz,
  start: Start & { at: number },
  sent: readonly { sent: Sent; at: number }[],
): Deadline | null {
  if (!hasLimits(quiz)) return null;
  let run = startRun(quiz, start);
  const entered = new Map<string, number>();
  let began: number | undefined;
  const stands = (at: number) => {
    const page = currentPage(quiz, run);
    if (!page || run.looking) return;
    const visit = visitOf(run);
    if (!entered.has(visit)) entered.set(visit, at);
    if (asksSomething(page)) began ??= at;
  };
  stands(start.at);
  for (const one of sent) {
    const next = step(quiz, run, one.sent);
    if (!('run' in next)) continue;
    run = next.run;
    stands(one.at);
  }
  if (run.finished) return null;
  const page = currentPage(quiz, run);
  const seconds = page && !run.looking ? secondsFor(quiz, run, page) : null;
  const ends: Deadline[] = [
    ...(quiz.delivery.limit !== undefined && began !== undefined
      ? [{ at: began + quiz.delivery.limit * 1000, of: 'quiz' as const }]
      : []),
    ...(seconds === null
      ? []
      : [{ at: (entered.get(visitOf(run)) ?? start.at) + seconds * 1000, of: 'page' as const }]),
  ];
  return ends.sort((a, b) => a.at - b.at)[0] ?? null;
}

/** A page, and the how-manieth time the way comes by it. */
const visitOf = ({ way }: Run): string => {
  const page = way.at(-1)?.page ?? '';
  return `${page} ${way.filter((visit) => visit.page === page).length}`;
};
