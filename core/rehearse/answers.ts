/** How rehearsed visitors answer (model, section 5, the even mix). */
import { boundsOf } from '../questions/measured';
import { isKeyed } from '../questions/registry';
import { pickRange } from '../questions/choice/options';
import { isInside } from '../questions/spots/region';
import { subsets } from '../questions/ranges';
import type { Question, Region } from '../quiz/schema';

import { mannerOf } from '../quiz/manner';
import { acceptedOf } from '../text/fold';
import type { Answer } from '../score/answer';

import { shuffled } from '../run/random';
import { cellOf, type Mix, rowShare, shareOf, sharesAt, valuesIn, weightOf, weightsIn, type Weights } from './mix';
import { round9 } from '../score/numbers';
import { MOST_WAYS, stepsOf } from './steps';

export type Way = { answer: Answer; share: number };

const FILLED = '…';
/** Words that nobody accepts. */
const WRONG = '\u0001';

type ChoiceQuestion = Extract<Question, { kind: 'choice' }>;
type GridQuestion = Extract<Question, { kind: 'grid' }>;

/** How many options may be chosen, given that the question is answered. */
const answeredRange = (question: ChoiceQuestion) => {
  const { min, max } = pickRange(question);
  return { min: Math.max(1, min), max: Math.min(max, question.options.length) };
};

/** How many ways of answering there are, where that depends on the question. */
export function countWays(question: Question): number {
  if (question.kind === 'choice')
    return question.pick === 'one' ? question.options.length : 2 ** question.options.length;
  if (question.kind === 'grid' && !isKeyed(question)) {
    const each = question.pick === 'many' ? 2 ** question.columns.length - 1 : question.columns.length;
    return each ** question.rows.length;
  }
  if (question.kind === 'order' && !isKeyed(question)) return question.items.reduce((n, _, i) => n * (i + 1), 1);
  return 2;
}

/** Whether every way of answering can be listed. */
export const isListable = (question: Question): boolean => countWays(question) <= MOST_WAYS;

const even = (answers: Answer[]): Way[] => answers.map((answer) => ({ answer, share: 1 / answers.length }));
const rightOrWrong = (right: Answer, wrong: Answer | null): Way[] =>
  wrong === null ? even([right]) : even([right, wrong]);

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

function evenWays(question: Question): Way[] {
  switch (question.kind) {
    case 'choice': {
      if (question.pick === 'one') return even(question.options.map((o) => [o.id]));
      const { min, max } = answeredRange(question);
      return even(
        subsets(question.options.length, min, max).map((subset) => subset.map((i) => question.options[i]?.id ?? '')),
      );
    }
    case 'text': {
      const accept = (question.accept ?? []).map(acceptedOf);
      const right = accept.find((a) => a.credit === 1) ?? accept[0];
      return right ? rightOrWrong(right.text, WRONG) : even([FILLED]);
    }
    case 'essay':
      return even([FILLED]);
    case 'slider':
    case 'rating':
      return even(stepsOf(question));
    case 'number':
      return question.target === undefined
        ? even([middle(question)])
        : rightOrWrong(question.target, wrongNumber(question));
    case 'date':
      return question.target === undefined
        ? even(['2027-04-18'])
        : rightOrWrong(question.target, farFrom(question.target, question.within ?? 0));
    case 'order': {
      const ids = question.items.map((i) => i.id);
      if (!isKeyed(question)) return even(permutations(ids));
      return rightOrWrong(ids, ids.length > 1 ? [...ids.slice(1), ids[0] ?? ''] : null);
    }
    case 'match': {
      const rights = question.pairs.map((p) => p.right.id);
      const extra = question.extras?.[0]?.id;
      const turned = rights.length > 1 ? [...rights.slice(1), rights[0] ?? ''] : extra === undefined ? null : [extra];
      const answer = (list: string[]) => Object.fromEntries(question.pairs.map((p, i) => [p.left.id, list[i] ?? '']));
      return rightOrWrong(answer(rights), turned && answer(turned));
    }
    case 'gaps': {
      const answer = (right: boolean) =>
        Object.fromEntries(
          question.gaps.map((gap) => [
            gap.id,
            right ? (bestAccepted(gap.accept) ?? FILLED) : gap.accept?.length ? WRONG : FILLED,
          ]),
        );
      return isKeyed(question) ? rightOrWrong(answer(true), answer(false)) : even([answer(true)]);
    }
    case 'grid':
      return isKeyed(question) ? gridRightOrWrong(question) : even(gridAnswers(question));
    case 'spots':
      return spotsWays(question);
  }
}

const bestAccepted = (accept: Parameters<typeof acceptedOf>[0][] | undefined): string | undefined => {
  const list = (accept ?? []).map(acceptedOf);
  return (list.find((a) => a.credit === 1) ?? list[0])?.text;
};

function middle(question: Extract<Question, { kind: 'number' }>): number {
  const { min, max, step } = boundsOf(question);
  if (min === undefined || max === undefined) return min ?? max ?? 1;
  return round9(min + Math.floor((max - min) / 2 / step) * step);
}

/** A value within bounds that is not near the target; null where there is none. */
function wrongNumber(question: Extract<Question, { kind: 'number' }>): number | null {
  const { target = 0, within = 0, withinPercent = 0 } = question;
  const { min = -Infinity, max = Infinity, step } = boundsOf(question);
  const reach = Math.max(within, (Math.abs(target) * withinPercent) / 100);
  const above = round9(target + reach + step);
  if (above <= max) return above;
  const below = round9(target - reach - step);
  return below >= min ? below : null;
}

function farFrom(day: string, within: number): string {
  return new Date(Date.parse(`${day}T00:00:00Z`) + (Math.floor(within) + 1) * 86_400_000).toISOString().slice(0, 10);
}

function permutations(ids: string[]): string[][] {
  if (ids.length < 2) return [ids];
  return ids.flatMap((id, i) => permutations([...ids.slice(0, i), ...ids.slice(i + 1)]).map((rest) => [id, ...rest]));
}

/** Every way to answer one row of a grid. */
export function rowAnswers(question: GridQuestion): string[][] {
  const ids = question.columns.map((c) => c.id);
  if (question.pick !== 'many') return ids.map((id) => [id]);
  return subsets(ids.length, 1, ids.length).map((subset) => subset.map((i) => ids[i] ?? ''));
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

const gridAnswers = (question: GridQuestion): Answer[] =>
  question.rows.reduce<Record<string, string[]>[]>(
    (answers, row) =>
      answers.flatMap((answer) => rowAnswers(question).map((columns) => ({ ...answer, [row.id]: columns }))),
    [{}],
  );

function gridRightOrWrong(question: GridQuestion): Way[] {
  const all = rowAnswers(question);
  const same = (a: string[], b: string[]) => a.length === b.length && b.every((id) => a.includes(id));
  const fill = (right: boolean) =>
    question.rows.map((row) => {
      const key = question.key?.[row.id];
      const columns = right ? (key ?? all[0]) : all.find((one) => !same(one, key ?? []));
      return [row.id, columns] as const;
    });
  const wrong = fill(false);
  const possible = wrong.some(([, columns]) => columns !== undefined);
  const answer = (rows: (readonly [string, string[] | undefined])[]) =>
    Object.fromEntries(rows.map(([id, columns]) => [id, columns ?? []]));
  return rightOrWrong(answer(fill(true)), possible ? answer(wrong) : null);
}

function spotsWays(question: Extract<Question, { kind: 'spots' }>): Way[] {
  const fill = (right: boolean): Record<string, string | [number, number]> | null => {
    const parts = question.spots.map((spot) => {
      if (spot.region) return [spot.id, pointOf(spot.region, right)] as const;
      return [spot.id, right ? (bestAccepted(spot.accept) ?? FILLED) : spot.accept?.length ? WRONG : FILLED] as const;
    });
    if (parts.some(([, value]) => value === null)) return null;
    return Object.fromEntries(parts) as Record<string, string | [number, number]>;
  };
  const right = fill(true) ?? {};
  return isKeyed(question) ? rightOrWrong(right, fill(false)) : even([right]);
}

/** A point inside a region, or outside of it: the first found on a fine mesh. */
function pointOf(region: Region, inside: boolean): [number, number] | null {
  const middles: [number, number][] =
    'r' in region
      ? [[region.x, region.y]]
      : 'width' in region
        ? [[region.x + region.width / 2, region.y + region.height / 2]]
        : [];
  const mesh = Array.from({ length: 101 * 101 }, (_, i): [number, number] => [
    (i % 101) / 100,
    Math.floor(i / 101) / 100,
  ]);
  return [...middles, ...mesh].find((point) => isInside(point, region) === inside) ?? null;
}

/** Draws one way of answering, by the same shares. */
export function drawAnswer(question: Question, random: () => number, mix?: Mix): Answer {
  const weights = weightsIn(mix, question);
  if (weights) return drawWeighed(question, weights, random, mix);
  if (!isListable(question)) {
    if (question.kind === 'grid') {
      const ways = question.pick === 'many' ? null : rowAnswers(question);
      return Object.fromEntries(
        question.rows.map((row) => [
          row.id,
          ways
            ? (ways[Math.floor(random() * ways.length)] ?? [])
            : someOf(
                question.columns.map((c) => c.id),
                1,
                question.columns.length,
                random,
              ),
        ]),
      );
    }
    if (question.kind === 'order')
      return shuffled(
        question.items.map((i) => i.id),
        random,
      );
    if (question.kind === 'choice') {
      const { min, max } = answeredRange(question);
      return someOf(
        question.options.map((o) => o.id),
        min,
        max,
        random,
      );
    }
  }
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

/**
 * Each of the ids with ½, among those sets that are large and small enough: the size is drawn by how many sets of that size there are, then
 * the set among them.
 */
function someOf(ids: string[], min: number, max: number, random: () => number): string[] {
  const sizes: number[] = [];
  let total = 0;
  let sets = 1;
  for (let size = 0; size <= ids.length; size++) {
    sizes.push(size >= min && size <= max ? sets : 0);
    total += sizes[size] ?? 0;
    sets = (sets * (ids.length - size)) / (size + 1);
  }
  let left = random() * total;
  const size = sizes.findIndex((n) => (left -= n) < 0);
  return shuffled(ids, random).slice(0, Math.max(min, size));
}
