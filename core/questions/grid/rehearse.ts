import type { Answer } from '../../scoring/answer';
import type { Of, RehearseSide } from '../kind';
import { subsets } from '../ranges';
import { rightOrWrongAnswer, someOf } from '../tries';
import { gridScore } from './score';

type Grid = Of<'grid'>;
const columnIds = (question: Grid) => question.columns.map((c) => c.id);

export const gridRehearse: RehearseSide<Grid> = {
  manner: (question) => (gridScore.isKeyed(question) ? 'right' : 'cells'),
  countWays(question) {
    if (gridScore.isKeyed(question)) return 2;
    const each = question.pick === 'many' ? 2 ** question.columns.length - 1 : question.columns.length;
    return each ** question.rows.length;
  },
  tries: (question) => (gridScore.isKeyed(question) ? rightOrWrong(question) : all(question)),
  draw(question, random) {
    const ways = question.pick === 'many' ? null : rowAnswers(question);
    const ids = columnIds(question);
    const row = () => (ways ? (ways[Math.floor(random() * ways.length)] ?? []) : someOf(ids, 1, ids.length, random));
    return Object.fromEntries(question.rows.map(({ id }) => [id, row()]));
  },
  comparable: () => ({}),
};

/** Every way to answer one row. */
export function rowAnswers(question: Grid): string[][] {
  const ids = columnIds(question);
  if (question.pick !== 'many') return ids.map((id) => [id]);
  return subsets(ids.length, 1, ids.length).map((subset) => subset.map((i) => ids[i] ?? ''));
}

const all = (question: Grid): Answer[] =>
  question.rows.reduce<Record<string, string[]>[]>(
    (answers, row) =>
      answers.flatMap((answer) => rowAnswers(question).map((columns) => ({ ...answer, [row.id]: columns }))),
    [{}],
  );

function rightOrWrong(question: Grid): Answer[] {
  const ways = rowAnswers(question);
  const same = (a: string[], b: string[]) => a.length === b.length && b.every((id) => a.includes(id));
  const fill = (right: boolean) =>
    question.rows.map((row) => {
      const key = question.key?.[row.id];
      const columns = right ? (key ?? ways[0]) : ways.find((one) => !same(one, key ?? []));
      return [row.id, columns] as const;
    });
  const wrong = fill(false);
  const answer = (rows: (readonly [string, string[] | undefined])[]) =>
    Object.fromEntries(rows.map(([id, columns]) => [id, columns ?? []]));
  return rightOrWrongAnswer(
    answer(fill(true)),
    wrong.some(([, columns]) => columns !== undefined) ? answer(wrong) : null,
  );
}
