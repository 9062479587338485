/** Most words that are looked for at once. */
const MOST = 10;

/** What a search asks of words in lower case: each of its own, somewhere in them, as patterns of `like`. */
export const wordsIn = (search: string): string[] =>
  search
    .toLowerCase()
    .split(/\s+/)
    .filter(Boolean)
    .slice(0, MOST)
    .map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`);
