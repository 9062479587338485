import { idsIn } from '../lines';
import type { AuthorSide, Of } from '../kind';
import { fresh, spelled } from '../lines';
import { rightSpelling } from '../tries';

type Spots = Of<'spots'>;
const withoutMedia = ({ media: _media, ...rest }: Spots): Spots => rest;

export const spotsAuthor: AuthorSide<Spots> = {
  label: 'Places in a picture',
  isEmpty: ({ picture }) => !picture,
  hasRightParts: () => true,
  blank: (newId) => ({ ...fresh(newId), kind: 'spots', spots: [] }),
  lines: (question) => question.spots.map((s) => ({ id: s.id, text: s.text ?? spelled(s.accept)[0]?.text ?? '' })),
  become(question, _lines, old) {
    const { picture, ...others } = old.media ?? {};
    if (!picture) return question;
    return { ...withoutMedia(question), picture, ...(Object.keys(others).length ? { media: others } : {}) };
  },
  alsoHas: (question) => ({ pictures: question.picture ? 1 : 0, places: question.spots.length }),
  rightText: (question) =>
    question.spots
      .filter((s) => s.accept)
      .map((s, i) => `${s.text ?? i + 1}: ${rightSpelling(s.accept)}`)
      .join('; '),
  idSpaces: (question) => [idsIn('spots', question.spots)],
};
