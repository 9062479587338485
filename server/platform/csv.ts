/** Tables that are taken out, line by line. */
import Papa from 'papaparse';

/** A cell that begins like this is a formula to some spreadsheet, even behind a line break. */
const FORMULA = /^\s*[=+\-@\uff1d\uff0b\uff0d\uff20]|^[\t\r\n]/;

/** A line with its end (RFC 4180). */
export const csvLine = (cells: readonly unknown[]): string =>
  `${Papa.unparse([[...cells]], { escapeFormulae: FORMULA })}\r\n`;
