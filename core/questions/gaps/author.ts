import { plainText } from '../../text/rich';
import { idsIn } from '../lines';
import type { AuthorSide, Of } from '../kind';
import { fresh, spelled } from '../lines';
import { rightSpelling } from '../tries';

export const gapsAuthor: AuthorSide<Of<'gaps'>> = {
  label: 'Fill the gaps',
  isEmpty: ({ gaps, text }) => gaps.length === 0 && plainText(text) === '',
  hasRightParts: () => true,
  blank: (newId) => ({ ...fresh(newId), kind: 'gaps', text: '', gaps: [] }),
  lines: (question) => question.gaps.flatMap((g) => spelled(g.accept).slice(0, 1)),
  become: (question) => question,
  alsoHas: (question) => ({ gaps: question.gaps.length }),
  rightText: (question) => question.gaps.map((g) => rightSpelling(g.accept) || '–').join(', '),
  idSpaces: (question) => [idsIn('gaps', question.gaps)],
};
