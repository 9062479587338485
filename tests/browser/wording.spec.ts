/** The wording of a question: plain until it is formatted, and what is pasted from elsewhere. */
import { expect, type Page, test } from '@playwright/test';
import { saved, signUp, startQuiz } from './people';

const wording = (page: Page, n: number) => page.getByLabel(`Question ${n}`, { exact: true });

test('a wording is formatted by the keyboard, with an insert, and goes on like any other', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Which way,', ['Left', 'Right']);
  await wording(page, 1).focus();
  await page.keyboard.press('End');
  await page.keyboard.type(' ');
  await page.keyboard.press('Control+b');
  const rich = page.locator('[contenteditable]').and(wording(page, 1));
  await expect(rich).toBeFocused();
  await page.keyboard.press('Control+b');
  await page.keyboard.type('really');
  await page.keyboard.press('Control+b');
  await page.keyboard.type(', ');
  await page.getByRole('button', { name: 'Put in a value' }).click();
  await page.getByRole('menuitem', { name: 'First name' }).click();
  await expect(rich.locator('.insert')).toHaveText('First name');
  await expect(rich.locator('strong')).toHaveText('really');
  // The visitor's view shows it as it will be: the fallback, since nobody has a name yet.
  const view = page.getByRole('complementary', { name: 'Visitor’s view' });
  await expect(view.getByRole('group', { name: 'Which way, really, friend' })).toBeVisible();
  await expect(view.locator('legend strong')).toHaveText('really');
  await rich.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Answer 1')).toBeFocused();
  await rich.focus();
  await page.keyboard.press('Control+Enter');
  await expect(wording(page, 2)).toBeFocused();
  await page.keyboard.type('A plain one?');
  await saved(page);
  await page.reload();
  await expect(rich.locator('strong')).toHaveText('really');
  await expect(wording(page, 2)).toHaveValue('A plain one?');
  // A link's address is checked as in all texts.
  await rich.focus();
  await page.keyboard.press('Control+a');
  await page.getByRole('button', { name: 'Link' }).click();
  await page.getByLabel('Address:').fill('javascript:alert(1)');
  await page.keyboard.press('Enter');
  await expect(page.locator('a[href^="javascript"]')).toHaveCount(0);
});

const paste = (page: Page, html: string, text: string) =>
  page.evaluate(
    ([asHtml, asText]) => {
      const data = new DataTransfer();
      data.setData('text/html', asHtml);
      data.setData('text/plain', asText);
      const event = new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true });
      document.activeElement?.dispatchEvent(event);
    },
    [html, text] as const,
  );

test('lists and tables are read from what a document or a letter puts onto the clipboard', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'First?', ['Yes', 'No']);
  await wording(page, 1).focus();
  await page.keyboard.press('Control+Enter');
  await paste(
    page,
    `<html><body><style>li{}</style><ol><li>Which tyre?<ul><li>Wide</li><li><b>Narrow</b></li></ul></li>
      <li>Which bag?<ul><li><b>Round</b></li><li>Square<img src="x" onerror="window.hacked=1"></li></ul></li></ol></body></html>`,
    'Which tyre?\nWide\nNarrow\nWhich bag?\nRound\nSquare',
  );
  const understood = page.getByRole('list', { name: 'What was understood' }).getByRole('listitem');
  await expect(understood).toHaveCount(2);
  await expect(page.getByLabel('Questions to read')).toHaveValue(
    '1. Which tyre?\n- Wide\n- Narrow *\n2. Which bag?\n- Round *\n- Square',
  );
  await page.getByRole('button', { name: 'Put in 2 questions' }).click();
  await expect(wording(page, 2)).toHaveValue('Which tyre?');
  await expect(wording(page, 3)).toHaveValue('Which bag?');
  await saved(page);
  await page.getByRole('button', { name: 'Read a list' }).click();
  await page.getByLabel('Questions to read').focus();
  await paste(
    page,
    '<table><tr><th>question</th><th>right</th></tr><tr><td>How many?</td><td>12</td></tr></table>',
    '',
  );
  await expect(page.getByText('Read as a table')).toBeVisible();
  await expect(understood).toHaveText([/How many\?/]);
  expect(await page.evaluate(() => 'hacked' in window)).toBe(false);
});
