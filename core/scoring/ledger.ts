/**
 * Running sums of one pass through a quiz. The quiz is laid out once as a plan: which sums there are ("tracks"), and for each question which
 * of them it moves and by how much. A run is then scored by adding its questions to a ledger one by one.
 */
import { isKeyed, isReviewed, offeredBy } from '../questions/registry';
import { OTHER } from '../questions/choice/options';
import type { Question, Quiz } from '../schema/quiz';
import { questionsOf } from '../document/lookup';
import { type Answer, chosenIn, isAnswered } from '../values/answer';
import { type Marked, marksOf } from '../questions/credit';
import { type Contribution, contribution, rangeOf, measuresOfQuestion } from './weights';
import { percentOf, round9 } from '../values/numbers';
import { evaluate, type Expression, parseFormula } from './formula';

/** One thing summed: a scale, an outcome, or "marks"; of one topic or of all. */
export type Track = { target: string; topic?: string };
export const trackKey = ({ target, topic }: Track): string => (topic === undefined ? target : `${target}@${topic}`);

/** What a question does to one track. */
type Use = {
  track: number;
  target: string;
  /** Its least and greatest, not answering included where that is allowed. */
  low: number;
  high: number;
  /** The same, given that it was answered. */
  ownLow: number;
  ownHigh: number;
  /** By option of a choice, so that scoring is a look-up. */
  options: Map<string, Contribution> | null;
};
export type QuestionPlan = { question: Question; counts: boolean; marks: number; marksTracks: number[]; uses: Use[] };
export type Plan = {
  tracks: Map<string, number>;
  size: number;
  questions: Map<string, QuestionPlan>;
  formulas: Map<string, Expression | null>;
};

const plans = new WeakMap<Quiz, Plan>();

/** The plan of a quiz; made once per document object, which is never changed in place. */
export function planOf(quiz: Quiz): Plan {
  const known = plans.get(quiz);
  if (known) return known;
  const tracks = new Map<string, number>();
  const track = (t: Track): number => {
    const key = trackKey(t);
    const index = tracks.get(key) ?? tracks.size;
    tracks.set(key, index);
    return index;
  };
  track({ target: 'marks' });
  for (const { id } of quiz.scales) track({ target: id });
  for (const verdict of quiz.verdicts) for (const { id } of verdict.outcomes) track({ target: id });
  for (const { id: topic } of quiz.topics) {
    track({ target: 'marks', topic });
    for (const { id } of quiz.scales) track({ target: id, topic });
  }
  const scales = new Set(quiz.scales.map((s) => s.id));
  const questions = new Map<string, QuestionPlan>();
  for (const question of questionsOf(quiz)) {
    const topic = quiz.topics.some((t) => t.id === question.topic) ? question.topic : undefined;
    const uses = measuresOfQuestion(question).flatMap((target): Use[] => {
      if (!tracks.has(target) || target === 'marks') return [];
      const own = rangeOf(question, target, false) ?? { low: 0, high: 0 };
      const range = question.required ? own : (rangeOf(question, target, true) ?? own);
      const use = {
        target,
        low: range.low,
        high: range.high,
        ownLow: own.low,
        ownHigh: own.high,
        options: optionTable(question, target),
      };
      return [
        { ...use, track: track({ target }) },
        ...(topic !== undefined && scales.has(target) ? [{ ...use, track: track({ target, topic }) }] : []),
      ];
    });
    questions.set(question.id, {
      question,
      counts: isKeyed(question) || isReviewed(question),
      marks: question.marks ?? 1,
      marksTracks: [track({ target: 'marks' }), ...(topic === undefined ? [] : [track({ target: 'marks', topic })])],
      uses,
    });
  }
  const names = [...scales, 'marks'];
  const formulas = new Map(
    quiz.scales.flatMap(({ id, formula }) => {
      if (formula === undefined) return [];
      const parsed = parseFormula(formula, names);
      return [[id, 'expression' in parsed ? parsed.expression : null] as const];
    }),
  );
  const plan: Plan = { tracks, size: tracks.size, questions, formulas };
  plans.set(quiz, plan);
  return plan;
}

/** What each option alone adds; null where marks come into it too, since those depend on all that was chosen. */
function optionTable(question: Question, target: string): Map<string, Contribution> | null {
  const options = offeredBy(question)?.options;
  if (!options || question.marksTo === target) return null;
  return new Map(
    options.flatMap((o) => {
      const weight = o.weights?.[target];
      return weight === undefined ? [] : [[o.id, { value: weight, spoken: weight !== 0 }] as const];
    }),
  );
}

export class Ledger {
  readonly points: Float64Array;
  /** Questions that contributed, and those of them that had a weight other than 0. For marks: those that have any, and those that are right. */
  readonly count: Float64Array;
  readonly spoken: Float64Array;
  /** Least and greatest so far. For marks, `high` is what was possible. */
  readonly low: Float64Array;
  readonly high: Float64Array;
  /** Least and greatest of the questions that contributed alone, as a mean wants them. */
  readonly answeredLow: Float64Array;
  readonly answeredHigh: Float64Array;
  /** Place of the last question that added more than 0; −1 = none. */
  readonly last: Float64Array;
  /** Answers that a person has yet to mark, by track of marks. */
  readonly pending: Float64Array;
  questions = 0;

  constructor(size: number) {
    const all = new Float64Array(size * 9);
    const part = (i: number) => all.subarray(i * size, (i + 1) * size);
    this.points = part(0);
    this.count = part(1);
    this.spoken = part(2);
    this.low = part(3);
    this.high = part(4);
    this.answeredLow = part(5);
    this.answeredHigh = part(6);
    this.pending = part(7);
    this.last = part(8).fill(-1);
  }
}

/** Every track has its place in each list, so nothing is read beside them. */
const at = (values: Float64Array, index: number | undefined): number =>
  index === undefined ? 0 : (values[index] as number);
const add = (values: Float64Array, index: number, by: number): void => {
  values[index] = at(values, index) + by;
};

const silent: Contribution = { value: 0, spoken: false };

/** Adds up the options of a choice; null where none of them weighs. */
function fromTable(table: Map<string, Contribution>, answer: Answer): Contribution | null {
  const chosen = chosenIn(answer);
  const [only] = chosen;
  if (only !== undefined && chosen.length === 1) return table.get(only) ?? null;
  let sum: Contribution | null = null;
  for (const id of chosen) {
    const own = id === OTHER && !table.has(id) ? undefined : table.get(id);
    if (own) sum = { value: (sum ?? silent).value + own.value, spoken: (sum ?? silent).spoken || own.spoken };
  }
  return sum;
}

/** @property first the answer that marks are given for, where a later one was only to get past a page that was held */
export type Given = { answer: Answer | undefined; first?: Answer; byHand?: number };

/** Adds a question to a ledger, in place. @returns its credit and marks; null for a question that has none */
export function addQuestion(ledger: Ledger, plan: QuestionPlan, { answer, first, byHand }: Given): Marked | null {
  const place = ledger.questions;
  ledger.questions += 1;
  let marked: Marked | null = null;
  if (plan.counts) {
    marked = marksOf(plan.question, first ?? answer, byHand);
    for (const track of plan.marksTracks) {
      add(ledger.points, track, marked.awarded);
      add(ledger.high, track, plan.marks);
      add(ledger.count, track, 1);
      if (marked.credit !== null && round9(marked.credit) >= 1) add(ledger.spoken, track, 1);
      if (marked.pending) add(ledger.pending, track, 1);
    }
  }
  const answered = isAnswered(answer);
  for (const use of plan.uses) {
    const track = use.track;
    add(ledger.low, track, use.low);
    add(ledger.high, track, use.high);
    if (!answered) continue;
    const given = use.options
      ? fromTable(use.options, answer)
      : contributionOf(plan.question, use.target, { answer, first, byHand });
    if (!given) continue;
    add(ledger.points, track, given.value);
    add(ledger.count, track, 1);
    if (given.spoken) add(ledger.spoken, track, 1);
    add(ledger.answeredLow, track, use.ownLow);
    add(ledger.answeredHigh, track, use.ownHigh);
    if (given.value > 0) ledger.last[track] = place;
  }
  return marked;
}

/** Weights count the latest answer; marks that go into a scale count the first try, as marks do everywhere. */
function contributionOf(question: Question, target: string, { answer, first, byHand }: Given): Contribution | null {
  if (first === undefined || question.marksTo !== target) return contribution(question, target, answer, byHand);
  const weights = contribution({ ...question, marksTo: undefined }, target, answer);
  const marks = contribution(question, target, first, byHand);
  const firstWeights = contribution({ ...question, marksTo: undefined }, target, first);
  if (!marks) return weights;
  return { value: (weights?.value ?? 0) + marks.value - (firstWeights?.value ?? 0), spoken: true };
}

export type Reading = { points: number | null; lowest: number | null; highest: number | null; percent: number | null };
const nothing: Reading = { points: null, lowest: null, highest: null, percent: null };
const finite = (x: number): number | null => (Number.isFinite(x) ? round9(x) : null);

function reading(points: number, low: number, high: number): Reading {
  const [lowest, highest] = [finite(low), finite(high)];
  const percent =
    lowest === null || highest === null ? null : percentOf(round9(points - lowest), round9(highest - lowest));
  return { points, lowest, highest, percent };
}

/** Reads a scale off a ledger. A sum by topic does not include the scale's start; a formula has no topics and no range. */
export function readScale(quiz: Quiz, ledger: Ledger, id: string, topic?: string): Reading {
  const scale = quiz.scales.find((s) => s.id === id);
  if (!scale) return nothing;
  const plan = planOf(quiz);
  if (scale.formula !== undefined)
    return topic === undefined ? { ...nothing, points: readFormula(quiz, ledger, id, []) } : nothing;
  const index = plan.tracks.get(trackKey({ target: id, topic }));
  if (scale.combine === 'mean') {
    const count = at(ledger.count, index);
    if (count === 0) return nothing;
    return reading(
      round9(at(ledger.points, index) / count),
      round9(at(ledger.answeredLow, index) / count),
      round9(at(ledger.answeredHigh, index) / count),
    );
  }
  const start = topic === undefined ? (scale.start ?? 0) : 0;
  const { low, high } =
    quiz.scoring.of === 'all'
      ? wholeRange(quiz, id, topic)
      : { low: at(ledger.low, index), high: at(ledger.high, index) };
  return reading(round9(start + at(ledger.points, index)), start + low, start + high);
}

function readFormula(quiz: Quiz, ledger: Ledger, id: string, within: string[]): number | null {
  const expression = planOf(quiz).formulas.get(id);
  // A formula that cannot be read, or that needs itself, has no value; the check says so.
  if (!expression || within.includes(id)) return null;
  return evaluate(expression, (name) => {
    if (name === 'marks') return readMarks(quiz, ledger).awarded;
    const scale = quiz.scales.find((s) => s.id === name);
    return scale?.formula !== undefined
      ? readFormula(quiz, ledger, name, [...within, id])
      : readScale(quiz, ledger, name).points;
  });
}

/** The range of a target over all questions of the quiz, as `scoring.of: "all"` wants it. */
function wholeRange(quiz: Quiz, target: string, topic?: string): { low: number; high: number } {
  let low = 0;
  let high = 0;
  for (const { question, uses } of planOf(quiz).questions.values()) {
    if (topic !== undefined && question.topic !== topic) continue;
    const use = uses.find((u) => u.target === target);
    low += use?.low ?? 0;
    high += use?.high ?? 0;
  }
  return { low, high };
}

export type Marks = { awarded: number; possible: number; percent: number | null; pending: number };

export function readMarks(quiz: Quiz, ledger: Ledger, topic?: string): Marks {
  const plan = planOf(quiz);
  const index = plan.tracks.get(trackKey({ target: 'marks', topic }));
  let possible = at(ledger.high, index);
  if (quiz.scoring.of === 'all') {
    possible = 0;
    for (const { question, counts, marks } of plan.questions.values()) {
      if (counts && (topic === undefined || question.topic === topic)) possible += marks;
    }
  }
  possible = round9(possible);
  const awarded = round9(at(ledger.points, index));
  return { awarded, possible, percent: percentOf(awarded, possible), pending: at(ledger.pending, index) };
}

/** How many questions with marks are on the way (or in the quiz, with `scoring.of: "all"`), and how many of them have full credit. */
export function readRight(quiz: Quiz, ledger: Ledger, topic?: string): { right: number; asked: number } {
  const plan = planOf(quiz);
  const index = plan.tracks.get(trackKey({ target: 'marks', topic }));
  const all = [...plan.questions.values()].filter(
    ({ question, counts }) => counts && (topic === undefined || question.topic === topic),
  );
  return { right: at(ledger.spoken, index), asked: quiz.scoring.of === 'all' ? all.length : at(ledger.count, index) };
}

export type TallyReading = { points: number; greatest: number; spoken: boolean; last: number };

/** An outcome's tally: its points, the most it could have had on this way, and whether anything spoke for it. */
export function readTally(quiz: Quiz, ledger: Ledger, outcome: string): TallyReading {
  const index = planOf(quiz).tracks.get(outcome);
  return {
    points: round9(at(ledger.points, index)),
    greatest: round9(at(ledger.high, index)),
    spoken: at(ledger.spoken, index) > 0,
    last: index === undefined ? -1 : at(ledger.last, index),
  };
}
