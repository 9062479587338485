/** How visitors answer, where it is not evenly (model, section 5): by the creator's guess, or as real visitors did. */
import type { Choice, Grid, Question } from '../document/schema';
import { mannerOf } from '../document/manner';
import type { Answer } from '../scoring/answer';
import { round9 } from '../scoring/numbers';
import { stepsOf } from '../questions/steps';

export type Weights = Readonly<Record<string, number>>;
/** By question, as `mannerOf` it has them. Questions that are not in it are answered evenly. */
export type Mix = Readonly<Record<string, Weights>>;

/** Names a cell of a grid, or an item at a place, among the weights. */
export const cellOf = (row: string, column: string | number): string => `${row} ${column}`;

const at = (weights: Weights, key: string | number): number => Math.max(0, weights[key] ?? 0);
const chance = (weights: Weights, key: string): number => Math.min(1, at(weights, key));

/** The weights a mix gives to a question; null where it says nothing that can be used. */
export function weightsIn(mix: Mix | undefined, question: Question): Weights | null {
  const own = mix?.[question.id];
  return own && saysSomething(question, own) ? own : null;
}

function saysSomething(question: Question, own: Weights): boolean {
  switch (question.kind) {
    case 'choice':
      return question.options.some((o) => at(own, o.id) > 0);
    case 'slider':
    case 'rating':
      return stepsOf(question).some((v) => at(own, v) > 0);
  }
  if (mannerOf(question) === 'right') return own['right'] !== undefined;
  switch (question.kind) {
    case 'number':
      return valuesIn(own).length > 0;
    case 'grid':
      return question.rows.every((r) => question.columns.some((c) => at(own, cellOf(r.id, c.id)) > 0));
    case 'order':
      return question.items.some((i) => at(own, cellOf(i.id, 1)) > 0);
    default:
      return false;
  }
}

/** The numbers that have a weight, in their order. */
export const valuesIn = (weights: Weights): number[] =>
  Object.keys(weights)
    .filter((v) => at(weights, v) > 0 && Number.isFinite(Number(v)))
    .map(Number)
    .sort((a, b) => a - b);

/** How likely an answer is, up to a factor that is the same for all answers; `i` is its place among them: right, then wrong. */
export function shareOf(question: Question, weights: Weights, { answer, i }: { answer: Answer; i: number }): number {
  switch (mannerOf(question)) {
    case 'options':
      return weightOf(question as Choice, weights, answer as string[]);
    case 'values':
      return at(weights, String(answer));
    case 'cells':
      return Object.entries(answer as Record<string, string[]>).reduce(
        (product, [row, columns]) => product * rowShare(question as Grid, weights, row, columns),
        1,
      );
    case 'places':
      return orderShare(weights, answer as string[]);
    default:
      return i === 0 ? chance(weights, 'right') : 1 - chance(weights, 'right');
  }
}

/** How likely these options are chosen, up to a factor that is the same for all sets of them. */
export function weightOf(question: Choice, weights: Weights, chosen: string[]): number {
  if (question.pick === 'one') return at(weights, chosen[0] ?? '');
  return bySelf(
    question.options.map((o) => o.id),
    chosen,
    (id) => chance(weights, id),
  );
}

/** How likely a row is answered with these columns, up to a factor that is the same for all answers of the row. */
export function rowShare({ pick, columns }: Grid, weights: Weights, row: string, chosen: string[]): number {
  if (pick !== 'many') return at(weights, cellOf(row, chosen[0] ?? ''));
  return bySelf(
    columns.map((c) => c.id),
    chosen,
    (id) => chance(weights, cellOf(row, id)),
  );
}

const bySelf = (ids: string[], chosen: string[], p: (id: string) => number): number =>
  ids.reduce((product, id) => product * (chosen.includes(id) ? p(id) : 1 - p(id)), 1);

/**
 * How likely each of those left comes to a place, adding up to 1: in proportion to their weights for it, evenly where none has any. With the
 * same weights for all places this is the model of Plackett and Luce (R. L. Plackett, The Analysis of Permutations, 1975).
 */
export function sharesAt(weights: Weights, place: number, left: readonly string[]): number[] {
  const own = left.map((id) => at(weights, cellOf(id, place)));
  const sum = own.reduce((a, b) => a + b, 0);
  return own.map((w) => (sum > 0 ? w / sum : 1 / left.length));
}

function orderShare(weights: Weights, order: string[]): number {
  return order.reduce((product, _, i) => product * (sharesAt(weights, i + 1, order.slice(i))[0] ?? 0), 1);
}

export type Counted = {
  answered: number;
  /** How often each option was chosen. */
  options?: Record<string, number>;
  /** How often each value was given, each cell of a grid chosen, or each item put at each place. */
  values?: Record<string, number>;
  /** How many had it right. */
  right?: number;
};

/** As real visitors answered. @param counts by question */
export function countedMix(counts: Readonly<Record<string, Counted>>): Mix {
  const shares = (all: Record<string, number>, of: number) =>
    Object.fromEntries(Object.entries(all).map(([id, n]) => [id, round9(n / of)]));
  return Object.fromEntries(
    Object.entries(counts)
      .filter(([, { answered }]) => answered > 0)
      .map(([id, { answered, options, values, right }]) => [
        id,
        right === undefined ? shares(options ?? values ?? {}, answered) : { right: round9(right / answered) },
      ]),
  );
}
