/** How rehearsed visitors answer (model, section 5, the even mix). */
import { answeredRange } from '../questions/choice/options';
import { rowAnswers } from '../questions/grid/rehearse';
import { kindOf } from '../questions/registry';
import { MOST_WAYS } from '../questions/steps';
import { mannerOf } from '../document/manner';
import type { Question } from '../document/schema';
import type { Answer } from '../scoring/answer';
import { cellOf, type Mix, rowShare, shareOf, sharesAt, valuesIn, weightOf, weightsIn, type Weights } from './mix';

export type Way = { answer: Answer; share: number };

type ChoiceQuestion = Extract<Question, { kind: 'choice' }>;
type GridQuestion = Extract<Question, { kind: 'grid' }>;

/** How many ways of answering there are, where that depends on the question. */
export const countWays = (question: Question): number => kindOf(question).countWays?.(question) ?? 2;

/** Whether every way of answering can be listed. */
export const isListable = (question: Question): boolean => countWays(question) <= MOST_WAYS;

const evenWays = (question: Question): Way[] => {
  const answers = kindOf(question).tries(question);
  return answers.map((answer) => ({ answer, share: 1 / answers.length }));
};

/** Every way a rehearsed visitor may answer, evenly or by a mix, with its share. The question must be listable. */
export function waysToAnswer(question: Question, mix?: Mix): Way[] {
  const weights = weightsIn(mix, question);
  if (!weights) return evenWays(question);
  const numbers = question.kind === 'number' && mannerOf(question) === 'values';
  const answers = numbers ? valuesIn(weights) : evenWays(question).map(({ answer }) => answer);
  const weighed = answers.map((answer, i) => ({ answer, share: shareOf(question, weights, { answer, i }) }));
  const sum = weighed.reduce((total, { share }) => total + share, 0);
  // Where the mix leaves no legal answer, it says nothing.
  if (sum === 0) return evenWays(question);
  return weighed.filter(({ share }) => share > 0).map(({ answer, share }) => ({ answer, share: share / sum }));
}

/** Every way to answer one row of a grid without a key, evenly or by a mix, with its share. */
export function waysInRow(question: GridQuestion, row: string, mix?: Mix): { answer: string[]; share: number }[] {
  const all = rowAnswers(question);
  const weights = weightsIn(mix, question);
  if (!weights) return all.map((answer) => ({ answer, share: 1 / all.length }));
  const own = all.map((columns) => rowShare(question, weights, row, columns));
  const sum = own.reduce((a, b) => a + b, 0);
  return all.map((answer, i) => ({ answer, share: (own[i] ?? 0) / sum })).filter(({ share }) => share > 0);
}

/** Draws one way of answering, by the same shares. */
export function drawAnswer(question: Question, random: () => number, mix?: Mix): Answer {
  const weights = weightsIn(mix, question);
  if (weights) return drawWeighed(question, weights, random, mix);
  const kind = kindOf(question);
  if (kind.draw && !isListable(question)) return kind.draw(question, random);
  const ways = waysOnce(question);
  return ways[Math.floor(random() * ways.length)]?.answer ?? [];
}

function drawWeighed(question: Question, weights: Weights, random: () => number, mix: Mix | undefined): Answer {
  if (question.kind === 'choice') return drawOptions(question, weights, random, mix);
  const manner = mannerOf(question);
  if (manner === 'cells') {
    const grid = question as GridQuestion;
    return Object.fromEntries(grid.rows.map(({ id }) => [id, drawRow(grid, weights, id, random, mix)]));
  }
  if (manner === 'places') {
    const left = (question as Extract<Question, { kind: 'order' }>).items.map((i) => i.id);
    return Array.from({ length: left.length }, (_, i) => {
      const drawn = drawnAt(sharesAt(weights, i + 1, left), random);
      return left.splice(drawn, 1)[0] ?? '';
    });
  }
  return drawFrom(weighedOnce(question, weights, mix), random);
}

/** How often a set of answers is drawn anew, where it is not one that may be given. */
const MOST_DRAWS = 100;

/** Each by itself, again until the set is one that may be given: the same as drawing among those sets alone. Null where none is found. */
function drawSet(
  ids: string[],
  chance: (id: string) => number,
  range: { min: number; max: number },
  random: () => number,
) {
  for (let i = 0; i < MOST_DRAWS; i++) {
    const drawn = ids.filter((id) => random() < chance(id));
    if (drawn.length >= range.min && drawn.length <= range.max) return drawn;
  }
  return null;
}

function drawOptions(question: ChoiceQuestion, weights: Weights, random: () => number, mix: Mix | undefined): Answer {
  const ids = question.options.map((o) => o.id);
  if (question.pick === 'one') {
    const total = ids.reduce((sum, id) => sum + weightOf(question, weights, [id]), 0);
    return [
      ids[
        drawnAt(
          ids.map((id) => weightOf(question, weights, [id]) / total),
          random,
        )
      ] ?? '',
    ];
  }
  const drawn = drawSet(ids, (id) => weights[id] ?? 0, answeredRange(question), random);
  if (drawn) return drawn;
  const ways = isListable(question) ? waysToAnswer(question, mix) : [];
  return ways.length ? drawFrom(ways, random) : drawAnswer(question, random);
}

/** Columns so many that a row of several answers cannot be listed. */
const MANY_COLUMNS = 12;

function drawRow(
  grid: GridQuestion,
  weights: Weights,
  row: string,
  random: () => number,
  mix: Mix | undefined,
): string[] {
  const ids = grid.columns.map((c) => c.id);
  if (grid.pick !== 'many' || ids.length <= MANY_COLUMNS)
    return drawFrom(rowOnce(grid, weights, row, mix), random) as string[];
  const chance = (id: string) => weights[cellOf(row, id)] ?? 0;
  const drawn = drawSet(ids, chance, { min: 1, max: ids.length }, random);
  if (drawn) return drawn;
  // Each is so unlikely that a row with any has one.
  const total = ids.reduce((sum, id) => sum + chance(id), 0);
  return [
    ids[
      drawnAt(
        ids.map((id) => chance(id) / total),
        random,
      )
    ] ?? '',
  ];
}

/** The place of a drawn one among shares that add up to 1. */
function drawnAt(shares: number[], random: () => number): number {
  let left = random();
  const drawn = shares.findIndex((share) => (left -= share) < 0);
  return drawn < 0 ? shares.length - 1 : drawn;
}

function drawFrom(ways: Way[], random: () => number): Answer {
  let left = random();
  return (ways.find((way) => (left -= way.share) < 0) ?? ways.at(-1))?.answer ?? [];
}

const weighed = new WeakMap<Weights, Way[]>();
const rows = new WeakMap<Weights, Map<string, Way[]>>();
function rowOnce(question: GridQuestion, weights: Weights, row: string, mix: Mix | undefined): Way[] {
  const known = rows.get(weights) ?? new Map<string, Way[]>();
  rows.set(weights, known);
  const ways = known.get(row) ?? waysInRow(question, row, mix);
  known.set(row, ways);
  return ways;
}
/** Weights belong to one question of one mix, which are not changed. */
function weighedOnce(question: Question, weights: Weights, mix: Mix | undefined): Way[] {
  const known = weighed.get(weights) ?? waysToAnswer(question, mix);
  weighed.set(weights, known);
  return known;
}

const listed = new WeakMap<Question, Way[]>();
/** All ways have the same share, so one is drawn by its place alone; they are listed once for each question. */
function waysOnce(question: Question): Way[] {
  const known = listed.get(question) ?? waysToAnswer(question);
  listed.set(question, known);
  return known;
}
