/** Spreadsheets in parts: whoever makes them waits for whoever reads them. */
import exceljs from 'exceljs';
import { type Cell, sheetOf } from '../../server/platform/sheet';

const row = (i: number): Cell[] => [i, `A rider of the lanes, ${Math.sin(i)} and ${Math.cos(i)}`, '=1+1'];

/** Parts of so many rows, which say how many were asked for, and when no more are. */
function manyParts(parts: number, rowsEach = 100) {
  const asked = { parts: 0, isOver: false };
  async function* rows() {
    try {
      for (; asked.parts < parts; asked.parts++)
        yield await Promise.resolve(Array.from({ length: rowsEach }, (_, i) => row(asked.parts * rowsEach + i)));
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
  expect(sheet?.rowCount).toBe(500 + 1);
  expect(sheet?.getRow(1).values).toEqual([undefined, 'n', 'who', 'sum']);
  expect(sheet?.getRow(500 + 1).values).toEqual([undefined, ...row(500 - 1)]);
  expect(sheet?.getCell('C2').formula).toBeUndefined();
  expect(sheet?.views[0]).toMatchObject({ state: 'frozen', ySplit: 1 });
});

it('is not made further than is compressed and read', async () => {
  // A part of so many is compressed in several turns: who took no notice would have made all of them before a tenth was read.
  const { asked, rows } = manyParts(40, 5_000);
  let bytes = 0;
  const read: { parts: number; bytes: number }[] = [];
  for await (const part of sheetOf('Runs', [], rows)) {
    bytes += (part as Buffer).length;
    read.push({ parts: asked.parts, bytes });
  }
  const ahead = read.map((one) => one.parts / asked.parts - one.bytes / bytes);
  expect(Math.max(...ahead)).toBeLessThan(0.2);
});

it('is left alone when its reader goes', async () => {
  const { asked, rows } = manyParts(5_000);
  const sheet = sheetOf('Runs', [], rows);
  await new Promise((resolve) => sheet.once('data', resolve));
  sheet.destroy();
  await turns(200);
  expect(asked.isOver).toBe(true);
});
