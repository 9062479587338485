import { expect, type Page, test } from '@playwright/test';
import { enterDemo, saved, signUp, startQuiz, tab } from './people';
import { world } from './servers';

/** Four questions, one on each page. */
async function four(page: Page) {
  await signUp(page);
  await startQuiz(page, 'First?', ['Yes', 'No']);
  await page.getByLabel('Question 1', { exact: true }).focus();
  for (const wording of ['Second?', 'Third?', 'Fourth rain?']) {
    await page.keyboard.press('Control+Enter');
    await page.keyboard.type(wording);
    for (const words of ['Yes', 'No']) {
      await page.keyboard.press('Enter');
      await page.keyboard.type(words);
    }
  }
  await expect(page.getByLabel('Question 4', { exact: true })).toHaveValue('Fourth rain?');
}
const wordings = async (page: Page) =>
  page.getByLabel(/^Question \d$/).evaluateAll((fields) => fields.map((f) => (f as HTMLTextAreaElement).value));
const numeral = (page: Page, n: number) => page.getByRole('button', { name: `Choose number ${n}` });
const chosen = (page: Page) => page.getByRole('region', { name: 'Chosen questions' });

test('several questions are moved, filed and removed together, by keys alone', async ({ page }) => {
  await four(page);
  await numeral(page, 2).focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(chosen(page)).toContainText('2 questions');
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(() => wordings(page)).toEqual(['First?', 'Second?', 'Third?', 'Fourth rain?']);
  await expect(page.getByRole('navigation', { name: 'Pages of the quiz' }).getByRole('button')).toHaveCount(3);
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(() => wordings(page)).toEqual(['First?', 'Fourth rain?', 'Second?', 'Third?']);
  await chosen(page).getByLabel('Marks').fill('3');
  await chosen(page).getByRole('button', { name: 'Whether the chosen are required' }).click();
  await page.getByRole('menuitem', { name: 'May be left empty' }).click();
  await page.getByRole('button', { name: 'The whole quiz' }).click();
  const all = page.getByRole('group', { name: 'For all questions' });
  await expect(all).toContainText('required (2 are otherwise)');
  await expect(all).toContainText('(2 are otherwise)');
  await numeral(page, 3).focus();
  await page.keyboard.press('Delete');
  await expect.poll(() => wordings(page)).toEqual(['First?', 'Fourth rain?']);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => wordings(page)).toHaveLength(4);
  await saved(page);
});

test('questions are copied into another quiz', async ({ page }) => {
  await four(page);
  await numeral(page, 1).click();
  await numeral(page, 2).click({ modifiers: ['Shift'] });
  await chosen(page).getByRole('button', { name: 'Copy' }).click();
  await expect(chosen(page)).toContainText('2 copied');
  await saved(page);
  await page.getByRole('link', { name: 'Quizzes' }).first().click();
  await startQuiz(page, 'Elsewhere?', ['Yes', 'No']);
  await page.getByLabel('Answer 2').focus();
  await page.keyboard.press('Control+v');
  await expect.poll(() => wordings(page)).toEqual(['Elsewhere?', 'First?', 'Second?']);
  await expect(page.getByLabel('Question 2', { exact: true })).toBeFocused();
  await saved(page);
});

test('words are found, pages are jumped to, and questions put on pages anew', async ({ page }) => {
  await four(page);
  const find = page.getByLabel('Find in the quiz');
  await find.fill('rain');
  await expect(page.getByText('1', { exact: true }).first()).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Question 4', { exact: true })).toBeFocused();
  await find.fill('nothing like it');
  await expect(page.getByText('nowhere')).toBeVisible();
  const pages = page.getByRole('navigation', { name: 'Pages of the quiz' });
  await pages.getByRole('button').first().click();
  await expect(pages.getByRole('button').first()).toHaveAttribute('aria-current', 'true');
  await page.getByRole('button', { name: 'The whole quiz' }).click();
  await page.getByRole('button', { name: 'all on one' }).click();
  await expect(pages.getByRole('button')).toHaveCount(2);
  await page.getByRole('button', { name: 'one on each' }).click();
  await expect(pages.getByRole('button')).toHaveCount(5);
  await page.getByRole('button', { name: 'one on each' }).click();
  await expect(page.getByText('The pages stand like that already.')).toBeVisible();
  await tab(page, 'Route').click();
  await page.getByRole('button', { name: 'Where it goes on to' }).first().click();
  await page.getByRole('option', { name: 'the result' }).click();
  await tab(page, 'Write').click();
  await page.getByRole('button', { name: 'The whole quiz' }).click();
  await page.getByRole('button', { name: 'all on one' }).click();
  await expect(page.getByText('leads somewhere of its own')).toBeVisible();
  await saved(page);
});

test('a verdict is decided by rules, read as sentences', async ({ page }) => {
  await four(page);
  await tab(page, 'Score').click();
  await page.getByRole('button', { name: 'Outcome', exact: true }).click();
  await page.getByRole('button', { name: 'How it is decided' }).first().click();
  await page.getByRole('option', { name: 'rules' }).click();
  await page.getByRole('button', { name: 'Add a rule' }).click();
  await expect(page.getByRole('button', { name: 'Remove rule 1: Fourth rain? is Yes' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Outcome of rule 1' })).toContainText('Outcome 1');
  await saved(page);
});

test('a question is dragged to another place, by the mouse and by the keyboard', async ({ page }) => {
  await four(page);
  const handle = page.getByRole('button', { name: 'Drag First?' });
  await page.getByLabel('Question 1', { exact: true }).hover();
  const from = await handle.boundingBox();
  if (!from) throw new Error('nothing to drag');
  await page.mouse.move(from.x + 10, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(from.x + 30, from.y + 40, { steps: 4 });
  // The places to land are there as soon as something is dragged.
  const place = page.getByRole('button', { name: 'Put it before Third?' });
  await expect(place).toBeAttached();
  const to = await place.boundingBox();
  if (!to) throw new Error('nowhere to land');
  await page.mouse.move(to.x + 200, to.y + 2, { steps: 8 });
  await page.mouse.up();
  await expect.poll(() => wordings(page)).toEqual(['Second?', 'First?', 'Third?', 'Fourth rain?']);
  await expect(page.getByRole('button', { name: /^Put it / })).toHaveCount(0);

  await page.getByRole('button', { name: 'Drag Fourth rain?' }).focus();
  await page.keyboard.press('Enter');
  // The places to land come one after the other, from the first.
  for (let i = 0; i < 12; i++) {
    if (await page.getByRole('button', { name: 'Put it before Second?' }).evaluate((e) => e === document.activeElement))
      break;
    await page.keyboard.press('Tab');
  }
  await expect(page.getByRole('button', { name: 'Put it before Second?' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect.poll(() => wordings(page)).toEqual(['Fourth rain?', 'Second?', 'First?', 'Third?']);
  await page.keyboard.press('Control+z');
  await expect.poll(() => wordings(page)).toEqual(['Second?', 'First?', 'Third?', 'Fourth rain?']);
  await saved(page);
});

test('an answer leads to a page from its margin, and a question shows on a condition', async ({ page }) => {
  await four(page);
  await page.getByLabel('Answer 2').first().click();
  await page.getByRole('button', { name: 'Where “No” leads' }).click();
  await page.getByRole('option').nth(3).click();
  await page.getByLabel('Question 1', { exact: true }).click();
  await expect(
    page.getByRole('region', { name: /^Page 1/ }).getByText('goes to Page 4', { exact: true }),
  ).toBeVisible();
  await tab(page, 'Route').click();
  await expect(page.getByText('Otherwise, go on to')).toBeVisible();
  await tab(page, 'Write').click();
  const second = page.getByLabel('Question 2', { exact: true });
  await second.click();
  await page.getByRole('button', { name: /^One answer/ }).click();
  await page.getByRole('button', { name: 'Show it only when …' }).click();
  await expect(page.getByText('only when First? is Yes')).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Always show it' }).click();
  await expect(page.getByText('only when First? is Yes')).toHaveCount(0);
});

for (const width of [320, 390]) {
  test(`on a phone of ${width} px the head takes two lines, the open tab is seen, and no label is cut`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height: 700 });
    await enterDemo(page);
    for (const name of ['write', 'score', 'mail', 'publish', 'findings']) {
      await page.goto(`${world().app}/quizzes/tourer/${name}`);
      await expect(page.getByRole('button', { name: /^Check/ })).toContainText(/nothing found|\d/);
      const head = await page.getByRole('banner').boundingBox();
      expect(head?.height).toBeLessThan(92);
      const open = page.getByRole('navigation').locator('[aria-current]');
      await expect(open).toBeInViewport({ ratio: 1 });
    }
    await page.goto(`${world().app}/quizzes/tourer/write`);
    await expect(page.getByText('Picture, sound or video')).toBeVisible();
    const cut = await page.locator('.gutter').evaluateAll((gutters) =>
      gutters.flatMap((gutter) => {
        const words = document.createRange();
        words.selectNodeContents(gutter);
        const box = words.getBoundingClientRect();
        return box.width && box.left < gutter.getBoundingClientRect().left ? [gutter.textContent] : [];
      }),
    );
    expect(cut).toEqual([]);
  });
}
