/**
 * The way through a quiz: one pure step function, for the visitor, the preview, the rehearsal, the command and the sample data alike.
 * A run is the list of what the visitor sent; `foldRun` gives its state at any point, so every prefix can be stored and gone on with.
 */
import { isKeyed } from '../questions/registry';
import type { Block, Page, Question, Quiz, Target } from '../schema/quiz';
import { isContact, quizIndex } from '../document/lookup';
import type { Answer } from '../values/answer';
import { creditOf } from '../questions/credit';
import { type Facts, isTrue } from '../conditions/evaluate';
import { factsOf } from '../verdicts/facts';
import { addQuestion, Ledger, planOf } from '../scoring/ledger';
import { decide } from '../verdicts/registry';
import { drawnBlocks } from './draw';
import type { ContactGiven, Sent } from './sent';
import { EMBARGO_PAGE } from './embargo';
import { LOOK_OVER } from './look-over';
import { type Away, destinationOf, type Exit, exitTaken, gateExit, type Move } from './navigate';
import { offerOf } from './offers';
import { orderOf } from './order';
import { faultsIn, type Refusal, refuse, unknownFields, usable } from './faults';

export type { Refusal } from './faults';

export type { ContactGiven, Sent } from './sent';

export type Visit = {
  page: string;
  shown: string[];
  /** How it was left; absent while it is open, and where the time of the quiz ended it. */
  move?: Move;
};
export type Run = {
  seed: number;
  known: Record<string, string>;
  /** Pages from the start to here; the last is where the visitor stands. */
  way: Visit[];
  answers: Record<string, Answer>;
  /** The first try on pages that were held: marks are given for these. */
  first: Record<string, Answer>;
  /** Marks that a person has set by hand. */
  reviews: Record<string, number>;
  /** What that person has said to the visitor, by question. */
  notes: Record<string, string>;
  contact: Record<string, ContactGiven>;
  /** How often each page was sent. */
  tries: Record<string, number>;
  /** Every page entered, those gone back from included. */
  visits: number;
  finished: boolean;
  /** All pages are behind; the answers are looked over before they are sent for good. */
  looking?: true;
  /** Set when a run was ended after too many visits. */
  stopped?: 'visits';
  /** Where it left the quiz for another one, or for another address. */
  left?: Away;
  /** Outcomes and blocks whose offer was taken. */
  offers: string[];
};
export type Step = { run: Run } | { refused: Refusal[] };

export const MOST_VISITS = 500;

/** Whether a visitor may go back: not if the creator forbids it, nor if right answers have been told. */
export const turnsBack = (quiz: Quiz): boolean => quiz.delivery.back !== false && quiz.delivery.explain !== 'after';

export type Start = {
  seed: number;
  known?: Record<string, string>;
  reviews?: Record<string, number>;
  notes?: Record<string, string>;
};

/** A run at its first page. Known values that the quiz does not declare fall away; those not given take their default. */
export function startRun(quiz: Quiz, { seed, known = {}, reviews = {}, notes = {} }: Start): Run {
  const values = Object.fromEntries(quiz.known.map((k) => [k.id, known[k.id] ?? k.default ?? '']));
  const run: Run = {
    seed,
    known: values,
    way: [],
    answers: {},
    first: {},
    reviews,
    notes,
    contact: {},
    tries: {},
    visits: 0,
    finished: false,
    offers: [],
  };
  return goTo(quiz, run, null, 'next');
}

/** The way with its last visit made another; a copy. */
function lastAs(way: readonly Visit[], visit: Visit): Visit[] {
  const other = way.slice();
  other[other.length - 1] = visit;
  return other;
}

export const currentPage = (quiz: Quiz, run: Run): Page | undefined =>
  quizIndex(quiz).pages.get(run.way.at(-1)?.page ?? '');

/**
 * Replays what a visitor sent; what cannot be taken changes nothing, as it did when it was sent.
 * @param by the document that results are read by, where that is another than the one the run was taken on (`rekeyed`)
 */
export function foldRun(quiz: Quiz, start: Start, sent: readonly Sent[], by = quiz): Run {
  const { reviews = {}, notes = {} } = start;
  if (by === quiz && Object.keys(reviews).length === 0) return replay(quiz, startRun(quiz, start), sent);
  // Marks by hand and other keys came when all was answered: the way was taken without them, whatever its routes ask about.
  let taken = startRun(quiz, { ...start, reviews: {}, notes: {} });
  let over: { before: Run; ended: Run; at: number } | undefined;
  for (const [at, one] of sent.entries()) {
    const before = taken;
    taken = replay(quiz, before, [one]);
    if (taken.finished && !before.finished) over = { before, ended: taken, at };
  }
  const own = { reviews, notes };
  if (!over || taken.left || taken.stopped) return { ...taken, ...own };
  const result = finishedBy(by, { ...over.before, ...own }, { ...over.ended, ...own }, sent[over.at]);
  const run = replay(by, result, sent.slice(over.at + 1));
  // What was left and taken on result pages that no longer show was left and taken all the same.
  return {
    ...run,
    contact: { ...taken.contact, ...run.contact },
    offers: [...new Set([...taken.offers, ...run.offers])],
  };
}

const replay = (quiz: Quiz, from: Run, sent: readonly Sent[]): Run =>
  sent.reduce((run, one) => {
    // Formats were looked at when it was sent: by rules that may have become stricter since, and before anything was wiped of it.
    const next = step(quiz, run, one, { isTaken: true });
    return 'run' in next ? next.run : run;
  }, from);

/**
 * A run at its first result page. Where the key now would have led elsewhere from the last page, what was answered stands as it is, and the
 * result begins as at any end.
 */
function finishedBy(by: Quiz, before: Run, ended: Run, last: Sent | undefined): Run {
  const again = last && step(by, before, last, { isTaken: true });
  if (again && 'run' in again && again.run.finished && !again.run.left) return again.run;
  const { pages } = quizIndex(by);
  return finish(by, { ...ended, way: ended.way.filter(({ page }) => pages.get(page)?.stage !== 'result') });
}

/** The next state of a run, or every reason why what was sent cannot be taken. */
export function step(quiz: Quiz, run: Run, sent: Sent, { isTaken = false } = {}): Step {
  if (sent.do === 'offer') {
    return !run.offers.includes(sent.outcome) && offerOf(quiz, run, sent.outcome, () => reachedOutcomes(quiz, run))
      ? { run: { ...run, offers: [...run.offers, sent.outcome] } }
      : { run };
  }
  if (run.looking) return lookOver(quiz, run, sent);
  const here = currentPage(quiz, run);
  const on = sent.page === EMBARGO_PAGE && run.finished ? here?.id : sent.page;
  if (sent.do === 'change' || !here || here.id !== on || run.left)
    return refuse(null, 'wrong-page', 'This page has been left already.');
  if (sent.do === 'back') return turnBack(quiz, run);
  return sent.do === 'time' ? { run: endTime(quiz, run, here, sent) } : sendPage(quiz, run, here, sent, isTaken);
}

/** What was left, with the known values that hidden fields keep. */
function withHidden(
  blocks: Block[],
  known: Record<string, string>,
  sent: Record<string, ContactGiven> = {},
): Record<string, ContactGiven> {
  return Object.fromEntries(
    blocks.filter(isContact).flatMap((block): [string, ContactGiven][] => {
      const given = sent[block.id];
      const kept = block.fields.filter((field) => field.hidden && known[field.from ?? '']);
      if (!given || !('fields' in given) || kept.length === 0) return [];
      const own = Object.fromEntries(kept.map((field) => [field.id, known[field.from ?? ''] ?? '']));
      return [[block.id, { ...given, fields: { ...given.fields, ...own } }]];
    }),
  );
}

function turnBack(quiz: Quiz, run: Run): Step {
  if (run.finished || run.way.length < 2 || !turnsBack(quiz))
    return refuse(null, 'no-back', 'There is no way back from here.');
  const before = run.way.at(-2)?.page ?? '';
  return { run: { ...run, way: lastAs(run.way.slice(0, -1), { page: before, shown: [] }) } };
}

/** The time of the page, or of the quiz, is over: what can be used of its answers is taken. */
function endTime(quiz: Quiz, run: Run, here: Page, sent: Extract<Sent, { do: 'time' }>): Run {
  if (run.finished) return run;
  const usableAnswers = usable(drawnBlocks(quiz, here, run.seed), sent.answers);
  const settled = settle(quiz, { ...run, answers: { ...run.answers, ...usableAnswers } }, here);
  return sent.of === 'quiz' ? finish(quiz, settled) : leave(quiz, settled, here);
}

function sendPage(quiz: Quiz, run: Run, here: Page, sent: Extract<Sent, { do: 'go' }>, isTaken: boolean): Step {
  const blocks = drawnBlocks(quiz, here, run.seed);
  const filled: Run = {
    ...run,
    answers: run.finished ? run.answers : { ...run.answers, ...sent.answers },
    contact: { ...run.contact, ...sent.contact },
  };
  const refusals = [...unknownFields(blocks, sent), ...faultsIn(shownBlocks(quiz, filled, here), filled, isTaken)];
  if (refusals.length > 0) return { refused: refusals };
  filled.contact = { ...filled.contact, ...withHidden(blocks, run.known, sent.contact) };
  const next = goOn(quiz, filled, here);
  const over = next.finished && !run.finished && next.left === undefined && next.stopped === undefined;
  return { run: over && quiz.delivery.lookOver ? { ...settle(quiz, filled, here), looking: true } : next };
}

/** The one step that looking over all answers allows: send them, or go back to one. */
function lookOver(quiz: Quiz, { looking, ...run }: Run, sent: Exclude<Sent, { do: 'offer' }>): Step {
  const last = currentPage(quiz, run);
  if (sent.do === 'change') {
    const at = run.way.findLastIndex((visit) => visit.page === sent.page);
    if (at < 0 || !turnsBack(quiz)) return refuse(null, 'no-back', 'There is no way back from here.');
    return { run: { ...run, way: [...run.way.slice(0, at), { page: sent.page, shown: [] }] } };
  }
  if (!looking || !last || sent.page !== LOOK_OVER)
    return refuse(null, 'wrong-page', 'This page has been left already.');
  if (sent.do === 'back') {
    if (!turnsBack(quiz)) return refuse(null, 'no-back', 'There is no way back from here.');
    return { run: { ...run, way: lastAs(run.way, { page: last.id, shown: [] }) } };
  }
  const own = { ...run, way: lastAs(run.way, { page: last.id, shown: run.way.at(-1)?.shown ?? [] }) };
  return { run: sent.do === 'time' ? finish(quiz, own) : onward(quiz, own, last) };
}

/** Leaves a page whose answers can be taken; or holds it, where they are not all right yet. */
export const goOn = (quiz: Quiz, filled: Run, here: Page, leaving: Leaving = {}): Run =>
  onward(quiz, settle(quiz, filled, here), here, leaving);

function onward(quiz: Quiz, settled: Run, here: Page, { oneTry = false }: Leaving = {}): Run {
  const { hold } = here;
  if (!hold || isAllRight(quiz, settled)) return leave(quiz, settled, here);
  const tries = settled.tries[here.id] ?? 0;
  if (oneTry || (hold.tries !== undefined && tries >= hold.tries)) return leaveBy(quiz, settled, here, gateExit(here));
  // The gate holds: the visitor stays on the page and can correct the answers.
  return { ...settled, way: lastAs(settled.way, { page: here.id, shown: [] }) };
}

type Leaving = {
  /** Let a gate go after one try, because nobody is there to correct an answer. */
  oneTry?: boolean;
};

/** Whether every keyed question shown on the page has full credit. */
function isAllRight(quiz: Quiz, run: Run): boolean {
  const { questions } = quizIndex(quiz);
  return (run.way.at(-1)?.shown ?? []).every((id) => {
    const question = questions.get(id);
    return !question || !isKeyed(question) || creditOf(question, run.answers[id]) === 1;
  });
}

/**
 * Puts what is shown on the page onto the way, counts the try, and keeps the first try of a page that holds. What it gives is a run of its
 * own, which the rest of the step changes in place: a copy for each thing that changes would be half the time of a walk.
 */
function settle(quiz: Quiz, run: Run, here: Page): Run {
  const shown = shownBlocks(quiz, run, here).map((b) => b.id);
  // `Object.assign` rather than a spread, because a spread takes three times as long.
  const own = Object.assign({}, run);
  own.way = lastAs(run.way, { page: here.id, shown });
  own.tries = Object.assign({}, run.tries);
  own.tries[here.id] = (run.tries[here.id] ?? 0) + 1;
  if (here.hold && !run.tries[here.id]) {
    const first = shown.flatMap((id) => (run.answers[id] === undefined ? [] : [[id, run.answers[id]] as const]));
    own.first = { ...run.first, ...Object.fromEntries(first) };
  }
  return own;
}

/** The questions shown on the way, in order. A page passed twice counts once, where it was passed last. */
export function questionsOnWay(quiz: Quiz, run: Run): Question[] {
  const { questions } = quizIndex(quiz);
  const { way } = run;
  const list: Question[] = [];
  // A question can come twice only if its page does.
  const seen = new Set<string>();
  for (let i = way.length - 1; i >= 0; i--) {
    const shown = way[i]?.shown ?? [];
    for (const id of shown.slice().reverse()) {
      const question = questions.get(id);
      if (!question || seen.has(id)) continue;
      seen.add(id);
      list.push(question);
    }
  }
  return list.reverse();
}

/** The ledger of everything on the way. */
export function ledgerOf(quiz: Quiz, run: Run): Ledger {
  const plan = planOf(quiz);
  const ledger = new Ledger(plan.size);
  for (const { id } of questionsOnWay(quiz, run)) {
    const question = plan.questions.get(id);
    if (question)
      addQuestion(ledger, question, { answer: run.answers[id], first: run.first[id], byHand: run.reviews[id] });
  }
  return ledger;
}

/** The outcomes that a run comes to as it stands, of all its verdicts. */
export function reachedOutcomes(quiz: Quiz, run: Run): ReadonlySet<string> {
  const ledger = ledgerOf(quiz, run);
  const facts = runFacts(quiz, run);
  return new Set(quiz.verdicts.flatMap((verdict) => decide(quiz, verdict, ledger, facts).outcomes));
}

/** The facts of a run as it stands. `shown` adds what is shown above on the page that is open. */
export function runFacts(quiz: Quiz, run: Run, shown: string[] = []): Facts {
  const here = run.way.at(-1)?.page ?? '';
  const open = run.way.at(-1)?.shown.length === 0;
  const standing = shown.length ? { ...run, way: lastAs(run.way, { page: here, shown }) } : run;
  let onWay: Set<string> | undefined;
  return factsOf(quiz, () => ledgerOf(quiz, standing), {
    shown: (id) => (onWay ??= new Set(standing.way.flatMap((visit) => visit.shown))).has(id),
    answer: (id) => run.answers[id],
    known: (id) => run.known[id],
    contact: (field) => {
      const block = quizIndex(quiz).contactOf.get(field)?.id ?? '';
      const given = run.contact[block];
      const asked = (onWay ??= new Set(standing.way.flatMap((visit) => visit.shown))).has(block);
      return { asked, value: given && 'fields' in given ? (given.fields[field] ?? '') : '' };
    },
    attempts: () => (run.tries[here] ?? 0) + (open ? 1 : 0),
  });
}

const appears = (quiz: Quiz, run: Run, page: Page): boolean =>
  page.showIf === undefined || isTrue(page.showIf, runFacts(quiz, run));

/** The blocks of the page that show, given what is answered so far; each condition sees what stands above it. */
export function shownBlocks(quiz: Quiz, run: Run, page: Page): Block[] {
  const blocks = drawnBlocks(quiz, page, run.seed);
  if (!blocks.some((b) => b.showIf)) return blocks;
  const shown: Block[] = [];
  const open: Run = { ...run, way: lastAs(run.way, { page: page.id, shown: [] }) };
  for (const block of blocks) {
    const above = shown.map((b) => b.id);
    if (block.showIf === undefined || isTrue(block.showIf, runFacts(quiz, open, above))) shown.push(block);
  }
  return shown;
}

/** Comes to a page, in place. Nothing counts before it is left: its questions come onto the way with their answers. */
function enter(own: Run, page: Page): Run {
  if (own.visits >= MOST_VISITS) {
    own.finished = true;
    own.stopped = 'visits';
    return own;
  }
  own.visits += 1;
  own.way.push({ page: page.id, shown: [] });
  own.finished ||= page.stage === 'result';
  return own;
}

const finish = (quiz: Quiz, own: Run): Run => goTo(quiz, own, null, 'finish');

function leave(quiz: Quiz, own: Run, page: Page): Run {
  let facts: Facts | undefined;
  return leaveBy(
    quiz,
    own,
    page,
    exitTaken(page, (when) => isTrue(when, (facts ??= runFacts(quiz, own)))),
  );
}

/** Notes how the page is left, and goes there, in place. */
function leaveBy(quiz: Quiz, own: Run, page: Page, { move, to }: Exit): Run {
  const visit = own.way.at(-1);
  if (visit && !own.finished) visit.move = move;
  return goTo(quiz, own, page, to);
}

/** @param from the page that is left; null at the start, and where the time of the quiz is up */
function goTo(quiz: Quiz, own: Run, from: Page | null, target: Target): Run {
  const next = destinationOf(quiz, orderOf(quiz, own.seed), from, target, (page) => appears(quiz, own, page));
  if (next.to === 'page') return enter(own, next.page);
  own.finished = true;
  if (next.to === 'away') own.left = next.target;
  return own;
}
