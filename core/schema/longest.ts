/** Characters of a line that a visitor types, and of a text. */
export const LONGEST_ANSWER = 2_000;
export const LONGEST_ESSAY = 20_000;
