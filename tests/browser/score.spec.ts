import { expect, test } from '@playwright/test';
import { enterDemo, saved, signUp, startQuiz, tab } from './people';

test.describe('the grid', () => {
  test.beforeEach(async ({ page }) => {
    await signUp(page);
    await startQuiz(page, 'Tea or coffee?', ['Tea', 'Coffee']);
    await tab(page, 'Score').click();
    await page.getByRole('button', { name: 'Scale', exact: true }).click();
    await page.getByRole('button', { name: 'Outcome', exact: true }).click();
    await page.getByRole('button', { name: 'Outcome', exact: true }).click();
  });

  test('is driven like a spreadsheet', async ({ page }) => {
    const cell = (answer: string, column: string, value: string) =>
      expect(page.getByRole('gridcell', { name: `${answer}, ${column}: ${value}`, exact: true })).toBeVisible();
    await page.getByRole('gridcell', { name: 'Tea, Scale 1' }).click();
    await page.keyboard.type('2');
    await page.keyboard.press('Tab');
    await page.keyboard.type('-1,5');
    await page.keyboard.press('Enter');
    await cell('Tea', 'Scale 1', '+2');
    await cell('Tea', 'Outcome 1', '−1.5');
    await expect(page.getByRole('gridcell', { name: /Coffee, Outcome 1/ })).toBeFocused();
    // Typing is dropped by Escape, and refused where it is no number.
    await page.keyboard.type('7');
    await page.keyboard.press('Escape');
    await cell('Coffee', 'Outcome 1', 'nothing');
    await page.keyboard.type('1-');
    await page.keyboard.press('Enter');
    await expect(page.getByText('“1-” is not a number')).toBeVisible();
    await page.keyboard.press('Escape');

    await page.getByRole('gridcell', { name: /Tea, Scale 1/ }).click();
    await page.keyboard.press('Shift+ArrowDown');
    await page.keyboard.press('Control+d');
    await cell('Coffee', 'Scale 1', '+2');
    await page.keyboard.press('Control+a');
    await expect(page.getByText('6 cells chosen, sum +2.5')).toBeVisible();
    await page.keyboard.press('Delete');
    await cell('Tea', 'Outcome 1', 'nothing');
    await page.keyboard.press('Control+z');
    await cell('Tea', 'Outcome 1', '−1.5');
    await saved(page);
  });

  test('takes blocks of cells from a spreadsheet and gives them back', async ({ page }) => {
    await page.evaluate(() => navigator.clipboard.writeText('1\t2\t\n\t3\t-4'));
    await page.getByRole('gridcell', { name: /Tea, Scale 1/ }).click();
    await page.keyboard.press('Control+v');
    await expect(page.getByRole('gridcell', { name: 'Coffee, Outcome 2: −4' })).toBeVisible();
    await page.keyboard.press('Control+c');
    expect(await page.evaluate(() => navigator.clipboard.readText())).toBe('1\t2\t0\n0\t3\t-4');
    await page.evaluate(() => navigator.clipboard.writeText('a\tb'));
    await page.keyboard.press('Control+v');
    await expect(page.getByText('not a block of numbers')).toBeVisible();
    await expect(page.getByRole('gridcell', { name: 'Tea, Scale 1: +1' })).toBeVisible();
  });

  test('takes a column and all its weights away, and undo brings them back', async ({ page }) => {
    await page.getByRole('gridcell', { name: /Tea, Outcome 2/ }).click();
    await page.keyboard.type('3');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Delete Outcome 2' }).click();
    await expect(page.getByRole('columnheader', { name: 'Outcome 2' })).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('gridcell', { name: 'Tea, Outcome 2: +3' })).toBeVisible();
  });
});

test('below the grid of the demo stand exact figures', async ({ page }) => {
  await enterDemo(page);
  await page.getByRole('link', { name: 'What kind of tourer are you?' }).click();
  await tab(page, 'Score').click();
  const row = (name: RegExp) => page.getByRole('row', { name }).getByRole('gridcell').allInnerTexts();
  const ends = page.getByRole('row', { name: /^Where visitors end, all ways counted/ }).getByRole('gridcell');
  await expect(ends.nth(3)).toHaveText('27.6%');
  await expect(ends.nth(6)).toHaveText('30.5%');
  expect(await row(/^Lowest/)).toEqual(['−5', '0', '−3', '0', '0', '0', '0']);
  expect(await row(/^Highest/)).toEqual(['21', '21', '13', '25', '24', '24', '28']);
});
