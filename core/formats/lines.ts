/**
 * The lines of a text that somebody else has written. Every reader works on these: white space inside a line is a single blank, and nothing is
 * longer than the bounds below, so that patterns with a repeated blank in them cannot be made to try every way of splitting a long run.
 */
import type { Note } from '../questions/listed';

/** Characters of a whole text, and of one line. */
export const LONGEST_TEXT = 2_000_000;
const LONGEST_LINE = 20_000;
/** Questions in a text, as the document can hold them. */
export const MOST_QUESTIONS = 2_000;
/** Notes on a text, up to the number that somebody reads. */
export const MOST_NOTES = 500;

export type TextLine = {
  /** counted from 1 */ number: number;
  /** white space at the start left as it is */ text: string;
};

/** White space inside a text as one blank, or as one line break where there was one. Takes time in proportion to the text. */
export const singleSpaced = (text: string): string =>
  text.replace(/\s+/g, (run) => (run.includes('\n') || run.includes('\r') ? '\n' : ' '));

/** The lines of a text, numbered; what is too long for a line is cut, and said so. */
export function linesOf(text: string, notes: Note[]): TextLine[] {
  return text
    .replace(/^\ufeff/, '')
    .split(/\r?\n/)
    .map((raw, index) => {
      const number = index + 1;
      const line = raw.replace(/\s+/g, ' ');
      if (line.length <= LONGEST_LINE) return { number, text: line };
      notes.push({ line: number, is: 'refused', message: `This line is cut after ${LONGEST_LINE} characters.` });
      return { number, text: line.slice(0, LONGEST_LINE) };
    });
}

/** A text without these characters at its end. A pattern that ends in `+$` would look for the end from every place. */
export function withoutEnding(text: string, characters: string): string {
  let end = text.length;
  while (end > 0 && characters.includes(text.charAt(end - 1))) end -= 1;
  return text.slice(0, end);
}
