import { partOf } from '../../values/answer';
import { graded, type Of, type Range, type ScoreSide } from '../kind';
import { creditByParts } from '../parts';
import { bestSubset, MANY, nothing, orNothing, plus, rightOrWrong, spanning, subsets } from '../ranges';

type Grid = Of<'grid'>;
type Row = Grid['rows'][number];

export const gridScore: ScoreSide<Grid> = {
  isKeyed: (question) => Object.keys(question.key ?? {}).length > 0,
  grade(question, answer) {
    const rows = question.rows.filter((row) => question.key?.[row.id] !== undefined);
    return graded(
      creditByParts(
        question,
        rows.map((row) => sameIds(partOf(answer, row.id), question.key?.[row.id] ?? [])),
      ),
    );
  },
  weights: (question) => question.rows.map((r) => r.weights),
  weigh(question, target, answer, take) {
    for (const row of question.rows) {
      const columns = partOf(answer, row.id);
      if (Array.isArray(columns))
        for (const column of columns) take(row.weights?.[target], cellValue(question, row, String(column)));
    }
  },
  range: (question, target, marks) => (marks ? withMarks(question, target) : byWeights(question, target)),
};

const sameIds = (given: unknown, wanted: string[]): boolean =>
  Array.isArray(given) && given.length === wanted.length && wanted.every((id) => given.includes(id));

function cellValue(question: Grid, row: Row, column: string): number {
  const values = question.columns.flatMap((c) => (c.value === undefined ? [] : [c.value]));
  const value = question.columns.find((c) => c.id === column)?.value;
  if (value === undefined) return 0;
  return row.reverse ? Math.min(...values) + Math.max(...values) - value : value;
}

function byWeights(question: Grid, target: string): Range {
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

/** The least and the most that its rows can add with so many of the keyed ones right, and the marks for that many. */
function withMarks(question: Grid, target: string): Range {
  if (question.pick === 'many' && question.columns.length > MANY)
    return plus(byWeights(question, target), rightOrWrong(question));
  const key = question.key ?? {};
  let byRight: (Range | undefined)[] = [nothing];
  for (const row of question.rows) {
    const ways = rowWays(question, row, target, key[row.id]);
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
  const worth = (n: number) => (credit(n) > 0 ? (question.marks ?? 1) * credit(n) : 0 - (question.penalty ?? 0));
  return spanning(byRight.flatMap((range, n) => (range ? [range.low + worth(n), range.high + worth(n)] : [])));
}

/** The range that a row adds if it equals its key, and if it does not; absent if that case is impossible. */
function rowWays(
  question: Grid,
  row: Row,
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
