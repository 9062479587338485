/**
 * What the visitor's browser may see of a quiz: the page they stand on, without keys, weights, rules, accepted words, or the
 * texts of outcomes that were not reached. Built field by field, so that a field added to the document stays secret until it is named here.
 */
import type { Reached } from '../blocks/kind';
import { blockKind } from '../blocks/registry';
import type { OtherBlockView, OutcomeView, ReasonLine, ReviewLine } from '../blocks/view';
import { answerText, isKeyed, isReviewed, kindOf, type QuestionView } from '../questions/registry';
import { given } from '../values/given';
import type { Block, Page, Quiz, RichText } from '../schema/quiz';
import { quizIndex, isContact, isQuestion, wordingOf } from '../document/lookup';
import { fillRich } from '../text/rich';
import type { Answer } from '../values/answer';
import { type Beside, fillFor, provisionalVerdicts, resultOf, type Result } from './result';
import { addressWith, carried } from './carry';
import { besideIt, EMBARGO_PAGE, type Embargo } from './embargo';
import { LOOK_OVER } from './look-over';
import { progressOf } from './progress';
import { projectQuestion } from './question-view';
import { type Reasons, reasonsOf } from './reasons';
import { reviewLine } from './review';
import { type ContactGiven, currentPage, questionsOnWay, type Run, shownBlocks, turnsBack } from './run';
import { scoreLine, topicLines } from './score-lines';

export type * from '../questions/registry';
export type { ContactView, OutcomeView, ReviewLine } from '../blocks/view';

export type BlockView =
  | QuestionView
  | OtherBlockView
  | { kind: 'look-over'; id: string; lines: LookedOver[] }
  /** The result is kept back until then; `mail`, where it will be sent to, is added by whoever sends it. */
  | { kind: 'held-back'; id: string; until: Embargo; mail?: string };

export type LookedOver = { page: string; id: string; prompt: string; given: string; isDay?: true };

export type View = {
  quiz: { title: string; language: string; progress: boolean; looksOver: boolean };
  page: { id: string; stage: 'ask' | 'result'; button: string; blocks: BlockView[] } | null;
  progress: { at: number; of: number };
  /** How many questions stood on the pages before, where questions have numbers. */
  asked?: number;
  back: boolean;
  finished: boolean;
  /** The page was sent and is held, since not all of it is right. `left` is the number of tries that remain, where they are counted. */
  gate?: { left?: number; hint?: RichText };
  /** What is to be said of the page just left, before the next one. */
  explained?: ReviewLine[];
  /** Where the run left the quiz to. `quiz` is an id; whoever knows where that quiz stands turns it into an address. */
  out?: { quiz: string } | { url: string };
  /** What was given on this page before. */
  answers: Record<string, Answer>;
  contact: Record<string, ContactGiven>;
};

/**
 * The view of the page a run stands on.
 * @param held until when its result is kept back, where it is
 * @param beside what is known of the run beside what was sent: its day, its links
 */
export function viewOf(quiz: Quiz, run: Run, held: Embargo | null = null, beside: Beside = {}): View {
  const page = run.looking || run.left ? undefined : currentPage(quiz, run);
  const away = held !== null && run.finished;
  const all = page ? shownBlocks(quiz, run, page) : [];
  const shown = page && away ? besideIt(page, all) : all;
  const ids = new Set(shown.map((b) => b.id));
  const own = <T>(all: Record<string, T>) => Object.fromEntries(Object.entries(all).filter(([id]) => ids.has(id)));
  return {
    quiz: {
      title: quiz.title,
      language: quiz.language,
      progress: quiz.delivery.progress ?? true,
      looksOver: quiz.delivery.lookOver ?? false,
    },
    page: run.looking
      ? lookOverPage(quiz, run)
      : page
        ? pageShown(quiz, run, page, shown, { held: away ? held : null, beside })
        : null,
    progress: progressOf(quiz, run),
    ...(quiz.look.layout?.numbers ? { asked: askedBefore(quiz, run) } : {}),
    back: turnsBack(quiz) && !run.finished && (run.looking === true || run.way.length > 1),
    finished: run.finished,
    ...given('gate', page && gateNow(quiz, run, page)),
    ...given('explained', explainedNow(quiz, run)),
    ...given('out', outOf(quiz, run)),
    answers: own(run.answers),
    contact: own(withoutHidden(quiz, run.contact)),
  };
}

/** What was left, without what hidden fields keep. */
function withoutHidden(quiz: Quiz, contact: Run['contact']): Run['contact'] {
  const { blocks } = quizIndex(quiz);
  return Object.fromEntries(
    Object.entries(contact).map(([id, left]) => {
      const block = blocks.get(id);
      if (!('fields' in left) || !block || !isContact(block)) return [id, left];
      const hidden = new Set(block.fields.flatMap((field) => (field.hidden ? [field.id] : [])));
      if (hidden.size === 0) return [id, left];
      return [
        id,
        { ...left, fields: Object.fromEntries(Object.entries(left.fields).filter(([of]) => !hidden.has(of))) },
      ];
    }),
  );
}

/** Questions on the pages behind; one that was passed twice counts once. */
function askedBefore(quiz: Quiz, run: Run): number {
  const { questions } = quizIndex(quiz);
  const here = run.finished || run.looking ? undefined : currentPage(quiz, run)?.id;
  const passed = run.way.filter(({ page }) => page !== here).flatMap(({ shown }) => shown);
  return new Set(passed.filter((id) => questions.has(id))).size;
}

/** @param held until when what it tells is kept back; null where nothing is */
const pageShown = (
  quiz: Quiz,
  run: Run,
  page: Page,
  shown: Block[],
  { held, beside }: { held: Embargo | null; beside: Beside },
): View['page'] => ({
  id: held ? EMBARGO_PAGE : page.id,
  stage: page.stage,
  button: held ? '' : (page.button ?? ''),
  blocks: [
    ...(held ? [{ kind: 'held-back' as const, id: EMBARGO_PAGE, until: held }] : []),
    ...projectAll(quiz, run, page, { shown, beside }),
  ],
});

/** All answers on the way, each with the page it can be changed on. */
function lookOverPage(quiz: Quiz, run: Run): View['page'] {
  const lines = run.way.flatMap(({ page, shown }) =>
    shown.flatMap((id): LookedOver[] => {
      const question = quizIndex(quiz).questions.get(id);
      if (!question) return [];
      const isDay = given('isDay', kindOf(question).isDay);
      return [{ page, id, prompt: wordingOf(question), given: answerText(question, run.answers[id]), ...isDay }];
    }),
  );
  // A page passed twice stands where it was passed last.
  const last = new Map(lines.map((line, i) => [line.id, i]));
  return {
    id: LOOK_OVER,
    stage: 'ask',
    button: '',
    blocks: [{ kind: 'look-over', id: LOOK_OVER, lines: lines.filter((line, i) => last.get(line.id) === i) }],
  };
}

/** Right, partly or not, and why: of the questions on the page before this one. */
function explainedNow(quiz: Quiz, run: Run): ReviewLine[] | undefined {
  if (quiz.delivery.explain !== 'after' || run.looking) return undefined;
  const before = run.left ? run.way.at(-1) : run.way.at(-2);
  const help = { quiz, run, fill: filler(quiz, run, () => resultOf(quiz, run)) };
  const lines = (before?.shown ?? [])
    .flatMap((id) => reviewOf(id, { right: true, explanations: true }, help))
    .filter((line) => line.state !== null || line.explanations || line.media);
  return lines.length ? lines : undefined;
}

function gateNow(quiz: Quiz, run: Run, page: Page): View['gate'] {
  const tries = run.tries[page.id] ?? 0;
  if (!page.hold || tries === 0 || run.finished) return undefined;
  const { hint, tries: most } = page.hold;
  return {
    ...given('left', most === undefined ? undefined : Math.max(0, most - tries)),
    ...given('hint', hint === undefined ? undefined : filler(quiz, run, () => resultOf(quiz, run))(hint)),
  };
}

function outOf(quiz: Quiz, run: Run): View['out'] {
  if (!run.left) return undefined;
  if ('quiz' in run.left) return { quiz: run.left.quiz };
  const url = addressWith(run.left.url, carried(quiz, run, run.left.carry));
  return url === null ? undefined : { url };
}

function projectAll(
  quiz: Quiz,
  run: Run,
  page: Page,
  { shown, beside }: { shown: Block[]; beside: Beside },
): BlockView[] {
  // Most pages show no value of the run; its result is worked out only where one does.
  let result: Result | undefined;
  const resultNow = () => (result ??= resultOf(quiz, run));
  const provisional = () => provisionalVerdicts(quiz, run, resultNow());
  const reached: Reached = {
    quiz,
    fill: filler(quiz, run, resultNow, beside),
    known: (id) => run.known[id],
    outcomes: (id) => (resultNow().verdicts[id]?.outcomes ?? []).flatMap((o) => outcomeView(o, reached)),
    waiting: (id) => (provisional().has(id) ? resultNow().marks.pending : undefined),
    isProvisional: () => provisional().size > 0,
    scores: (ids, unit) => ids.flatMap((id) => scoreLine(id, unit, { quiz, run, result: resultNow })),
    topics: (of, unit) => topicLines(of, unit, { quiz, run, result: resultNow }),
    reasons: (id) => reasonLines(quiz, run, reasonsOf(quiz, run, id, resultNow())),
    standing: (id) => beside.standings?.[id] ?? null,
    answers: (allowed) =>
      questionsOnWay(quiz, run).flatMap(({ id }) => reviewOf(id, allowed, { quiz, run, fill: reached.fill })),
  };
  return shown.flatMap((block): BlockView[] => {
    if (isQuestion(block)) return [projectQuestion(block, { run, fill: reached.fill })];
    const kind = blockKind(block);
    // Hide the outcome until all questions are answered.
    const view = page.stage === 'ask' && kind.atTheEnd ? null : kind.view(block, reached);
    if (view?.kind === 'contact' && run.finished && 'fields' in (run.contact[view.id] ?? {}))
      return [{ ...view, sent: true }];
    return view ? [view] : [];
  });
}

/** What spoke for it, in answers. Of what is right or wrong nothing is told here: that has blocks of its own, which say what may be seen. */
const reasonLines = (quiz: Quiz, run: Run, { reasons }: Reasons): ReasonLine[] =>
  reasons.flatMap(({ question: id, points }) => {
    const question = quizIndex(quiz).questions.get(id);
    if (!question || points <= 0 || isKeyed(question) || isReviewed(question)) return [];
    const isDay = given('isDay', kindOf(question).isDay);
    return [{ id, prompt: wordingOf(question), given: answerText(question, run.answers[id]), ...isDay }];
  });

const filler =
  (quiz: Quiz, run: Run, result: () => Result, beside?: Beside) =>
  (text: RichText): RichText =>
    typeof text === 'string' ? text : fillRich(text, (insert) => fillFor(quiz, run, result(), beside)(insert));

function reviewOf(
  id: string,
  allowed: { right?: boolean; marks?: boolean; explanations?: boolean },
  { quiz, run, fill }: { quiz: Quiz; run: Run; fill: Reached['fill'] },
): ReviewLine[] {
  const question = quizIndex(quiz).questions.get(id);
  if (!question) return [];
  const line = reviewLine(question, run.answers[id], allowed, {
    counted: run.first[id] ?? run.answers[id],
    byHand: run.reviews[id],
    note: run.notes[id],
  });
  return [line.explanations ? { ...line, explanations: line.explanations.map(fill) } : line];
}

function outcomeView(id: string, { quiz, fill }: Reached): OutcomeView[] {
  const found = quizIndex(quiz).outcomes.get(id)?.outcome;
  if (!found) return [];
  return [
    {
      id,
      name: found.name,
      headline: found.headline?.trim() || found.name,
      ...given('picture', found.picture),
      ...given('body', found.body === undefined ? undefined : fill(found.body)),
      ...given('offer', found.offer),
    },
  ];
}
