/** The studio at the width of the smallest phone: nothing sticks out, whatever is opened. */
import { expect, type Page, test } from '@playwright/test';
import { alive, enterDemo } from './people';
import { world } from './servers';

test.use({ viewport: { width: 320, height: 700 } });

/** What ends to the right of the window, and is not inside something that scrolls sideways. */
const sticksOut = (page: Page) =>
  page.evaluate(() => {
    const scrolls = (element: Element | null): boolean =>
      element !== null &&
      (/(auto|scroll|hidden|clip)/.test(getComputedStyle(element).overflowX) || scrolls(element.parentElement));
    return [...document.querySelectorAll('main *, dialog *, [role=dialog] *')]
      .filter((element) => {
        const { right, width, height } = element.getBoundingClientRect();
        return width > 0 && height > 0 && right > window.innerWidth + 1 && !scrolls(element.parentElement);
      })
      .map((element) => element.outerHTML.slice(0, 120));
  });
const fits = async (page: Page, what: string) => {
  expect([what, await sticksOut(page)]).toEqual([what, []]);
  expect([what, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([what, 320]);
};

test('no view of the studio sticks out at 320 px', async ({ page }) => {
  test.setTimeout(240_000);
  await enterDemo(page);
  await fits(page, 'the list of quizzes');
  for (const path of ['team', 'account', 'handbook', 'handbook/access', 'bank']) {
    await page.goto(`${world().app}/${path}`);
    await alive(page);
    await fits(page, path);
  }
  for (const tab of ['write', 'score', 'route', 'mail', 'publish', 'findings']) {
    await page.goto(`${world().app}/quizzes/tourer/${tab}`);
    await alive(page);
    await expect(page.getByRole('button', { name: /^Check/ })).toContainText(/nothing found|\d/);
    await fits(page, tab);
  }
  await page.getByRole('radio', { name: 'People' }).click();
  await fits(page, 'people');
  await page.goto(`${world().app}/quizzes/tourer/publish`);
  await alive(page);
  await page.getByRole('button', { name: 'Look at them and compare' }).click();
  await expect(page.getByRole('dialog', { name: 'Editions' })).toBeVisible();
  await fits(page, 'editions compared');
  await page.goto(`${world().app}/quizzes/repair/publish`);
  await alive(page);
  await page.getByRole('button', { name: 'Open the list' }).click();
  await expect(page.getByRole('dialog', { name: 'Who is on the list' }).getByRole('listitem').first()).toBeVisible();
  await fits(page, 'who is on the list');
});
