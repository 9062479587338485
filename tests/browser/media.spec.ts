import { expect, type Page, test } from '@playwright/test';
import sharp from 'sharp';
import { saved, signUp, startQuiz, tab, somebodyElse } from './people';

const photo = () =>
  sharp({ create: { width: 2_000, height: 1_500, channels: 3, background: '#d1663b' } })
    .jpeg()
    .toBuffer();
const settings = (page: Page) => page.getByRole('button', { name: /kept in this order$/ });
/** A file that comes by dragging, or by the clipboard. */
const carried = (page: Page, name: string, type: string, bytes: Buffer) =>
  page.evaluateHandle(
    ({ name, type, bytes }) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([Uint8Array.from(bytes)], name, { type }));
      return transfer;
    },
    { name, type, bytes: [...bytes] },
  );

test.beforeEach(async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Which bag is it?', ['The roll', 'The pannier']);
  await page.getByLabel('Question 1', { exact: true }).click();
  await settings(page).click();
});

test('a picture is chosen, dropped or pasted, told in words, and seen by visitors', async ({ page }) => {
  await page.getByRole('button', { name: 'Add a picture to the question' }).click();
  const dialog = page.getByRole('dialog', { name: 'Picture of the question' });
  const own = dialog.getByLabel('A picture of your own');
  await own.setInputFiles({ name: 'notes.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('only words') });
  await expect(dialog.getByRole('alert')).toContainText('This cannot be opened as a picture.');
  await own.setInputFiles({ name: 'huge.jpg', mimeType: 'image/jpeg', buffer: Buffer.alloc(12_500_000) });
  await expect(dialog.getByRole('alert')).toHaveText('“huge.jpg” is too large: 12 MB at most.');
  await expect(dialog.getByLabel('What it shows, for those who cannot see it')).toHaveCount(0);

  await own.setInputFiles({ name: 'bag.jpg', mimeType: 'image/jpeg', buffer: await photo() });
  const words = dialog.getByLabel('What it shows, for those who cannot see it');
  await words.fill('An orange bag');
  const thumb = page.getByRole('button', { name: 'Change the picture of the question' }).locator('img');
  const chosen = await thumb.getAttribute('src');
  expect(chosen).toMatch(/^\/media\//);
  for (const how of ['drop', 'paste'] as const) {
    const before = await thumb.getAttribute('src');
    const file = await carried(page, `${how}.jpg`, 'image/jpeg', await photo());
    const target = dialog.getByRole('button', { name: 'Choose a picture of your own' });
    if (how === 'drop') await target.dispatchEvent('drop', { dataTransfer: file });
    else
      await target.evaluate((at, clipboardData) => {
        at.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }));
      }, file);
    await expect(thumb).not.toHaveAttribute('src', before ?? '');
  }
  await words.fill('Another orange bag');
  // Cut to a square it is a picture of its own; the whole one is found again among those put in before.
  const whole = await thumb.getAttribute('src');
  await dialog.getByRole('button', { name: 'Cut it' }).click();
  await dialog.getByRole('button', { name: 'Shape' }).click();
  await page.getByRole('option', { name: 'a square' }).click();
  await dialog.getByLabel('Closer').fill('2');
  await dialog.getByRole('button', { name: 'Cut it like this' }).click();
  await expect(thumb).not.toHaveAttribute('src', whole ?? '');
  await expect(words).toHaveValue('Another orange bag');
  const size = (img: HTMLImageElement) => [img.naturalWidth, img.naturalHeight];
  await expect.poll(() => thumb.evaluate(size)).toEqual([600, 600]);
  await expect(dialog.getByRole('button', { name: 'Cut it' })).toBeFocused();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Change the picture of the question' }).click();
  const before = dialog.getByRole('group', { name: 'Put in here before' }).getByRole('button');
  await expect(before).toHaveCount(4);
  await before.nth(1).click();
  await expect(thumb).toHaveAttribute('src', whole ?? '');
  // One that stands elsewhere, and one drawn for everybody.
  await dialog.getByLabel('Or the address of a picture').fill('https://slowspoke.test/bag.png');
  await dialog.getByRole('button', { name: 'Take this one' }).click();
  await expect(thumb).toHaveAttribute('src', 'https://slowspoke.test/bag.png');
  await dialog.getByRole('button', { name: 'A folded map with a dotted route' }).click();
  await expect(words).toHaveValue('A folded map with a dotted route');
  await before.nth(1).click();
  await words.fill('Another orange bag');
  await page.keyboard.press('Escape');
  await saved(page);

  await tab(page, 'Publish').click();
  await page.getByRole('button', { name: 'Publish edition 1' }).first().click();
  await expect(page.getByRole('heading', { name: 'Live as edition 1' })).toBeVisible();
  const visitor = await somebodyElse(page, { viewport: { width: 390, height: 844 } });
  await visitor.goto((await page.getByRole('link', { name: 'Open it' }).getAttribute('href')) ?? '');
  const picture = visitor.getByRole('img', { name: 'Another orange bag' });
  await expect.poll(() => picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(1_600);
});

test('a picture without words is a finding, and is mended where it is', async ({ page }) => {
  await page.getByRole('button', { name: 'Add a picture to the question' }).click();
  const dialog = page.getByRole('dialog', { name: 'Picture of the question' });
  await dialog
    .getByLabel('A picture of your own')
    .setInputFiles({ name: 'bag.jpg', mimeType: 'image/jpeg', buffer: await photo() });
  await expect(dialog.getByLabel('What it shows, for those who cannot see it')).toBeVisible();
  await page.keyboard.press('Escape');
  const check = page.getByRole('button', { name: /^Check/ });
  await expect(check).toContainText('1');
  await check.click();
  await expect(page.getByRole('dialog', { name: 'Check' })).toContainText(/picture/);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Change the picture of the question' }).click();
  await dialog.getByRole('button', { name: 'Take the picture away' }).click();
  await page.keyboard.press('Escape');
  await expect(check).not.toContainText('1');
});

test('sound comes by a file or by its address, and is played by visitors', async ({ page }) => {
  await page.getByRole('button', { name: 'Add sound or video to the question' }).click();
  const dialog = page.getByRole('dialog', { name: 'Sound or video of the question' });
  const file = dialog.getByLabel('A file of sound or video');
  await file.setInputFiles({ name: 'bell.mp3', mimeType: 'audio/mpeg', buffer: Buffer.from('only words') });
  await expect(dialog.getByRole('alert').first()).not.toHaveText('');
  await dialog.getByLabel('Or the address of one').fill('bell.mp3');
  await dialog.getByRole('button', { name: 'It is sound' }).click();
  await expect(dialog.getByText('An address that begins with https:// is needed.')).toBeVisible();
  await dialog.getByLabel('Or the address of one').fill('https://slowspoke.test/bell.mp3');
  await dialog.getByRole('button', { name: 'It is sound' }).click();
  await expect(dialog.locator('audio')).toHaveAttribute('src', 'https://slowspoke.test/bell.mp3');

  // A second of silence: a whole WAV file, which takes the address's place.
  const wav = Buffer.alloc(44 + 8_000);
  wav.write('RIFF', 0);
  wav.writeUInt32LE(36 + 8_000, 4);
  wav.write('WAVEfmt ', 8);
  wav.writeUInt32LE(16, 16);
  wav.writeUInt16LE(1, 20);
  wav.writeUInt16LE(1, 22);
  wav.writeUInt32LE(8_000, 24);
  wav.writeUInt32LE(8_000, 28);
  wav.writeUInt16LE(1, 32);
  wav.writeUInt16LE(8, 34);
  wav.write('data', 36);
  wav.writeUInt32LE(8_000, 40);
  await file.setInputFiles({ name: 'bell.wav', mimeType: 'audio/wav', buffer: wav });
  await expect(dialog.locator('audio')).toHaveAttribute('src', /^\/media\//);
  await dialog.getByLabel('What it is, for those who cannot hear or see it').fill('A bicycle bell');
  await page.keyboard.press('Escape');
  await saved(page);

  await tab(page, 'Publish').click();
  await page.getByRole('button', { name: 'Publish edition 1' }).first().click();
  await expect(page.getByRole('heading', { name: 'Live as edition 1' })).toBeVisible();
  const visitor = await somebodyElse(page);
  await visitor.goto((await page.getByRole('link', { name: 'Open it' }).getAttribute('href')) ?? '');
  const sound = visitor.getByLabel('A bicycle bell');
  await sound.evaluate((audio: HTMLAudioElement) => audio.load());
  await expect.poll(() => sound.evaluate((audio: HTMLAudioElement) => Math.round(audio.duration))).toBe(1);
});
