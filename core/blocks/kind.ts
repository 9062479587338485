/**
 * What every kind of block that is no question is asked by the rest of the product: what a visitor may see of it, a new one, what is wrong in
 * it and what it names that is gone. `registry.ts` is the only list of them.
 */
import type { Finding } from '../schema/finding';
import type { Block, Question, Quiz, RichText, Unit } from '../schema/quiz';
import type { NewId } from '../questions/kind';
import type { OutcomeView, ReasonLine, ReviewLine, ScoreLine } from './view';

export type OtherBlock = Exclude<Block, Question>;
export type Of<K extends OtherBlock['kind']> = Extract<OtherBlock, { kind: K }>;

/** What a run has come to, as far as blocks show it; worked out only when asked for. */
export type Reached = {
  quiz: Quiz;
  /** Puts values of the run into words. */
  fill: (text: RichText) => RichText;
  known: (id: string) => string | undefined;
  /** The outcomes of a verdict, as a visitor sees them. */
  outcomes: (verdict: string) => OutcomeView[];
  /** How many answers wait for a person, where that may change the verdict; undefined where it stands. */
  waiting: (verdict: string) => number | undefined;
  /** Whether any verdict may still change. */
  isProvisional: () => boolean;
  scores: (ids: string[], unit: Unit | undefined) => ScoreLine[];
  topics: (of: string, unit: Unit | undefined) => ScoreLine[];
  /** What spoke for the outcome of a verdict, the most first. */
  reasons: (verdict: string) => ReasonLine[];
  /** Than how many of a hundred this one came further; null where too few have finished. */
  standing: (of: string) => number | null;
  answers: (allowed: { right?: boolean; marks?: boolean; explanations?: boolean }) => ReviewLine[];
};

/** Where a block is looked over. */
export type BlockPlace = { quiz: Quiz; at: string[]; page: string };

/** What a document has, to tell what is named and gone. */
export type There = {
  verdict: (id: string) => boolean;
  scale: (id: string) => boolean;
  topic: (id: string) => boolean;
  question: (id: string) => boolean;
  known: (id: string) => boolean;
  /** Quizzes that are published; undefined where that is not known. */
  published: ReadonlySet<string> | undefined;
};
/** @property at part of the block that it is about */
export type Dangling = { code: 'unknown-reference' | 'handover-unpublished'; message: string; at?: string };

export type BlockKind<B extends OtherBlock, View> = {
  /** What a creator calls it. */
  label: string;
  /** It tells how it went, and stands on results alone: what a visitor turns out to be is not told before the questions are over. */
  atTheEnd?: true;
  /** What a visitor may see of it, built field by field; null where there is nothing to show. */
  view(block: B, reached: Reached): View | null;
  /** A new one, ready to be filled in. */
  blank(newId: NewId, quiz: Quiz): B;
  /** What is wrong or risky in it by itself. */
  findings?(block: B, place: BlockPlace): Finding[];
  /** What it names that is gone. */
  dangling?(block: B, there: There): Dangling[];
};
