import { expect, test } from '@playwright/test';
import { addressIn, enterDemo, holdScripts, saved, signUp, somebodyElse, startQuiz } from './people';
import { world } from './servers';

test('somebody signs out, in again, and sets a new password by mail', async ({ page }) => {
  const { email, password } = await signUp(page);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('Password').fill('wrong and wrong');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('This address and this password do not belong together.')).toBeVisible();
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Quizzes' })).toBeVisible();
  await page.getByRole('button', { name: 'Sign out' }).click();

  await page.getByRole('link', { name: 'I forgot my password' }).click();
  await page.getByLabel('The e-mail address of your account').fill(email);
  await page.getByRole('button', { name: 'Send me a letter' }).click();
  await expect(page.getByText('Look into your mail')).toBeVisible();
  await page.goto(await addressIn(email, 'Set a new password'));
  await page.getByLabel('New password').fill('even slower and steadier');
  await page.getByRole('button', { name: 'Keep this password' }).click();
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('Password').fill('even slower and steadier');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Quizzes' })).toBeVisible();
});

test('a question typed before the scripts have come is not lost', async ({ page, context }) => {
  await signUp(page);
  const early = await context.newPage();
  const come = await holdScripts(early);
  await early.goto(world().app, { waitUntil: 'commit' });
  await early.getByLabel('First question').fill('Hill or lane?');
  await early.getByLabel('Answer 1').fill('Hill');
  await early.getByLabel('Answer 2').fill('Lane');
  await early.getByRole('button', { name: 'Start writing' }).click();
  come();
  await expect(early.getByLabel('Question 1', { exact: true })).toHaveValue('Hill or lane?');
  await expect(early.getByLabel('Answer 2')).toHaveValue('Lane');
});

test('the very first Enter leads into the first question, and what is typed next is kept', async ({ page }) => {
  await signUp(page);
  await page.getByLabel('First question').fill('Hill or lane?');
  await page.getByLabel('Answer 2').fill('Lane');
  await page.getByLabel('Answer 1').fill('Hill');
  await page.keyboard.press('Enter');
  const question = page.getByLabel('Question 1', { exact: true });
  await expect(question).toBeFocused();
  await page.keyboard.press('End');
  await page.keyboard.type(' Say.');
  await expect(question).toHaveValue('Hill or lane? Say.');
  await saved(page);
});

test('the keyboard can leap over the tabs', async ({ page }) => {
  await enterDemo(page);
  await page.reload();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the sheet' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toBeFocused();
});

test('a stranger is sent to the door, and another workspace’s quiz is not there', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Whose is this?', ['Mine', 'Yours']);
  await saved(page);
  const stranger = await somebodyElse(page);
  await stranger.goto(page.url());
  await expect(stranger.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await signUp(stranger);
  await stranger.goto(page.url());
  await expect(stranger.getByRole('heading', { name: 'This is not here.' })).toBeVisible();
  await stranger.context().close();
});

test('a quiz is copied, deleted and brought back', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Keep me?', ['Yes', 'No']);
  await page.goto(`${world().app}/quizzes`);
  await page.getByRole('button', { name: 'What to do with Keep me?' }).click();
  await page.getByRole('menuitem', { name: 'Copy' }).click();
  await expect(page.getByRole('link', { name: 'Keep me? (copy)' })).toBeVisible();
  await page.getByRole('button', { name: 'What to do with Keep me?', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(page.getByRole('link', { name: 'Keep me?', exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByRole('link', { name: 'Keep me?', exact: true })).toBeVisible();
});

test('the list of the demo shows states and figures that are computed', async ({ page }) => {
  await enterDemo(page);
  const tourer = page.getByRole('row', { name: /What kind of tourer are you\?/ });
  await expect(tourer).toContainText('Live, with changes');
  await expect(tourer.getByRole('cell').nth(3)).toHaveText(/^\d\d+$/);
  await expect(page.getByRole('row', { name: /Winter tyres/ })).toContainText('Draft');
});

test('copying shows that it goes on until the copy is there', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Which rain?', ['Warm', 'Cold']);
  await saved(page);
  await page.goto(`${world().app}/quizzes`);
  let release = () => {};
  const isHeld = new Promise<void>((resume) => (release = resume));
  await page.route('**/copy', async (route) => {
    await isHeld;
    await route.continue();
  });
  await page.getByRole('button', { name: /^What to do with/ }).click();
  await page.getByRole('menuitem', { name: 'Copy' }).click();
  await expect(page.getByText(/is being copied/)).toBeVisible();
  release();
  await expect(page.getByRole('row', { name: /\(copy\)/ })).toBeVisible();
  await expect(page.getByText(/is being copied/)).toBeHidden();
});

test('of the journey the worst page is named for what it is, not for the largest loss', async ({ page }) => {
  await enterDemo(page);
  await page.goto(`${world().app}/quizzes/tourer/findings`);
  const journey = page.getByRole('region', { name: 'Journey' });
  await expect(journey).toContainText(
    /Nowhere between the questions do more stop than at [A-Z][^:]+: [\d.]+% of those who come to it\./,
  );
  await expect(journey).not.toContainText(/largest loss/i);
});
