import type { ComponentType } from 'react';
import type { Quiz, Verdict } from '../../core/schema/quiz';

export type Props<V extends Verdict> = { quiz: Quiz; verdict: V };

/** A way to decide a verdict, in the studio. */
export type StudioVerdict<V extends Verdict> = {
  /** Behind “is decided by”. */
  label: string;
  /** Behind the verdict's name, above its columns. */
  saidAs(verdict: V): string;
  /** What it is where nothing decides and nothing is said. */
  orElse: string;
  /** What its outcomes collect, if they do. */
  collects?: string;
  /** How it is decided, as a sentence behind its label. */
  Sentence: ComponentType<Props<V>>;
  /** Below the sentence. */
  Body?: ComponentType<Props<V>>;
  /** The same, where its outcomes are written. */
  InShort?: ComponentType<{ verdict: V }>;
};
