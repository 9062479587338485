/**
 * A question as assessment formats know it (QTI 3.0, xAPI 1.0.3): which interaction it is, what stands in it, what is right. A kind says
 * which one it is, and becomes a question again out of it; formats write and read these and know no kinds.
 */
import type { Accepted, Picture, RichText, Spots } from '../schema/quiz';
import type { Answer } from '../values/answer';

export type Part = { id: string; text: string; picture?: Picture };
/** @property credit 0..1 @property weights by scale or outcome */
export type Choosable = Part & { credit?: number; weights?: Record<string, number> };
export type Spelling = Exclude<Accepted, string>;
type Shape = NonNullable<Spots['spots'][number]['region']>;

export type Interaction =
  /** `right`: whether any of it is. */
  | { is: 'choice'; many: boolean; options: Choosable[]; min?: number; max?: number; asDropDown?: boolean }
  /** In their right order, where there is one. */
  | { is: 'order'; items: Part[]; keyed: boolean }
  /** `pairs` name a left and a right one. */
  | { is: 'match'; left: Part[]; right: Part[]; pairs: [left: string, right: string][] }
  /** Rows and columns; `pairs` are right. */
  | { is: 'grid'; many: boolean; rows: Part[]; columns: Part[]; pairs: [row: string, column: string][]; keyed: boolean }
  | { is: 'text'; accept: Spelling[] }
  | { is: 'essay' }
  /** Inclusive bounds of what is right; null where nothing is. `slides`: between two bounds. */
  | {
      is: 'number';
      slides: boolean;
      min?: number;
      max?: number;
      step?: number;
      right: [number, number] | null;
      target?: number;
    }
  | { is: 'rating'; min: number; max: number }
  /** Days, YYYY-MM-DD. */
  | { is: 'date'; right: [string, string] | null; target?: string; min?: string; max?: string }
  | { is: 'gaps'; text: RichText; gaps: { id: string; accept: Spelling[] }[] }
  /** Places to be pointed at. In shares of the picture. */
  | { is: 'point'; picture: Picture | null; spots: { id: string; text: string; region: Shape | null }[] }
  /** Places to be named. */
  | { is: 'name'; picture: Picture | null; spots: { id: string; at: [number, number] | null; accept: Spelling[] }[] };

/** What an answer says of each part, as names of parts, words and numbers: `[["left", "right"]]`, `[["a"], ["c"]]`, `[["12"]]`. */
export type Response = string[][];

export type AssessSide<Q> = {
  interaction(question: Q): Interaction;
  response(question: Q, answer: Answer): Response;
};

export const spellings = (accept: readonly Accepted[] | undefined): Spelling[] =>
  (accept ?? []).map((one) => (typeof one === 'string' ? { text: one } : one));
/** The other way round, as short as it goes. */
export const accepts = (all: readonly Spelling[]): Accepted[] =>
  all.map((one) => (one.credit === undefined || one.credit === 1 ? one.text : one));

export const partOf = ({ id, text, picture }: Part): Part => ({ id, text, ...(picture ? { picture } : {}) });
/** What a part is called, by its words or by what its picture shows. */
export const nameOfPart = ({ id, text, picture }: Part): string => text || picture?.text || id;
