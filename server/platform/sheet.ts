/** Tables that are taken out as spreadsheets, in parts. */
import { once } from 'node:events';
import { PassThrough, type Readable } from 'node:stream';
import exceljs from 'exceljs';

export type Cell = string | number | Date;

/** A sheet whose first row stays in sight. What is words stays words: nothing is a formula. */
export function sheetOf(name: string, heads: readonly string[], rows: AsyncIterable<readonly Cell[][]>): Readable {
  const through = new PassThrough();
  const book = new exceljs.stream.xlsx.WorkbookWriter({ stream: through });
  const sheet = book.addWorksheet(name, { views: [{ state: 'frozen', ySplit: 1 }] });
  const write = async () => {
    sheet.addRow([...heads]).commit();
    for await (const part of rows) {
      for (const row of part) sheet.addRow(row).commit();
      // Whoever reads slowly is waited for: what is made meanwhile would pile up here.
      if (through.writableNeedDrain) await once(through, 'drain');
    }
    sheet.commit();
    await book.commit();
  };
  write().catch((error: unknown) => through.destroy(error instanceof Error ? error : new Error(String(error))));
  return through;
}
