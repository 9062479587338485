/**
 * The way through a quiz: one pure step function, for the visitor, the preview, the rehearsal and the sample data alike.
 * A run is the list of what the visitor sent; `foldRun` gives its state at any point, so every prefix can be stored and gone on with.
 */
import type { Block, ContactBlock, Page, Question, Quiz, Target } from '../quiz/schema';
import { indexOf, isContact, isQuestion, pickRange } from '../quiz/lookup';
import { plainText } from '../text/rich';
import { type Answer, isAnswered } from '../score/credit';
import { holds } from '../score/conditions';
import { factsOf } from '../score/facts';
import { add, allTracks, emptyLedger, type Ledger } from '../score/ledger';

export type ContactGiven = { skipped: true } | { fields: Record<string, string>; consent?: number };
/** What a visitor sends. `page` says what they were looking at, so that a late request cannot answer another page. */
export type Sent =
  | { do: 'go'; page: string; answers?: Record<string, Answer>; contact?: Record<string, ContactGiven> }
  | { do: 'back'; page: string }
  | { do: 'offer'; outcome: string };

export type Visit = { page: string; shown: string[] };
export type Run = {
  seed: number;
  known: Record<string, string>;
  /** Pages from the start to here; the last is where the visitor stands. */
  way: Visit[];
  answers: Record<string, Answer>;
  contact: Record<string, ContactGiven>;
  /** Every page entered, those gone back from included. */
  visits: number;
  finished: boolean;
  /** Set when a run was ended after too many visits. */
  stopped?: 'visits';
  offers: string[];
};
export type Refusal = { block: string | null; field?: string; code: RefusalCode; message: string };
export type RefusalCode =
  | 'wrong-page'
  | 'required'
  | 'too-few'
  | 'too-many'
  | 'unknown'
  | 'not-an-email'
  | 'consent'
  | 'too-long'
  | 'finished'
  | 'no-back';
export type Step = { run: Run } | { refused: Refusal[] };

export const MOST_VISITS = 500;
export const LONGEST_ANSWER = 2_000;

/** A run at its first page. Known values that the quiz does not declare fall away; those not given take their default. */
export function startRun(quiz: Quiz, { seed, known = {} }: { seed: number; known?: Record<string, string> }): Run {
  const values = Object.fromEntries(quiz.known.map((k) => [k.id, known[k.id] ?? k.default]));
  const run: Run = { seed, known: values, way: [], answers: {}, contact: {}, visits: 0, finished: false, offers: [] };
  const first = quiz.pages.find((page) => page.stage === 'ask' && appears(quiz, run, page));
  return first ? enter(quiz, run, first) : finish(quiz, run);
}

export const currentPage = (quiz: Quiz, run: Run): Page | undefined =>
  indexOf(quiz).pages.get(run.way.at(-1)?.page ?? '');

/** Replays what a visitor sent; what cannot be taken changes nothing, as it did when it was sent. */
export function foldRun(
  quiz: Quiz,
  start: { seed: number; known?: Record<string, string> },
  sent: readonly Sent[],
): Run {
  return sent.reduce(
    (run, one) => {
      const next = step(quiz, run, one);
      return 'run' in next ? next.run : run;
    },
    startRun(quiz, start),
  );
}

/** The next state of a run, or every reason why what was sent cannot be taken. */
export function step(quiz: Quiz, run: Run, sent: Sent): Step {
  if (sent.do === 'offer') {
    if (!run.finished || run.offers.includes(sent.outcome)) return { run };
    return indexOf(quiz).outcomes.has(sent.outcome)
      ? { run: { ...run, offers: [...run.offers, sent.outcome] } }
      : { run };
  }
  const here = currentPage(quiz, run);
  if (!here || here.id !== sent.page) return refuse(null, 'wrong-page', 'This page has been left already.');
  if (sent.do === 'back') {
    if (run.finished || run.way.length < 2 || !quiz.delivery.back)
      return refuse(null, 'no-back', 'There is no way back from here.');
    const before = run.way.at(-2)?.page ?? '';
    return { run: { ...run, way: [...run.way.slice(0, -2), { page: before, shown: [] }] } };
  }

  const answered = { ...run.answers };
  if (!run.finished) for (const [id, answer] of Object.entries(sent.answers ?? {})) answered[id] = answer;
  const filled: Run = { ...run, answers: answered, contact: { ...run.contact, ...sent.contact } };
  const shown = shownBlocks(quiz, filled, here);
  const refusals = [
    ...strangers(here, sent),
    ...shown.flatMap((block) => (isQuestion(block) && !run.finished ? faultsOf(block, answered[block.id]) : [])),
    ...shown.flatMap((block) => (isContact(block) ? contactFaults(block, filled.contact[block.id]) : [])),
  ];
  if (refusals.length > 0) return { refused: refusals };
  const settled: Run = {
    ...filled,
    way: [...run.way.slice(0, -1), { page: here.id, shown: shown.map((b) => b.id) }],
  };
  return { run: leave(quiz, settled, here) };
}

const refuse = (block: string | null, code: RefusalCode, message: string, field?: string): { refused: Refusal[] } => ({
  refused: [{ block, code, message, ...(field ? { field } : {}) }],
});

/** Answers to questions, and contacts for blocks, that are not on this page. */
function strangers(page: Page, sent: Extract<Sent, { do: 'go' }>): Refusal[] {
  const ids = new Set(page.blocks.map((b) => b.id));
  return [...Object.keys(sent.answers ?? {}), ...Object.keys(sent.contact ?? {})]
    .filter((id) => !ids.has(id))
    .map((id) => ({ block: id, code: 'unknown', message: 'This question is not on the page.' }));
}

function faultsOf(question: Question, answer: Answer | undefined): Refusal[] {
  const fault = (code: RefusalCode, message: string): Refusal[] => [{ block: question.id, code, message }];
  if (question.kind === 'text') {
    if (answer !== undefined && typeof answer !== 'string') return fault('unknown', 'Words are expected here.');
    if (!isAnswered(answer)) return question.required ? fault('required', 'Please write an answer.') : [];
    return answer.length > LONGEST_ANSWER
      ? fault('too-long', `Please keep it under ${LONGEST_ANSWER} characters.`)
      : [];
  }
  if (answer !== undefined && typeof answer === 'string') return fault('unknown', 'A choice is expected here.');
  const chosen = answer ?? [];
  const ids = new Set(question.options.map((o) => o.id));
  if (new Set(chosen).size !== chosen.length || chosen.some((id) => !ids.has(id)))
    return fault('unknown', 'This answer is not one of those offered.');
  const { min, max } = pickRange(question);
  if (chosen.length === 0)
    return question.required ? fault('required', min > 1 ? `Please choose ${min}.` : 'Please choose an answer.') : [];
  if (chosen.length < min) return fault('too-few', `Please choose ${min - chosen.length} more.`);
  if (chosen.length > max) return fault('too-many', `Please choose ${max} at most.`);
  return [];
}

/** One sign @, something with a dot behind it, no white space: a letter decides the rest. */
export const looksLikeEmail = (text: string): boolean =>
  text.length <= 254 && /^[^\s@,;<>"]{1,64}@[^\s@,;<>"]+\.[^\s@,;<>".]{2,}$/.test(text.trim());

function contactFaults(block: ContactBlock, given: ContactGiven | undefined): Refusal[] {
  const fault = (code: RefusalCode, message: string, field?: string): Refusal => ({
    block: block.id,
    code,
    message,
    ...(field ? { field } : {}),
  });
  if (given === undefined) return block.skippable ? [] : [fault('required', 'Please fill this in.')];
  if ('skipped' in given) return block.skippable ? [] : [fault('required', 'Please fill this in.')];
  const faults: Refusal[] = [];
  const known = new Set(block.fields.map((f) => f.id));
  for (const id of Object.keys(given.fields))
    if (!known.has(id)) faults.push(fault('unknown', 'This field is not asked for here.', id));
  for (const field of block.fields) {
    const value = (given.fields[field.id] ?? '').trim();
    if (value.length > 300) faults.push(fault('too-long', 'Please keep it under 300 characters.', field.id));
    else if (!value && field.required) faults.push(fault('required', `Please fill in: ${field.label}.`, field.id));
    else if (value && field.format === 'email' && !looksLikeEmail(value)) {
      faults.push(fault('not-an-email', 'This does not look like an e-mail address.', field.id));
    }
  }
  if (block.consent?.required && given.consent !== block.consent.version) {
    faults.push(fault('consent', 'Please agree first, so that we may write to you.', 'consent'));
  }
  return faults;
}

/** The ledger of everything on the way. A page passed twice counts once, where it was passed last, with its latest answers. */
export function ledgerOf(quiz: Quiz, run: Run): Ledger {
  const tracks = allTracks(quiz);
  return questionsOnWay(quiz, run).reduce(
    (ledger, question) => add(ledger, tracks, question, run.answers[question.id]),
    emptyLedger(),
  );
}

/** The questions shown on the way, in order. */
export function questionsOnWay(quiz: Quiz, run: Run): Question[] {
  const { questions } = indexOf(quiz);
  const ids = new Set<string>();
  for (const visit of run.way) {
    for (const id of visit.shown) {
      ids.delete(id);
      ids.add(id);
    }
  }
  return [...ids].flatMap((id) => questions.get(id) ?? []);
}

export function runFacts(quiz: Quiz, run: Run) {
  const shown = new Set(run.way.flatMap((visit) => visit.shown));
  const fields = Object.values(run.contact).flatMap((given) => ('fields' in given ? Object.entries(given.fields) : []));
  const contact = new Map(fields);
  return factsOf(quiz, () => ledgerOf(quiz, run), {
    shown: (id) => shown.has(id),
    answer: (id) => run.answers[id],
    known: (id) => run.known[id],
    contact: (id) => contact.get(id),
  });
}

const appears = (quiz: Quiz, run: Run, page: Page): boolean =>
  page.showIf === undefined || holds(page.showIf, runFacts(quiz, run));

/** The blocks of the page that show, given what is answered so far; each condition sees what stands above it. */
export function shownBlocks(quiz: Quiz, run: Run, page: Page): Block[] {
  if (!page.blocks.some((b) => b.showIf)) return page.blocks;
  const shown: Block[] = [];
  for (const block of page.blocks) {
    const before: Run = { ...run, way: [...run.way.slice(0, -1), { page: page.id, shown: shown.map((b) => b.id) }] };
    if (block.showIf === undefined || holds(block.showIf, runFacts(quiz, before))) shown.push(block);
  }
  return shown;
}

function enter(quiz: Quiz, run: Run, page: Page): Run {
  const visits = run.visits + 1;
  if (visits > MOST_VISITS) return { ...run, finished: true, stopped: 'visits' };
  // Nothing counts before the page is left: its questions come onto the way with their answers.
  return {
    ...run,
    visits,
    way: [...run.way, { page: page.id, shown: [] }],
    finished: run.finished || page.stage === 'result',
  };
}

function finish(quiz: Quiz, run: Run): Run {
  const result = quiz.pages.find((page) => page.stage === 'result' && appears(quiz, run, page));
  return result ? enter(quiz, run, result) : { ...run, finished: true };
}

function leave(quiz: Quiz, run: Run, page: Page): Run {
  const facts = page.routes?.length ? runFacts(quiz, run) : null;
  const target: Target = (facts && page.routes?.find(({ when }) => holds(when, facts))?.to) ?? page.otherwise ?? 'next';
  if (target === 'finish') return finish(quiz, run);
  if (typeof target === 'object') {
    const to = indexOf(quiz).pages.get(target.page);
    if (to) return enter(quiz, run, to);
  }
  const after = indexOf(quiz).position.get(page.id) ?? 0;
  const next = quiz.pages.slice(after + 1).find((p) => p.stage === page.stage && appears(quiz, run, p));
  if (next) return enter(quiz, run, next);
  return page.stage === 'ask' ? finish(quiz, run) : run;
}

/** How far along: pages with something to fill in that are behind, of all that there are if each page leads to the next. Welcome pages do not count. */
export function progressOf(quiz: Quiz, run: Run): { at: number; of: number } {
  const counts = (page: Page | undefined) =>
    page?.stage === 'ask' && page.blocks.some((b) => isQuestion(b) || isContact(b));
  const { pages, position } = indexOf(quiz);
  const here = run.finished ? undefined : currentPage(quiz, run);
  const passed = new Set(run.way.map((v) => v.page).filter((id) => id !== here?.id && counts(pages.get(id))));
  if (!here) return { at: passed.size, of: passed.size };
  const ahead = quiz.pages.slice(position.get(here.id) ?? 0).filter((p) => counts(p) && !passed.has(p.id));
  return { at: passed.size, of: passed.size + ahead.length };
}

/** The words of an answer, as a person reads them. */
export function answerText(question: Question, answer: Answer | undefined): string {
  if (!isAnswered(answer)) return '';
  if (typeof answer === 'string') return answer;
  if (question.kind !== 'choice') return '';
  return question.options
    .filter((o) => answer.includes(o.id))
    .map((o) => o.text || o.picture?.text || plainText(o.id))
    .join(', ');
}
