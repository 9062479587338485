import { expect, type Page, test } from '@playwright/test';
import { saved, signUp, startQuiz, tab } from './people';

const quizzes = async (page: Page) => {
  await saved(page);
  await page.getByRole('link', { name: 'Yes Maybe, all quizzes' }).click();
  await expect(page.getByRole('heading', { name: 'Quizzes' })).toBeVisible();
};
const choose = async (page: Page, label: string, to: string) => {
  await page.getByRole('button', { name: label }).click();
  await page.getByRole('option', { name: to, exact: true }).click();
};

test('a question is kept in the bank, taken into another quiz, and changes there with the bank until it is changed', async ({
  page,
}) => {
  await signUp(page);
  await startQuiz(page, 'Tea or coffee?', ['Tea', 'Coffee']);
  await page.getByRole('button', { name: 'Choose number 1' }).click();
  await page.getByRole('button', { name: 'Keep in the bank' }).click();
  await expect(page.getByText('1 kept in the bank. It follows it from now on.')).toBeVisible();
  await quizzes(page);

  // Another quiz takes it in.
  await startQuiz(page, 'Rain or sun?', ['Rain', 'Sun']);
  await page.getByRole('button', { name: 'From the bank' }).click();
  const sheet = page.getByRole('dialog', { name: 'From the bank' });
  await sheet.getByLabel('Words in the question').fill('nothing like it');
  await expect(sheet.getByText('0 of 1')).toBeVisible();
  await sheet.getByLabel('Words in the question').fill('coffee');
  await expect(sheet.getByText('In Tea or coffee?', { exact: true })).toBeVisible();
  await sheet.getByRole('checkbox', { name: 'Tea or coffee?' }).check();
  await sheet.getByRole('button', { name: 'Take in 1 question' }).click();
  await expect(page.getByLabel('Question 2', { exact: true })).toHaveValue('Tea or coffee?');
  await expect(page.getByLabel('Question 2', { exact: true })).toBeFocused();
  await quizzes(page);

  // What the bank changes reaches both.
  await tab(page, 'Bank').click();
  const shelf = page.getByRole('region', { name: 'What is kept' });
  await expect(shelf.getByText(/In (Rain or sun\?|Tea or coffee\?), /)).toBeVisible();
  await page.getByLabel('Question 1', { exact: true }).fill('Tea or cocoa?');
  await quizzes(page);
  await page.getByRole('link', { name: 'Rain or sun?' }).click();
  const second = page.getByLabel('Question 2', { exact: true });
  await expect(second).toHaveValue('Tea or cocoa?');

  // Changed here, the bank leaves it alone; and it can follow again.
  await second.fill('Tea or water?');
  await second
    .locator('xpath=ancestor::*[@data-block]')
    .getByRole('button', { name: /One answer/ })
    .click();
  await expect(page.getByText('Changed here: the bank no longer changes it')).toBeVisible();
  await quizzes(page);
  await tab(page, 'Bank').click();
  await expect(page.getByText('Rain or sun? (changed there)')).toBeVisible();
  await page.getByLabel('Question 1', { exact: true }).fill('Tea or milk?');
  await quizzes(page);
  await page.getByRole('link', { name: 'Tea or coffee?' }).click();
  await expect(page.getByLabel('Question 1', { exact: true })).toHaveValue('Tea or milk?');
  await quizzes(page);
  await page.getByRole('link', { name: 'Rain or sun?' }).click();
  await expect(second).toHaveValue('Tea or water?');
  await second.click();
  await second
    .locator('xpath=ancestor::*[@data-block]')
    .getByRole('button', { name: /One answer/ })
    .click();
  await page.getByRole('button', { name: 'Take the bank’s again' }).click();
  await expect(second).toHaveValue('Tea or milk?');
  await expect(page.getByText('It follows the bank')).toBeVisible();
});

test('settings are kept by a name, and given to chosen and to new questions', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Tea or coffee?', ['Tea', 'Coffee']);
  const settings = page.getByRole('button', { name: /^One answer/ });
  await page.getByLabel('Question 1', { exact: true }).click();
  await settings.click();
  await page.getByText('Shuffled for each visitor').click();
  await page.getByRole('button', { name: 'Keep these settings' }).click();
  await page.getByLabel('Name of these settings').fill('Mixed up');
  await page.keyboard.press('Enter');
  await settings.click();
  await page.getByRole('button', { name: 'The whole quiz' }).click();
  await choose(page, 'What new questions begin with', 'Mixed up');
  await page.getByRole('button', { name: 'The whole quiz' }).click();
  await page.getByRole('button', { name: 'Next question' }).click();
  await page.keyboard.type('Rain or sun?');
  await expect(page.getByRole('button', { name: /shuffled/ })).toBeVisible();
  await saved(page);
});
