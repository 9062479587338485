/**
 * Exact odds, by carrying all distinct states of a run forward. Each verdict and each scale is followed in a walk of its own, so that what
 * need not be known together is not multiplied.
 */
import { kindOf } from '../questions/registry';
import type { Question, Quiz, Target, Verdict } from '../schema/quiz';
import { quizIndex } from '../document/lookup';
import { exitsOf, gateExit } from '../flow/navigate';
import { hasMovingPages } from '../flow/order';
import { planOf, readScale, readTally } from '../scoring/ledger';
import { decide, verdictKind } from '../verdicts/registry';
import { round9 } from '../values/numbers';
import { isListable, type Way, waysToAnswer } from './answers';
import { ALWAYS, type Column, controlColumns, neededByVerdict, sums } from './columns';
import type { Mix } from './mix';
import { StateWalk } from './states';
import { type Odds, rounded, spreadOf, tallied } from './spread';
import { TooManyStates } from './table';

export const MOST_STATES = 200_000;

/** Exact odds, or null where a jump leads back, questions are drawn, one has too many ways to be answered, or the states grow too many. */
export function exactOdds(quiz: Quiz, { most = MOST_STATES, mix }: { most?: number; mix?: Mix } = {}): Odds | null {
  if (!canBeCarried(quiz)) return null;
  try {
    return new Rehearsal(quiz, most, mix).odds();
  } catch (error) {
    if (error instanceof TooManyStates) return null;
    throw error;
  }
}

/** Whether every way leads forward, through questions whose answers can be listed. */
export function canBeCarried(quiz: Quiz): boolean {
  const { position, questions } = quizIndex(quiz);
  const leadsBack = (page: string, to: Target) =>
    to === 'again' ||
    (typeof to === 'object' && 'page' in to && (position.get(to.page) ?? ALWAYS) <= (position.get(page) ?? 0));
  const forward = quiz.pages.every(
    (p) => !p.draw && ![...exitsOf(p), gateExit(p)].some(({ to }) => leadsBack(p.id, to)),
  );
  const ranked = quiz.verdicts.some((v) => verdictKind(v).tallies?.looksAt(v).last);
  const outcomes = new Set(quiz.verdicts.flatMap((v) => v.outcomes.map((o) => o.id)));
  const followable = (q: Question) =>
    isListable(q) ||
    (kindOf(q).parts?.areIndependent(q) &&
      // Which outcome was strengthened last depends on the whole question, so its parts are not independent.
      !(
        ranked &&
        planOf(quiz)
          .questions.get(q.id)
          ?.uses.some((u) => outcomes.has(u.target))
      ));
  return forward && !hasMovingPages(quiz) && [...questions.values()].every(followable);
}

class Rehearsal {
  private readonly control: Column[];
  private readonly ways = new Map<string, Way[]>();

  constructor(
    private readonly quiz: Quiz,
    private readonly most: number,
    private readonly mix: Mix | undefined,
  ) {
    this.control = controlColumns(quiz);
  }

  private readonly waysOf = (question: Question): Way[] => {
    const ways =
      this.ways.get(question.id) ??
      (isListable(question) ? waysToAnswer(question, this.mix) : [{ answer: { '': [''] }, share: 1 }]);
    this.ways.set(question.id, ways);
    return ways;
  };

  private walk(columns: Column[], followed?: Verdict): StateWalk {
    return new StateWalk(this.quiz, this.waysOf, [...this.control, ...columns], this.most, followed, { mix: this.mix });
  }

  odds(): Odds {
    const odds: Odds = {
      method: 'exact',
      pages: {},
      routes: {},
      outcomes: {},
      scales: {},
      tallies: {},
      bands: {},
      ties: {},
    };
    for (const page of this.quiz.pages) odds.pages[page.id] = 0;
    this.walk([]).run({
      visit: (page, share) => (odds.pages[page] = (odds.pages[page] ?? 0) + share),
      leave: (page, route, share) => {
        const own = (odds.routes[page] ??= {});
        own[route] = (own[route] ?? 0) + share;
      },
    });
    odds.pages = rounded(odds.pages);
    for (const [page, shares] of Object.entries(odds.routes)) odds.routes[page] = rounded(shares);
    for (const verdict of this.quiz.verdicts) this.follow(verdict, odds);
    for (const { id } of this.quiz.scales) odds.scales[id] = this.spread({ kind: 'scale', id });
    for (const id of tallied(this.quiz)) odds.tallies[id] = this.spread({ kind: 'tally', id });
    return odds;
  }

  private follow(verdict: Verdict, odds: Odds): void {
    const shares: Record<string, number> = Object.fromEntries(verdict.outcomes.map((o) => [o.id, 0]));
    const values = new Map<number, number>();
    let tied = 0;
    const walk = this.walk(neededByVerdict(this.quiz, verdict, ALWAYS), verdict);
    const talliesOf = walk.talliesOf(verdict);
    const { tallies: counts, measure } = verdictKind(verdict);
    walk.run({
      end: (row, share) => {
        let outcomes: string[];
        if (counts) {
          const tallies = talliesOf(row);
          outcomes = counts.winners(verdict, tallies);
          if (counts.areLevel(verdict, tallies)) tied += share;
        } else {
          const value = measure?.value(this.quiz, verdict, walk.ledger(row)) ?? null;
          if (value !== null) values.set(value, (values.get(value) ?? 0) + share);
          outcomes = decide(this.quiz, verdict, walk.ledger(row), walk.facts(row)).outcomes;
        }
        for (const id of outcomes) shares[id] = (shares[id] ?? 0) + share;
      },
    });
    odds.outcomes[verdict.id] = rounded(shares);
    if (measure) odds.bands[verdict.id] = spreadOf(values);
    odds.ties[verdict.id] = round9(tied);
  }

  private spread({ kind, id }: { kind: 'scale' | 'tally'; id: string }) {
    const walk = this.walk(sums(this.quiz, id, undefined, false, ALWAYS));
    const values = new Map<number, number>();
    walk.run({
      end: (row, share) => {
        const ledger = walk.ledger(row);
        const value =
          kind === 'scale' ? readScale(this.quiz, ledger, id).points : readTally(this.quiz, ledger, id).points;
        if (value !== null) values.set(value, (values.get(value) ?? 0) + share);
      },
    });
    return spreadOf(values);
  }
}
