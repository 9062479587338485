/**
 * The names that fields go by where a page is a plain form. Choices, words, numbers and dates are `a.QUESTION`; the parts of a question
 * `p.QUESTION.PART`; contacts `c.BLOCK.FIELD`. Apart from what reads them, since the visitor's browser has these.
 */
export const answerField = (question: string): string => `a.${question}`;
export const wordsField = (question: string): string => `t.${question}`;
export const partField = (question: string, part: string, side = ''): string =>
  `p.${question}.${part}${side && `.${side}`}`;
export const contactField = (block: string, field: string): string => `c.${block}.${field}`;
/** Stands in a field while its file is being sent. */
export const ON_ITS_WAY = '…';
/** No field of a contact form can have this id. */
export const CONSENT = '*';
