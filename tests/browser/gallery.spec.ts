import { expect, test } from '@playwright/test';
import { kindLabel, kindNames } from '../../core/questions/registry';
import { axeFinds } from './axe';
import { world } from './servers';

for (const [name, use] of [
  ['light', {}],
  ['dark', { colorScheme: 'dark' }],
  ['320 px', { viewport: { width: 320, height: 800 } }],
] as const)
  test.describe(name, () => {
    test.use(use);
    test('the gallery shows every kind to visitors and creators, and axe finds nothing in it', async ({ page }) => {
      const errors: string[] = [];
      page.on('pageerror', (error) => errors.push(error.message));
      await page.goto(`${world().app}/gallery`);
      for (const kind of kindNames)
        await expect(page.getByRole('region', { name: kindLabel(kind), exact: true })).toBeVisible();
      expect(await axeFinds(page)).toEqual([]);
      const width = await page.evaluate(() => [document.documentElement.scrollWidth, innerWidth]);
      expect(width[0]).toBeLessThanOrEqual(width[1] ?? 0);
      expect(errors).toEqual([]);
    });
  });

test('the gallery reads from the right, and keeps nothing of what is typed in it', async ({ page }) => {
  const asked: string[] = [];
  page.on('request', (request) => asked.push(new URL(request.url()).pathname));
  await page.goto(`${world().app}/gallery`);
  await page.getByRole('button', { name: /Language of the visitor/ }).click();
  await page.getByRole('option', { name: 'Arabic' }).click();
  await expect(page.locator('form[dir="rtl"]').first()).toBeVisible();
  const choice = page.getByRole('region', { name: 'Choice', exact: true });
  await choice.getByLabel('Question 1', { exact: true }).fill('Typed in the gallery');
  await expect(choice.locator('form').getByRole('heading', { name: 'Typed in the gallery' })).toBeVisible();
  await page.reload();
  await expect(choice.getByLabel('Question 1', { exact: true })).not.toHaveValue('Typed in the gallery');
  expect(asked.filter((path) => path.startsWith('/api/'))).toEqual([]);
});
