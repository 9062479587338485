import type { Letter, Quiz, RichDoc } from '../schema/quiz';
import { fillFor } from './result';
import { fillRich, plainText } from '../text/rich';
import type { Run } from './run';

/** A letter filled in for a run: its inserts become words here, so that it says what was true when it was written. */
export function composeLetter(quiz: Quiz, run: Run, letter: Letter): { subject: string; body: RichDoc } {
  const fill = fillFor(quiz, run);
  return {
    subject: plainText(letter.subject, fill).replace(/\s+/g, ' ').slice(0, 300),
    body: fillRich(letter.body, fill),
  };
}
