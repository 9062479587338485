/** Runs kept as examples: walked again after each change, and compared with where they came to when they were kept. */
import type { Example, Quiz } from '../schema/quiz';
import { quizIndex } from '../document/lookup';
import type { Answer } from '../values/answer';
import { resultOf } from './result';
import type { Run } from './run';
import { type Recorded, recordFault, walk } from './walk';

type ExampleRun = Omit<Example, 'expect'>;

const recorded = ({ id, answers, contact, known }: ExampleRun): Recorded => ({
  id,
  // An example is kept as JSON; what does not fit the quiz is told by `recordFault`.
  answers: answers as Record<string, Answer>,
  ...(contact ? { contact } : {}),
  ...(known ? { known } : {}),
});

/** Where the answers of an example lead now. They must fit the quiz. */
export function comesTo(quiz: Quiz, example: ExampleRun): Example['expect'] {
  const { way, marks, scales, verdicts } = resultOf(quiz, walk(quiz, recorded(example)).run);
  return {
    way,
    outcomes: Object.fromEntries(Object.entries(verdicts).map(([id, v]) => [id, v.outcomes])),
    scales: Object.fromEntries(Object.entries(scales).map(([id, s]) => [id, s.points])),
    marks: marks.awarded,
  };
}

/** A run as an example; what was answered on branches left again is not part of it. */
export function exampleOf(quiz: Quiz, run: Run, { id, name }: { id: string; name: string }): Example {
  const shown = new Set(run.way.flatMap((visit) => visit.shown));
  const contact = Object.entries(run.contact).flatMap(([block, given]) =>
    shown.has(block) && 'fields' in given ? Object.entries(given.fields) : [],
  );
  const known = Object.entries(run.known).filter(([, value]) => value !== '');
  const kept: ExampleRun = {
    id,
    name,
    answers: Object.fromEntries(Object.entries(run.answers).filter(([question]) => shown.has(question))),
    ...(contact.length ? { contact: Object.fromEntries(contact) } : {}),
    ...(known.length ? { known: Object.fromEntries(known) } : {}),
  };
  return { ...kept, expect: comesTo(quiz, kept) };
}

/** In what an example comes out otherwise than when it was kept, in words; nothing where it does not. */
export function differences(quiz: Quiz, example: Example): string[] {
  const fault = recordFault(quiz, recorded(example));
  if (fault) return [`an answer of it no longer fits: ${fault}`];
  const { expect } = example;
  const now = comesTo(quiz, example);
  const found: string[] = [];
  const outcome = (ids: string[] | undefined) =>
    (ids ?? []).map((id) => `“${quizIndex(quiz).outcomes.get(id)?.outcome.name ?? id}”`).join(' and ') || 'nothing';
  for (const verdict of quiz.verdicts) {
    const [was, is] = [expect.outcomes[verdict.id], now.outcomes[verdict.id]];
    if (was !== undefined && was.join() !== is?.join()) found.push(`it ends as ${outcome(is)}, not as ${outcome(was)}`);
  }
  if (expect.way.join() !== now.way.join()) {
    const at = now.way.findIndex((page, i) => page !== expect.way[i]);
    const page = quizIndex(quiz).pages.get(now.way[at] ?? '');
    found.push(page ? `it goes by “${page.name || page.id}” as its page ${at + 1}` : 'it ends earlier');
  }
  for (const scale of quiz.scales) {
    const [was, is] = [expect.scales[scale.id], now.scales[scale.id] ?? null];
    if (was !== undefined && was !== is) found.push(`${scale.name} is ${is ?? 'empty'}, not ${was ?? 'empty'}`);
  }
  if (expect.marks !== now.marks) found.push(`it has ${now.marks} marks, not ${expect.marks}`);
  return found;
}
