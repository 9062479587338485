import { partOf } from '../../values/answer';
import type { AnswerSide, Of } from '../kind';
import { partsFault, partsRefusal, wordsOf } from '../parts';

type Match = Of<'match'>;
const lefts = (question: Match) => question.pairs.map((p) => p.left.id);
export const rightsOf = (question: Match) => [...question.pairs.map((p) => p.right), ...(question.extras ?? [])];

/** Right ids by left id. */
export const matchAnswer: AnswerSide<Match> = {
  answerFault(question, answer) {
    const rights = new Set(rightsOf(question).map((r) => r.id));
    return partsFault(answer, lefts(question), (value) =>
      typeof value === 'string' && rights.has(value) ? null : 'the id of a right side is expected',
    );
  },
  refusal: (question, answer) => partsRefusal(question, answer, lefts(question)),
  answerText: (question, answer) =>
    question.pairs
      .flatMap(({ left }) => {
        const right = partOf(answer, left.id);
        return typeof right === 'string' ? [`${wordsOf([left], left.id)}: ${wordsOf(rightsOf(question), right)}`] : [];
      })
      .join('; '),
};
