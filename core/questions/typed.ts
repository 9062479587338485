/** What lines and texts have in common. */
import { plainAnswer } from '../values/answer';
import { LONGEST_ANSWER, LONGEST_ESSAY } from '../schema/longest';
import { type Asked, asked } from './asked';
import type { AnswerSide, Of, ScoreSide, ViewSide } from './kind';

type Typed = Of<'text' | 'essay'>;

const typedAnswer = (longest: number): AnswerSide<Typed> => ({
  answerFault: (_question, answer) => (typeof answer === 'string' ? null : 'words are expected'),
  refusal: (_question, answer) =>
    plainAnswer(answer).length > longest
      ? { code: 'too-long', message: `Please keep it under ${longest} characters.` }
      : null,
  answerText: (_question, answer) => plainAnswer(answer),
});
export const lineAnswer = typedAnswer(LONGEST_ANSWER);
export const textAnswer = typedAnswer(LONGEST_ESSAY);

export type TypedView = Asked & { kind: 'text' | 'essay' };
export const typedView: ViewSide<Typed, TypedView> = {
  view: (question, showing) => ({ kind: question.kind, ...asked(question, showing) }),
};

/** Words have no weights of their own. */
export const weightless: Pick<ScoreSide<Typed>, 'weights' | 'weigh'> = { weights: () => [], weigh: () => undefined };
