import type { ComponentType } from 'react';
import type { Block, Question, Quiz } from '../../core/schema/quiz';
import type { Measure } from '../edits/measures';

export type OtherBlock = Exclude<Block, Question>;
export type Of<K extends OtherBlock['kind']> = Extract<OtherBlock, { kind: K }>;
/** What of the quiz is not drawn anew for each letter typed. */
export type Parts = Pick<Quiz, 'verdicts' | 'scales'>;

/** A kind of block that is no question, in the studio. */
export type StudioBlock<B extends OtherBlock> = {
  Body: ComponentType<{ block: B; quiz: Parts }>;
  /** What stands in rows of its own below it. */
  Below?: ComponentType<{ block: B; quiz: Parts; targets: Measure[] }>;
};
