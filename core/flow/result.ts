import { answerText, kindOf } from '../questions/registry';
import type { Insert, Quiz } from '../schema/quiz';
import type { Fill } from '../text/rich';
import { ledgerOf, questionsOnWay, type Run, runFacts } from './run';
import { dayIn, listIn } from '../text/language';
import { givenWords } from './contact-formats';

import { quizIndex } from '../document/lookup';
import { isAnswered } from '../values/answer';
import { round9 } from '../values/numbers';
import {
  addQuestion,
  Ledger,
  type Marks,
  planOf,
  readMarks,
  readRight,
  readScale,
  type Reading,
} from '../scoring/ledger';
import { type Decision, decide } from '../verdicts/registry';

export type Result = {
  way: string[];
  finished: boolean;
  marks: Marks;
  questions: Record<string, { credit: number | null; awarded: number }>;
  scales: Record<string, Reading>;
  topics: Record<string, { marks: Marks; scales: Record<string, Reading> }>;
  verdicts: Record<string, Decision>;
};

/** Everything a run is worth: marks, scales, topics, verdicts (model, section 3). */
export function resultOf(quiz: Quiz, run: Run): Result {
  const plan = planOf(quiz);
  const ledger = new Ledger(plan.size);
  const questions: Result['questions'] = {};
  for (const { id } of questionsOnWay(quiz, run)) {
    const question = plan.questions.get(id);
    if (!question) continue;
    const marked = addQuestion(ledger, question, {
      answer: run.answers[id],
      first: run.first[id],
      byHand: run.reviews[id],
    });
    if (marked) {
      questions[id] = { credit: marked.credit === null ? null : round9(marked.credit), awarded: marked.awarded };
    }
  }
  const scales: Result['scales'] = {};
  for (const { id } of quiz.scales) scales[id] = readScale(quiz, ledger, id);
  const topics: Result['topics'] = {};
  for (const { id: topic } of quiz.topics) {
    const own: Result['scales'] = {};
    for (const { id, formula } of quiz.scales) if (formula === undefined) own[id] = readScale(quiz, ledger, id, topic);
    topics[topic] = { marks: readMarks(quiz, ledger, topic), scales: own };
  }
  const facts = runFacts(quiz, run);
  const verdicts: Result['verdicts'] = {};
  for (const verdict of quiz.verdicts) verdicts[verdict.id] = decide(quiz, verdict, ledger, facts);
  return {
    way: run.way.map((visit) => visit.page),
    finished: run.finished,
    marks: readMarks(quiz, ledger),
    questions,
    scales,
    topics,
    verdicts,
  };
}

/**
 * The verdicts of a run that may come out otherwise when a person has marked what waits for it: those that differ between no marks for it and
 * all of them.
 */
export function provisionalVerdicts(quiz: Quiz, run: Run, result: Result = resultOf(quiz, run)): ReadonlySet<string> {
  if (result.marks.pending === 0) return new Set();
  const full = Object.fromEntries(
    questionsOnWay(quiz, run)
      .filter(({ id }) => result.questions[id]?.credit === null && isAnswered(run.answers[id]))
      .filter(({ id }) => run.reviews[id] === undefined)
      .map((question) => [question.id, question.marks ?? 1]),
  );
  const best = resultOf(quiz, { ...run, reviews: { ...run.reviews, ...full } });
  const outcomes = (of: Result, id: string) => (of.verdicts[id]?.outcomes ?? []).join(' ');
  return new Set(quiz.verdicts.map((v) => v.id).filter((id) => outcomes(result, id) !== outcomes(best, id)));
}

const number = (value: number | null | undefined, decimals: number): string | null =>
  value === null || value === undefined ? null : String(Number(value.toFixed(decimals))).replace('-', '−');

/** What the visitor left in the contact fields, by field id; what was skipped is absent. */
export function contactOf(run: Run): Record<string, string> {
  return Object.fromEntries(
    Object.values(run.contact).flatMap((given) => ('fields' in given ? Object.entries(given.fields) : [])),
  );
}

/** The same in words: of a choice the one that was chosen, of a day the day as the language of the quiz writes it. */
export function contactWords(quiz: Quiz, run: Run): Record<string, string> {
  const { contactOf: blockOf } = quizIndex(quiz);
  return Object.fromEntries(
    Object.entries(contactOf(run)).map(([id, value]) => {
      const field = blockOf.get(id)?.fields.find((one) => one.id === id);
      if (!field) return [id, value];
      return [id, field.format === 'date' ? dayIn(quiz.language, value) : givenWords(field, value)];
    }),
  );
}

/**
 * What is known of a run beside what was sent in it.
 * @property day on which it finished, YYYY-MM-DD @property links addresses that lead to what is its own
 */
export type Beside = {
  day?: string;
  edition?: number;
  /** Than how many of a hundred who finished this run came further, by scale or `marks`; of those of whom enough have finished. */
  standings?: Record<string, number>;
  links?: Partial<Record<'result' | 'goOn' | 'certificate' | 'quiz', string>>;
};

/** The value of each insert for this run, as it stands in pages, letters and certificates. */
export function fillFor(
  quiz: Quiz,
  run: Run,
  result: Result = resultOf(quiz, run),
  { day, edition, links = {}, standings = {} }: Beside = {},
): Fill {
  const contact = contactWords(quiz, run);
  const name = (contact['name'] ?? '').trim();
  const values: Record<Insert['attrs']['value'], (ref: string | undefined) => string | null> = {
    name: () => name,
    firstName: () => name.split(/\s+/)[0] ?? '',
    title: () => quiz.title,
    contact: (ref) => contact[ref ?? '']?.trim() ?? null,
    date: () => (day === undefined ? null : dayIn(quiz.language, day)),
    edition: () => (edition === undefined ? null : String(edition)),
    resultLink: () => links.result ?? null,
    goOnLink: () => links.goOn ?? null,
    certificateLink: () => links.certificate ?? null,
    quizLink: () => links.quiz ?? null,
    known: (ref) => run.known[ref ?? ''] ?? null,
    answer: (ref) => answerFill(quiz, run, ref),
    outcome: (ref) => outcomeFill(quiz, result, ref),
    right: (ref) => String(readRight(quiz, ledgerOf(quiz, run), ref).right),
    points: (ref) => {
      if (isMarks(ref)) return number(result.marks.awarded, 2);
      const decimals = quiz.scales.find((s) => s.id === ref)?.decimals;
      return number(result.scales[ref]?.points, decimals ?? 2);
    },
    standing: (ref) => number(standings[ref ?? 'marks'], 0),
    percent: (ref) => number(isMarks(ref) ? result.marks.percent : result.scales[ref]?.percent, 0),
  };
  return ({ value, ref }: Insert['attrs']) => values[value](ref);
}

const isMarks = (ref: string | undefined): ref is undefined | 'marks' => ref === undefined || ref === 'marks';

function answerFill(quiz: Quiz, run: Run, id = ''): string | null {
  const question = quizIndex(quiz).questions.get(id);
  if (!question) return null;
  const words = answerText(question, run.answers[question.id]);
  return kindOf(question).isDay ? dayIn(quiz.language, words) : words;
}

function outcomeFill(quiz: Quiz, result: Result, id = quiz.verdicts[0]?.id ?? ''): string {
  const { outcomes } = quizIndex(quiz);
  const names = (result.verdicts[id]?.outcomes ?? []).map((one) => outcomes.get(one)?.outcome.name ?? '');
  return listIn(quiz.language, names);
}
