import { expect, type Page, test } from '@playwright/test';
import { publish, saved, signUp, somebodyElse, startQuiz, tab } from './people';
import { world } from './servers';

/** Live as edition 2, which asks and answers otherwise than edition 1. */
async function twoEditions(page: Page) {
  await signUp(page);
  await startQuiz(page, 'What rolls best?', ['Gravel', 'Grass']);
  await saved(page);
  await publish(page, 1);
  await tab(page, 'Write').click();
  await page.getByLabel('Question 1', { exact: true }).fill('What rolls worst?');
  await page.getByLabel('Answer 2').press('End');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Sand');
  await saved(page);
  await publish(page, 2);
}
const linkIn = async (page: Page) => `${world().app}/q/${await page.getByLabel('Web address').inputValue()}`;

test('editions are compared in words, gone back to, noted, and put live again', async ({ page }) => {
  await twoEditions(page);
  await page.getByRole('button', { name: 'Look at them and compare' }).click();
  const sheet = page.getByRole('dialog', { name: 'Editions' });
  await expect(sheet.getByText('Nothing: they are alike.')).toBeVisible();
  await sheet
    .getByRole('list', { name: 'Editions' })
    .getByRole('button', { name: /^Edition 1/ })
    .click();
  const differences = sheet.getByLabel('Differences');
  await expect(differences).toContainText('Question 1: it asks “What rolls worst?” now');
  await expect(differences).toContainText('Question 1: answer “Sand” is new');
  await expect(sheet.getByText('Of the questions: 1 changed.')).toBeVisible();
  // As visitors got it.
  await expect(sheet.getByRole('heading', { name: 'What rolls best?' })).toBeVisible();
  await sheet.getByLabel('A note to yourselves:').fill('Before the rain');
  await page.keyboard.press('Enter');
  await expect(sheet.getByText('Kept', { exact: true })).toBeVisible();

  await sheet.getByRole('button', { name: 'Put it live again' }).click();
  await expect(page.getByText('Live as edition 1, with changes').first()).toBeAttached();
  await sheet.getByRole('button', { name: 'Make it the draft' }).click();
  await expect(sheet).toBeHidden();
  await expect(page.getByText('Before the rain')).toBeVisible();
  const link = await linkIn(page);
  await tab(page, 'Write').click();
  await expect(page.getByLabel('Question 1', { exact: true })).toHaveValue('What rolls best?');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Question 1', { exact: true })).toHaveValue('What rolls worst?');
  await saved(page);
  const visitor = await somebodyElse(page);
  await visitor.goto(link);
  await expect(visitor.getByRole('heading', { level: 2, name: 'What rolls best?' })).toBeVisible();
});

test('a colleague tries the draft by a link, and it counts nowhere', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'What rolls best?', ['Gravel', 'Grass']);
  await saved(page);
  await tab(page, 'Publish').click();
  const first = page.getByRole('region', { name: 'See it first' });
  await first.getByRole('button', { name: 'Make a link, good for a week' }).click();
  const link = (await first.getByLabel('Link to the draft').textContent()) ?? '';
  const colleague = await somebodyElse(page);
  await colleague.goto(link);
  await expect(colleague.getByText('A trial: nothing of it counts.')).toBeVisible();
  await colleague.getByLabel('Grass').check();
  await colleague.getByRole('button', { name: 'See my result' }).click();
  await expect(colleague.getByRole('button', { name: 'See my result' })).toHaveCount(0);
  // The same by forms, where no scripts are.
  const plain = await somebodyElse(page, { javaScriptEnabled: false });
  await plain.goto(link);
  await expect(plain.getByText('A trial: nothing of it counts.')).toBeVisible();
  await plain.getByLabel('Gravel').check();
  await plain.getByRole('button', { name: 'See my result' }).click();
  await expect(plain.getByText('Thank you. That was all.').first()).toBeVisible();
  await expect(plain.getByText('A trial: nothing of it counts.')).toBeVisible();
  // Without the key, or with one that is not ours, there is nothing at this address yet.
  expect((await colleague.goto(link.replace('draft.', 'draft.1')))?.status()).toBe(404);
  await expect(colleague.getByRole('heading', { name: 'There is no quiz at this address.' })).toBeVisible();
  expect((await colleague.goto(link.split('?')[0] ?? ''))?.status()).toBe(404);
  await publish(page);
  // The browser that tried it is nobody's yet: what it answers from now on counts.
  await colleague.goto(link);
  await expect(colleague.getByLabel('Grass')).not.toBeChecked();
  await colleague.goto(link.split('?')[0] ?? '');
  await expect(colleague.getByLabel('Grass')).toBeVisible();
  await expect(colleague.getByText('A trial: nothing of it counts.')).toHaveCount(0);
  await expect(colleague.getByText(/Welcome back/)).toHaveCount(0);
  await tab(page, 'Findings').click();
  await expect(page.getByRole('region', { name: 'Journey' }).getByRole('listitem').first()).toContainText(
    /^Saw it\s*1\b/,
  );
  await page.getByRole('radio', { name: 'People' }).click();
  await expect(page.getByText('a trial that does not count')).toHaveCount(2);
  await page.getByRole('button', { name: 'Remove all trials' }).click();
  await expect(page.getByText('a trial that does not count')).toHaveCount(0);
});

test('what the check warns of is asked about once before it is published', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'What rolls best?', ['Gravel', 'Grass']);
  await tab(page, 'Score').click();
  await page.getByRole('button', { name: 'Outcome', exact: true }).first().click();
  await saved(page);
  const button = (edition: number) =>
    page.getByRole('banner').getByRole('button', { name: `Publish edition ${edition}` });
  await button(1).click();
  const asked = page.getByRole('dialog', { name: 'Before it is published' });
  await expect(asked.getByText(/worth a look first/)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(asked).toBeHidden();
  await expect(button(1)).toBeEnabled();
  await button(1).click();
  await asked.getByRole('button', { name: 'Publish all the same' }).click();
  await expect(page.getByText('Live as edition 1').first()).toBeVisible();
  await expect(asked).toBeHidden();
  await page.getByLabel('Title of the quiz').fill('Rolling');
  await button(2).click();
  await expect(page.getByText('Live as edition 2').first()).toBeVisible();
});

test('two versions are shown side by side, each visitor keeps to one, and one press ends it', async ({ page }) => {
  await twoEditions(page);
  const versions = page.getByRole('region', { name: 'Two versions' });
  await versions.getByRole('button', { name: 'The other version' }).click();
  await page.getByRole('option', { name: 'some of them edition 1' }).click();
  await versions.getByLabel('Percent of new visitors').fill('99');
  await page.keyboard.press('Tab');
  await expect(versions.getByText('From now on.')).toBeVisible();
  await expect(page.getByText('edition 1 for 99 % of new visitors')).toBeVisible();
  const link = await linkIn(page);
  // One of a hundred gets the other one, and keeps to it: the test looks which, and holds that it stays.
  const visitor = await somebodyElse(page, { userAgent: 'a visitor of two versions' });
  await visitor.goto(link);
  const asked = visitor.getByRole('heading', { level: 2, name: /What rolls (best|worst)\?/ });
  const words = (await asked.textContent()) ?? '';
  await visitor.getByLabel('Grass').check();
  await visitor.reload();
  await expect(visitor.getByRole('heading', { level: 2, name: words })).toBeVisible();

  await versions.getByRole('button', { name: 'End it with edition 1' }).click();
  await expect(versions.getByText('New visitors get edition 1')).toBeVisible();
  await expect(versions.getByRole('button', { name: /^End it/ })).toHaveCount(0);
  const another = await somebodyElse(page, { userAgent: 'another visitor' });
  await another.goto(link);
  await expect(another.getByRole('heading', { level: 2, name: 'What rolls best?' })).toBeVisible();
});
