/**
 * Groups of visitors who answer alike: k-means (Lloyd, IEEE Transactions on Information Theory 1982) on what they answered, k by the mean
 * silhouette (Rousseeuw, Journal of Computational and Applied Mathematics 1987). Groups are found in anything: whether there are any is
 * asked of the same answers shuffled, question by question.
 */
import { kMeansCluster, silhouette } from 'simple-statistics';
import { idsOffered, modelOf, offeredBy } from '../questions/registry';
import type { Question, Quiz } from '../schema/quiz';
import { questionsOf } from '../document/lookup';
import { type Answer, chosenIn, isAnswered } from '../values/answer';
import { randomOf } from '../values/random';

/** A run as what was answered on its way. */
export type Answered = { id: string; answers: Readonly<Record<string, Answer>>; outcomes: readonly string[] };
export type AlikeGroup = {
  /** The run in its middle, by which it is known again. */
  middle: string;
  runs: number;
  /** Ids of its runs. */
  members: string[];
  /** What they answer more often than the others, the largest difference first: how many of them, and of the others. */
  answers: { question: string; option: string; chose: number; of: number; others: number; othersOf: number }[];
  /** How many of them came to each outcome. */
  outcomes: Record<string, number>;
};
/**
 * @property runs that were looked at @property silhouette of the best number of groups, −1 to 1
 * @property p how often shuffled answers have a silhouette as large; null where there is too little to look at
 * @property groups the largest first; none where answers are no more alike than by chance
 */
export type Alike = { runs: number; silhouette: number | null; p: number | null; groups: AlikeGroup[] };

/** Of fewer runs nothing is said. */
const LEAST_RUNS = 60;
/** Runs that groups are looked for among; the others go to the group whose middle is nearest. */
const MOST_LOOKED_AT = 160;
/** Shares of runs in which a question was answered, for it to count. */
const LEAST_SHARE = 0.8;
const MOST_GROUPS = 5;
/** Beginnings that are tried for each number of groups. */
const STARTS = 3;
/** With so many, a silhouette larger than that of all of them is one of twenty. */
const SHUFFLES = 19;
export const ALIKE_LEVEL = 0.05;
/** Answers that a group is told by. */
const MOST_TOLD = 4;
/** Differences of shares that are worth telling. */
const LEAST_DIFFERENCE = 0.15;

type Point = number[];
/** Numbers of one question, beside each other in a point. */
type Column = { question: Question; from: number; width: number };

export function alikeAmong(quiz: Quiz, runs: readonly Answered[], shuffles = SHUFFLES): Alike {
  const columns: Column[] = [];
  const points: Point[] = runs.map(() => []);
  for (const question of questionsOf(quiz)) {
    const answers = runs.map(({ answers: all }) => all[question.id]);
    const given = answers.filter((answer) => isAnswered(answer)).length;
    const encoded = given >= LEAST_SHARE * runs.length ? encode(question, answers) : null;
    if (!encoded) continue;
    columns.push({ question, from: points[0]?.length ?? 0, width: encoded[0]?.length ?? 0 });
    encoded.forEach((part, i) => points[i]?.push(...part));
  }
  if (runs.length < LEAST_RUNS || columns.length < 2)
    return { runs: runs.length, silhouette: null, p: null, groups: [] };
  const step = Math.max(1, points.length / MOST_LOOKED_AT);
  const some = Array.from(
    { length: Math.min(points.length, MOST_LOOKED_AT) },
    (_, i) => points[Math.floor(i * step)] ?? [],
  );
  const best = bestGroups(some, randomOf(1, 'alike'));
  if (!best) return { runs: runs.length, silhouette: null, p: null, groups: [] };
  let asGood = 0;
  for (let i = 0; i < shuffles; i++) {
    const random = randomOf(i + 2, 'alike');
    const shuffled = bestGroups(shuffle(some, columns, random), random);
    if (shuffled && shuffled.silhouette >= best.silhouette) asGood += 1;
  }
  const p = (asGood + 1) / (shuffles + 1);
  return {
    ...{ runs: runs.length, silhouette: best.silhouette, p },
    groups: p > ALIKE_LEVEL ? [] : groupsOf(runs, points, columns, best.centres),
  };
}

/** An answer as numbers, so that two that have nothing in common are one apart; null of questions that are read, not compared. */
function encode(question: Question, answers: readonly (Answer | undefined)[]): Point[] | null {
  const ids = idsOffered(question);
  if (offeredBy(question) && ids.length > 1) {
    const many = offeredBy(question)?.pick === 'many';
    const size = Math.sqrt(many ? 1 / ids.length : 1 / 2);
    return filled(answers.map((a) => (isAnswered(a) ? ids.map((id) => (chosenIn(a).includes(id) ? size : 0)) : null)));
  }
  if (modelOf(question)?.of !== 'values') return null;
  const numbers = answers.filter((a) => typeof a === 'number');
  const [least, most] = [Math.min(...numbers), Math.max(...numbers)];
  if (numbers.length === 0 || least === most) return null;
  return filled(answers.map((a) => (typeof a === 'number' ? [(a - least) / (most - least)] : null)));
}

/** What was left out stands in the middle of what was answered. */
function filled(parts: (Point | null)[]): Point[] {
  const there = parts.filter((part) => part !== null);
  const width = there[0]?.length ?? 0;
  const middle = Array.from(
    { length: width },
    (_, i) => there.reduce((sum, part) => sum + (part[i] ?? 0), 0) / there.length,
  );
  return parts.map((part) => part ?? middle);
}

type Found = { silhouette: number; centres: Point[] };

function bestGroups(points: Point[], random: () => number): Found | null {
  let best: Found | null = null;
  for (let k = 2; k <= MOST_GROUPS; k++) {
    let closest: { within: number; labels: number[]; centres: Point[] } | null = null;
    for (let start = 0; start < STARTS; start++) {
      const made = clusters(points, k, random);
      if (!made) continue;
      const within = points.reduce((sum, point, i) => sum + apart(point, made.centroids[made.labels[i] ?? 0] ?? []), 0);
      if (!closest || within < closest.within) closest = { within, labels: made.labels, centres: made.centroids };
    }
    if (!closest) continue;
    const values = silhouette(points, closest.labels);
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    if (!best || mean > best.silhouette) best = { silhouette: mean, centres: closest.centres };
  }
  return best;
}

/** @returns null where a group is left without anybody, as where many answers are the same */
function clusters(points: Point[], k: number, random: () => number) {
  try {
    return kMeansCluster(points, k, random);
  } catch {
    return null;
  }
}

const apart = (a: Point, b: Point): number => a.reduce((sum, x, i) => sum + (x - (b[i] ?? 0)) ** 2, 0);

/** The answers to each question dealt out anew: as often given as before, and going together by chance alone. */
function shuffle(points: readonly Point[], columns: readonly Column[], random: () => number): Point[] {
  const made = points.map((point) => [...point]);
  for (const { from, width } of columns) {
    const order = points.map((_, i) => i);
    for (let i = order.length - 1; i > 0; i--) {
      const j = Math.floor(random() * (i + 1));
      [order[i], order[j]] = [order[j] ?? 0, order[i] ?? 0];
    }
    order.forEach((other, i) => {
      for (let c = from; c < from + width; c++) (made[i] ?? [])[c] = points[other]?.[c] ?? 0;
    });
  }
  return made;
}

function groupsOf(
  runs: readonly Answered[],
  points: readonly Point[],
  columns: readonly Column[],
  centres: readonly Point[],
): AlikeGroup[] {
  const members = centres.map((): { run: Answered; distance: number }[] => []);
  runs.forEach((run, i) => {
    const distances = centres.map((centre) => apart(points[i] ?? [], centre));
    const distance = Math.min(...distances);
    members[distances.indexOf(distance)]?.push({ run, distance });
  });
  return members
    .filter((group) => group.length > 0)
    .map((group) => {
      const own = new Set(group.map(({ run }) => run));
      const outcomes: Record<string, number> = {};
      for (const { run } of group) for (const id of run.outcomes) outcomes[id] = (outcomes[id] ?? 0) + 1;
      const middle = group.reduce((a, b) => (b.distance < a.distance ? b : a));
      return {
        ...{ middle: middle.run.id, runs: group.length, members: group.map(({ run }) => run.id), outcomes },
        answers: toldBy(
          columns,
          [...own],
          runs.filter((run) => !own.has(run)),
        ),
      };
    })
    .sort((a, b) => b.runs - a.runs);
}

/** What a group answers more often than the others. */
function toldBy(columns: readonly Column[], own: Answered[], others: Answered[]): AlikeGroup['answers'] {
  const share = ({ chose, of }: { chose: number; of: number }) => (of === 0 ? 0 : chose / of);
  const count = (runs: Answered[], question: string, option: string) => {
    const answered = runs.filter(({ answers }) => isAnswered(answers[question]));
    return {
      chose: answered.filter(({ answers }) => chosenIn(answers[question]).includes(option)).length,
      of: answered.length,
    };
  };
  return columns
    .flatMap(({ question }) =>
      (offeredBy(question) ? idsOffered(question) : []).map((option) => {
        const [mine, theirs] = [count(own, question.id, option), count(others, question.id, option)];
        return {
          difference: share(mine) - share(theirs),
          told: { question: question.id, option, ...mine, others: theirs.chose, othersOf: theirs.of },
        };
      }),
    )
    .filter(({ difference }) => difference >= LEAST_DIFFERENCE)
    .sort((a, b) => b.difference - a.difference)
    .slice(0, MOST_TOLD)
    .map(({ told }) => told);
}
