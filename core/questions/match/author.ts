import { idsIn } from '../lines';
import type { AuthorSide, NewId, Of } from '../kind';
import { fresh, idOf, sided } from '../lines';

/** Two things that belong together, with nothing written yet. */
export const newPair = (newId: NewId) => ({
  left: { id: newId('l'), text: '' },
  right: { id: newId('r'), text: '' },
});

export const matchAuthor: AuthorSide<Of<'match'>> = {
  label: 'Match pairs',
  isEmpty: ({ pairs }) => pairs.every((p) => !p.left.text && !p.right.text),
  canShuffle: true,
  hasRightParts: () => true,
  summary: ({ pairs }) => [{ words: pairs.map((p) => `${p.left.text} = ${p.right.text}`).join('; ') }],
  blank: (newId) => ({ ...fresh(newId), kind: 'match', pairs: [newPair(newId), newPair(newId)] }),
  lines: (question) => question.pairs.map((p) => ({ ...p.left, with: p.right.text })),
  become: (question, lines, _old, newId) =>
    lines.length === 0
      ? question
      : {
          ...question,
          pairs: lines.map((line) => ({
            left: { id: idOf(line, 'l', newId), ...sided(line) },
            right: { id: newId('r'), text: line.with ?? '' },
          })),
        },
  rightText: (question) =>
    question.pairs
      .map((p) => `${p.left.text || p.left.picture?.text}: ${p.right.text || p.right.picture?.text}`)
      .join('; '),
  idSpaces: ({ pairs, extras = [] }) => [
    pairs.map((p, i) => ({ id: p.left.id, at: `pairs/${i}/left` })),
    [...pairs.map((p, i) => ({ id: p.right.id, at: `pairs/${i}/right` })), ...idsIn('extras', extras)],
  ],
};
