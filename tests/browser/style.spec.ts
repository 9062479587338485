/** Style: a quiz is dressed, its colours are told apart, and visitors get what was seen. */
import { expect, type Page, test } from '@playwright/test';
import { fonts } from '../../core/look/fonts';
import { readyLooks } from '../../core/look/ready';
import { READY } from '../../core/schema/look';
import { alive, fits, publish, saved, signUp, somebodyElse, startQuiz, tab } from './people';
import { world } from './servers';

const choose = async (page: Page, label: string, option: string) => {
  await page.getByRole('button', { name: label, exact: false }).click();
  await page.getByRole('option', { name: option, exact: true }).click();
};
const sheet = (page: Page) => page.getByRole('region', { name: 'The quiz in its look' }).locator('.v-panel');
const inside = (page: Page) => page.getByRole('complementary', { name: 'What it wears' });

test('a look is chosen by keys, seen at once, taken back, and got by visitors', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await tab(page, 'Style').click();
  await expect(sheet(page)).toHaveAttribute('data-look', 'chalk');
  await expect(page.getByText('As it is, nothing of your own.')).toBeVisible();
  await page.getByRole('radio', { name: /^Chalk/ }).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(sheet(page)).toHaveAttribute('data-look', 'night-camp');
  await expect(inside(page).getByRole('heading', { level: 1 })).toHaveText('Night camp');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(sheet(page)).toHaveAttribute('data-look', 'chalk');
  await page.getByRole('button', { name: 'Redo' }).click();

  await choose(page, 'Family of the headings', 'Bitter');
  await choose(page, 'Corners', 'Straight');
  await choose(page, 'Columns of answers', 'two columns');
  await choose(page, 'Before answers', 'letters');
  await choose(page, 'How progress is shown', 'in words');
  await choose(page, 'Whether Back is offered', 'is not offered');
  await expect(page.getByText('5 things are your own.')).toBeVisible();
  await saved(page);
  await publish(page);
  await tab(page, 'Publish').click();
  const address = await page.getByLabel('Web address').inputValue();
  const visitor = await somebodyElse(page);
  await visitor.goto(`${world().app}/q/${address}`);
  const panel = visitor.locator('.v-panel');
  await expect(panel).toHaveAttribute('data-look', 'night-camp');
  await expect(panel).toHaveCSS('background-color', 'rgb(21, 27, 49)');
  await expect(panel).toHaveCSS('border-top-left-radius', '0px');
  await expect(visitor.getByRole('heading', { name: 'Gravel or tarmac?', level: 2 })).toHaveCSS(
    'font-family',
    /bitter/i,
  );
  await expect(visitor.locator('.v-progress')).toBeHidden();
  const [gravel, tarmac] = await Promise.all(
    ['Gravel', 'Tarmac'].map((words) => visitor.locator('.v-option', { hasText: words }).boundingBox()),
  );
  expect(gravel?.y).toBe(tarmac?.y);

  await tab(page, 'Style').click();
  await page.getByRole('button', { name: 'Back to its start' }).click();
  await expect(page.getByText('As it is, nothing of your own.')).toBeVisible();
  await expect(sheet(page)).toHaveAttribute('data-look', 'night-camp');
});

test('colours that cannot be told apart are named, told by the check, and mended in one press', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await tab(page, 'Style').click();
  await page.getByRole('radio', { name: 'Quiet' }).click();
  const colour = page.getByLabel('Colour of Quiet, as #RRGGBB');
  await colour.fill('#99');
  await expect(page.getByText('Six digits after the #')).toBeVisible();
  await colour.fill('#999999');
  const row = page.getByRole('row', { name: /Quiet words on the sheet/ });
  await expect(row).toContainText('2.8');
  // It is named and marked where it stands, too.
  const view = page.getByRole('region', { name: 'The quiz in its look' });
  await expect(view.getByText('Hard to read where it is marked: quiet words on the sheet.')).toBeVisible();
  const outline = () => view.locator('.v-top').evaluate((element) => getComputedStyle(element).outlineStyle);
  expect(await outline()).toBe('dashed');
  await expect(page.getByRole('row').nth(1)).toContainText('Quiet words on the sheet');
  await page.getByRole('button', { name: /^Check/ }).click();
  const check = page.getByRole('dialog');
  await expect(
    check.getByText(/Quiet words on the sheet can hardly be told apart: the contrast is 2.8 to 1/),
  ).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Mend: Quiet words on the sheet' }).click();
  await expect(row).toContainText(/4\.[5-7]/);
  await expect(view.getByText('Hard to read')).toHaveCount(0);
  expect(await outline()).toBe('none');
  await expect(page.getByRole('button', { name: /^Mend/ })).toHaveCount(0);
  await expect(colour).not.toHaveValue('#999999');
  await page.getByRole('button', { name: 'As the ready look has it' }).click();
  await expect(colour).toHaveValue('#4E5766');
});

test('CSS of one’s own reaches the quiz alone, and what it may not do is told by its line and stops publishing', async ({
  page,
}) => {
  await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await tab(page, 'Style').click();
  await page.getByText('For whoever knows it').click();
  const area = page.getByLabel('CSS of your own');
  await area.fill(
    '.question { text-transform: uppercase }\n.answer { position: fixed; color: #204060 }\nbody { color: red }',
  );
  const part = page.getByRole('region', { name: 'Own CSS' });
  await expect(part.getByText('Line 2: position cannot be set here.')).toBeVisible();
  await expect(part.getByText('Line 3: only names with a dot can be dressed, such as .answer.')).toBeVisible();
  await expect(sheet(page).locator('.v-prompt')).toHaveCSS('text-transform', 'uppercase');
  await expect(sheet(page).locator('.v-option').first()).toHaveCSS('position', 'relative');
  await saved(page);
  await page.getByRole('banner').getByRole('button', { name: 'Publish edition 1' }).click();
  await expect(page.getByRole('dialog').getByText(/The CSS of its own, line 2/)).toBeVisible();
  await page.keyboard.press('Escape');
  await area.fill('.question { text-transform: uppercase }\n.answer { color: #204060 }');
  await expect(part.getByText(/^Line/)).toHaveCount(0);
  await saved(page);
  await publish(page);
  await tab(page, 'Publish').click();
  const visitor = await somebodyElse(page);
  await visitor.goto(`${world().app}/q/${await page.getByLabel('Web address').inputValue()}`);
  await expect(visitor.locator('.v-prompt')).toHaveCSS('text-transform', 'uppercase');
  await expect(visitor.locator('.v-option').first()).toHaveCSS('color', 'rgb(32, 64, 96)');
});

test('nothing shifts while the type of a look arrives, and no look sticks out of a small phone', async ({ page }) => {
  test.setTimeout(180_000);
  await signUp(page);
  await startQuiz(page, 'How far would you go for a bun that nobody else has heard of?', ['Not very', 'To the ferry']);
  await publish(page);
  await tab(page, 'Publish').click();
  const address = await page.getByLabel('Web address').inputValue();
  const visitor = await somebodyElse(page, { viewport: { width: 320, height: 700 } });
  await visitor.addInitScript(() => {
    let shifted = 0;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) shifted += Number(Reflect.get(entry, 'value'));
      Object.assign(window, { shifted });
    }).observe({ type: 'layout-shift', buffered: true });
  });
  for (const [i, ready] of READY.entries()) {
    if (i > 0) {
      await tab(page, 'Style').click();
      await page
        .getByRole('radio', { name: /As it comes|, / })
        .nth(i)
        .click();
      await expect(sheet(page)).toHaveAttribute('data-look', ready);
      await saved(page);
      await publish(page, i + 1);
    }
    await visitor.goto(`${world().app}/q/${address}`);
    await expect(visitor.locator('.v-panel')).toHaveAttribute('data-look', ready);
    await alive(visitor);
    await visitor.evaluate(() => document.fonts.ready.then(() => undefined));
    const shifted = await visitor.evaluate(() => Number(Reflect.get(window, 'shifted') ?? 0));
    expect([ready, shifted < 0.02]).toEqual([ready, true]);
    // Its two families are asked for before anything is drawn, and no others come.
    const { heading, text } = readyLooks[ready];
    const own = [...new Set([heading, text])].sort();
    const asked = visitor.locator('link[rel=preload][as=font]');
    expect([ready, await asked.count()]).toEqual([ready, own.length]);
    const loaded = () =>
      visitor.evaluate(() =>
        [...document.fonts].flatMap(({ family, status }) => (status === 'loaded' ? [family.replaceAll('"', '')] : [])),
      );
    await expect
      .poll(async () => [ready, (await loaded()).filter((name) => name in fonts).sort()])
      .toEqual([ready, own]);
    await fits(visitor, ready);
  }
});
