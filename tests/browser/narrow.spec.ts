/** The studio at the width of the smallest phone: nothing sticks out, whatever is opened. */
import { expect, test } from '@playwright/test';
import { alive, enterDemo, fits } from './people';
import { world } from './servers';

test.use({ viewport: { width: 320, height: 700 } });

test('no view of the studio sticks out at 320 px', async ({ page }) => {
  test.setTimeout(240_000);
  await enterDemo(page);
  await fits(page, 'the list of quizzes');
  for (const path of ['team', 'people', 'account', 'handbook', 'handbook/access', 'bank']) {
    await page.goto(`${world().app}/${path}`);
    await alive(page);
    await fits(page, path);
  }
  // The tabs of a quiz are looked at where axe looks at them.
  await page.goto(`${world().app}/quizzes/tourer/findings`);
  await alive(page);
  await page.getByRole('radio', { name: 'People' }).click();
  await fits(page, 'people');
  await page.goto(`${world().app}/quizzes/tourer/publish`);
  await alive(page);
  await page.getByRole('button', { name: 'Look at them and compare' }).click();
  await expect(page.getByRole('dialog', { name: 'Editions' })).toBeVisible();
  await fits(page, 'editions compared');
});
