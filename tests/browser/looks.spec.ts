/** What is around the questions, colours of a picture, and looks that many quizzes wear. */
import { axeFinds } from './axe';
import { expect, type Page, test } from '@playwright/test';
import { readyLooks } from '../../core/look/ready';
import { READY } from '../../core/schema/look';
import { fits, publish, saved, signUp, somebodyElse, startQuiz, tab } from './people';
import { world } from './servers';

const choose = async (page: Page, label: string, option: string) => {
  await page.getByRole('button', { name: label, exact: false }).click();
  await page.getByRole('option', { name: option, exact: true }).click();
};
const pick = async (page: Page, button: string, picture: string) => {
  await page.getByRole('button', { name: button }).click();
  await page.getByRole('dialog').getByRole('button', { name: picture, exact: true }).click();
  await page.keyboard.press('Escape');
};
const panel = (page: Page) => page.getByRole('region', { name: 'The quiz in its look' }).locator('.v-panel');
const TEAPOT = 'A white enamel teapot on a shelf';

test('a background, a logo and a band, numbers, steps and motion are set, seen at once, and got by visitors', async ({
  page,
}) => {
  await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await tab(page, 'Style').click();
  await choose(page, 'What lies behind the sheet', 'a colour that changes aslant');
  await pick(page, 'Add a picture to the background', TEAPOT);
  await choose(page, 'How much lies over the picture', '60 % of it');
  await pick(page, 'Add a picture to the logo', TEAPOT);
  await choose(page, 'Where the logo stands', 'in the middle');
  await pick(page, 'Add a picture to the top', 'A folded map with a dotted route');
  await choose(page, 'Before questions', 'numbers');
  await choose(page, 'How progress is shown', 'as steps, and in words');
  await choose(page, 'How a page comes', 'slides in');
  await choose(page, 'Where words stand', 'in the middle');
  await choose(page, 'Weight of the headings', 'light');
  await expect(panel(page).getByRole('img', { name: TEAPOT })).toBeVisible();
  await saved(page);
  await publish(page);
  await tab(page, 'Publish').click();
  const visitor = await somebodyElse(page, { reducedMotion: 'reduce' });
  await visitor.goto(`${world().app}/q/${await page.getByLabel('Web address').inputValue()}`);
  const sheet = visitor.locator('.v-panel');
  await expect(sheet.getByRole('img')).toHaveCount(2);
  await expect(sheet.getByRole('heading', { level: 2 })).toHaveCSS('text-align', 'center');
  await expect(sheet.getByRole('heading', { level: 2 })).toHaveCSS('font-weight', '350');
  expect(
    await sheet.getByRole('heading', { level: 2 }).evaluate((h) => getComputedStyle(h, '::before').content),
  ).toContain('counter(asked)');
  await expect(visitor.locator('.v-page')).toHaveCSS('background-image', /linear-gradient\(.*teapot\.svg/);
  // Where less motion is asked for there is none.
  await expect(sheet.locator('.v-block').first()).toHaveCSS('animation-name', 'none');
  await visitor.emulateMedia({ reducedMotion: 'no-preference' });
  await expect(sheet.locator('.v-block').first()).toHaveCSS('animation-name', 'v-come');
  expect(await axeFinds(visitor)).toEqual([]);
  await visitor.setViewportSize({ width: 320, height: 700 });
  await fits(visitor, 'a dressed page');
});

test('colours are drawn from a picture, and every pair of what is offered can be told apart', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await tab(page, 'Style').click();
  await pick(page, 'Add a picture to the colours', 'A red tarp pitched on one pole under the moon');
  const sets = page.getByRole('list', { name: 'Colours of the picture' }).getByRole('button');
  await expect(sets).toHaveCount(3);
  const before = await panel(page).evaluate((sheet) => getComputedStyle(sheet).backgroundColor);
  await page.getByRole('button', { name: 'In the dark' }).click();
  await expect(panel(page)).not.toHaveCSS('background-color', before);
  await expect(panel(page)).toHaveCSS('color-scheme', 'dark');
  await expect(page.getByRole('button', { name: /^Mend:/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(panel(page)).toHaveCSS('background-color', before);
});

test('a quiz that follows the page around has its type and its light, and no edge of its own', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await tab(page, 'Style').click();
  await choose(page, 'Type in a page', 'the type of that page');
  await choose(page, 'Light or dark in a page', 'is dark where that page is');
  await choose(page, 'Edges in a page', 'has no edge of its own');
  await saved(page);
  await publish(page);
  await tab(page, 'Publish').click();
  const address = await page.getByLabel('Web address').inputValue();
  const visitor = await somebodyElse(page);
  const around = async (style: string) => {
    const query = new URLSearchParams({ quiz: address, title: 'Ways', style });
    await visitor.goto(`${world().site}/with?${String(query)}`);
    return visitor.frameLocator('iframe').locator('.v-panel');
  };
  const dark = await around('background:#14171c;color:#eee;font-family:Georgia, serif');
  await expect(dark.getByRole('heading', { level: 2 })).toHaveCSS('font-family', 'Georgia, serif');
  await expect(dark).toHaveCSS('border-top-width', '0px');
  await expect(dark).toHaveCSS('color-scheme', 'dark');
  const light = await around('color:#222');
  await expect(light).toHaveCSS('background-color', 'rgb(255, 255, 255)');
  await expect(light).toHaveCSS('color-scheme', /^(normal|light)$/);
});

test('a look is kept, given to other quizzes, changed for all that wear it; one that goes its own way keeps its own', async ({
  page,
}) => {
  await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  const first = page.url();
  await page.goto(`${world().app}/quizzes`);
  await startQuiz(page, 'Tea or soup?', ['Tea', 'Soup']);
  const second = page.url();
  await page.goto(first);
  await tab(page, 'Style').click();
  await page.getByRole('radio', { name: /^Enamel/ }).click();
  await page.getByRole('button', { name: 'Keep this one' }).click();
  await page.getByLabel('Name of the look').fill('Of the house');
  await page.keyboard.press('Enter');
  await expect(page.getByText('It wears “Of the house” as it is kept.')).toBeVisible();
  await saved(page);

  await page.goto(`${world().app}/looks`);
  const look = page.getByRole('region', { name: 'Of the house' });
  await expect(look.getByRole('link', { name: 'Gravel or tarmac?' })).toBeVisible();
  await look.getByRole('button', { name: 'Give it to quizzes' }).click();
  await look.getByText('Tea or soup?').click();
  await look.getByRole('button', { name: 'Give it to one quiz' }).click();
  await expect(page.getByText('One quiz wears “Of the house” now.')).toBeVisible();
  await expect(look.getByRole('link', { name: 'Tea or soup?' })).toBeVisible();
  expect(await axeFinds(page)).toEqual([]);
  await page.setViewportSize({ width: 320, height: 700 });
  await fits(page, 'Looks');
  await page.setViewportSize({ width: 1280, height: 800 });

  await page.goto(second);
  await tab(page, 'Style').click();
  await expect(panel(page)).toHaveAttribute('data-look', 'enamel');
  await page.getByRole('radio', { name: /^Ticket/ }).click();
  await expect(page.getByText('It wears “Of the house”, and has gone its own way.')).toBeVisible();
  // At once, before what was changed here has been sent.
  await page.getByRole('button', { name: 'Change it for all that wear it' }).click();
  await expect(page.getByText('One other quiz has changed with it.')).toBeVisible();
  await saved(page);
  await page.goto(first);
  await tab(page, 'Style').click();
  await expect(panel(page)).toHaveAttribute('data-look', 'ticket');
});

test('axe finds nothing on a question with a contact form and a result in any of the ready looks', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await page.getByRole('button', { name: 'Add to page 1' }).click();
  await page.getByRole('menuitem', { name: 'Contact form' }).click();
  await expect(page.getByLabel('Headline of the contact form')).toBeVisible();
  await tab(page, 'Style').click();
  for (const ready of READY) {
    await page.getByRole('radio', { name: new RegExp(`^${readyLooks[ready].name},`) }).click();
    await expect(panel(page)).toHaveAttribute('data-look', ready);
    for (const kind of ['Question', 'Result']) {
      await page.getByRole('radio', { name: kind, exact: true }).click();
      // Looks differ in how they are drawn; what is drawn is the same, and looked at once.
      const rules = ready === READY[0] ? {} : { rules: ['color-contrast', 'target-size'] };
      const found = await axeFinds(page, { within: 'section .v-panel', ...rules });
      expect([ready, kind, found]).toEqual([ready, kind, []]);
    }
  }
});
