/** Spreadsheets in parts: whoever makes them waits for whoever reads them. */
import exceljs from 'exceljs';
import { type Cell, sheetOf } from '../../server/platform/sheet';

const ROWS = 100;
const row = (i: number): Cell[] => [i, `A rider of the lanes, ${Math.sin(i)} and ${Math.cos(i)}`, '=1+1'];

/** Parts of a hundred rows, which say how many were asked for, and when no more are. */
function manyParts(parts: number) {
  const asked = { parts: 0, isOver: false };
  async function* rows() {
    try {
      for (; asked.parts < parts; asked.parts++)
        yield await Promise.resolve(Array.from({ length: ROWS }, (_, i) => row(asked.parts * ROWS + i)));
    } finally {
      asked.isOver = true;
    }
  }
  return { asked, rows: rows() };
}
const turns = async (n: number) => {
  for (let i = 0; i < n; i++) await new Promise(setImmediate);
};

it('holds all rows, under a head that stays, and words that are no formula', async () => {
  const { rows } = manyParts(5);
  const parts: Buffer[] = [];
  for await (const part of sheetOf('Runs', ['n', 'who', 'sum'], rows)) parts.push(part as Buffer);
  const book = new exceljs.Workbook();
  await book.xlsx.load(Buffer.concat(parts).buffer);
  const sheet = book.getWorksheet('Runs');
  expect(sheet?.rowCount).toBe(5 * ROWS + 1);
  expect(sheet?.getRow(1).values).toEqual([undefined, 'n', 'who', 'sum']);
  expect(sheet?.getRow(5 * ROWS + 1).values).toEqual([undefined, ...row(5 * ROWS - 1)]);
  expect(sheet?.getCell('C2').formula).toBeUndefined();
  expect(sheet?.views[0]).toMatchObject({ state: 'frozen', ySplit: 1 });
});

it('is not made further than somebody reads, nor than is compressed', async () => {
  const { asked, rows } = manyParts(1_000);
  const sheet = sheetOf('Runs', [], rows);
  let [most, read] = [0, 0];
  for await (const part of sheet) {
    read += (part as Buffer).length;
    // Compressed, a part of these rows is a little more than 1 kB.
    most = Math.max(most, asked.parts - read / 1_000);
    if (asked.parts > 400) break;
  }
  expect(most).toBeLessThan(60);
});

it('is left alone when its reader goes', async () => {
  const { asked, rows } = manyParts(5_000);
  const sheet = sheetOf('Runs', [], rows);
  await new Promise((resolve) => sheet.once('data', resolve));
  sheet.destroy();
  await turns(200);
  expect(asked.isOver).toBe(true);
});
