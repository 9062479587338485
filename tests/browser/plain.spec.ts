import { expect, test } from '@playwright/test';
import { world } from './servers';

test.use({ javaScriptEnabled: false });

test('without scripts the whole quiz works by plain forms', async ({ page }) => {
  await page.goto(`${world().app}/q/tourer`);
  await page.getByRole('button', { name: 'Let us see' }).click();
  const next = page.getByRole('button', { name: 'Next' });
  await expect(next).toHaveAccessibleName('Next');
  // The browser's own check stands in for ours.
  await next.click();
  await expect(page.getByText('A free Saturday')).toBeVisible();
  for (const words of ['Down a lane', '20 to 40 km']) {
    await page.getByLabel(words).check();
    await next.click();
  }
  await page.getByRole('button', { name: 'Back' }).click();
  await expect(page.getByLabel('20 to 40 km')).toBeChecked();
  await next.click();
  for (const words of ['An inn with', 'hum along']) {
    await page.getByLabel(words).check();
    await next.click();
  }
  await page.getByLabel('A paper map').check();
  await next.click();
  await expect(page.getByText('Something is missing or cannot be taken.')).toBeVisible();
  for (const words of ['A paper map', 'More wool socks', 'The enamel teapot']) await page.getByLabel(words).check();
  await next.click();
  for (const words of ['under a hedge', 'One person who', 'This morning, on purpose']) {
    await page.getByLabel(words).check();
    await next.click();
  }
  await page.getByRole('button', { name: 'Skip this' }).click();
  await expect(page.getByRole('heading', { name: 'You follow the hedge, not the arrow' })).toBeVisible();
  // The offer is counted on the way to it: our own address, which leads on to what the edition has.
  const offer = page.locator('.v-offer').getByRole('link');
  const href = (await offer.getAttribute('href')) ?? '';
  expect(href).toMatch(/^\/q\/tourer\/offer\?run=[\w.-]+&of=lane-drifter$/);
  const led = await page.request.get(world().app + href, { maxRedirects: 0 });
  expect([led.status(), led.headers()['location']]).toEqual([303, expect.stringContaining(world().site)]);
  await page.getByRole('link', { name: 'And are you ready for a night outside?' }).click();
  await page.getByLabel('A tent I have put up before').check();
  await page.getByRole('group', { name: 'What about the rest?' }).getByRole('radio').first().check();
  await expect(page.getByText('What will you sleep in?')).toBeVisible();
});

test('without scripts an order is given by numbers, and what is right is told after each page', async ({ page }) => {
  await page.goto(`${world().app}/q/repair`);
  await page.getByRole('button', { name: 'Get the tools out' }).click();
  await page.getByLabel('A folded banknote').check();
  await page.getByLabel('A piece of an old tyre').check();
  for (const [i, what] of [
    'Take the wheel out',
    'Lift one side',
    'Feel inside',
    'Put the new tube',
    'Pump it up',
  ].entries())
    await page.getByRole('combobox', { name: what }).selectOption(String(i + 1));
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByRole('heading', { name: 'How that went' })).toBeVisible();
  await expect(page.getByText('Not right')).toHaveCount(0);
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByText('What small part joins')).toBeVisible();
});
