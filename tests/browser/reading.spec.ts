import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { alive, saved, signUp, startQuiz } from './people';
import { world } from './servers';

const list =
  '1. What holds a cut tyre?\na) Grass\nb) A banknote *\n\n2. Which freeze?\n[x] The bottle\n[ ] The bell\nAnswer: d';

test('a pasted list is looked at first, and becomes a quiz', async ({ page }) => {
  await signUp(page);
  await page.getByLabel('Questions to read').fill(list);
  await expect(page.getByText('Read as questions with answers below them: 2 questions.')).toBeVisible();
  const understood = page.getByRole('list', { name: 'What was understood' }).getByRole('listitem');
  await expect(understood.nth(0)).toContainText('A banknote');
  await expect(page.getByRole('list', { name: 'What was guessed or left out' })).toContainText(
    'Line 5, left out: “d” is none of the answers',
  );
  await page.getByRole('button', { name: 'Make a quiz of 2 questions' }).click();
  await page.waitForURL('**/write');
  await expect(page.getByLabel('Question 2', { exact: true })).toHaveValue('Which freeze?');
});

test('a file is read, said what is wrong with it, and written again', async ({ page }) => {
  await signUp(page);
  const file = page.getByLabel('A file with questions');
  await file.setInputFiles({
    name: 'quiz.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{ "version": 1 }'),
  });
  await expect(page.getByRole('alert').filter({ hasText: 'This is no quiz that can be read' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Make a quiz of it' })).toBeDisabled();
  await file.setInputFiles({
    name: 'list.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Question;Right;Answer;Answer\n"Tea; or coffee?";1;Tea;Coffee\n'),
  });
  await expect(page.getByText('Read as a table, a question in each row: 1 question.')).toBeVisible();
  await page.getByRole('button', { name: 'Make a quiz of 1 question' }).click();
  await expect(page.getByLabel('Question 1', { exact: true })).toHaveValue('Tea; or coffee?');
  await page.getByRole('link', { name: '← Quizzes' }).click();
  await page.getByRole('button', { name: 'What to do with Untitled quiz' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Save its questions as a table' }).click();
  expect(readFileSync(await (await download).path(), 'utf8')).toContain('"Tea; or coffee?"'.replaceAll('"', ''));
  await expect(page.getByText('untitled-quiz.csv is saved.')).toBeVisible();
});

test('questions go out as a spreadsheet and as a package, and come back', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Tea or coffee?', ['Tea', 'Coffee']);
  await saved(page);
  for (const [item, told] of [
    ['Save its questions as a spreadsheet', 'a table, a question in each row'],
    ['Save its questions as a package', 'items of QTI'],
  ] as const) {
    await page.goto(`${world().app}/quizzes`);
    await alive(page);
    await page
      .getByRole('button', { name: /^What to do with/ })
      .last()
      .click();
    const download = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: item }).click();
    const kept = await download;
    const bytes = readFileSync(await kept.path());
    const name = kept.suggestedFilename();
    await page.getByLabel('A file with questions').setInputFiles({ name, mimeType: 'application/zip', buffer: bytes });
    await expect(page.getByText(`Read as ${told}: 1 question.`)).toBeVisible();
    await page.getByRole('button', { name: 'Make a quiz of 1 question' }).click();
    await expect(page.getByLabel('Question 1', { exact: true })).toHaveValue('Tea or coffee?');
    await expect(page.getByLabel('Answer 2', { exact: true })).toHaveValue('Coffee');
  }
  // What is none is told, and nothing is made of it.
  await page.goto(`${world().app}/quizzes`);
  await alive(page);
  const broken = { name: 'a.zip', mimeType: 'application/zip', buffer: Buffer.from('PK\u0003\u0004 nothing') };
  await page.getByLabel('A file with questions').setInputFiles(broken);
  await expect(page.getByRole('alert').filter({ hasText: 'This is no package that can be read' })).toBeVisible();
});

test('what is pasted out of a document brings its pictures', async ({ page }) => {
  await signUp(page);
  const png = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#2F6690' } })
    .png()
    .toBuffer();
  const html = `<ol><li>Which lamp?<img alt="A lamp" src="data:image/png;base64,${png.toString('base64')}"><ul><li>This</li><li>That</li></ul></li>
    <li>Which bell?<img alt="A bell" src="https://elsewhere.test/bell.png"><ul><li>Brass</li><li>Tin</li></ul></li></ol>`;
  const box = page.getByLabel('Questions to read');
  await box.evaluate((area, given) => {
    const data = new DataTransfer();
    data.setData('text/html', given);
    data.setData('text/plain', 'Which lamp? This That');
    area.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  }, html);
  const understood = page.getByRole('list', { name: 'What was understood' }).getByRole('listitem');
  await expect(understood.nth(0)).toContainText('with a picture');
  await expect(understood.nth(1)).not.toContainText('with a picture');
  await expect(page.getByRole('list', { name: 'What was guessed or left out' })).toContainText(
    'One picture stands elsewhere and is left out.',
  );
  await page.getByRole('button', { name: 'Make a quiz of 2 questions' }).click();
  await page.waitForURL('**/write');
  const shown = page.getByAltText('A lamp').first();
  await expect(shown).toBeVisible();
  await expect(shown).toHaveAttribute('src', /\/media\//);
});

test('a list pasted into an empty question is put in as pages, and one undo takes it out', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Tea or coffee?', ['Tea', 'Coffee']);
  await page.getByLabel('Question 1', { exact: true }).focus();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByLabel('Question 2', { exact: true })).toBeFocused();
  await page.evaluate((text) => navigator.clipboard.writeText(text), list);
  await page.keyboard.press('Control+V');
  await page.getByRole('button', { name: 'Put in 2 questions' }).click();
  await expect(page.getByLabel('Question 2', { exact: true })).toHaveValue('What holds a cut tyre?');
  await expect(page.getByLabel('Question 3', { exact: true })).toHaveValue('Which freeze?');
  await expect(page.getByLabel('Question 4', { exact: true })).toHaveCount(0);
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Question 2', { exact: true })).toHaveValue('');
  await expect(page.getByLabel('Question 3', { exact: true })).toHaveCount(0);
});
