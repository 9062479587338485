import type { ComponentType } from 'react';
import type { QuestionView } from '../../core/flow/view';
import type { Answer } from '../../core/values/answer';
import type { Words } from '../languages/say';
import type { Asked } from './parts';

/** A kind of question on the visitor's page. */
export type VisitorKind<V extends QuestionView> = {
  Question: ComponentType<Asked<V>>;
  /** What the waiting button says is missing; null when the answer can be sent. */
  missing(block: V, answer: Answer | undefined, say: Words['say']): string | null;
};
