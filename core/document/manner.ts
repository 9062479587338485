/** What can be said of how visitors answer a question, by a guess or by counting. */
import type { Manner } from '../questions/kind';
import { kindOf } from '../questions/registry';
import type { Question } from './schema';

export type { Manner } from '../questions/kind';

/** How a mix speaks of a question; null where all visitors give the same answer to it. */
export const mannerOf = (question: Question): Manner | null => kindOf(question).manner(question);
