import { bare, idsIn } from '../lines';
import type { AuthorSide, Of } from '../kind';
import { fresh, idOf, newLine, weighed } from '../lines';
import { gridAnswer } from './answer';

export const gridAuthor: AuthorSide<Of<'grid'>> = {
  label: 'Grid',
  isEmpty: ({ rows, columns }) => [...rows, ...columns].every((part) => !part.text),
  canShuffle: true,
  hasRightParts: () => true,
  blank: (newId) => ({
    ...fresh(newId),
    kind: 'grid',
    pick: 'one',
    rows: [newLine(newId), newLine(newId)],
    columns: [newLine(newId), newLine(newId), newLine(newId)],
  }),
  lines: (question) => question.rows.map((row) => ({ id: row.id, text: row.text, ...weighed(row) })),
  become: (question, lines, _old, newId) =>
    lines.length === 0
      ? question
      : { ...question, rows: lines.map((line) => ({ id: idOf(line, 'i', newId), text: line.text })) },
  rightText: (question) => gridAnswer.answerText(question, question.key ?? {}),
  idSpaces: (question) => [idsIn('rows', question.rows), idsIn('columns', question.columns)],
  unweighed: (question) => ({ ...question, rows: bare(question.rows) }),
};
