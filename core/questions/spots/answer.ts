import { partOf } from '../../values/answer';
import type { AnswerSide, Of } from '../kind';
import { partsFault, partsRefusal } from '../parts';

type Spots = Of<'spots'>;
const ids = (question: Spots) => question.spots.map((s) => s.id);

const isPoint = (value: unknown): boolean =>
  Array.isArray(value) && value.length === 2 && value.every((n) => typeof n === 'number' && n >= 0 && n <= 1);

/** Words, or a point, by spot id. */
export const spotsAnswer: AnswerSide<Spots> = {
  answerFault: (question, answer) =>
    partsFault(answer, ids(question), (value) =>
      typeof value === 'string' || isPoint(value) ? null : 'words, or a point [x, y] from 0 to 1, are expected',
    ),
  refusal: (question, answer) => partsRefusal(question, answer, ids(question)),
  answerText: (question, answer) =>
    question.spots
      .flatMap((spot, i) => {
        const value = partOf(answer, spot.id);
        if (value === undefined) return [];
        const named = spot.text ?? String(i + 1);
        return [`${named}: ${Array.isArray(value) ? value.map((n) => Number(n).toFixed(2)).join(' / ') : value}`];
      })
      .join('; '),
};
