/** The version of the document's format that is written, and up to which documents are read. */
export const VERSION = 1;
