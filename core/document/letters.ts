/** Letters of a quiz, looked through. */
import type { Letter, RichText } from '../schema/quiz';

/** Everything in a letter that may hold inserts; the subject first. */
export const textsOfLetter = ({ subject, body, parts = [], signature }: Letter): (RichText | undefined)[] => [
  subject,
  body,
  ...parts.map((part) => part.body),
  signature,
];
