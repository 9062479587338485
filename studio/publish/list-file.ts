/** A file with people, as text in lines: a spreadsheet's first sheet, or what is text already. */
import Papa from 'papaparse';

/** Rows that are read; a list has no more. */
const MOST_ROWS = 50_001;
const LARGEST = 10_000_000;

/** @throws Error in words where it cannot be read */
export async function peopleIn(file: File): Promise<string> {
  if (file.size > LARGEST) throw new Error(`“${file.name}” is too large: 10 MB at most.`);
  if (!/\.xlsx$/i.test(file.name)) return file.text();
  // A spreadsheet's reader is as large as the studio; it comes when it is needed.
  const { Workbook } = await import('exceljs');
  const book = new Workbook();
  try {
    await book.xlsx.load(await file.arrayBuffer());
  } catch {
    throw new Error(`“${file.name}” cannot be read as a spreadsheet.`);
  }
  const rows: string[][] = [];
  book.worksheets[0]?.eachRow((row) => {
    if (rows.length >= MOST_ROWS) return;
    const cells: string[] = [];
    row.eachCell({ includeEmpty: true }, (cell) => cells.push(cell.text.replace(/\s+/g, ' ').trim()));
    rows.push(cells);
  });
  if (rows.length === 0) throw new Error(`There is nobody in the first sheet of “${file.name}”.`);
  return Papa.unparse(rows);
}
