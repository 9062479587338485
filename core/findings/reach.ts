/**
 * Who can get where, by the document's real conditions. Where every way leads forward, all states that any answers can bring about are carried
 * through the quiz. Where pages lead back, each rule is tried by itself: over all answers, sums and verdicts that it asks about, whether or not
 * they can come together.
 */
import { isKeyed, isReviewed, kindOf } from '../questions/registry';
import type { Condition, Page, Question, Quiz, Target } from '../schema/quiz';
import { quizIndex } from '../document/lookup';
import { type Facts, isTrue, type Test, testsIn } from '../conditions/evaluate';
import type { Answer } from '../values/answer';
import { destinations, documentOrder, exitsOf, gateExit, type Move } from '../flow/navigate';
import { isListable, type Way, waysToAnswer } from '../rehearsal/answers';
import { conditionsOf, controlColumns } from '../rehearsal/columns';
import { canBeCarried } from '../rehearsal/exact';
import { spanOf } from '../rehearsal/span';
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
const MOST_TRIED = 20_000;

/** How much may still be looked at. One budget is given to everything that belongs to one check, so that its time has an end. */
export class Budget {
  constructor(private left: number) {}

  /** @returns false where there is not so much left; then there is nothing left at all */
  spend(steps: number): boolean {
    this.left -= Math.min(steps, this.left);
    return this.left > 0;
  }

  get isSpent(): boolean {
    return this.left <= 0;
  }
}
/** States visited and tests evaluated; about a second. */
export const newBudget = (steps = 1_000_000): Budget => new Budget(steps);
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
  // What is asked of a state on its page: at least one thing, on average all conditions by the pages there are.
  const perState = 1 + Math.ceil([...tests.values()].flat().length / Math.max(1, quiz.pages.length));
  const ways = new Map<string, Way[]>();
  const waysOf = (question: Question): Way[] => {
    const known = ways.get(question.id) ?? possibleWays(question, tests.get(question.id) ?? []);
    ways.set(question.id, known);
    return known;
  };
  try {
    for (const known of knownValues(quiz)) {
      // A walk takes known values by their defaults.
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

const NOTHING: Answer = '';

/** Every way to answer that a test, a key or a weight can tell from the others; not answering, where that is allowed. */
export function possibleWays(question: Question, tests: Test[]): Way[] {
  const answers = possibleAnswers(question, tests);
  return answers.map((answer) => ({ answer, share: 1 / answers.length }));
}

function possibleAnswers(question: Question, tests: Test[]): Answer[] {
  const empty = question.required ? [] : [NOTHING];
  const kind = kindOf(question);
  if (kind.answersFor) return [...kind.answersFor(question, tests), ...empty];
  return [...(isListable(question) ? waysToAnswer(question).map((w) => w.answer) : [{ '': [''] }]), ...empty];
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
  // Backwards from the ends: what cannot come to one is endless.
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

/** Whether any answers, sums, verdicts and known values make a condition true. True where there are too many to try. */
export function canBe(quiz: Quiz, budget: Budget, condition: Condition): boolean {
  const tests = testsIn(condition);
  if (!budget.spend(tests.length)) return true;
  const variables = variablesOf(quiz, tests);
  const size = variables.reduce((n, v) => n * v.values.length, 1);
  if (size > MOST_TRIED) return true;
  const chosen = new Map<string, unknown>();
  const facts = triedFacts(quiz, chosen);
  const tryFrom = (index: number): boolean => {
    const variable = variables[index];
    if (!variable) return !budget.spend(tests.length) || isTrue(condition, facts);
    return variable.values.some((value) => {
      chosen.set(variable.key, value);
      return tryFrom(index + 1);
    });
  };
  return tryFrom(0);
}

const ABSENT = Symbol('not on the way');
type Variable = { key: string; values: unknown[] };
type Sum = { value: number | null; most: number | null };

/** What a test asks about, as `triedFacts` looks it up. */
function variableKey(test: Test): string {
  if ('answer' in test) return `answer ${test.answer}`;
  if ('scale' in test || 'topic' in test) return sumKey(test);
  if ('verdict' in test) return `verdict ${test.verdict}`;
  if ('known' in test) return `known ${test.known}`;
  return 'contact' in test ? `contact ${test.contact}` : 'attempts';
}

function variablesOf(quiz: Quiz, tests: Test[]): Variable[] {
  const byKey = new Map<string, Test[]>();
  for (const test of tests) {
    const key = variableKey(test);
    const own = byKey.get(key) ?? [];
    byKey.set(key, own);
    own.push(test);
  }
  return [...byKey].map(([key, own]) => ({ key, values: valuesTold(quiz, own) }));
}

/** The values that tests of one thing can tell from each other. */
function valuesTold(quiz: Quiz, own: Test[]): unknown[] {
  const [test] = own;
  if (!test) return [];
  if ('answer' in test) {
    const question = quizIndex(quiz).questions.get(test.answer);
    return [ABSENT, ...(question ? distinguished(question, own) : [])];
  }
  if ('scale' in test || 'topic' in test) return sumValues(quiz, own);
  if ('verdict' in test) return quiz.verdicts.find((v) => v.id === test.verdict)?.outcomes.map((o) => o.id) ?? [];
  if ('known' in test) {
    const words = own.flatMap((t) => ('known' in t ? [t.is, t.contains] : [])).filter((v) => v !== undefined);
    return ['', '\u0001', ...words, words.join(' ')];
  }
  if ('contact' in test) return [ABSENT, '', '…'];
  const bounds = own.flatMap((t) => ('attempt' in t ? [t.lt, t.le, t.gt, t.ge, t.eq] : []));
  const near = bounds.filter((n) => n !== undefined).flatMap((n) => [n - 1, n, n + 1]);
  return [...new Set([1, 2, ...near])].filter((n) => n >= 1);
}

/** Of all answers, one for each way in which the tests can come out. */
function distinguished(question: Question, tests: Test[]): Answer[] {
  const seen = new Map<string, Answer>();
  for (const answer of possibleAnswers(question, tests)) {
    const facts: Facts = { ...nobody, question: () => question, shown: () => true, answer: () => answer };
    seen.set(tests.map((t) => (isTrue(t, facts) ? 1 : 0)).join(''), answer);
  }
  return [...seen.values()];
}

const nobody: Facts = {
  question: () => undefined,
  shown: () => false,
  answer: () => undefined,
  value: () => ({ value: null, most: null }),
  outcomes: () => [],
  known: () => undefined,
  contact: () => ({ asked: false, value: '' }),
  attempts: () => 1,
};

type SumTest = Extract<Test, { scale: string } | { topic: string }>;
const sumKey = (t: SumTest): string =>
  'scale' in t ? `${t.scale} ${t.unit ?? 'points'}` : `${t.of}@${t.topic} ${t.unit ?? 'points'}`;

function sumValues(quiz: Quiz, tests: Test[]): Sum[] {
  const [first] = tests as SumTest[];
  if (!first) return [];
  const target = 'scale' in first ? first.scale : first.of;
  const percent = first.unit === 'percent';
  const isRight = first.unit === 'right';
  const span = percent || isRight || 'topic' in first || target === 'marks' ? null : spanOf(quiz, target, null);
  const low = percent ? -Infinity : (span?.lowest ?? -Infinity);
  const high = percent
    ? 100
    : (span?.highest ??
      (target === 'marks' ? marksPossible(quiz, 'topic' in first ? first.topic : undefined, isRight) : Infinity));
  const bounds = (tests as SumTest[])
    .flatMap((t) => [t.lt, t.le, t.gt, t.ge, t.eq])
    .filter((n) => typeof n === 'number');
  const near = bounds.flatMap((n) => [n - 0.5, n - 1e-6, n, n + 1e-6, n + 0.5]);
  const values = [
    ...new Set([
      ...near,
      ...(Number.isFinite(low) ? [low] : []),
      ...(Number.isFinite(high) ? [high, (high + Math.max(low, high - 1)) / 2] : []),
    ]),
  ].filter((n) => n >= low && n <= high);
  const most = percent ? 100 : Number.isFinite(high) ? high : null;
  return [...(values.length ? values : [0]).map((value) => ({ value, most })), { value: null, most: null }];
}

/** @param isRight how many can be right, rather than what they are worth */
const marksPossible = (quiz: Quiz, topic: string | undefined, isRight: boolean): number =>
  [...quizIndex(quiz).questions.values()]
    .filter((q) => (isKeyed(q) || isReviewed(q)) && (topic === undefined || q.topic === topic))
    .reduce((sum, q) => sum + (isRight ? 1 : (q.marks ?? 1)), 0);

function triedFacts(quiz: Quiz, chosen: Map<string, unknown>): Facts {
  const { questions } = quizIndex(quiz);
  return {
    question: (id) => questions.get(id),
    shown: (id) => chosen.get(`answer ${id}`) !== ABSENT,
    answer: (id) => chosen.get(`answer ${id}`) as Answer,
    value: (target, unit, topic) =>
      (chosen.get(topic === undefined ? `${target} ${unit}` : `${target}@${topic} ${unit}`) as Sum | undefined) ?? {
        value: null,
        most: null,
      },
    outcomes: (id) => [chosen.get(`verdict ${id}`) as string],
    known: (id) => chosen.get(`known ${id}`) as string,
    contact: (field) => {
      const value = chosen.get(`contact ${field}`);
      return { asked: value !== ABSENT, value: value === ABSENT ? '' : (value as string) };
    },
    attempts: () => (chosen.get('attempts') as number | undefined) ?? 1,
  };
}
