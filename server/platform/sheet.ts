/** Tables that are taken out as spreadsheets, in parts. */
import { PassThrough, type Readable, type Writable } from 'node:stream';
import { setImmediate } from 'node:timers/promises';
import exceljs from 'exceljs';

export type Cell = string | number | Date;

/** Where what is written of a sheet waits to be compressed: the library takes all it is given, and says of nothing that it is too much. */
const waitingIn = (sheet: object): Writable[] => (sheet as { stream: { pipes: Writable[] } }).stream.pipes;
/** When all that was written before has been taken further: what is written is taken in turn, this with nothing in it as well. */
const taken = (stream: Writable): Promise<void> =>
  new Promise((resolve) => void stream.write(Buffer.alloc(0), () => resolve()));

/** A sheet whose first row stays in sight. What is words stays words: nothing is a formula. Nothing more is made once nobody reads it. */
export function sheetOf(name: string, heads: readonly string[], rows: AsyncIterable<readonly Cell[][]>): Readable {
  const through = new PassThrough();
  const gone = new Promise<void>((resolve) => through.once('close', resolve));
  const book = new exceljs.stream.xlsx.WorkbookWriter({ stream: through });
  const sheet = book.addWorksheet(name, { views: [{ state: 'frozen', ySplit: 1 }] });
  const write = async () => {
    sheet.addRow([...heads]).commit();
    for await (const part of rows) {
      for (const row of part) sheet.addRow(row).commit();
      // Only after a turn is it put to where it is compressed.
      await setImmediate();
      // Whoever reads slowly is waited for, and so is what compresses: what is made meanwhile would pile up there.
      await Promise.race([Promise.all(waitingIn(sheet).map(taken)), gone]);
      if (through.destroyed) return;
    }
    sheet.commit();
    await book.commit();
  };
  write().catch((error: unknown) => through.destroy(error instanceof Error ? error : new Error(String(error))));
  return through;
}
