import { bare, idsIn } from '../lines';
import { numbered } from '../../text/language';
import type { AuthorSide, Of } from '../kind';
import { fresh, idOf, newLine, sided, weighed } from '../lines';

export const orderAuthor: AuthorSide<Of<'order'>> = {
  label: 'Put in order',
  isEmpty: ({ items }) => items.every((i) => !i.text),
  canShuffle: true,
  hasRightParts: () => true,
  summary: ({ items }) => [{ words: items.map((i) => i.text).join(' → ') }],
  blank: (newId) => ({ ...fresh(newId), kind: 'order', items: [newLine(newId), newLine(newId), newLine(newId)] }),
  lines: (question) => question.items,
  become: (question, lines, _old, newId) =>
    lines.length === 0
      ? question
      : {
          ...question,
          items: lines.map((line) => ({ id: idOf(line, 'i', newId), ...sided(line), ...weighed(line) })),
        },
  rightText: (question) => (question.keyed === false ? '' : numbered(question.items.map((i) => i.text))),
  idSpaces: (question) => [idsIn('items', question.items)],
  unweighed: (question) => ({ ...question, items: bare(question.items) }),
};
