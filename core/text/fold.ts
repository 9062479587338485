/**
 * Folding of typed answers, so that a capital letter or a stray space is nobody's mistake:
 * Unicode NFKC, lower case, runs of white space as one, ends trimmed, curly quotes as straight ones.
 */
export const fold = (text: string): string =>
  text
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[\u2018\u2019\u201b\u2032]/g, "'")
    .replace(/[\u201c\u201d\u201f\u2033]/g, '"')
    .replace(/\s+/gu, ' ')
    .trim();
