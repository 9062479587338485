/** What answers add to scales and outcomes, and the least and most they can add (model, section 3, Scales). */
import type { Question } from '../quiz/schema';
import { boundsOf, isKeyed, isReviewed, pickRange } from '../quiz/lookup';
import { acceptedOf } from '../text/fold';
import { type Answer, chosenIn, isAnswered, partOf } from './answer';
import { marksOf } from './credit';
import { round9 } from './numbers';

/** @property spoken whether any weight in it was other than 0, so that +1 and −1 together have still been a word on the matter */
export type Contribution = { value: number; spoken: boolean };

type Measured = Extract<Question, { kind: 'number' | 'slider' | 'rating' }>;
type GridQuestion = Extract<Question, { kind: 'grid' }>;

const isMeasured = (question: Question): question is Measured =>
  question.kind === 'number' || question.kind === 'slider' || question.kind === 'rating';
const marksCount = (question: Question): boolean => isKeyed(question) || isReviewed(question);

/** A value as it counts: turned round within its bounds where the item is reversed. */
function counted(question: Measured, value: number): number {
  const { min, max } = boundsOf(question);
  return question.reverse && min !== undefined && max !== undefined ? min + max - value : value;
}

function cellValue(question: GridQuestion, row: GridQuestion['rows'][number], column: string): number {
  const values = question.columns.flatMap((c) => (c.value === undefined ? [] : [c.value]));
  const value = question.columns.find((c) => c.id === column)?.value;
  if (value === undefined) return 0;
  return row.reverse ? Math.min(...values) + Math.max(...values) - value : value;
}

/**
 * What an answer adds to a scale or outcome; null where nothing that was answered has a weight for it (0 is one).
 * @param byHand marks that a reviewer has set, for questions whose marks go into the scale
 */
export function contribution(
  question: Question,
  target: string,
  answer: Answer | undefined,
  byHand?: number,
): Contribution | null {
  if (!isAnswered(answer)) return null;
  let sum = 0;
  let weighed = false;
  let spoken = false;
  const take = (weight: number | undefined, times: number) => {
    if (weight === undefined) return;
    sum += weight * times;
    weighed = true;
    spoken ||= weight !== 0;
  };
  if (question.kind === 'choice') {
    const chosen = chosenIn(answer);
    for (const option of question.options) if (chosen.includes(option.id)) take(option.weights?.[target], 1);
  } else if (isMeasured(question)) {
    if (typeof answer === 'number') take(question.weights?.[target], counted(question, answer));
  } else if (question.kind === 'grid') {
    for (const row of question.rows) {
      const columns = partOf(answer, row.id);
      if (Array.isArray(columns))
        for (const column of columns) take(row.weights?.[target], cellValue(question, row, String(column)));
    }
  } else if (question.kind === 'order' && Array.isArray(answer)) {
    // The last of n places counts once, the first n times.
    answer.forEach((id, place) =>
      take(question.items.find((i) => i.id === id)?.weights?.[target], question.items.length - place),
    );
  }
  if (question.marksTo === target && marksCount(question)) {
    const { pending, awarded } = marksOf(question, answer, byHand);
    if (!pending) {
      sum += awarded;
      weighed = true;
      spoken = true;
    }
  }
  return weighed ? { value: round9(sum), spoken } : null;
}

/** The scales and outcomes that a question can add to. */
export function targetsOfQuestion(question: Question): string[] {
  const weights =
    question.kind === 'choice'
      ? question.options.map((o) => o.weights)
      : question.kind === 'grid'
        ? question.rows.map((r) => r.weights)
        : question.kind === 'order'
          ? question.items.map((i) => i.weights)
          : isMeasured(question)
            ? [question.weights]
            : [];
  const targets = new Set(weights.flatMap((w) => Object.keys(w ?? {})));
  if (question.marksTo !== undefined && marksCount(question)) targets.add(question.marksTo);
  return [...targets];
}

/** Whether a question can add to this scale or outcome: it has a weight for it (0 is one), or its marks go there. */
export const weighs = (question: Question, target: string): boolean => targetsOfQuestion(question).includes(target);

/** ±Infinity where a number without bounds can add any amount. */
export type Range = { low: number; high: number };
const spanning = (values: number[]): Range => ({ low: Math.min(...values), high: Math.max(...values) });
const plus = (a: Range, b: Range): Range => ({ low: a.low + b.low, high: a.high + b.high });
const nothing: Range = { low: 0, high: 0 };
const orNothing = (range: Range): Range => ({ low: Math.min(0, range.low), high: Math.max(0, range.high) });

/**
 * The least and the most that a question can add to a target, by any legal answer.
 * @param optional whether adding nothing, by not answering, counts as possible
 */
export function rangeOf(question: Question, target: string, optional: boolean): Range | null {
  if (!weighs(question, target)) return null;
  const range = answeredRange(question, target);
  const { low, high } = optional ? orNothing(range) : range;
  return { low: round9(low), high: round9(high) };
}

function answeredRange(question: Question, target: string): Range {
  const alsoMarks = question.marksTo === target && marksCount(question);
  if (question.kind === 'choice') return choiceRange(question, target, alsoMarks);
  if (isMeasured(question)) return measuredRange(question, target, alsoMarks);
  if (question.kind === 'grid') return alsoMarks ? markedGrid(question, target) : gridRange(question, target);
  if (question.kind === 'order') return alsoMarks ? markedOrder(question, target) : orderRange(question, target);
  return alsoMarks ? marksRange(question) : nothing;
}

/** What the marks of an answered question can be, whatever else is answered with it. */
function marksRange(question: Question): Range {
  const marks = question.marks ?? 1;
  const wrong = 0 - (question.penalty ?? 0);
  if (question.kind === 'essay') return { low: 0, high: marks };
  if (question.kind === 'text') {
    const credits = (question.accept ?? []).map((a) => acceptedOf(a).credit);
    // What is left for a person to read is worth nothing yet, and may come to be worth all of it.
    const rest = question.reviewRest ? [0, marks] : [wrong];
    return spanning([...rest, ...credits.map((c) => (c > 0 ? marks * c : wrong))]);
  }
  // A single item cannot be put in a wrong order.
  if (question.kind === 'order' && question.items.length === 1) return { low: marks, high: marks };
  return spanning([wrong, marks]);
}

type ChoiceQuestion = Extract<Question, { kind: 'choice' }>;
/** Beyond this many options, weights and marks of one question into one scale are bounded apart. */
const MANY = 14;

function choiceRange(question: ChoiceQuestion, target: string, alsoMarks: boolean): Range {
  const { min, max } = pickRange(question);
  const least = Math.max(1, min);
  const weights = question.options.map((o) => o.weights?.[target] ?? 0);
  // The free entry weighs nothing, and is worth nothing.
  if (question.other) weights.push(0);
  if (weights.length === 0) return nothing;
  if (!alsoMarks) {
    if (question.pick === 'one') return spanning(weights);
    return { low: bestSubset(weights, least, max, -1), high: bestSubset(weights, least, max, 1) };
  }
  const ids = [...question.options.map((o) => o.id), ...(question.other ? ['other'] : [])];
  if (question.pick === 'one') return spanning(ids.map((id, i) => (weights[i] ?? 0) + marksOf(question, [id]).awarded));
  if (ids.length <= MANY) {
    const values = subsets(ids.length, least, max).map(
      (subset) =>
        subset.reduce((sum, i) => sum + (weights[i] ?? 0), 0) +
        marksOf(
          question,
          subset.map((i) => ids[i] ?? ''),
        ).awarded,
    );
    return values.length ? spanning(values) : nothing;
  }
  return plus(
    { low: bestSubset(weights, least, max, -1), high: bestSubset(weights, least, max, 1) },
    marksRange(question),
  );
}

function measuredRange(question: Measured, target: string, alsoMarks: boolean): Range {
  const factor = question.weights?.[target];
  const { min, max, step } = boundsOf(question);
  const value = (x: number) =>
    (factor === undefined ? 0 : factor * counted(question, x)) + (alsoMarks ? marksOf(question, x).awarded : 0);
  if (min !== undefined && max !== undefined) {
    const near = question.kind === 'rating' || question.target === undefined ? [] : around(question, step);
    return spanning([min, max, ...near.filter((x) => x >= min && x <= max)].map(value));
  }
  if (factor === undefined || factor === 0) return alsoMarks ? marksRange(question) : nothing;
  const up = max === undefined ? Infinity : max;
  const down = min === undefined ? -Infinity : min;
  const ends = [up * factor, down * factor];
  return spanning(ends);
}

/** Values at and just beyond the edges of what counts as right. */
function around(
  { target = 0, within = 0, withinPercent }: Extract<Measured, { target?: number }>,
  step: number,
): number[] {
  const reach = Math.max(within, (Math.abs(target) * (withinPercent ?? 0)) / 100);
  return [target, target - reach, target + reach, target - reach - step, target + reach + step];
}

function gridRange(question: GridQuestion, target: string): Range {
  return question.rows.reduce<Range>((sum, row) => {
    const factor = row.weights?.[target];
    if (factor === undefined) return sum;
    const values = question.columns.map((c) => factor * cellValue(question, row, c.id));
    if (values.length === 0) return sum;
    const own =
      question.pick === 'many'
        ? { low: bestSubset(values, 1, values.length, -1), high: bestSubset(values, 1, values.length, 1) }
        : spanning(values);
    return plus(sum, question.required ? own : orNothing(own));
  }, nothing);
}

function orderRange(question: Extract<Question, { kind: 'order' }>, target: string): Range {
  const weights = question.items.map((i) => i.weights?.[target] ?? 0).sort((a, b) => a - b);
  const n = weights.length;
  // Greatest where the heaviest stand first, least where they stand last (rearrangement inequality).
  return {
    low: weights.reduce((sum, w, i) => sum + w * (n - i), 0),
    high: weights.reduce((sum, w, i) => sum + w * (i + 1), 0),
  };
}

/** Weights and marks together, since what weighs most may be wrong. Up to so many items every order is tried. */
const MOST_ORDERED = 6;

function markedOrder(question: Extract<Question, { kind: 'order' }>, target: string): Range {
  if (question.items.length > MOST_ORDERED) return plus(orderRange(question, target), marksRange(question));
  const ids = question.items.map((i) => i.id);
  return spanning(ordersOf(ids).map((answer) => contribution(question, target, answer)?.value ?? 0));
}

function ordersOf(ids: string[]): string[][] {
  if (ids.length < 2) return [ids];
  return ids.flatMap((id) => ordersOf(ids.filter((x) => x !== id)).map((rest) => [id, ...rest]));
}

/** The same for a grid: the least and the most that its rows can add with so many of the keyed ones right, and the marks for that many. */
function markedGrid(question: GridQuestion, target: string): Range {
  if (question.pick === 'many' && question.columns.length > MANY)
    return plus(gridRange(question, target), marksRange(question));
  const key = question.key ?? {};
  let byRight: (Range | undefined)[] = [nothing];
  for (const row of question.rows) {
    const right = key[row.id];
    const ways = rowWays(question, row, target, right);
    const next: (Range | undefined)[] = [];
    byRight.forEach((range, n) => {
      if (!range) return;
      for (const [more, own] of [
        [0, ways.wrong],
        [1, ways.right],
      ] as const) {
        if (!own) continue;
        const sum = plus(range, own);
        const known = next[n + more];
        next[n + more] = known ? { low: Math.min(known.low, sum.low), high: Math.max(known.high, sum.high) } : sum;
      }
    });
    byRight = next;
  }
  const keyed = Object.keys(key).length;
  const credit = (n: number) => (question.credit === 'share' ? n / keyed : n === keyed ? 1 : 0);
  const marks = (n: number) => (credit(n) > 0 ? (question.marks ?? 1) * credit(n) : 0 - (question.penalty ?? 0));
  return spanning(byRight.flatMap((range, n) => (range ? [range.low + marks(n), range.high + marks(n)] : [])));
}

/** What a row can add while it equals its key, and while it does not; absent where it cannot be so. */
function rowWays(
  question: GridQuestion,
  row: GridQuestion['rows'][number],
  target: string,
  right: string[] | undefined,
): { right?: Range; wrong?: Range } {
  const factor = row.weights?.[target] ?? 0;
  const ids = question.columns.map((c) => c.id);
  const value = (columns: string[]) => columns.reduce((sum, c) => sum + factor * cellValue(question, row, c), 0);
  const least = question.required ? 1 : 0;
  const ways = subsets(ids.length, least, question.pick === 'many' ? ids.length : 1).map((s) =>
    s.map((i) => ids[i] ?? ''),
  );
  const equals = (columns: string[]) =>
    right !== undefined && columns.length === right.length && columns.every((c) => right.includes(c));
  const [same, other] = [ways.filter(equals), ways.filter((w) => !equals(w))];
  return {
    ...(same.length ? { right: spanning(same.map(value)) } : {}),
    ...(other.length ? { wrong: spanning(other.map(value)) } : {}),
  };
}

/** The greatest (sign 1) or least (sign −1) sum of between `min` and `max` of the weights. */
function bestSubset(weights: number[], min: number, max: number, sign: 1 | -1): number {
  const sorted = [...weights].sort((a, b) => sign * (b - a));
  return sorted.slice(0, max).reduce((sum, w, i) => (i < min || sign * w > 0 ? sum + w : sum), 0);
}

/** Index lists of every subset of n ≤ 30 things with between min and max members. */
export function subsets(n: number, min: number, max: number): number[][] {
  const all: number[][] = [];
  for (let bits = 0; bits < 2 ** n; bits++) {
    const members: number[] = [];
    for (let i = 0; i < n; i++) if (bits & (1 << i)) members.push(i);
    if (members.length >= min && members.length <= max) all.push(members);
  }
  return all;
}
