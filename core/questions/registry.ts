/** The only list of kinds. Whoever wants to know something of a question asks its kind here. */
import type { Question, QuestionKind } from '../quiz/schema';
import { type Answer, isAnswered } from '../score/answer';
import { choiceAnswer } from './choice/answer';
import { choiceScore } from './choice/score';
import { type ChoiceView, choiceView } from './choice/view';
import { dateAnswer } from './date/answer';
import { dateScore } from './date/score';
import { type DateView, dateView } from './date/view';
import { essayScore } from './essay/score';
import { gapsAnswer } from './gaps/answer';
import { gapsScore } from './gaps/score';
import { type GapsView, gapsView } from './gaps/view';
import { gridAnswer } from './grid/answer';
import { gridScore } from './grid/score';
import { type GridView, gridView } from './grid/view';
import type { Kind, Of } from './kind';
import { matchAnswer } from './match/answer';
import { matchScore } from './match/score';
import { type MatchView, matchView } from './match/view';
import { measuredAnswer, targetedScore } from './measured';
import { type MeasuredView, measuredView } from './number/view';
import { orderAnswer } from './order/answer';
import { orderScore } from './order/score';
import { type OrderView, orderView } from './order/view';
import { ratingScore } from './rating/score';
import { type RatingView, ratingView } from './rating/view';
import { spotsAnswer } from './spots/answer';
import { spotsScore } from './spots/score';
import { type SpotsView, spotsView } from './spots/view';
import { textScore } from './text/score';
import { lineAnswer, textAnswer, type TypedView, typedView } from './typed';

export type {
  ChoiceView,
  DateView,
  GapsView,
  GridView,
  MatchView,
  MeasuredView,
  OrderView,
  RatingView,
  SpotsView,
  TypedView,
};
export type QuestionView =
  | ChoiceView
  | TypedView
  | MeasuredView
  | RatingView
  | DateView
  | OrderView
  | MatchView
  | GapsView
  | GridView
  | SpotsView;

const kinds: { [K in QuestionKind]: Kind<Of<K>, QuestionView> } = {
  choice: { ...choiceAnswer, ...choiceView, ...choiceScore },
  text: { ...lineAnswer, ...typedView, ...textScore },
  essay: { ...textAnswer, ...typedView, ...essayScore },
  number: { ...measuredAnswer, ...measuredView, ...targetedScore },
  slider: { ...measuredAnswer, ...measuredView, ...targetedScore },
  rating: { ...measuredAnswer, ...ratingView, ...ratingScore },
  date: { ...dateAnswer, ...dateView, ...dateScore },
  order: { ...orderAnswer, ...orderView, ...orderScore },
  match: { ...matchAnswer, ...matchView, ...matchScore },
  gaps: { ...gapsAnswer, ...gapsView, ...gapsScore },
  grid: { ...gridAnswer, ...gridView, ...gridScore },
  spots: { ...spotsAnswer, ...spotsView, ...spotsScore },
};

export const isKind = (name: string): name is QuestionKind => Object.hasOwn(kinds, name);

/** The kind of a question. Kinds take questions of their own alone: ask it of the question that it was found by. */
export const kindOf = (question: Question): Kind<Question, QuestionView> => kinds[question.kind];

/** Whether right and wrong exist for it. */
export const isKeyed = (question: Question): boolean => kindOf(question).isKeyed(question);

/** Whether a person marks it. */
export const isReviewed = (question: Question): boolean => kindOf(question).isReviewed?.(question) ?? false;

/** Why something cannot be an answer to this question: a wrong type, or an id that it does not have. Null where it can. */
export const answerFault = (question: Question, answer: unknown): string | null =>
  kindOf(question).answerFault(question, answer);

/** The words of an answer, as a person reads them; none where nothing was answered. */
export const answerText = (question: Question, answer: Answer | undefined): string =>
  isAnswered(answer) ? kindOf(question).answerText(question, answer) : '';
