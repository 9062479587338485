import { bare, idsIn } from '../lines';
import type { Choice } from '../../schema/quiz';
import type { AuthorSide } from '../kind';
import { fresh, idOf, sided, weighed } from '../lines';

export const choiceAuthor: AuthorSide<Choice> = {
  label: 'Choice',
  isEmpty: ({ options }) => options.every((o) => !o.text && !o.picture),
  canShuffle: true,
  hasRightParts: ({ pick }) => pick === 'many',
  summary({ options }) {
    const isKeyed = options.some((o) => o.credit);
    return options.map((o) => ({ words: o.text, ...(isKeyed ? { credit: o.credit ?? 0 } : {}) }));
  },
  blank: (newId) => ({
    ...fresh(newId),
    kind: 'choice',
    pick: 'one',
    options: [
      { id: newId('o'), text: '' },
      { id: newId('o'), text: '' },
    ],
  }),
  lines: (question) => question.options,
  become: (question, lines, _old, newId) =>
    lines.length === 0
      ? question
      : {
          ...question,
          options: lines.map((line) => ({
            id: idOf(line, 'o', newId),
            ...sided(line),
            ...(line.credit === undefined ? {} : { credit: line.credit }),
            ...weighed(line),
          })),
        },
  rightText: (question) =>
    question.options
      .filter((o) => o.credit === 1)
      .map((o) => o.text || (o.picture?.text ?? ''))
      .join(', '),
  acceptOption: ({ options }, id) =>
    options.some((o) => o.id === id) ? { options: options.map((o) => (o.id === id ? { ...o, credit: 1 } : o)) } : null,
  idSpaces: (question) => [idsIn('options', question.options)],
  offered: ({ pick, options, other = false }) => ({ pick, options, other }),
  unweighed: (question) => ({ ...question, options: bare(question.options) }),
};
