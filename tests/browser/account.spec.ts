import { expect, test } from '@playwright/test';
import {
  addressIn,
  alive,
  enterDemo,
  holdScripts,
  saved,
  signUp,
  signUpByHand,
  somebodyElse,
  startQuiz,
} from './people';
import { world } from './servers';

test('somebody signs out, in again, and sets a new password by mail', async ({ page }) => {
  const { email, password } = await signUpByHand(page);
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

test('a button pressed before the scripts have come is pressed when they have', async ({ page, context }) => {
  await signUp(page);
  const early = await context.newPage();
  const come = await holdScripts(early);
  await early.goto(`${world().app}/quizzes`, { waitUntil: 'commit' });
  await early.getByRole('button', { name: 'Sign out' }).click();
  come();
  await expect(early.getByRole('heading', { name: 'Sign in' })).toBeVisible();
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
  // From the sheet round to the tabs, and back.
  await page.keyboard.press('F6');
  await expect(
    page.getByRole('navigation', { name: 'Parts' }).getByRole('link', { name: 'Quizzes', exact: true }),
  ).toBeFocused();
  await page.keyboard.press('Shift+F6');
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
  // The copy opens at once.
  await expect(page.getByLabel('Title of the quiz')).toHaveValue('Keep me? (copy)');
  await page.goto(`${world().app}/quizzes`);
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
  await expect(page.getByLabel('Title of the quiz')).toHaveValue('Which rain? (copy)');
});

test('quizzes are found in the list by words, labels and order; one is put aside, and closed to visitors', async ({
  page,
}) => {
  await enterDemo(page);
  await alive(page);
  const rows = page.locator('tbody').getByRole('row');
  const titles = () => rows.getByRole('link').allTextContents();
  const act = async (title: string, what: string) => {
    await page.getByRole('button', { name: `What to do with ${title}` }).click();
    await page.getByRole('menuitem', { name: what }).click();
  };
  await page.getByRole('button', { name: /quizzes, \d+ of them live/ }).click();
  await expect.poll(titles).toEqual([...(await titles())].sort((a, b) => a.localeCompare(b)));
  await expect(page.getByRole('columnheader', { name: /of them live/ })).toHaveAttribute('aria-sort', 'ascending');
  await act('Winter tyres', 'Give it a label');
  await page.getByRole('dialog', { name: 'Label' }).getByLabel('Label').fill('Workshop');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('row', { name: /Winter tyres/ })).toContainText('Workshop');
  await page.getByLabel('Look for a quiz').fill('workSHOP');
  await expect(rows).toHaveCount(1);
  await page.getByLabel('Look for a quiz').fill('tram');
  await page.getByRole('button', { name: 'Show them all' }).click();
  await expect(rows).not.toHaveCount(1);
  await act('Winter tyres', 'Put aside');
  await expect(page.getByRole('row', { name: /Winter tyres/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Which quizzes' }).click();
  await page.getByRole('option', { name: 'put aside' }).click();
  await act('Winter tyres', 'Bring it back into use');
  await expect(page.getByText('Nothing was put aside.')).toBeVisible();
  await page.getByRole('button', { name: 'Show them all' }).click();
  await act('Winter tyres', 'Another label');
  await page.getByRole('dialog', { name: 'Label' }).getByLabel('Label').fill('');
  await page.getByRole('button', { name: 'Take it away' }).click();
  await expect(page.getByRole('row', { name: /Winter tyres/ })).not.toContainText('Workshop');
});

test('one’s account: name, password, sessions, data, another address, and leaving for good', async ({ page }) => {
  const { email, password } = await signUp(page);
  await page.getByRole('link', { name: 'Your account, Pia' }).click();
  await expect(page.getByRole('heading', { name: 'Your account' })).toBeVisible();
  const part = (name: string) => page.getByRole('region', { name });
  await part('Name').getByLabel('Your name').fill('Pia Puncture');
  await part('Name').getByRole('button', { name: 'Keep it' }).click();
  await expect(part('Name').getByText('Kept.')).toBeVisible();

  const elsewhere = await somebodyElse(page);
  const signIn = async (secret: string) => {
    await elsewhere.goto(world().app);
    await elsewhere.getByLabel('E-mail').fill(email);
    await elsewhere.getByLabel('Password').fill(secret);
    await elsewhere.getByRole('button', { name: 'Sign in' }).click();
  };
  await signIn(password);
  await expect(elsewhere.getByText('There is no quiz here yet')).toBeVisible();
  await page.reload();
  await part('Where you are signed in')
    .getByRole('button', { name: /^Sign out/ })
    .first()
    .click();
  await expect(part('Where you are signed in').getByRole('listitem')).toHaveCount(1);
  await elsewhere.reload();
  await expect(elsewhere.getByRole('heading', { name: 'Sign in' })).toBeVisible();

  const secret = part('Password');
  const next = 'three lanes and a ferry';
  await secret.getByLabel('The one you have').fill('not this one');
  await secret.getByLabel('The next, at least 10 characters').fill(next);
  await secret.getByRole('button', { name: 'Set it' }).click();
  await expect(secret.getByRole('alert')).not.toBeEmpty();
  await secret.getByLabel('The one you have').fill(password);
  await secret.getByRole('button', { name: 'Set it' }).click();
  await expect(secret.getByText('Set. You are signed in here alone.')).toBeVisible();

  const moved = `moved-${email}`;
  await part('Address').getByLabel('Another e-mail address').fill(moved);
  await part('Address').getByLabel('Your password').fill(next);
  await part('Address').getByRole('button', { name: 'Send the letter' }).click();
  await expect(part('Address').getByText(`A letter is on its way to ${moved}.`)).toBeVisible();
  await page.goto(await addressIn(moved, 'Your account'));
  await page.goto(`${world().app}/account`);
  await expect(part('Address')).toContainText(moved);

  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Take it along' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('yes-maybe-account.json');

  await expect(part('Leave for good')).toContainText('goes with you; there is no quiz in it');
  await part('Leave for good').getByLabel('Your password, to be sure').fill(next);
  await part('Leave for good').getByRole('button', { name: 'Leave for good' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
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

test('the handbook is found from everywhere, and a task in it by the words of others', async ({ page }) => {
  await signUp(page);
  await page.getByRole('navigation', { name: 'Parts' }).getByRole('link', { name: 'Handbook' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Start a quiz' })).toBeVisible();
  await page.getByLabel('Find in the handbook').fill('popup');
  const tasks = page.getByRole('navigation', { name: 'Handbook' });
  await expect(tasks.getByRole('link')).toHaveCount(1);
  await tasks.getByRole('link', { name: 'Put it into a web page' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Put it into a web page' })).toBeVisible();
  await page.goto(`${world().app}/handbook/publish`);
  const picture = page.getByRole('img', { name: /^Publish: where the quiz stands/ });
  await picture.scrollIntoViewIfNeeded();
  await expect.poll(() => picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(1_280);
  await page.goto(`${world().app}/handbook/no-such-task`);
  await expect(page.getByRole('heading', { name: 'This is not here.' })).toBeVisible();
});
