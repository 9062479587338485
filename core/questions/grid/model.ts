import { round9 } from '../../values/numbers';
import type { Of, ResponseModel } from '../kind';
import {
  cellOf,
  chanceAt,
  drawFrom,
  drawOne,
  drawSet,
  eachByItself,
  LEAST_TOLD,
  spreadOver,
  type Way,
  weightAt,
  type Weights,
} from '../respond';
import { columnsIn } from './answer';
import { rowAnswers } from './rows';

type Grid = Of<'grid'>;

/** How likely a row is answered with these columns, up to a factor that is the same for all answers of the row. */
function rowShare({ pick, columns }: Grid, weights: Weights, row: string, chosen: string[]): number {
  if (pick !== 'many') return weightAt(weights, cellOf(row, chosen[0] ?? ''));
  return eachByItself(
    columns.map((c) => c.id),
    chosen,
    (id) => chanceAt(weights, cellOf(row, id)),
  );
}

/** Every way to answer one row, evenly or by weights, with its share; each is an answer with that row alone. */
export function waysInRow(question: Grid, row: string, weights: Weights | null): Way[] {
  const all = rowAnswers(question);
  const own = all.map((columns) => (weights ? rowShare(question, weights, row, columns) : 1));
  const sum = own.reduce((a, b) => a + b, 0);
  return all
    .map((columns, i) => ({ answer: { [row]: columns }, share: (own[i] ?? 0) / sum }))
    .filter(({ share }) => share > 0);
}

const known = new WeakMap<Weights, Map<string, Way[]>>();
/** Weights belong to one question of one mix, which are not changed. */
function waysOnce(question: Grid, row: string, weights: Weights): Way[] {
  const rows = known.get(weights) ?? new Map<string, Way[]>();
  known.set(weights, rows);
  const ways = rows.get(row) ?? waysInRow(question, row, weights);
  rows.set(row, ways);
  return ways;
}

/** Columns so many that a row of several answers cannot be listed. */
export const MANY_COLUMNS = 12;

function drawRow(grid: Grid, weights: Weights, row: string, random: () => number): string[] {
  const ids = grid.columns.map((c) => c.id);
  if (grid.pick !== 'many' || ids.length <= MANY_COLUMNS)
    return columnsIn(drawFrom(waysOnce(grid, row, weights), random))[row] ?? [];
  const chance = (id: string) => weights[cellOf(row, id)] ?? 0;
  // If no set is found, assume one answer in each row.
  return drawSet(ids, chance, { min: 1, max: ids.length }, random) ?? [drawOne(ids, chance, random)];
}

/** Visitors who answer row by row. */
export const cellsModel: ResponseModel<Grid> = {
  of: 'cells',
  isSaid: ({ rows, columns }, weights) =>
    rows.every((r) => columns.some((c) => weightAt(weights, cellOf(r.id, c.id)) > 0)),
  shareOf: (question, weights, answer) =>
    Object.entries(columnsIn(answer)).reduce(
      (product, [row, columns]) => product * rowShare(question, weights, row, columns),
      1,
    ),
  draw: (question, weights, random) =>
    Object.fromEntries(question.rows.map(({ id }) => [id, drawRow(question, weights, id, random)])),
  guessed({ pick, rows, columns, guess }) {
    if (guess === undefined) return null;
    const shares =
      pick === 'many'
        ? columns.map(() => chanceFor(columns.length, guess))
        : spreadOver(
            columns.map((_, i) => i + 1),
            guess,
          );
    return Object.fromEntries(rows.flatMap((r) => columns.map((c, i) => [cellOf(r.id, c.id), shares[i] ?? 0])));
  },
  told(question, weights) {
    const row = question.rows[0]?.id ?? '';
    if (question.pick === 'many' && question.columns.length <= MANY_COLUMNS) return sizes(question, row, weights);
    return question.columns.map((c) => [c.text, weights[cellOf(row, c.id)] ?? 0]);
  },
  counted: (question, answer) =>
    Object.entries(columnsIn(answer)).flatMap(([row, columns]) =>
      columns.map((column) => `value ${question.id} ${cellOf(row, column)}`),
    ),
};

/** How many columns a row gets. */
function sizes(question: Grid, row: string, weights: Weights): [string, number][] {
  const shares: number[] = [];
  for (const { answer, share } of waysInRow(question, row, weights)) {
    const n = columnsIn(answer)[row]?.length ?? 0;
    shares[n] = (shares[n] ?? 0) + share;
  }
  return shares.flatMap((share, n): [string, number][] =>
    share >= LEAST_TOLD ? [[n === 1 ? '1 column in a row' : `${n} columns in a row`, share]] : [],
  );
}

/**
 * The chance of each of n by itself, so that of those sets that are not empty the mean size is this one: n p / (1 − (1 − p)ⁿ), the mean of
 * a binomial distribution without its zero, which grows with p from 1 to n.
 */
function chanceFor(n: number, mean: number): number {
  let [low, high] = [1e-9, 1];
  for (let i = 0; i < 60; i++) {
    const p = (low + high) / 2;
    if ((n * p) / -Math.expm1(n * Math.log1p(-p)) < mean) low = p;
    else high = p;
  }
  return round9(high);
}
