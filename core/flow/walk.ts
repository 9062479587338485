/** Walks a run whose answers are all known beforehand, as they stand in a file (model, section 7, `score`). */
import { answerFault } from '../questions/registry';
import type { ContactBlock, Quiz } from '../schema/quiz';
import { quizIndex, isContact, isQuestion } from '../document/lookup';
import { type Answer } from '../values/answer';
import { drawnBlocks } from './draw';
import { currentPage, type ContactGiven, goOn, questionsOnWay, type Run, startRun } from './run';

export type Recorded = {
  id: string;
  answers?: Record<string, Answer>;
  known?: Record<string, string>;
  /** By contact field. */
  contact?: Record<string, string>;
  seed?: number;
  /** Marks that a person has set, by question. */
  reviews?: Record<string, number>;
};
export type Walked = { run: Run; /** an endless round was left off */ stopped?: 'loop' };

/** Why a recorded run does not fit the quiz: unknown ids, or answers of a wrong type. Null where it fits. */
export function recordFault(
  quiz: Quiz,
  { answers = {}, known = {}, contact = {}, reviews = {} }: Recorded,
): string | null {
  const { questions, contactOf } = quizIndex(quiz);
  for (const id in answers) {
    const question = questions.get(id);
    if (!question) return `/answers/${id}: there is no question of this id`;
    const wrong = answerFault(question, answers[id]);
    if (wrong) return `/answers/${id}: ${wrong}`;
  }
  for (const id in known)
    if (!quiz.known.some((k) => k.id === id)) return `/known/${id}: the quiz declares no such value`;
  for (const id in contact) if (!contactOf.has(id)) return `/contact/${id}: no contact form asks for this`;
  for (const id in reviews) if (!questions.has(id)) return `/reviews/${id}: there is no question of this id`;
  return null;
}

/**
 * Walks from the start. Each page gets one try: a hold that is not met goes to its `then`; a required answer that is missing is passed over.
 * Coming to a page again with nothing changed ends the walk: from there it would go round for ever.
 */
export function walk(quiz: Quiz, { answers = {}, known, contact = {}, seed = 1, reviews }: Recorded): Walked {
  // All states share one growing list of answers, because nobody reads the answers of an earlier state.
  const given: Run['answers'] = {};
  let run: Run = { ...startRun(quiz, { seed, known, reviews }), answers: given };
  // States by page, searched only when a page is entered again.
  const entered: Run[] = [run];
  while (!run.finished) {
    const page = currentPage(quiz, run);
    if (!page) break;
    for (const block of drawnBlocks(quiz, page, seed)) {
      const answer = answers[block.id];
      if (isQuestion(block) && answer !== undefined) given[block.id] = answer;
      if (isContact(block)) run = { ...run, contact: { ...run.contact, [block.id]: filledIn(block, contact) } };
    }
    const next = goOn(quiz, run, page, { oneTry: true });
    const to = placeOf(next);
    // The recorded answers are fixed, so the same questions on the way mean the same state.
    if (!next.finished && entered.some((then) => placeOf(then) === to && onWay(quiz, then) === onWay(quiz, next)))
      return { run: { ...next, way: next.way.slice(0, -1) }, stopped: 'loop' };
    entered.push(next);
    run = next;
  }
  return { run };
}

const placeOf = (run: Run): string | undefined => run.way.at(-1)?.page;

function filledIn({ fields }: ContactBlock, contact: Record<string, string>): ContactGiven {
  const own = fields.map((f) => f.id).filter((id) => contact[id] !== undefined);
  return own.length ? { fields: Object.fromEntries(own.map((id) => [id, contact[id] ?? ''])) } : { skipped: true };
}

const onWay = (quiz: Quiz, run: Run): string =>
  questionsOnWay(quiz, run)
    .map((q) => q.id)
    .sort()
    .join();
