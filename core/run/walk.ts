/** Walks a run whose answers are all known beforehand, as they stand in a file (model, section 7, `score`). */
import type { Quiz } from '../quiz/schema';
import { indexOf, isContact, isQuestion } from '../quiz/lookup';
import { type Answer, answerFault } from '../score/answer';
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
  const { questions, contactOf } = indexOf(quiz);
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
  let run = startRun(quiz, { seed, ...(known ? { known } : {}), ...(reviews ? { reviews } : {}) });
  // What stood on the way each time a page was entered; worked out only where one is entered again.
  const entered = new Map<string, Run[]>();
  const note = (page: string, now: Run) => entered.set(page, [...(entered.get(page) ?? []), now]);
  if (!run.finished) note(run.way[0]?.page ?? '', run);
  while (!run.finished) {
    const page = currentPage(quiz, run);
    if (!page) break;
    const filled: Run = { ...run, answers: { ...run.answers } };
    for (const block of drawnBlocks(quiz, page, seed)) {
      const answer = answers[block.id];
      if (isQuestion(block) && answer !== undefined) filled.answers[block.id] = answer;
      if (isContact(block))
        filled.contact = {
          ...filled.contact,
          [block.id]: given(
            block.fields.map((f) => f.id),
            contact,
          ),
        };
    }
    const next = goOn(quiz, filled, page, { oneTry: true });
    const to = next.finished ? '' : (next.way.at(-1)?.page ?? '');
    const before = entered.get(to);
    // The answers in the file never change, so nothing has changed where the same questions stand on the way.
    if (before?.some((then) => onWay(quiz, then) === onWay(quiz, next)))
      return { run: { ...next, way: next.way.slice(0, -1) }, stopped: 'loop' };
    if (to) note(to, next);
    run = next;
  }
  return { run };
}

function given(fields: string[], contact: Record<string, string>): ContactGiven {
  const own = fields.filter((id) => contact[id] !== undefined);
  return own.length ? { fields: Object.fromEntries(own.map((id) => [id, contact[id] ?? ''])) } : { skipped: true };
}

const onWay = (quiz: Quiz, run: Run): string =>
  questionsOnWay(quiz, run)
    .map((q) => q.id)
    .sort()
    .join();
