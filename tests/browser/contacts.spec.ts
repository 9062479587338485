/** Everybody who left a contact: found, read, taken out, and taken away. */
import { expect, type Page, test } from '@playwright/test';
import { axeFinds } from './axe';
import { publish, saved, signUp, somebodyElse, startQuiz, tab } from './people';
import { world } from './servers';

/** Takes the quiz at an address and leaves a name and an address. */
async function leave(page: Page, address: string, answer: string, name: string, email: string): Promise<void> {
  const visitor = await somebodyElse(page);
  await visitor.goto(address);
  await visitor.getByRole('radio', { name: answer }).check();
  await visitor.getByLabel('First name').fill(name);
  await visitor.getByLabel('E-mail').fill(email);
  await visitor.getByRole('checkbox').check();
  await visitor.getByRole('button', { name: 'See my result' }).click();
  await expect(visitor.getByRole('button', { name: 'See my result' })).toBeHidden();
  await visitor.close();
}

test('people are found over all quizzes, read, taken out, and taken away for good, by keyboard', async ({ page }) => {
  await signUp(page);
  await page.goto(`${world().app}/people`);
  await expect(page.getByText('Nobody has left a contact yet.')).toBeVisible();
  await page.goto(`${world().app}/quizzes`);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await page.getByLabel('Question 1', { exact: true }).click();
  await page.getByRole('button', { name: 'Add to page 1' }).click();
  await page.getByRole('menuitem', { name: 'Contact form' }).click();
  await expect(page.getByLabel('Headline of the contact form')).toBeVisible();
  await saved(page);
  await publish(page);
  await tab(page, 'Publish').click();
  const address = (await page.getByRole('link', { name: 'Open it' }).getAttribute('href')) ?? '';
  await leave(page, address, 'Gravel', 'Ida', 'ida@spoke.test');
  await leave(page, address, 'Tarmac', 'Otto', 'otto@spoke.test');

  await page.goto(`${world().app}/people`);
  await expect(page.getByRole('status')).toContainText('2 people');
  await expect(page.getByRole('row', { name: /Otto/ })).toContainText('otto@spoke.test');
  await page.getByLabel('Find somebody').fill('ida');
  await expect(page.getByRole('status')).toContainText('1 person');
  await expect(page.getByRole('row', { name: /Otto/ })).toHaveCount(0);
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'vCards' }).click()]);
  expect(file.suggestedFilename()).toBe('contacts.vcf');

  const row = page.getByRole('button', { name: 'Ida', exact: true });
  await row.focus();
  await page.keyboard.press('Enter');
  const sheet = page.getByRole('dialog', { name: 'Ida' });
  await expect(sheet.getByRole('region', { name: 'What they left' })).toContainText('ida@spoke.test');
  await expect(sheet.getByText(/^Agreed on/)).toBeVisible();
  expect(await axeFinds(page, { within: '[role=dialog]' })).toEqual([]);
  await sheet.getByRole('button', { name: /^Take everything of theirs away/ }).press('Enter');
  await expect(sheet.getByText('This goes for good: their contact, one run with all its answers')).toBeVisible();
  await sheet.getByRole('button', { name: 'Keep it' }).press('Enter');
  await sheet.getByRole('button', { name: /^Take everything of theirs away/ }).press('Enter');
  await sheet.getByRole('button', { name: 'Take it away for good' }).press('Enter');
  await expect(sheet).toBeHidden();
  await expect(page.getByRole('status')).toContainText('Ida is gone, with one run');
  await expect(page.getByText('Nobody is like that.')).toBeVisible();
  await page.getByLabel('Find somebody').fill('');
  await expect(page.getByRole('status')).toContainText('1 person');

  await page.getByRole('button', { name: 'Which quiz' }).click();
  await page.getByRole('option', { name: 'Gravel or tarmac?' }).click();
  await expect(page.getByRole('row', { name: /Otto/ })).toBeVisible();
  await page.getByLabel('Since').fill('2999-01-01');
  await expect(page.getByText('Nobody is like that.')).toBeVisible();
});
