/**
 * What every kind of question is asked by the rest of the product. Each kind has a folder that answers it, in three parts: answer.ts reads
 * answers, view.ts says what a visitor may see, score.ts what an answer is worth. `registry.ts` is the only list of them, and `laws.test.ts`
 * the suite that each passes.
 */
import type { DrawSide } from './drawing';
import type { AssessSide } from './interaction';
import type { Listed, ListedAnswer, ListedField } from './listed';
import type { Finding } from '../schema/finding';
import type { Looked } from './found';
import type { RefusalCode } from './refusal';
import type { Way, Weights } from './respond';
import type { Answer } from '../values/answer';
import type { Choice, Condition, Picture, Question, QuestionKind, RichText } from '../schema/quiz';

export type Of<K extends QuestionKind> = Extract<Question, { kind: K }>;

/** One test of a condition. */
export type Test = Exclude<Condition, { all: unknown } | { any: unknown } | { not: unknown }>;

export type Told = { code: RefusalCode; message: string };

/** Reading answers. */
export type AnswerSide<Q extends Question> = {
  /** Why something cannot be an answer: a wrong type, or an id that the question does not have. Null where it can. Takes any JSON. */
  answerFault(question: Q, answer: unknown): string | null;
  /** The words for an unreadable answer, if there is more to say than that it cannot be taken. */
  toldOfFault?(question: Q, answer: Answer): Told | null;
  /** The words for a required question that was left empty. */
  toldOfNothing?(question: Q): string;
  /** The words for a readable answer that is outside the allowed range; null if it is inside. */
  refusal(question: Q, answer: Answer): Told | null;
  /** Whether answers are days, which each language writes in its own way. */
  isDay?: true;
  /** The words of an answer, as a person reads them. */
  answerText(question: Q, answer: Answer): string;
};

/** How a view is made: `mixed` shuffles as this visitor sees it, `fill` puts values into words. */
export type Showing = { mixed: <T>(parts: T[]) => T[]; fill: (text: RichText) => RichText };

/** What a visitor may see. Built field by field, so that a field added to the document stays secret until it is named here. */
export type ViewSide<Q extends Question, View> = {
  view(question: Q, showing: Showing): View;
};

/** @property credit 0..1, not yet rounded, so that a third of three marks is one mark; null where there is no key, no answer, or a person has yet to mark it (`pending`) */
export type Grade = { credit: number | null; pending: boolean };
export const graded = (credit: number): Grade => ({ credit, pending: false });
export const ungraded: Grade = { credit: null, pending: false };
export const pending: Grade = { credit: null, pending: true };

/** The least and the most; ±Infinity where a number without bounds can add any amount. */
export type Range = { low: number; high: number };

/** The marks of an answer by the key alone. */
export type MarksOf = (answer: Answer) => number;
/** A weight that an answer has, and how often it counts. */
export type Take = (weight: number | undefined, times: number) => void;

/** What an answer is worth. Formulas: model, section 3. */
export type ScoreSide<Q extends Question> = {
  /** Whether right and wrong exist for it. */
  isKeyed(question: Q): boolean;
  /** Whether a person marks it. */
  isReviewed?(question: Q): boolean;
  /** How right an answer is, of a question that has a key. */
  grade(question: Q, answer: Answer): Grade;
  /** The weights of its parts, by scale or outcome. */
  weights(question: Q): (Record<string, number> | undefined)[];
  /** Hands over each weight for a target that an answer has. */
  weigh(question: Q, target: string, answer: Answer, take: Take): void;
  /**
   * The least and the most that an answer can add to a target.
   * @param marks where marks go into that target too
   */
  range(question: Q, target: string, marks: MarksOf | null): Range;
};

/** How visitors answer a question unevenly: by a guess, or as real ones did. */
export type ResponseModel<Q extends Question> = {
  /**
   * What its weights are:
   * - `options`: of a choice of one the weight of each option, of a choice of several the probability 0..1 of each by itself;
   * - `values`: the weight of each number that may be given;
   * - `cells`: by `cellOf` row and column of a grid without a key; a weight where a row takes one column, the probability of each by itself where it takes several;
   * - `places`: by `cellOf` item and place, from 1, the weight of each item among those that are left for that place;
   * - `right`: the probability 0..1 of being right; what is given else is the same wrong answer.
   */
  of: 'options' | 'values' | 'cells' | 'places' | 'right';
  /** Whether weights say something that can be used. */
  isSaid(question: Q, weights: Weights): boolean;
  /** The answers that weights name, where they are not those to try. */
  answers?(weights: Weights): Answer[];
  /** How likely an answer is, up to a factor that is the same for all answers. @param i its place among the answers to try */
  shareOf(question: Q, weights: Weights, answer: Answer, i: number): number;
  /** An answer by these weights, where it need not be drawn from a list of all; null where none was found. */
  draw?(question: Q, weights: Weights, random: () => number): Answer | null;
  /** The creator's guess as weights; null where there is none. */
  guessed(question: Q): Weights | null;
  /** What weights come to, in words of the creator and shares. */
  told(question: Q, weights: Weights): [words: string, share: number][];
  /** What an answer adds to the figures of its question: keys of `countsOf`. @param isRight at the first try that counts */
  counted(question: Q, answer: Answer, isRight: () => boolean): string[];
};

/** How rehearsed visitors answer (model, section 5). */
export type RehearseSide<Q extends Question> = {
  /** Null where all visitors give the same answer to it. */
  model(question: Q): ResponseModel<Q> | null;
  /** How many ways of answering there are, where that depends on the question. */
  countWays?(question: Q): number;
  /** Every answer worth trying, each as likely as the others. Of a question whose ways can be listed. */
  tries(question: Q): Answer[];
  /** One of the answers, where there are too many to be listed. */
  draw?(question: Q, random: () => number): Answer;
  /** Answers that a key, a weight or one of these tests can tell from the others, where those to try are not enough. */
  answersFor?(question: Q, tests: Test[]): Answer[];
  /** Parts that are answered independently of each other, and add up: followed one by one where there are too many ways to answer them all. */
  parts?: {
    areIndependent(question: Q): boolean;
    /** By part, the ways to answer it alone. */
    ways(question: Q, weights: Weights | null): Way[][];
  };
  /** What a condition can ask of an answer: which options are chosen, how large it is, what words are in it. */
  comparable(question: Q): { options?: string[]; number?: true; words?: true };
};

/** Ids are made by the caller, since the core has no randomness of its own. */
export type NewId = (prefix: string) => string;

/** A line of a question of any kind: an answer, an item, a row, one side of a pair, an accepted spelling. */
export type Line = {
  id?: string;
  text: string;
  picture?: Picture;
  credit?: number;
  weights?: Record<string, number>;
  /** The other side of a pair. */
  with?: string;
};

/** @property other whether words of the visitor's own may be given instead, under the id `OTHER` */
export type Offered = { pick: 'one' | 'many'; options: Choice['options']; other: boolean };

/** Ids that must differ, each with its place: `options/0`. */
export type IdSpace = { id: string; at: string }[];

/** What a creator does with it. */
export type AuthorSide<Q extends Question> = {
  /** What a creator calls this kind. */
  label: string;
  /** Whether nothing has been typed under its wording yet, so that it can go or become another kind without a loss. */
  isEmpty(question: Q): boolean;
  /** Whether its parts can be in another order for each visitor. */
  canShuffle?: true;
  /** Whether its parts can each be right, so that a share of them can be worth a share of the marks. */
  hasRightParts?(question: Q): boolean;
  /** The same question, taking one more spelling for right. Of one whose words are typed. */
  acceptSpelling?(question: Q, words: string): Partial<Q>;
  /** The same question, taking one more of its options for right; null where it has none of this id. */
  acceptOption?(question: Q, id: string): Partial<Q> | null;
  /** What stands in it, in short, and how right each of it is where that is known. */
  summary?(question: Q): { words: string; credit?: number }[];
  /** A new one, ready to be typed into. */
  blank(newId: NewId): Q;
  /** Its lines, as another kind may take them over. */
  lines(question: Q): Line[];
  /** A new one, already with what all kinds have, that takes over the lines and whatever else it can hold of the old one. */
  become(question: Q, lines: Line[], old: Question, newId: NewId): Q;
  /** What else stands in it, counted, so that what is lost can be told. */
  alsoHas?(question: Q): { pictures?: number; gaps?: number; places?: number };
  /** What counts as right, in words; "" where nothing does. */
  rightText(question: Q): string;
  /** The options that visitors choose among, where there are any. */
  offered?(question: Q): Offered;
  /** Its parts by the ids that must differ from each other, each with its place in the question. */
  idSpaces?(question: Q): IdSpace[];
  /** The question without the weights of its parts. */
  unweighed?(question: Q): Q;
};

/** The fields of one question in a form that was sent. */
export type FormRead = {
  /** What was chosen or typed for the question as a whole; never empty words. */
  given: string[];
  /** The words of a free entry. */
  words: string;
  /** What was typed or chosen for a part, without white space around it; "" where nothing was. */
  part: (id: string, side?: 'x' | 'y') => string;
  /** All that was chosen for a part; undefined where nothing was. */
  chosen: (id: string) => string[] | undefined;
};

/** Answering without scripts. */
export type FormSide<View> = {
  /** What a form says of a question as it was shown; undefined where nothing was filled in. */
  fromForm(view: View, form: FormRead): Answer | undefined;
};

/** Whatever of a question can add to a scale or outcome: an answer, an item, a row, its number; or the question as a whole, that may be right. */
export type WeighedPart = {
  id: string;
  /** The list of the question that it stands in; the question itself where there is none. */
  list?: 'options' | 'items' | 'rows';
  words: string;
  weights: Record<string, number> | undefined;
  /**
   * What a weight is multiplied with: nothing for an answer that is chosen, the worth of a column, the number given, places above the last.
   * `key`: a question as a whole, that weighs nothing but may be right.
   */
  times: 'once' | 'column' | 'number' | 'place' | 'key';
  /** Whether choosing it can be right, and how right it is. */
  keyed: boolean;
  credit?: number;
  /**
   * The creator's guess, and what it says: percent of visitors who choose the answer, who put the item first, or who have the question right;
   * the value given on average; the mean place of the columns of a grid, or how many columns a row gets on average. `whole`: it is one for
   * the question, and stands with this part.
   */
  guess?: { value: number | undefined; of: 'chosen' | 'first' | 'right' | 'mean' | 'column' | 'ticked'; whole?: true };
};

/** What a creator weighs. */
export type WeighSide<Q extends Question> = { weighed(question: Q): WeighedPart[] };

/** What a row of a list says of a question, beside what all kinds have. */
export type Row = { kind: string; answers?: ListedAnswer[]; right?: string; fields?: Listed['fields'] };
/** A row that is read. */
export type RowRead = {
  /** What all kinds have, read already. */
  common: Common;
  /** Which of the kind's variants was named, or guessed; and whether it was named. */
  variant: string;
  isNamed: boolean;
  answers: ListedAnswer[];
  right: string;
  number: (field: ListedField) => number | undefined;
  /** What is told of the row: `said` stands behind the question's name. */
  understood: (said: string) => void;
  note: (is: 'guessed' | 'refused', said: (name: string) => string) => void;
};
export type Common = Pick<
  Question,
  | 'id'
  | 'prompt'
  | 'required'
  | 'name'
  | 'hint'
  | 'marks'
  | 'penalty'
  | 'limit'
  | 'credit'
  | 'shuffle'
  | 'explain'
  | 'media'
>;

/** A row of a list, read and written. */
export type ListSide<Q extends Question> = {
  /** The words that name it in a list, by variant. */
  listWords?: Record<string, string[]>;
  /** Null where a list cannot hold it. @param lose is told what of it a list cannot hold */
  toRow(question: Q, lose: (what: (name: string) => string) => void): Row | null;
  fromRow?(row: RowRead): Q;
};

/** What can be wrong with it. */
export type FindingSide<Q extends Question> = {
  /** What is wrong or risky in it by itself, beside what all kinds have. */
  findings?(question: Q, looked: Looked): Finding[];
  /** What in it names a part that is gone. */
  dangling?(question: Q, looked: Looked): Finding[];
  /** Whether it asks for an opinion as a rule, so that a key is not missed. */
  isOpinion?: true;
};

export type Kind<Q extends Question, View> = AnswerSide<Q> &
  ViewSide<Q, View> &
  ScoreSide<Q> &
  RehearseSide<Q> &
  AuthorSide<Q> &
  WeighSide<Q> &
  FormSide<View> &
  ListSide<Q> &
  FindingSide<Q> &
  DrawSide<Q> &
  AssessSide<Q>;
