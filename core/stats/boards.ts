/** How large a board may be. */

/** Columns of a board. */
export const COLUMNS = 12;
/** Rows that one panel covers at most. */
export const TALLEST = 40;
export const MOST_PANELS = 40;
/** Letters of a panel's title, and of the note below it. */
export const LONGEST_TITLE = 120;
export const LONGEST_NOTE = 1_000;
