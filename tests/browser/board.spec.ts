/** The board of Findings: arranged by keys and mouse, kept, undone, taken out, printed. */
import { readFile } from 'node:fs/promises';
import { type Download, expect, type Page, test } from '@playwright/test';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import type { Sent } from '../../core/flow/run';
import { choice, option, page as quizPage, quiz, result, strongest } from '../quizzes';
import { axeFinds } from './axe';
import { alive, live, sheetFits, signUp, somebodyElse, take } from './people';
import { world } from './servers';

const [on, off] = [option('on', { x: 1 }, { text: 'Lamp on' }), option('off', { y: 1 }, { text: 'Lamp off' })];
const asked = quiz(
  [
    quizPage('p1', [
      { ...choice('light', [on, off]), prompt: 'Do you ride with a light?' },
      { id: 'word', kind: 'text', prompt: 'In a word?', required: false },
    ]),
    result('end', [{ id: 'b', kind: 'verdict', verdict: 'v' }]),
  ],
  { title: 'Lamps', verdicts: [{ ...strongest('v', ['x', 'y']), name: 'Kind of rider' }] },
);
const said = (light: string, word: string): Sent => ({ do: 'go', page: 'p1', answers: { light: [light], word } });

async function board(page: Page, id: string): Promise<void> {
  await page.goto(`${world().app}/quizzes/${id}/findings`);
  await alive(page);
  await page.getByRole('radio', { name: 'Board' }).click();
}

const kept = (page: Page) => expect(page.getByRole('status').filter({ hasText: 'Kept.' })).toBeVisible();
/** Where a chart stands on the board, in px, however far that is scrolled. */
const placeOf = (page: Page, name: string): Promise<{ x: number; y: number; width: number; height: number }> =>
  page.getByRole('figure', { name }).evaluate((figure) => {
    const { left, top, width, height } = figure.getBoundingClientRect();
    const board = figure.closest('[role=region]')?.getBoundingClientRect();
    return { x: left - (board?.left ?? 0), y: top - (board?.top ?? 0), width, height };
  });

async function takenOut(page: Page, name: string, as: string): Promise<Download> {
  await page.getByRole('button', { name: `Take out: ${name}` }).press('Enter');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: as }).press('Enter'),
  ]);
  return file;
}

test('charts are put on a board, arranged by keys and mouse, kept and undone', async ({ page }) => {
  await signUp(page);
  const { id, address } = await live(page, asked);
  for (const [light, word] of [
    ['on', 'Night'],
    ['on', 'night'],
    ['off', 'Day'],
  ] as const)
    await take(page, address, said(light, word));
  await board(page, id);
  await expect(page.getByText('Nothing stands here yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Begin with 4 charts' }).press('Enter');
  await kept(page);
  const light = page.getByRole('figure', { name: 'Do you ride with a light?' });
  await expect(light.getByRole('table').getByRole('row', { name: /^Lamp on 2 0.667/ })).toBeAttached();
  await expect(page.getByRole('figure', { name: 'In a word?' })).toContainText(/night/i);

  // By keys: past the one above, wider, and back.
  const before = await placeOf(page, 'Do you ride with a light?');
  const handle = page.getByRole('button', { name: 'Move or size Do you ride with a light?' });
  await handle.focus();
  await page.keyboard.press('ArrowUp');
  await expect.poll(async () => (await placeOf(page, 'Do you ride with a light?')).y).toBeLessThan(before.y);
  await expect(handle).toBeFocused();
  await page.keyboard.press('Shift+ArrowLeft');
  await expect.poll(async () => (await placeOf(page, 'Do you ride with a light?')).width).toBeLessThan(before.width);
  await kept(page);
  const arranged = await placeOf(page, 'Do you ride with a light?');
  await board(page, id);
  await expect.poll(() => placeOf(page, 'Do you ride with a light?')).toEqual(arranged);

  // An answer that was asked for before a change, and comes after it was kept, takes nothing back.
  let come = () => {};
  const late = new Promise<void>((resolve) => (come = resolve));
  let reads = 0;
  await page.route(/\/board(\?|$)/, async (route) => {
    if (route.request().method() !== 'GET' || (reads += 1) > 1) return route.continue();
    const response = await route.fetch();
    await late;
    return route.fulfill({ response });
  });
  await take(page, address, said('on', 'Dusk'));
  await expect.poll(() => reads).toBeGreaterThan(0);
  await page.getByRole('button', { name: 'Move or size Do you ride with a light?' }).press('Shift+ArrowDown');
  await kept(page);
  const { height: taller } = await placeOf(page, 'Do you ride with a light?');
  expect(taller).toBeGreaterThan(arranged.height);
  const answered = page.waitForResponse(/\/board(\?|$)/);
  come();
  await answered;
  await expect(page.getByRole('figure', { name: 'Do you ride with a light?' })).toContainText('4 who answered');
  expect((await placeOf(page, 'Do you ride with a light?')).height).toBe(taller);
  await page.unroute(/\/board(\?|$)/);

  // A pair, in a form and under a name of its own.
  const add = page.getByRole('group', { name: 'A new chart' });
  await add.getByRole('button', { name: /Against what/ }).press('Enter');
  await page.getByRole('option', { name: 'Kind of rider' }).press('Enter');
  await add.getByRole('button', { name: 'Put it on the board' }).press('Enter');
  const pair = page.getByRole('figure', { name: 'Do you ride with a light? against Kind of rider' });
  await expect(pair.getByRole('row', { name: 'Lamp on 3 0' })).toBeAttached();
  await page.getByRole('button', { name: 'Set up Do you ride with a light? against Kind of rider' }).press('Enter');
  const setUp = page.getByRole('dialog');
  await setUp.getByRole('button', { name: /As what/ }).press('Enter');
  await page.getByRole('option', { name: 'shares of each row' }).press('Enter');
  await setUp.getByLabel('Title').fill('Lamps and riders');
  await setUp.getByLabel('Note below it').fill('As we thought.');
  expect(await axeFinds(page)).toEqual([]);
  await page.keyboard.press('Escape');
  const named = page.getByRole('figure', { name: 'Lamps and riders' });
  await expect(named).toContainText('As we thought.');
  await kept(page);

  // By mouse, from below to the top. Where the grip is comes into sight first.
  await page.getByRole('button', { name: 'Move or size Lamps and riders' }).hover();
  const from = await placeOf(page, 'Lamps and riders');
  const grip = await page.getByRole('button', { name: 'Move or size Lamps and riders' }).boundingBox();
  const tops = await page
    .getByRole('figure')
    .evaluateAll((figures) => figures.map((figure) => figure.getBoundingClientRect().top));
  const across = (grip?.x ?? 0) + 12;
  await page.mouse.down();
  await page.mouse.move(across, (grip?.y ?? 0) - 20, { steps: 4 });
  await page.mouse.move(across, Math.min(...tops) + 16, { steps: 12 });
  await page.mouse.up();
  await expect.poll(async () => (await placeOf(page, 'Lamps and riders')).y).toBeLessThan(from.y);
  await kept(page);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await placeOf(page, 'Lamps and riders')).y).toBe(from.y);
  await page.keyboard.press('Control+y');
  await expect.poll(async () => (await placeOf(page, 'Lamps and riders')).y).toBeLessThan(from.y);
  await kept(page);

  // Filtered as all of Findings is.
  await page
    .getByRole('group', { name: 'Which runs', exact: true })
    .getByRole('button', { name: /^Only those who/ })
    .press('Enter');
  await page.getByRole('menuitem', { name: 'answered a question so' }).press('Enter');
  await expect(named.getByRole('row', { name: 'Lamp off 0 0' })).toBeAttached();

  expect(await axeFinds(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'dark' });
  expect(await axeFinds(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'light' });
  await page.setViewportSize({ width: 320, height: 700 });
  await sheetFits(page, 'board');
  await page.setViewportSize({ width: 1280, height: 800 });

  // Somebody else changes it meanwhile: they are told, and see what is there.
  const other = await somebodyElse(page, { storageState: await page.context().storageState() });
  await board(other, id);
  await other.getByRole('button', { name: 'Move or size Lamps and riders' }).press('Shift+ArrowDown');
  await kept(other);
  await page.getByRole('button', { name: 'Move or size Kind of rider' }).press('Shift+ArrowDown');
  await expect(page.getByRole('alert').filter({ hasText: 'Somebody else has changed this board' })).toBeVisible();
  const { height } = await placeOf(other, 'Lamps and riders');
  await expect.poll(async () => (await placeOf(page, 'Lamps and riders')).height).toBe(height);
});

test('a chart is taken out as a picture and as a table, and the board is printed without an empty page', async ({
  page,
}) => {
  await signUp(page);
  const { id, address } = await live(page, asked);
  for (const light of ['on', 'on', 'off']) await take(page, address, said(light, ''));
  await board(page, id);
  await page.getByRole('button', { name: 'Begin with 4 charts' }).press('Enter');
  await kept(page);
  const name = 'Do you ride with a light?';
  await expect(page.getByRole('figure', { name })).toContainText('3 who answered');

  const svg = await readFile(await (await takenOut(page, name, 'Picture as SVG')).path(), 'utf8');
  expect(svg).toContain(name);
  expect(svg).toContain('67%');
  // It needs nothing from elsewhere.
  expect(svg).not.toMatch(/var\(--|url\((?!data:)|href="(?!data:)/);
  const png = await takenOut(page, name, 'Picture as PNG');
  expect(png.suggestedFilename()).toBe('Do-you-ride-with-a-light-.png');
  const { width, height, format } = await sharp(await png.path()).metadata();
  expect(format).toBe('png');
  const [, wide = '', high = ''] = /width="(\d+)" height="(\d+)" viewBox/.exec(svg) ?? [];
  expect([width, height]).toEqual([2 * Number(wide), 2 * Number(high)]);
  const csv = await readFile(await (await takenOut(page, name, 'Table as CSV')).path(), 'utf8');
  expect(csv).toMatch(/^\ufeffname,count,share,from,to\r\nLamp on,2,0\.66/);

  await page.getByRole('radio', { name: 'Journey' }).click();
  const sources = await readFile(
    await (await takenOut(page, 'Where they came from', 'Table as JSON lines')).path(),
    'utf8',
  );
  expect(JSON.parse(sources.trim())).toMatchObject({ name: 'test', count: 3 });

  await page.getByRole('radio', { name: 'Board' }).click();
  await expect(page.getByRole('figure', { name }).getByRole('table')).toBeAttached();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Parts' })).toBeHidden();
  await expect(page.getByRole('heading', { name: 'Lamps', level: 1 })).toBeVisible();
  const report = await PDFDocument.load(await page.pdf({ format: 'A4', printBackground: true }));
  expect(report.getPageCount()).toBe(1);
});
