import { expect, test } from '@playwright/test';
import { axeFinds } from './axe';
import { alive, sheetFits, signUp } from './people';
import { world } from './servers';

test('whoever operates it sees how it is doing, by keys, in both colours and on a phone', async ({ page }) => {
  const { app } = world();
  await page.request.post(`${app}/api/demo`, { headers: { origin: app } });
  await page.goto(`${app}/account`);
  await page.getByRole('link', { name: 'How it is doing' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'How it is doing' })).toBeVisible();
  await alive(page);

  const parts = page.getByRole('region', { name: 'Parts' });
  await expect(parts.getByRole('listitem').filter({ hasText: 'Database' })).toContainText('PostgreSQL 15');
  const backup = parts.getByRole('listitem').filter({ hasText: 'Backup' });
  await expect(backup).toContainText('not well');
  await expect(backup).toContainText('Run deploy/backup.sh');
  const queues = page.getByRole('region', { name: 'Jobs by queue' });
  await expect(queues.getByRole('row', { name: /^Letters \d/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Processes that serve' }).getByRole('row')).not.toHaveCount(1);

  expect(await axeFinds(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'dark' });
  expect(await axeFinds(page)).toEqual([]);
  await page.setViewportSize({ width: 320, height: 700 });
  await sheetFits(page, 'the operator’s page');
  // A table that is wider than a phone is reached by keys, and scrolls.
  await queues.focus();
  await expect(queues).toBeFocused();
});

test('nobody else is told that there is such a page', async ({ page }) => {
  await signUp(page);
  const response = await page.goto(`${world().app}/operator`);
  expect(response?.status()).toBe(404);
  await page.goto(`${world().app}/account`);
  await expect(page.getByRole('heading', { name: 'Your account' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'How it is doing' })).toHaveCount(0);
});
