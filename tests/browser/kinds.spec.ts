import { expect, type Page, test } from '@playwright/test';
import { saved, signUp, startQuiz } from './people';

test.beforeEach(async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Which bag goes on first?', ['The handlebar roll', 'The panniers']);
});

/** A question of a kind on a page of its own, chosen by keyboard from the "/" menu. */
async function ask(page: Page, kind: string, wording: string) {
  await page.getByLabel('Question 1', { exact: true }).focus();
  await page.keyboard.press('Control+Enter');
  await page.keyboard.type('/');
  await page.getByRole('menuitem', { name: kind }).press('Enter');
  await expect(page.getByLabel('Question 2', { exact: true })).toBeFocused();
  await page.keyboard.type(wording);
  return page.getByRole('complementary');
}

test('accepted words are typed under a short text, and what a visitor might type is tried', async ({ page }) => {
  await ask(page, 'Short text', 'What joins a chain?');
  await page.getByLabel('Another accepted wording').click();
  await page.keyboard.type('quick link');
  await page.keyboard.press('Enter');
  await page.keyboard.type('spare link');
  await page.getByRole('button', { name: 'What “spare link” is' }).click();
  await page.getByRole('option', { name: 'partly right' }).click();
  await page.getByLabel('What a visitor might type').fill(' Quick  LINK ');
  await expect(page.getByRole('status').filter({ hasText: 'read as' })).toHaveText('right, read as “quick link”');
  await page.getByLabel('What a visitor might type').fill('spare link');
  await expect(page.getByRole('status').filter({ hasText: 'read as' })).toContainText('partly right');
  await page.getByLabel('What a visitor might type').fill('quik link');
  await expect(page.getByRole('status').filter({ hasText: 'read as' })).toContainText('wrong');
  await page.getByRole('button', { name: 'Typing slips' }).click();
  await page.getByRole('option', { name: 'one typing slip' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'read as' })).toContainText('right, read as');
});

test('the order typed is the right order', async ({ page }) => {
  const visitor = await ask(page, 'Put in order', 'In which order?');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Wheel out');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.type('Tyre off');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.type('Tube out');
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByLabel('Item 2')).toHaveValue('Tube out');
  await expect(page.getByLabel('Item 2')).toBeFocused();
  await expect(visitor.getByText('Tube out')).toBeVisible();
});

test('pairs are typed as two columns, or pasted as two columns of a table', async ({ page }) => {
  const visitor = await ask(page, 'Match pairs', 'What belongs together?');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Frame bag');
  await page.keyboard.press('Enter');
  await page.keyboard.type('between the tubes');
  await expect(page.getByLabel('What belongs to pair 1')).toHaveValue('between the tubes');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Pair 2', { exact: true })).toBeFocused();
  await page.evaluate(() => navigator.clipboard.writeText('Pannier\ton the rack\nRoll\ton the bar'));
  await page.keyboard.press('Control+V');
  await expect(page.getByLabel('Pair 3', { exact: true })).toHaveValue('Roll');
  await expect(page.getByLabel('What belongs to pair 3')).toHaveValue('on the bar');
  await expect(visitor.getByLabel('Roll')).toBeVisible();
});

test('words marked in a sentence become a gap, and what is right in it', async ({ page }) => {
  const visitor = await ask(page, 'Fill the gaps', 'Fill in');
  await page.getByLabel('The text with its gaps').click();
  await page.keyboard.type('Turn the barrel half a turn');
  for (let i = 0; i < 'half a turn'.length; i++) await page.keyboard.press('Shift+ArrowLeft');
  await page.getByRole('button', { name: 'Make a gap' }).click();
  await expect(page.getByLabel('Accepted in gap 1')).toHaveValue('half a turn');
  await page.getByLabel('Accepted in gap 1').fill('half a turn; 180 degrees');
  await expect(visitor.getByLabel('Gap 1')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Accepted in gap 1')).toHaveValue('half a turn; 180 degrees');
});

test('a grid is typed as a table, with what is right in its cells', async ({ page }) => {
  const visitor = await ask(page, 'A grid', 'Where does it go?');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Tent');
  await page.getByLabel('Column 1').fill('Rack');
  await page.getByLabel('Column 2').fill('Bar');
  await page.getByLabel('Column 3').focus();
  await page.keyboard.press('Backspace');
  await expect(page.getByLabel('Column 3')).toHaveCount(0);
  await page.getByLabel('Row 1', { exact: true }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('Stove');
  const right = page.getByRole('button', { name: 'Tent, Rack: right' });
  await right.click();
  await expect(right).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Tent, Bar: right' }).click();
  await expect(right).toHaveAttribute('aria-pressed', 'false');
  await expect(visitor.getByText('Stove')).toBeVisible();
});

test('places are put on a picture with a click, and moved by the arrow keys', async ({ page }) => {
  await ask(page, 'Places in a picture', 'Where does it leak?');
  await page.getByRole('button', { name: 'Add a picture to the question' }).click();
  await page.getByRole('button', { name: 'A white enamel teapot on a shelf' }).click();
  await page.keyboard.press('Escape');
  const board = page.getByRole('region', { name: 'Page 2' }).getByRole('img', { name: 'A white enamel teapot' });
  await board.click({ position: { x: 60, y: 40 } });
  await page.getByLabel('Accepted names of place 1').fill('spout');
  const place = page.getByRole('button', { name: /^Place 1, / });
  const before = await place.getAttribute('aria-label');
  await place.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(place).not.toHaveAttribute('aria-label', before ?? '');
  await page.getByRole('button', { name: 'What a visitor does with place 1' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('option', { name: 'is pointed at' }).press('Enter');
  await expect(page.getByLabel('What to point at, place 1')).toBeVisible();
});

test('a number has ends, and is right within a stretch', async ({ page }) => {
  await ask(page, 'A number on a slider', 'How many bar?');
  await page.getByLabel('Right is').fill('3,5');
  await page.getByLabel('give or take', { exact: true }).fill('0.5');
  await expect(page.getByText('right from 3 to 4')).toBeVisible();
  await page.getByRole('button', { name: 'Give or take how much' }).click();
  await page.getByRole('option', { name: 'percent of it' }).click();
  await page.getByLabel('give or take', { exact: true }).fill('20');
  await expect(page.getByText('right from 2.8 to 4.2')).toBeVisible();
});

test('another kind says what it loses before it does, and one undo brings it back', async ({ page }) => {
  await page.getByLabel('Question 1', { exact: true }).focus();
  await page.getByRole('button', { name: /One answer, required/ }).click();
  await page.getByRole('button', { name: 'Kind of question' }).click();
  await page.getByRole('option', { name: 'Number' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'loses' })).toHaveText(/As “Number” it loses 2 lines\./);
  await page.getByRole('button', { name: 'Leave it' }).click();
  await expect(page.getByLabel('Answer 2')).toHaveValue('The panniers');
  await page.getByRole('button', { name: 'Kind of question' }).click();
  await page.getByRole('option', { name: 'Put in order' }).click();
  await expect(page.getByLabel('Item 2')).toHaveValue('The panniers');
  await page.keyboard.press('Control+Z');
  await expect(page.getByLabel('Answer 2')).toHaveValue('The panniers');
});

test('an explanation is written, and taken away again', async ({ page }) => {
  await page.getByLabel('Question 1', { exact: true }).focus();
  await page.getByRole('button', { name: /One answer, required/ }).click();
  await page.getByRole('button', { name: 'Add an explanation' }).click();
  await page.getByRole('menuitem', { name: 'Always' }).click();
  await page.getByLabel('Explanation: always').click();
  await page.keyboard.type('Heavy things go low.');
  await saved(page);
  await page.reload();
  await page.getByLabel('Question 1', { exact: true }).focus();
  await page.getByRole('button', { name: /One answer, required/ }).click();
  await expect(page.getByLabel('Explanation: always')).toHaveText('Heavy things go low.');
  await page.getByRole('button', { name: 'Remove: Always' }).click();
  await expect(page.getByLabel('Explanation: always')).toHaveCount(0);
});
