/** Boards, and the tables of Findings as files. */
import exceljs from 'exceljs';
import Papa from 'papaparse';
import type { Panel } from '../../contract/boards';
import { pairId } from '../../core/stats/charts';
import type { Condition } from '../../core/stats/filter';
import { boardOf, keepBoard } from '../../server/results/boards';
import { tableAs, tableOf } from '../../server/results/charts';
import { countRuns } from '../../server/results/count-runs';
import { go, published, type Published, visit } from './world';

const panel = (of: string, more: Partial<Panel> = {}): Panel => ({
  ...{ id: of.replace(/\W/g, '-'), of, as: 'bars', title: '', note: '', numbers: 'percent', x: 0, y: 0, w: 6, h: 6 },
  ...more,
});
const PAIR = pairId('question q1', 'verdict v');

/** Six runs: three to x by a, two to y by b, and one that went no further. */
async function crowd(): Promise<Published> {
  const at = await published();
  for (const q1 of ['a', 'a', 'a', 'b', 'b'])
    await visit(at.address, go('p1', { q1: [q1] }), go('p2', { q2: [q1] }), { do: 'go', page: 'p3', answers: {} });
  await visit(at.address, go('p1', { q1: ['b'] }));
  await countRuns(at.member.workspaceId, at.quizId);
  return at;
}

it('are kept as they were arranged, and tell what their charts show of the runs that are meant', async () => {
  const { member, quizId } = await crowd();
  expect(await boardOf(member, quizId)).toMatchObject({ version: 0, panels: [], charts: [] });
  const panels = [panel('question q1'), panel(PAIR, { as: 'heat', y: 6 }), panel('question gone', { y: 12 })];
  expect(await keepBoard(member, quizId, { version: 0, panels })).toEqual({ version: 1 });
  const board = await boardOf(member, quizId);
  expect(board).toMatchObject({ version: 1, panels });
  // What the quiz has no more keeps its place, without a chart.
  expect(board.charts.map(({ id }) => id)).toEqual(['question q1', PAIR]);
  expect(board.charts[0]).toMatchObject({ of: 6, drawing: { bars: [{ count: 3 }, { count: 3 }] } });
  expect(board.charts[1]?.drawing).toMatchObject({
    counts: [
      [3, 0],
      [0, 2],
    ],
  });
  expect(board.subjects.find(({ id }) => id === 'question q1')).toMatchObject({ group: 'Questions', crosses: true });
  expect(board.subjects.find(({ id }) => id === 'time')).toMatchObject({ crosses: false });
  const where: Condition[] = [{ on: 'finished', of: '', any: ['yes'] }];
  expect((await boardOf(member, quizId, where)).charts[0]).toMatchObject({ of: 5 });
});

it('are changed by one at a time: who was second is told, and nothing of theirs is kept', async () => {
  const { member, quizId } = await published();
  const put = (version: number, of: string) => keepBoard(member, quizId, { version, panels: [panel(of)] });
  const both = await Promise.allSettled([put(0, 'question q1'), put(0, 'question q2')]);
  expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
  await put(1, 'time');
  await expect(put(1, 'journey')).rejects.toMatchObject({ status: 409 });
  expect((await boardOf(member, quizId)).panels.map(({ of }) => of)).toEqual(['time']);
});

it('refuse what does not fit, and stay as they were', async () => {
  const { member, quizId } = await published();
  await keepBoard(member, quizId, { version: 0, panels: [panel('time')] });
  const put = (panels: Panel[]) => keepBoard(member, quizId, { version: 1, panels });
  await expect(put([panel('time', { x: 8, w: 6 })])).rejects.toMatchObject({ status: 400 });
  await expect(put([panel('time'), panel('time')])).rejects.toMatchObject({ status: 400 });
  expect(await boardOf(member, quizId)).toMatchObject({ version: 1, panels: [{ of: 'time' }] });
  const stranger = await published();
  await expect(boardOf(stranger.member, quizId)).rejects.toMatchObject({ status: 404 });
  await expect(keepBoard(stranger.member, quizId, { version: 1, panels: [] })).rejects.toMatchObject({ status: 404 });
});

async function bytesOf(...[kind, table]: Parameters<typeof tableAs>): Promise<Buffer> {
  const parts: Buffer[] = [];
  for await (const part of tableAs(kind, table)) parts.push(Buffer.from(part as string | Buffer));
  return Buffer.concat(parts);
}

it('are taken out as the tables that are drawn, filtered as seen', async () => {
  const { member, quizId } = await crowd();
  const finished: Condition[] = [{ on: 'finished', of: '', any: ['yes'] }];
  const table = await tableOf(member, quizId, 'question q1', finished);
  expect(table.rows.map((row) => row.slice(1, 3))).toEqual([
    [3, 0.6],
    [2, 0.4],
  ]);
  const csv = Papa.parse<string[]>((await bytesOf('csv', table)).toString('utf8').replace('\ufeff', '').trim());
  expect(csv.data).toEqual([table.heads, ...table.rows.map((row) => row.map(String))]);
  const book = new exceljs.Workbook();
  await book.xlsx.load((await bytesOf('xlsx', table)).buffer as ArrayBuffer);
  const sheet = book.worksheets[0];
  expect(sheet?.getRow(2).getCell(2).value).toBe(3);
  expect(sheet?.views[0]).toMatchObject({ state: 'frozen', ySplit: 1 });
  const [line = ''] = (await bytesOf('jsonl', table)).toString('utf8').split('\n');
  expect(JSON.parse(line)).toMatchObject({ count: 3, share: 0.6 });
});

it('are taken out one by one: each that Findings shows', async () => {
  const { member, quizId } = await crowd();
  for (const id of ['questions', 'pace', 'journey', 'time', 'sources', 'verdict v', PAIR, 'patterns', 'words q1']) {
    const { heads, rows } = await tableOf(member, quizId, id, []);
    expect({ id, heads: heads.length }).toEqual({ id, heads: expect.any(Number) as number });
    for (const row of rows) expect(row).toHaveLength(heads.length);
  }
  expect((await tableOf(member, quizId, 'questions', [])).rows[0]?.slice(1, 2)).toEqual([6]);
  await expect(tableOf(member, quizId, 'question gone', [])).rejects.toMatchObject({ status: 404 });
});

it('hold nothing that a spreadsheet would run', async () => {
  const csv = await bytesOf('csv', { heads: ['words', 'count'], rows: [['=1+1', 2]] });
  expect(csv.toString('utf8')).toContain("'=1+1");
});
