/**
 * Who can get where, by the document's real conditions. Where every way leads forward, all states that any answers can bring about are carried
 * through the quiz. Where pages lead back, each rule is tried by itself: over all answers, sums and verdicts that it asks about, whether or not
 * they can come together.
 */
import type { Condition, Page, Question, Quiz, Target } from '../schema/quiz';
import { type Test, testsIn } from '../conditions/evaluate';
import { destinations, documentOrder, exitsOf, gateExit, type Move } from '../flow/navigate';
import type { Way } from '../rehearsal/answers';
import { type Budget, newBudget } from './budget';
import { canBe, possibleAnswers } from './can-be';
import { conditionsOf, controlColumns } from '../rehearsal/columns';
import { canBeCarried } from '../rehearsal/exact';
import { StateWalk } from '../rehearsal/states';
import { TooManyStates } from '../rehearsal/table';

export type Reach = {
  /** Pages that somebody can come to. */
  pages: Set<string>;
  /** By page, the exits that somebody can take. */
  routes: Map<string, Set<Move>>;
  /** Pages that can be entered and never left for a result. */
  endless: string[];
};

/** States to look at before giving up: the check answers while somebody types. */
const MOST_LOOKED_AT = 6_000;

/** What it costs to begin, in steps: everything about a quiz is looked up anew. */
const BEGINNING = 10_000;

/** @returns who can get where; null where the budget does not reach for finding it out */
export function reachOf(quiz: Quiz, budget = newBudget()): Reach | null {
  if (!budget.spend(BEGINNING)) return null;
  const carried = canBeCarried(quiz) ? carriedReach(quiz, budget) : null;
  if (carried) return carried;
  const tried = budget.isSpent ? null : triedReach(quiz, budget);
  return budget.isSpent ? null : tried;
}

function carriedReach(quiz: Quiz, budget: Budget): Reach | null {
  const reach: Reach = { pages: new Set(), routes: new Map(), endless: [] };
  const tests = testsByQuestion(quiz);
  // Cost of a state: the average number of conditions on a page, at least 1.
  const perState = 1 + Math.ceil([...tests.values()].flat().length / Math.max(1, quiz.pages.length));
  const ways = new Map<string, Way[]>();
  const waysOf = (question: Question): Way[] => {
    const known = ways.get(question.id) ?? possibleWays(question, tests.get(question.id) ?? []);
    ways.set(question.id, known);
    return known;
  };
  try {
    for (const known of knownValues(quiz)) {
      // The walk assumes the defaults of known values.
      const given = { ...quiz, known: quiz.known.map((k) => ({ ...k, default: known.get(k.id) ?? k.default ?? '' })) };
      new StateWalk(given, waysOf, controlColumns(quiz), MOST_LOOKED_AT, undefined, { contactMayBeEmpty: true }).run({
        visit: (page) => {
          reach.pages.add(page);
          if (!budget.spend(perState)) throw new TooManyStates();
        },
        leave: (page, move) => {
          const own = reach.routes.get(page) ?? new Set<Move>();
          reach.routes.set(page, own.add(move));
        },
      });
    }
    return reach;
  } catch (error) {
    if (error instanceof TooManyStates) return null;
    throw error;
  }
}

function testsByQuestion(quiz: Quiz): Map<string, Test[]> {
  const found = new Map<string, Test[]>();
  for (const test of conditionsOf(quiz).flatMap(({ condition }) => testsIn(condition))) {
    if ('answer' in test) found.set(test.answer, [...(found.get(test.answer) ?? []), test]);
  }
  return found;
}

/** Every set of known values that the conditions can tell apart; none of them where they ask about too many. */
function knownValues(quiz: Quiz): Map<string, string>[] {
  const values = new Map<string, Set<string>>();
  for (const test of conditionsOf(quiz).flatMap(({ condition }) => testsIn(condition))) {
    if ('known' in test)
      values.set(
        test.known,
        new Set([...(values.get(test.known) ?? ['', '\u0001']), test.is ?? '', test.contains ?? '']),
      );
  }
  let sets: Map<string, string>[] = [new Map<string, string>()];
  for (const [id, list] of values) {
    if (sets.length * list.size > 64) break;
    sets = sets.flatMap((set) => [...list].map((value) => new Map(set).set(id, value)));
  }
  return sets;
}

/** Every way to answer that a test, a key or a weight can tell from the others; not answering, where that is allowed. */
export function possibleWays(question: Question, tests: Test[]): Way[] {
  const answers = possibleAnswers(question, tests);
  return answers.map((answer) => ({ answer, share: 1 / answers.length }));
}

// Where pages lead back.

function triedReach(quiz: Quiz, budget: Budget): Reach {
  const reach: Reach = { pages: new Set(), routes: new Map(), endless: [] };
  const asks = quiz.pages.filter((p) => p.stage === 'ask');
  const edges = new Map<string, Set<string>>();
  const END = '';
  const order = documentOrder(quiz);
  const perhaps = new Map<Page, boolean | 'perhaps'>();
  const appears = (page: Page): boolean | 'perhaps' => {
    const known = perhaps.get(page) ?? (!page.showIf || (canBe(quiz, budget, page.showIf) && 'perhaps'));
    perhaps.set(page, known);
    return known;
  };
  const targets = (from: Page | null, to: Target): string[] =>
    destinations(quiz, order, from, to, appears).map((d) => (d.to === 'page' ? d.page.id : END));
  for (const page of asks) {
    const out = new Set<string>();
    const taken = new Set<Move>();
    const before: Condition[] = [];
    for (const { move, when, to } of exitsOf(page)) {
      const all = [...(when ? [when] : []), ...before.map((c) => ({ not: c }))];
      if (all.length === 0 || canBe(quiz, budget, { all })) {
        taken.add(move);
        for (const t of targets(page, to)) out.add(t);
      }
      if (when) before.push(when);
    }
    if (page.hold?.tries !== undefined) for (const t of targets(page, gateExit(page).to)) out.add(t);
    reach.routes.set(page.id, taken);
    edges.set(page.id, out);
  }
  const resultIds = quiz.pages.filter((p) => p.stage === 'result').map((p) => p.id);
  const queue = targets(null, 'next');
  while (queue.length) {
    const id = queue.pop() ?? END;
    if (reach.pages.has(id)) continue;
    reach.pages.add(id);
    queue.push(...(edges.get(id) ?? []));
  }
  // Search backwards from the ends; a page that is not found is endless.
  const ends = new Set<string>([END, ...resultIds]);
  for (let grew = true; grew;) {
    grew = false;
    for (const [id, out] of edges) {
      if (ends.has(id) || ![...out].some((t) => ends.has(t))) continue;
      ends.add(id);
      grew = true;
    }
  }
  reach.endless = asks.map((p) => p.id).filter((id) => reach.pages.has(id) && !ends.has(id));
  return reach;
}
