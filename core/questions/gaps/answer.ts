import { partOf } from '../../values/answer';
import type { AnswerSide, Of } from '../kind';
import { partsFault, partsRefusal } from '../parts';

type Gaps = Of<'gaps'>;
const ids = (question: Gaps) => question.gaps.map((g) => g.id);

/** Words by gap id. */
export const gapsAnswer: AnswerSide<Gaps> = {
  answerFault: (question, answer) =>
    partsFault(answer, ids(question), (value) => (typeof value === 'string' ? null : 'words are expected')),
  refusal: (question, answer) => partsRefusal(question, answer, ids(question)),
  answerText: (question, answer) => question.gaps.map((gap) => partOf(answer, gap.id) ?? '–').join(', '),
};
