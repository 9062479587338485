import { Client } from 'pg';
import { expect, test } from '@playwright/test';
import { enterDemo, saved, signUp, startQuiz } from './people';
import { world } from './servers';

test('an earlier state is looked at, gone back to, and undone', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Tea or soup?', ['Tea', 'Soup']);
  await saved(page);
  // The work pauses: what is there now is half an hour old.
  const database = new Client({ connectionString: world().env['DATABASE_URL'] });
  await database.connect();
  await database.query(
    `update quizzes set changed_at = changed_at - interval '30 minutes' where draft->>'title' = $1`,
    ['Tea or soup?'],
  );
  await database.end();
  await page.getByLabel('Question 1', { exact: true }).fill('Coffee or soup?');
  await saved(page);
  await page.getByRole('button', { name: 'Earlier states' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('list', { name: 'States' }).getByRole('button').first().click();
  await expect(sheet.getByText('Tea or soup?').last()).toBeVisible();
  await sheet.getByRole('button', { name: 'Go back to this state' }).click();
  await expect(page.getByLabel('Question 1', { exact: true })).toHaveValue('Tea or soup?');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Question 1', { exact: true })).toHaveValue('Coffee or soup?');
  await saved(page);
});

test('a whole quiz is taken as a visitor, and then started from', async ({ page }) => {
  await enterDemo(page);
  const templates = page.getByRole('region', { name: 'Or start from a whole quiz' });
  await expect(templates.getByRole('button', { name: /A ferry: test what you know/ })).toContainText('7 questions');
  await templates.getByRole('button', { name: /^Which bread are you\?/ }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByText('The oven has been on since three')).toBeVisible();
  await sheet.getByRole('button', { name: /^Where to begin\?/ }).click();
  await sheet.getByLabel('I ride to work').check();
  await sheet.getByRole('button', { name: 'Next' }).click();
  await expect(sheet.getByText('What is missing most?')).toBeVisible();
  await sheet.getByRole('button', { name: 'Start with this one' }).click();
  await expect(page.getByLabel('Question 1', { exact: true })).toHaveValue('Which of these is you?');
  await expect(page.getByLabel('Title of the quiz')).toHaveValue('Where to begin?');
});

test('a finding is mended where it is told', async ({ page }) => {
  await enterDemo(page);
  await page.goto(`${world().app}/quizzes/winter-tyres/write`);
  await page.getByRole('button', { name: /^Check/ }).click();
  const sheet = page.getByRole('dialog', { name: 'Check' });
  const finding = sheet.getByRole('listitem').filter({ hasText: 'An answer of' });
  await finding.getByRole('button', { name: 'Take it out' }).click();
  await expect(finding).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
});
