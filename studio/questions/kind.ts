import type { ComponentType } from 'react';
import type { Question } from '../../core/schema/quiz';
import type { Measure } from '../edits/measures';
import type { Cursor } from '../fields/cursor';
import type { Hands } from './lines';

export type Body<Q extends Question> = { question: Q; targets: Measure[]; cursor: Cursor | null; hands: Hands };

/** A kind of question in the studio. */
export type StudioKind<Q extends Question> = {
  /** What is typed under its wording. */
  Body: ComponentType<Body<Q>>;
  /** The field of the first line under its wording; undefined where there is none yet. */
  firstField?(question: Q): string | undefined;
  /** The list in which a first line is made, where it has none. */
  list?: 'options' | 'items';
  /** Its own lines say which keys go on. */
  saysKeys?: true;
  /** What is set, in words; whether it is required is said in any case. */
  settingsInWords?(question: Q): string;
  /** Settings of its own. */
  Settings?: ComponentType<{ question: Q }>;
  /** Beside the settings that all kinds have. */
  MoreSettings?: ComponentType<{ question: Q }>;
  /** It has a picture of its own, and none above it. */
  hasOwnPicture?: true;
  /** Its key is typed in Score, rather than marked at its lines. */
  typesKey?: true;
  /** What of its key is set in Score, below what it is worth. */
  Key?: ComponentType<{ question: Q }>;
};
