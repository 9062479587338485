import type { Answer } from '../../values/answer';
import type { Of, RehearseSide } from '../kind';
import { rightOrWrongAnswer, someOf } from '../tries';
import { rowAnswers } from './rows';
import { gridScore } from './score';
import { rightOrWrongModel } from '../right-or-wrong';
import { cellsModel, MANY_COLUMNS, waysInRow } from './model';

type Grid = Of<'grid'>;

export const gridRehearse: RehearseSide<Grid> = {
  model: (question) => (gridScore.isKeyed(question) ? rightOrWrongModel : cellsModel),
  parts: {
    areIndependent: (question) => !gridScore.isKeyed(question) && question.columns.length <= MANY_COLUMNS,
    ways: (question, weights) => question.rows.map((row) => waysInRow(question, row.id, weights)),
  },
  countWays(question) {
    if (gridScore.isKeyed(question)) return 2;
    const each = question.pick === 'many' ? 2 ** question.columns.length - 1 : question.columns.length;
    return each ** question.rows.length;
  },
  tries: (question) => (gridScore.isKeyed(question) ? rightOrWrong(question) : all(question)),
  draw(question, random) {
    const ways = question.pick === 'many' ? null : rowAnswers(question);
    const ids = question.columns.map((c) => c.id);
    const row = () => (ways ? (ways[Math.floor(random() * ways.length)] ?? []) : someOf(ids, 1, ids.length, random));
    return Object.fromEntries(question.rows.map(({ id }) => [id, row()]));
  },
  comparable: () => ({}),
};

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
