import { type Answer, partOf } from '../../values/answer';
import type { AnswerSide, Of } from '../kind';
import { distinct, isListOfWords, partsFault, partsRefusal, wordsOf } from '../parts';

type Grid = Of<'grid'>;
const rowIds = (question: Grid) => question.rows.map((r) => r.id);

/** Column ids by row id. */
export const gridAnswer: AnswerSide<Grid> = {
  answerFault(question, answer) {
    const columns = new Set(question.columns.map((c) => c.id));
    return partsFault(answer, rowIds(question), (value) => {
      if (!isListOfWords(value) || value.some((id) => !columns.has(id))) return 'a list of column ids is expected';
      if (!distinct(value)) return 'a column stands there twice';
      return question.pick !== 'many' && value.length > 1 ? 'only one column may be chosen in a row' : null;
    });
  },
  refusal: (question, answer) => partsRefusal(question, answer, rowIds(question)),
  answerText: (question, answer) =>
    question.rows
      .flatMap((row) => {
        const columns = partOf(answer, row.id);
        return Array.isArray(columns)
          ? [`${row.text}: ${columns.map((id) => wordsOf(question.columns, String(id))).join(', ')}`]
          : [];
      })
      .join('; '),
};

/** The columns chosen, by row. */
export const columnsIn = (answer: Answer): Record<string, string[]> =>
  typeof answer === 'object' && !Array.isArray(answer)
    ? Object.fromEntries(Object.entries(answer).flatMap(([row, ids]) => (isListOfWords(ids) ? [[row, ids]] : [])))
    : {};
