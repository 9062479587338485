/** Letters as their creator writes, sees and follows them, and as whoever gets one does. */
import { expect, type Page, test } from '@playwright/test';
import { axeFinds } from './axe';
import { lettersTo, publish, saved, signUp, somebodyElse, startQuiz, tab } from './people';
import { world } from './servers';

const choose = async (page: Page, label: string, option: string) => {
  await page.getByRole('button', { name: label }).first().click();
  await page.getByRole('option', { name: option, exact: true }).click();
};
const linkIn = async (email: string, words: RegExp) =>
  words.exec((await lettersTo(email)).at(-1)?.text ?? '')?.[1] ?? '';

test('a letter goes under its condition, arrives as it was shown, and is followed to the end', async ({ page }) => {
  // Many steps, three of them by other browsers.
  test.setTimeout(180_000);
  const { email: own } = await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await page.getByLabel('Answer 1').click();
  for (const [answer, name] of [
    ['Gravel', 'A new outcome'],
    ['Tarmac', 'A new outcome'],
  ] as const) {
    await page.getByLabel(answer === 'Gravel' ? 'Answer 1' : 'Answer 2').click();
    await page.getByRole('button', { name: 'Add an effect' }).click();
    await page.getByRole('menuitem', { name }).click();
    await page
      .getByLabel(new RegExp(`^${answer} adds to Outcome`))
      .last()
      .fill('1');
    await page.keyboard.press('Enter');
  }
  await page.getByLabel('Question 1', { exact: true }).click();
  await page.getByRole('button', { name: 'Add to page 1' }).click();
  await page.getByRole('menuitem', { name: 'Contact form' }).click();
  await expect(page.getByLabel('Headline of the contact form')).toBeVisible();
  await saved(page);

  await tab(page, 'Mail').click();
  await page.getByRole('button', { name: 'Write a letter' }).click();
  const letter = page.getByRole('article', { name: 'Letter: Result' });
  await expect(letter.getByLabel('Name of the letter')).toBeFocused();
  await letter.getByRole('button', { name: 'Only when …' }).first().click();
  await expect(letter.getByRole('button', { name: /Outcome 1/ })).toBeVisible();
  await letter.getByLabel('From of Result').fill('Slow Spoke');
  await letter.getByLabel('Line in the inbox of Result').fill('It was close.');
  await letter.getByRole('button', { name: 'Add a part to Result' }).click();
  await page.getByRole('menuitem', { name: 'A button' }).click();
  await expect(letter.getByLabel('Words on the button, part 1 of Result')).toHaveValue('See your result');
  await saved(page);

  await test.step('as it arrives: by outcome, on a phone, dark, as text', async () => {
    await letter.getByRole('radio', { name: 'As it arrives' }).click();
    const frame = page.frameLocator('iframe[title="Result as it arrives"]');
    await choose(page, 'Shown for', 'made up: Outcome 2');
    await expect(letter).toContainText('This visitor does not get it');
    await choose(page, 'Shown for', 'made up: Outcome 1');
    await expect(letter).not.toContainText('does not get it');
    await expect(frame.getByText('You came out as Outcome 1.')).toBeVisible();
    await expect(frame.getByRole('link', { name: 'See your result' })).toBeVisible();
    await expect(letter).toContainText('Slow Spoke <post@yesmaybe.test>');
    const colourOf = () => frame.locator('.paper').evaluate((paper) => getComputedStyle(paper).backgroundColor);
    await expect.poll(colourOf).toBe('rgb(255, 255, 255)');
    await choose(page, 'Shown as', 'on a dark phone');
    await expect.poll(colourOf).not.toBe('rgb(255, 255, 255)');
    await choose(page, 'Shown as', 'plain text');
    await expect(letter.getByRole('textbox', { name: 'Result as plain text' })).toHaveValue(/No more letters: http/);
    await letter.getByRole('button', { name: 'Send a test' }).click();
    await expect(letter.getByRole('status')).toContainText(`On its way to ${own}`);
    await expect
      .poll(async () => (await lettersTo(own)).map(({ subject }) => subject))
      .toContain('Test: Your result: Outcome 1');
    expect(await axeFinds(page)).toEqual([]);
    await letter.getByRole('radio', { name: 'Written' }).click();
  });

  await page.getByRole('button', { name: 'Word to me when somebody finishes' }).click();
  const word = page.getByRole('article', { name: 'Letter: Word to me' });
  await expect(word.getByRole('button', { name: 'To whom' })).toContainText('me');
  expect(await axeFinds(page)).toEqual([]);
  await saved(page);
  await publish(page);
  await tab(page, 'Publish').click();
  const address = (await page.getByRole('link', { name: 'Open it' }).getAttribute('href')) ?? '';
  const take = async (answer: string, email: string) => {
    const visitor = await somebodyElse(page);
    await visitor.goto(address);
    await visitor.getByRole('radio', { name: answer }).check();
    await visitor.getByLabel('First name').fill('Ida Bell');
    await visitor.getByLabel('E-mail').fill(email);
    await visitor.getByRole('checkbox').check();
    await visitor.getByRole('button', { name: 'See my result' }).click();
    await expect(visitor.getByLabel('E-mail')).toBeHidden();
    await visitor.context().close();
  };
  const ida = `ida-letters-${Date.now()}@example.com`;
  const otto = `otto-${ida}`;
  await take('Tarmac', otto);
  await take('Gravel', ida);
  await expect.poll(() => lettersTo(ida), { timeout: 20_000 }).not.toHaveLength(0);
  expect(await lettersTo(otto)).toEqual([]);
  await expect
    .poll(
      async () =>
        (await lettersTo(own)).filter(({ subject }) => subject === 'Ida Bell finished Gravel or tarmac?').length,
    )
    .toBe(2);

  await test.step('its link opens the result on another device, with scripts and without', async () => {
    const link = await linkIn(ida, /See your result: (\S+)/);
    const phone = await somebodyElse(page, { viewport: { width: 390, height: 844 } });
    await phone.goto(link);
    await expect(phone.getByRole('heading', { name: 'Outcome 1' })).toBeVisible();
    // The key to it does not stay in the address.
    await expect(phone).not.toHaveURL(/mine=/);
    await phone.context().close();
    const plain = await somebodyElse(page, { javaScriptEnabled: false });
    await plain.goto(link);
    await expect(plain.getByRole('heading', { name: 'Outcome 1' })).toBeVisible();
    await plain.goto(
      link.replace(/(mine=\w+-)(.)/, (_, before: string, one: string) => `${before}${one === 'x' ? 'y' : 'x'}`),
    );
    await expect(plain.getByRole('heading', { name: 'Outcome 1' })).toHaveCount(0);
    await plain.context().close();
  });

  await test.step('who wants no more says so with one press, without scripts', async () => {
    const link = await linkIn(ida, /No more letters: (\S+)/);
    const reader = await somebodyElse(page, { javaScriptEnabled: false });
    await reader.goto(link);
    await expect(reader.getByRole('heading', { name: 'No more letters from Slow Spoke?' })).toBeVisible();
    await reader.getByRole('button', { name: 'Yes, no more letters' }).click();
    await expect(reader.getByRole('heading', { name: 'You get no more letters from Slow Spoke.' })).toBeVisible();
    await reader.context().close();
    await take('Gravel', ida);
    await tab(page, 'Mail').click();
    const tray = page.getByRole('complementary', { name: 'Tray' });
    await expect(tray.getByText(`${ida}, not sent: they want no more letters`)).toBeVisible();
    await choose(page, 'Which letters', '1 not sent: they want no more letters');
    await expect(tray.getByRole('listitem')).toHaveCount(1);
    await choose(page, 'Which letters', 'all 6 letters');
    await tray.getByLabel('Words in the address or the subject').fill('TEST: your');
    await expect(tray.getByRole('listitem')).toHaveCount(1);
    await tray.getByRole('button', { name: /^Test: Your result/ }).press('Enter');
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      tray.getByRole('link', { name: 'As a file (.eml)' }).click(),
    ]);
    expect(file.suggestedFilename()).toBe('letter.eml');
    await expect(
      page.frameLocator('iframe[title^="Letter: Test"]').getByText('You came out as Outcome 1.'),
    ).toBeVisible();
  });

  await test.step('all letters to visitors are stopped, and let go', async () => {
    const all = page.getByRole('region', { name: 'All letters of this workspace to visitors' });
    await all.getByRole('button', { name: 'Stop all letters to visitors' }).click();
    await expect(all.getByRole('status')).toContainText('Stopped');
    const moss = `moss-${ida}`;
    await take('Gravel', moss);
    const tray = page.getByRole('complementary', { name: 'Tray' });
    await tray.getByLabel('Words in the address or the subject').fill(moss);
    await expect(tray.getByText(`${moss}, held back`)).toBeVisible({ timeout: 15_000 });
    await choose(page, 'At which hours', 'but not between');
    await expect(all.getByLabel('Quiet from')).toHaveValue('21:00');
    await choose(page, 'At which hours', 'at any hour');
    await choose(page, 'How fast they go', 'at a pace');
    await expect(all.getByLabel('Letters in a minute')).toHaveValue('60');
    await all.getByRole('button', { name: 'Let them go out again' }).click();
    await expect(tray.getByText(`${moss}, delivered`)).toBeVisible({ timeout: 20_000 });
    expect(await axeFinds(page)).toEqual([]);
  });
  await page.goto(`${world().app}/people`);
});
