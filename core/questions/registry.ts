/** The only list of kinds. Whoever wants to know something of a question asks its kind here. */
import type { Question, QuestionKind } from '../schema/quiz';
import { type Answer, isAnswered } from '../values/answer';
import { choice } from './choice';
import { date } from './date';
import { essay } from './essay';
import { gaps } from './gaps';
import { grid } from './grid';
import { match } from './match';
import { number } from './number';
import { order } from './order';
import { rating } from './rating';
import { slider } from './slider';
import { spots } from './spots';
import { text } from './text';
import type { FormRead, Kind, NewId, Of, Offered, ResponseModel, RowRead } from './kind';
import type { ChoiceView } from './choice/view';
import type { DateView } from './date/view';
import type { GapsView } from './gaps/view';
import type { GridView } from './grid/view';
import type { MatchView } from './match/view';
import type { MeasuredView } from './number/view';
import type { OrderView } from './order/view';
import type { RatingView } from './rating/view';
import type { SpotsView } from './spots/view';
import type { TypedView } from './typed';

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
  choice,
  text,
  essay,
  number,
  slider,
  rating,
  date,
  order,
  match,
  gaps,
  grid,
  spots,
};

/** In the order in which they are offered. */
export const kindNames = Object.keys(kinds).filter(isKind);

export function isKind(name: string): name is QuestionKind {
  return Object.hasOwn(kinds, name);
}

/** What creators call the kinds. */
export const kindLabel = (kind: QuestionKind): string => kinds[kind].label;

/** The kind of a question. Kinds take questions of their own alone: ask it of the question that it was found by. */
export const kindOf = (question: Question): Kind<Question, QuestionView> => kinds[question.kind];

/** The kind, and which variant of it, that some words name in a list; for `folded` words see text/fold. */
export function kindNamed(folded: string): { kind: QuestionKind; variant: string } | undefined {
  for (const kind of kindNames)
    for (const [variant, words] of Object.entries(kinds[kind].listWords ?? {}))
      if (words.includes(folded)) return { kind, variant };
  return undefined;
}
/** The words by which a list names each kind, and each variant of it. */
export const kindWords = (): string[] =>
  kindNames.flatMap((kind) => Object.values(kinds[kind].listWords ?? {}).flatMap(([word]) => word ?? []));
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

/** How visitors may answer it unevenly; null where all give the same answer. */
export const modelOf = (question: Question): ResponseModel<Question> | null => kindOf(question).model(question);

/** The options that visitors choose among; undefined for questions that are answered in another way. */
export const offeredBy = (question: Question | undefined): Offered | undefined =>
  question && kindOf(question).offered?.(question);

/** Every id that can be chosen, the free entry included; none for questions that are answered in another way. */
export const idsOffered = (question: Question): string[] => kindOf(question).comparable(question).options ?? [];

/** The words of an answer, as a person reads them; none where nothing was answered. */
export const answerText = (question: Question, answer: Answer | undefined): string =>
  isAnswered(answer) ? kindOf(question).answerText(question, answer) : '';

/** A new question of a kind, ready to be typed into. */
export const blankQuestion = (kind: QuestionKind, newId: NewId): Question => kinds[kind].blank(newId);

/** What a form says of a question as it was shown; undefined where nothing was filled in. */
export const answerFromForm = (view: QuestionView, form: FormRead): Answer | undefined =>
  kinds[view.kind].fromForm(view, form);
