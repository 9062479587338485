/** The only list of kinds. Whoever wants to know something of a question asks its kind here. */
import type { Question, QuestionKind } from '../quiz/schema';
import { choiceList } from './choice/list';
import { textList } from './text/list';
import { essayList } from './essay/list';
import { numberList } from './number/list';
import { sliderList } from './slider/list';
import { ratingList } from './rating/list';
import { dateList } from './date/list';
import { orderList } from './order/list';
import { matchList } from './match/list';
import { gapsList } from './gaps/list';
import { gridList } from './grid/list';
import { spotsList } from './spots/list';
import { type Answer, isAnswered } from '../score/answer';
import { choiceAuthor } from './choice/author';
import { textAuthor } from './text/author';
import { essayAuthor } from './essay/author';
import { numberAuthor } from './number/author';
import { sliderAuthor } from './slider/author';
import { ratingAuthor } from './rating/author';
import { dateAuthor } from './date/author';
import { orderAuthor } from './order/author';
import { matchAuthor } from './match/author';
import { gapsAuthor } from './gaps/author';
import { gridAuthor } from './grid/author';
import { spotsAuthor } from './spots/author';
import { choiceRehearse } from './choice/rehearse';
import { textRehearse } from './text/rehearse';
import { essayRehearse } from './essay/rehearse';
import { numberRehearse } from './number/rehearse';
import { steppedRehearse } from './slider/rehearse';
import { dateRehearse } from './date/rehearse';
import { orderRehearse } from './order/rehearse';
import { matchRehearse } from './match/rehearse';
import { gapsRehearse } from './gaps/rehearse';
import { gridRehearse } from './grid/rehearse';
import { spotsRehearse } from './spots/rehearse';
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
import type { Kind, NewId, Of, RowRead } from './kind';
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
  choice: { ...choiceAnswer, ...choiceView, ...choiceScore, ...choiceRehearse, ...choiceAuthor, ...choiceList },
  text: { ...lineAnswer, ...typedView, ...textScore, ...textRehearse, ...textAuthor, ...textList },
  essay: { ...textAnswer, ...typedView, ...essayScore, ...essayRehearse, ...essayAuthor, ...essayList },
  number: { ...measuredAnswer, ...measuredView, ...targetedScore, ...numberRehearse, ...numberAuthor, ...numberList },
  slider: { ...measuredAnswer, ...measuredView, ...targetedScore, ...steppedRehearse, ...sliderAuthor, ...sliderList },
  rating: { ...measuredAnswer, ...ratingView, ...ratingScore, ...steppedRehearse, ...ratingAuthor, ...ratingList },
  date: { ...dateAnswer, ...dateView, ...dateScore, ...dateRehearse, ...dateAuthor, ...dateList },
  order: { ...orderAnswer, ...orderView, ...orderScore, ...orderRehearse, ...orderAuthor, ...orderList },
  match: { ...matchAnswer, ...matchView, ...matchScore, ...matchRehearse, ...matchAuthor, ...matchList },
  gaps: { ...gapsAnswer, ...gapsView, ...gapsScore, ...gapsRehearse, ...gapsAuthor, ...gapsList },
  grid: { ...gridAnswer, ...gridView, ...gridScore, ...gridRehearse, ...gridAuthor, ...gridList },
  spots: { ...spotsAnswer, ...spotsView, ...spotsScore, ...spotsRehearse, ...spotsAuthor, ...spotsList },
};

/** In the order in which they are offered. */
export const kindNames = Object.keys(kinds).filter(isKind);

export function isKind(name: string): name is QuestionKind {
  return Object.hasOwn(kinds, name);
}

/** The kind of a question. Kinds take questions of their own alone: ask it of the question that it was found by. */
export const kindOf = (question: Question): Kind<Question, QuestionView> => kinds[question.kind];

/** The kind, and which variant of it, that some words name in a list; for `folded` words see text/fold. */
export function kindNamed(folded: string): { kind: QuestionKind; variant: string } | undefined {
  for (const kind of kindNames)
    for (const [variant, words] of Object.entries(kinds[kind].listWords ?? {}))
      if (words.includes(folded)) return { kind, variant };
  return undefined;
}
/** The question that a row of a list makes; null where a list cannot hold that kind. */
export const questionFromRow = (kind: QuestionKind, row: RowRead): Question | null =>
  kinds[kind].fromRow?.(row) ?? null;

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

/** A new question of a kind, ready to be typed into. */
export const blankQuestion = (kind: QuestionKind, newId: NewId): Question => kinds[kind].blank(newId);
