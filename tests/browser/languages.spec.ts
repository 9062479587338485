/** A quiz is worded, put into other languages, sent to a translator and back, and taken in the language of its visitor. */
import { readFile } from 'node:fs/promises';
import { expect, type Page, test } from '@playwright/test';
import { axeFinds } from './axe';
import { fits, publish, saved, signUp, somebodyElse, startQuiz, tab } from './people';
import { world } from './servers';

const open = async (page: Page, part: 'Wording' | 'Languages') => {
  await tab(page, 'Style').click();
  await page.getByRole('radio', { name: part, exact: true }).click();
  await expect(page.getByRole('region', { name: part, exact: true })).toBeVisible();
};
const choose = async (page: Page, label: string, option: string | RegExp) => {
  await page.getByRole('button', { name: label, exact: false }).click();
  await page.getByRole('option', { name: option }).click();
};
const addressOf = async (page: Page) => {
  await tab(page, 'Publish').click();
  return `${world().app}/q/${await page.getByLabel('Web address').inputValue()}`;
};
const addLanguage = async (page: Page, name: string) => {
  await page.getByRole('button', { name: 'Add a language' }).click();
  await page.getByRole('menuitem', { name }).click();
};

test('a wording of one’s own is found, seen where it shows, and got by visitors; empty, it is ours again', async ({
  page,
}) => {
  await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await open(page, 'Wording');
  await page.getByLabel('Find a wording').fill('see my');
  const own = page.getByLabel('Own words for “See my result”');
  await expect(page.getByRole('textbox', { name: /^Own words for/ })).toHaveCount(1);
  await own.fill('What am I?');
  const sheet = page.getByRole('region', { name: 'The quiz in its look' });
  await sheet.getByRole('radio', { name: 'Gravel' }).check();
  await expect(sheet.getByRole('button', { name: 'What am I?' })).toBeVisible();
  await page.getByRole('button', { name: 'Show where it says “See my result”' }).click();
  await expect
    .poll(() =>
      page.evaluate(() =>
        [...(CSS.highlights.get('worded') ?? [])].map((range) => (range instanceof Range ? range.toString() : '')),
      ),
    )
    .toEqual(['What am I?']);

  await page.getByLabel('Find a wording').fill('people answered');
  const others = page.getByLabel('Own words for “{n} people answered”');
  await others.fill('{n} said so');
  await page.getByRole('button', { name: 'Word it by number' }).click();
  await page.getByLabel('Own words for “{n} people answered”, as for 1').fill('One said so');
  await expect(page.getByLabel('Own words for “{n} people answered”, all others')).toHaveValue('{n} said so');
  await expect(page.getByText('It does not say {n}.')).toBeHidden();
  await page.getByLabel('Own words for “{n} people answered”, all others').fill('Many said so');
  await expect(page.getByText('It does not say {n}.')).toBeVisible();
  await choose(page, 'Which wording', 'What is my own');
  await page.getByLabel('Find a wording').fill('');
  await expect(page.getByRole('textbox', { name: /^Own words for/ })).toHaveCount(3);
  await saved(page);
  await publish(page);
  const address = await addressOf(page);
  const visitor = await somebodyElse(page);
  await visitor.goto(address);
  await visitor.getByRole('radio', { name: 'Gravel' }).check();
  await expect(visitor.getByRole('button', { name: 'What am I?' })).toBeVisible();

  await open(page, 'Wording');
  await sheet.getByRole('radio', { name: 'Gravel' }).check();
  await page.getByLabel('Own words for “See my result”').fill('');
  await expect(sheet.getByRole('button', { name: 'See my result' })).toBeVisible();
});

test('a language is added, written beside the texts, and not given before it is whole', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await open(page, 'Languages');
  await expect(page.getByText('It is in one language alone.')).toBeVisible();
  await addLanguage(page, 'German');
  const german = page.getByRole('listitem', { name: 'German', exact: true });
  await expect(german).toContainText('texts of');
  await choose(page, 'Who gets German', 'get it once it is whole');
  await page.getByRole('radio', { name: /^Missing/ }).click();
  await page.getByLabel('Question 1, wording, in German').fill('Schotter oder Asphalt?');
  // What was missing stays in the list while it is written.
  await page.getByLabel('Question 1, answer, in German').first().fill('Schotter');
  await page.getByLabel('Question 1, answer, in German').last().fill('Asphalt');
  const sheet = page.getByRole('region', { name: 'The quiz in its look' });
  await expect(sheet.locator('.v-panel')).toHaveAttribute('lang', 'de');
  await expect(sheet.getByRole('heading', { name: 'Schotter oder Asphalt?', level: 2 })).toBeVisible();
  await sheet.getByRole('radio', { name: 'Schotter' }).check();
  await expect(sheet.getByRole('button', { name: 'Mein Ergebnis ansehen' })).toBeVisible();
  await saved(page);
  await page.getByRole('banner').getByRole('button', { name: 'Publish edition 1' }).click();
  const check = page.getByRole('dialog');
  await expect(check.getByText(/Visitors are to get the whole quiz in German/)).toBeVisible();
  await check.getByRole('button', { name: 'Let what is missing stand in the quiz’s own language' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /Who gets German/ })).toContainText('gaps in English');
  await choose(page, 'For which visitors', /all may choose/);
  await saved(page);
  await publish(page);
  const address = await addressOf(page);

  const visitor = await somebodyElse(page, { locale: 'de-DE' });
  await visitor.goto(address);
  await expect(visitor.getByRole('heading', { name: 'Schotter oder Asphalt?', level: 2 })).toBeVisible();
  await expect(visitor.locator('html')).toHaveAttribute('lang', 'de');
  await visitor.getByRole('navigation', { name: 'Sprache' }).getByRole('link', { name: 'English' }).click();
  await expect(visitor.getByRole('heading', { name: 'Gravel or tarmac?', level: 2 })).toBeVisible();
  await visitor.getByRole('navigation', { name: 'Language' }).getByRole('link', { name: 'Deutsch' }).click();
  await visitor.getByRole('radio', { name: 'Asphalt' }).check();
  await visitor.getByRole('button', { name: 'Mein Ergebnis ansehen' }).click();
  await expect(visitor.getByRole('navigation', { name: 'Sprache' })).toBeHidden();
  // Whoever comes back by the plain address goes on in the language of the run.
  await visitor.goto(address);
  await expect(visitor.locator('.v-panel')).toHaveAttribute('lang', 'de');

  // The wording changes: the translation was made from another one.
  await tab(page, 'Write').click();
  await page.getByLabel('Question 1', { exact: true }).fill('Gravel, or tarmac?');
  await open(page, 'Languages');
  await page.getByRole('radio', { name: 'To look at again 1' }).click();
  await expect(page.getByText('it was “Gravel or tarmac?”')).toBeVisible();
  await page.getByRole('button', { name: 'It is right: Question 1, wording, in German' }).click();
  await expect(page.getByRole('radio', { name: 'To look at again 0' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('radio', { name: 'To look at again 1' })).toBeVisible();
});

test('without scripts it is found by the browser or chosen, and stays to the end', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await open(page, 'Languages');
  await addLanguage(page, 'French');
  await page.getByLabel('Question 1, wording, in French').fill('Gravier ou bitume ?');
  await choose(page, 'Who gets French', /get it, gaps in/);
  await choose(page, 'For which visitors', /all may choose/);
  await saved(page);
  await publish(page);
  const address = await addressOf(page);
  const visitor = await somebodyElse(page, { javaScriptEnabled: false, locale: 'fr-FR' });
  await visitor.goto(address);
  await expect(visitor.getByRole('heading', { name: 'Gravier ou bitume ?', level: 2 })).toBeVisible();
  await visitor.getByRole('link', { name: 'English' }).click();
  await expect(visitor.getByRole('heading', { name: 'Gravel or tarmac?', level: 2 })).toBeVisible();
  await visitor.getByRole('link', { name: 'français' }).click();
  await visitor.getByRole('radio', { name: 'Gravel' }).check();
  await visitor.getByRole('button', { name: 'Voir mon résultat' }).click();
  await expect(visitor.locator('.v-panel')).toHaveAttribute('lang', 'fr');
  await expect(visitor.locator('html')).toHaveAttribute('lang', 'fr');

  // What was chosen counts for more than what the browser likes best.
  const other = await somebodyElse(page, { javaScriptEnabled: false, locale: 'en-GB' });
  await other.goto(address);
  await other.getByRole('link', { name: 'français' }).click();
  await other.getByRole('radio', { name: 'Gravel' }).check();
  await other.getByRole('button', { name: 'Voir mon résultat' }).click();
  await expect(other.locator('.v-panel')).toHaveAttribute('lang', 'fr');
  await expect(other.locator('html')).toHaveAttribute('lang', 'fr');
});

test('a language goes to a translator as XLIFF and comes back, with mistakes told by line', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await open(page, 'Languages');
  await addLanguage(page, 'Arabic');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save Arabic for a translator' }).click(),
  ]);
  expect(file.suggestedFilename()).toMatch(/\.ar\.xlf$/);
  const sent = await readFile(await file.path(), 'utf8');
  const back = sent
    .replace('<source>Tarmac</source>', '<source>Tarmac</source><target>أسفلت</target>')
    .replace(/name="(blocks\/[^"]*\/prompt)"/, 'name="blocks/gone/prompt"');
  const read = (text: string) =>
    page.getByLabel('A translation as XLIFF').setInputFiles({
      name: 'back.xlf',
      mimeType: 'application/xliff+xml',
      buffer: Buffer.from(text),
    });
  await read(back);
  await expect(page.getByText('One text was taken in Arabic.')).toBeVisible();
  const line = back.split('\n').findIndex((one) => one.includes('blocks/gone')) + 1;
  await expect(page.getByText(`Line ${line}: “blocks/gone/prompt” is no text of this quiz`)).toBeVisible();
  await expect(page.getByLabel('Question 1, answer, in Arabic').last()).toHaveValue('أسفلت');
  const panel = page.getByRole('region', { name: 'The quiz in its look' }).locator('.v-panel');
  await expect(panel).toHaveAttribute('dir', 'rtl');
  await read('<xliff>\n<a></xliff>');
  await expect(page.getByText(/Line 2: it is no XML/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Question 1, answer, in Arabic').last()).toHaveValue('');
  await page.getByRole('button', { name: 'Begin with the words of another language' }).click();
  await page.getByRole('menuitem', { name: 'English' }).click();
  await expect(page.getByLabel('Question 1, answer, in Arabic').last()).toHaveValue('Tarmac');
  await expect(page.getByText('copied, not gone over yet').first()).toBeVisible();
  await saved(page);
});

test('both views hold for axe, in light and dark, and at 320 px', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await open(page, 'Languages');
  await addLanguage(page, 'Arabic');
  for (const part of ['Languages', 'Wording'] as const) {
    await open(page, part);
    for (const colorScheme of ['light', 'dark'] as const) {
      await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
      expect([part, colorScheme, await axeFinds(page)]).toEqual([part, colorScheme, []]);
    }
    await page.setViewportSize({ width: 320, height: 700 });
    await fits(page, part);
    await page.setViewportSize({ width: 1280, height: 800 });
  }
});
