/** A quiz as a spreadsheet: a sheet as people keep it is read as a table; one is written with lists of what may stand in a cell. */
import Papa from 'papaparse';
import { kindWords } from '../questions/registry';
import type { Quiz } from '../schema/quiz';
import { askingColumn, columnNamed, tableOf } from './csv';
import { MOST_QUESTIONS } from './lines';
import type { PictureIn } from './qti/package';
import { filesIn, isZip, LARGEST_PACKAGE, Refused } from './zip';

const MOST_COLUMNS = 200;
const MOST_SHEETS = 50;
/** Rows below the last question in which lists are offered too. */
const ROOM = 200;

/** Where the sheets of one file are brought to: a table whose first row names the columns. */
export type SheetRead = { text: string; pictures: PictureIn[] };

/**
 * Reads a workbook: every sheet that has rows, one below the other, by the headings of each. Where there are several, a sheet is a page.
 * A picture in a cell is that of its row. Of cells that were merged the first says what stands there.
 */
export async function readXlsx(bytes: Uint8Array): Promise<SheetRead | { trouble: string }> {
  const trouble = (why: string) => ({ trouble: `This spreadsheet cannot be read: ${why}.` });
  if (!isZip(bytes)) return trouble('it is none');
  if (bytes.length > LARGEST_PACKAGE) return trouble('it is larger than 20 MB');
  try {
    // Unpacked within bounds first: the library believes what an archive says of itself.
    filesIn(bytes);
  } catch (error) {
    return trouble(error instanceof Refused ? error.message : 'it cannot be unpacked');
  }
  const { default: exceljs } = await import('exceljs');
  const book = new exceljs.Workbook();
  try {
    await book.xlsx.load(new Uint8Array(bytes).buffer);
  } catch {
    return trouble('it is damaged');
  }
  const pictures: PictureIn[] = [];
  const found = book.worksheets.slice(0, MOST_SHEETS).flatMap((sheet) => {
    const shown = new Map<number, string>();
    for (const { imageId, range } of sheet.getImages()) {
      const image = book.getImage(Number(imageId));
      if (!image.buffer) continue;
      const src = `/package/${pictures.length + 1}`;
      pictures.push({ src, name: `${sheet.name}.${image.extension}`, bytes: new Uint8Array(image.buffer) });
      shown.set(range.tl.nativeRow + 1, src);
    }
    const rows: string[][] = [];
    const src: (string | undefined)[] = [];
    sheet.eachRow((row, number) => {
      if (rows.length > MOST_QUESTIONS) return;
      const cells: (string | undefined)[] = [];
      row.eachCell({ includeEmpty: true }, (cell, column) => {
        if (column > MOST_COLUMNS) return;
        const isRest = cell.isMerged && cell.master !== cell;
        cells[column - 1] = isRest ? '' : wordsOf(cell.value, cell.text);
      });
      const filled = Array.from(cells, (cell) => cell ?? '');
      if (filled.every((cell) => cell === '')) return;
      rows.push(filled);
      src.push(shown.get(number));
    });
    return rows.length ? [{ name: sheet.name, ...withHeads(rows, src) }] : [];
  });
  // Beside a sheet with headings the others are notes, lists, or nothing to do with it.
  const sheets = found.some((sheet) => sheet.isNamed) ? found.filter((sheet) => sheet.isNamed) : found;
  if (sheets.length === 0) return trouble('nothing stands in it');
  const heads = [...new Set(sheets.flatMap((sheet) => sheet.heads))];
  const hasPages = heads.some((head) => columnNamed(head) === 'page');
  const several = sheets.length > 1 && !hasPages;
  const all = several ? ['page', ...heads] : heads;
  const rows = sheets.flatMap(({ name, heads: own, rows: of }) =>
    of.map((row) => all.map((head) => (several && head === 'page' ? name : (row[own.indexOf(head)] ?? '')))),
  );
  return { text: Papa.unparse([all, ...rows]), pictures };
}

/** What a cell shows; of a formula its result, of a number no more digits than it has. */
function wordsOf(value: unknown, text: string): string {
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  return typeof value === 'number' ? String(value) : text.trim();
}

/** @property isNamed its headings say what its columns are */
type Table = { heads: string[]; rows: string[][]; isNamed: boolean };
/**
 * The headings of a sheet: of the first row in its beginning that names a question, or that stands above a column full of them; else the first
 * column asks, and answers follow.
 */
function withHeads(rows: string[][], pictures: (string | undefined)[]): Table {
  const named = rows.slice(0, 10).findIndex((row) => row.some((cell) => columnNamed(cell) === 'question'));
  const at = named < 0 && askingColumn(rows) >= 0 ? 0 : named;
  const isNamed = at >= 0;
  const width = Math.max(...rows.map((row) => row.length));
  const first = rows[at] ?? Array.from({ length: width }, (_, i) => ' '.repeat(i));
  // Two columns of one heading stay two; of none, spaces tell them apart, which are none to whoever reads them.
  const heads = first.map((head, i) =>
    first.indexOf(head) === i ? head : head.trim() ? `${head} ${i + 1}` : ' '.repeat(i),
  );
  const below = rows.slice(at + 1);
  const own = pictures.slice(at + 1);
  if (own.every((src) => src === undefined)) return { heads, rows: below, isNamed };
  const column = heads.findIndex((head) => columnNamed(head) === 'picture');
  const put = (row: string[], src: string | undefined) =>
    column < 0
      ? [...padded(row, heads.length), src ?? '']
      : padded(row, heads.length).map((cell, i) => (i === column ? (src ?? cell) : cell));
  return {
    heads: column < 0 ? [...heads, 'picture'] : heads,
    rows: below.map((row, i) => put(row, own[i])),
    isNamed,
  };
}
const padded = (row: string[], to: number): string[] => Array.from({ length: to }, (_, i) => row[i] ?? '');

/** What may stand in a cell of a column; undefined where anything may. */
const allowed = (head: string): string[] | undefined => {
  if (head === 'kind') return kindWords();
  if (head === 'required' || head === 'shuffle') return ['yes', 'no'];
  return head === 'credit' ? ['all', 'share'] : undefined;
};

/** Writes a workbook: its questions, and on a second sheet what may stand in which column. What is words stays words: nothing is a formula. */
export async function writeXlsx(quiz: Quiz): Promise<{ bytes: Uint8Array; lost: string[] }> {
  const { heads, rows, lost } = tableOf(quiz);
  const { default: exceljs } = await import('exceljs');
  const book = new exceljs.Workbook();
  const sheet = book.addWorksheet('Questions', { views: [{ state: 'frozen', ySplit: 1 }] });
  sheet.addRow(heads).font = { bold: true };
  for (const row of rows)
    sheet.addRow(
      row.map((cell) => (/^-?\d+(\.\d+)?$/.test(cell) && String(Number(cell)) === cell ? Number(cell) : cell)),
    );
  const lists = book.addWorksheet('May stand there');
  let column = 0;
  for (const [i, head] of heads.entries()) {
    const words = allowed(head);
    sheet.getColumn(i + 1).width = head === 'question' ? 48 : 18;
    if (!words) continue;
    column += 1;
    lists.getColumn(column).values = [head, ...words];
    const letter = lists.getColumn(column).letter;
    for (let row = 2; row <= rows.length + 1 + ROOM; row++)
      sheet.getCell(row, i + 1).dataValidation = {
        ...{ type: 'list', allowBlank: true, showErrorMessage: true, errorTitle: 'Not known here' },
        ...{
          error: 'Choose one of the list.',
          formulae: [`'May stand there'!$${letter}$2:$${letter}$${words.length + 1}`],
        },
      };
  }
  return { bytes: new Uint8Array(await book.xlsx.writeBuffer()), lost };
}
