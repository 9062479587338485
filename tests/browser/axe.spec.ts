import { expect, type Page, test } from '@playwright/test';
import { axeFinds } from './axe';
import { alive, enterDemo, fits } from './people';
import { world } from './servers';

/** @param colours looks at these alone, where all else was looked at already */
const axe = async (page: Page, colours = false): Promise<void> =>
  expect(await axeFinds(page, colours ? { rules: ['color-contrast', 'link-in-text-block'] } : {})).toEqual([]);

/** Light in all, dark in its colours. */
async function clean(page: Page): Promise<void> {
  await axe(page);
  await page.emulateMedia({ colorScheme: 'dark' });
  await axe(page, true);
  await page.emulateMedia({ colorScheme: 'light' });
}

test('the studio has nothing that axe finds, and nothing of it sticks out of the smallest phone', async ({ page }) => {
  test.setTimeout(360_000);
  // Nor is anything drawn otherwise by the browser than it came from the server.
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(error.message));
  await page.goto(world().app);
  await clean(page);
  await enterDemo(page);
  await clean(page);
  for (const [tab, settled, quiz = 'tourer'] of [
    ['write', 'How far in a day, with bags on?'],
    ['score', 'Where visitors end'],
    ['style', 'Ready looks'],
    ['mail', 'Tray'],
    ['publish', 'It is open.'],
    ['findings', 'Saw it'],
    ['route', 'all ways counted', 'overnight'],
    ['score', 'all ways counted', 'overnight'],
    ['write', '', 'repair'],
  ]) {
    await page.goto(`${world().app}/quizzes/${quiz}/${tab}`);
    if (settled) await expect(page.getByText(settled).first()).toBeVisible();
    if (tab === 'write') {
      await page
        .getByLabel(quiz === 'repair' ? 'Pair 1' : 'Answer 3')
        .first()
        .click();
      // Back to the top: a button that has been scrolled half under the line above it is no small button.
      await page.evaluate(() => {
        for (const one of document.querySelectorAll('*')) if (one.scrollTop > 0) one.scrollTop = 0;
      });
    }
    if (tab === 'score' && quiz === 'overnight')
      await page.getByRole('button', { name: 'The ridge', exact: true }).click();
    await clean(page);
    await page.setViewportSize({ width: 320, height: 700 });
    await fits(page, `${quiz} ${tab}`);
    await page.setViewportSize({ width: 1280, height: 800 });
    expect(errors).toEqual([]);
  }
  for (const [path, heading] of [
    ['team', 'Team'],
    ['people', 'People'],
    ['handbook/access', 'Say for whom, how often and when'],
  ] as const) {
    await page.goto(`${world().app}/${path}`);
    await expect(page.getByRole('heading', { name: heading })).toBeVisible();
    await clean(page);
    expect(errors).toEqual([]);
  }
  // A sheet that comes from the side.
  await page.goto(`${world().app}/quizzes/tourer/publish`);
  await alive(page);
  await page.getByRole('button', { name: 'Look at them and compare' }).click();
  const editions = page.getByRole('dialog', { name: 'Editions' });
  await expect(editions.getByLabel('Differences').or(editions.getByText('Nothing: they are alike.'))).toBeVisible();
  await clean(page);
  await page.goto(`${world().app}/quizzes/repair/write`);
  await page.getByRole('button', { name: 'From the bank' }).click();
  await expect(page.getByRole('checkbox').first()).toBeVisible();
  await clean(page);
  await page.getByRole('button', { name: 'Close' }).click();
  await page.goto(`${world().app}/bank`);
  await expect(page.getByText('In Roadside repair check', { exact: true }).first()).toBeVisible();
  await clean(page);
  await page.goto(`${world().app}/quizzes/tourer/write`);
  await page.getByLabel('Question 1', { exact: true }).click();
  await page.getByRole('button', { name: /^One answer/ }).click();
  await page.getByRole('button', { name: 'The whole quiz' }).click();
  await clean(page);
  await page.getByRole('button', { name: 'Comment on this' }).first().click();
  await expect(page.getByRole('dialog', { name: 'Comments on this' })).toBeVisible();
  await clean(page);
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Preview' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await clean(page);
});

test('the visitor’s pages have nothing that axe finds', async ({ page }) => {
  await page.goto(`${world().app}/q/tourer`);
  await axe(page);
  await page.getByRole('button', { name: 'Let us see' }).click();
  await expect(page.getByText('A free Saturday')).toBeVisible();
  await axe(page);
  for (const words of ['Down a lane', '20 to 40 km', 'An inn with', 'hum along']) {
    await page.getByLabel(words).check();
    await page.getByRole('button', { name: 'Next' }).click();
  }
  await expect(page.getByText('Which three')).toBeVisible();
  await axe(page);
  for (const words of ['A paper map', 'More wool socks', 'The enamel teapot']) await page.getByLabel(words).check();
  await page.getByRole('button', { name: 'Next' }).click();
  for (const words of ['under a hedge', 'One person who', 'This morning, on purpose']) {
    await page.getByLabel(words).check();
    await page.getByRole('button', { name: 'Next' }).click();
  }
  await expect(page.getByText('Where shall we send')).toBeVisible();
  await axe(page);
  await page.getByRole('button', { name: 'Skip this' }).click();
  await expect(page.getByText('Lane drifter')).toBeVisible();
  await axe(page);
});
