/** Runs that look as if a machine took them: browsers work unseen; what cannot work goes on, and counts nowhere. */
import { expect, type FrameLocator, type Page, test } from '@playwright/test';
import { TRAP } from '../../core/access/oddity';
import { alive, publish, signUp, somebodyElse, startQuiz, tab } from './people';
import { world } from './servers';

const fillTrap = (at: Page | FrameLocator) =>
  at.locator(`[name="${TRAP}"]`).evaluate((field: HTMLInputElement) => (field.value = 'https://spam.test'));
/** What was answered to the steps of a run, in order. */
const stepsOf = (page: Page): number[] => {
  const answers: number[] = [];
  page.on(
    'response',
    (r) => r.url().endsWith('/runs/step') && r.request().method() === 'POST' && answers.push(r.status()),
  );
  return answers;
};

test('nobody sees the field for machines, hears of it, or comes to it by keys', async ({ page }) => {
  await page.goto(`${world().app}/q/tourer`);
  await alive(page);
  await page.getByRole('button', { name: 'Let us see' }).click();
  await expect(page.getByText('A free Saturday')).toBeVisible();
  await expect(page.getByRole('textbox')).toHaveCount(0);
  await expect(page.locator(`[name="${TRAP}"]`)).toHaveAttribute('tabindex', '-1');
  await expect(page.locator(`[name="${TRAP}"]`)).toHaveValue('');
});

test('a browser that was asked works in a worker, and the visitor goes on', async ({ page }) => {
  await page.goto(`${world().app}/q/tourer`);
  await alive(page);
  const steps = stepsOf(page);
  const worker = page.waitForEvent('worker');
  await fillTrap(page);
  await page.getByRole('button', { name: 'Let us see' }).click();
  await worker;
  await expect(page.getByText('A free Saturday')).toBeVisible();
  expect(steps).toEqual([428, 200]);
  // Once is enough.
  await page.getByLabel('Down a lane').check();
  await fillTrap(page);
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByLabel('20 to 40 km')).toBeVisible();
  expect(steps).toEqual([428, 200, 200]);
});

test('in a sandbox, where there is no worker, it works all the same', async ({ page }) => {
  const steps = stepsOf(page);
  await page.goto(world().site);
  await page.setContent(
    `<iframe title="Box" sandbox="allow-scripts allow-forms" src="${world().app}/q/tourer" style="width:600px;height:800px"></iframe>`,
  );
  const quiz = page.frameLocator('iframe[title="Box"]');
  await expect(quiz.getByRole('button', { name: 'Let us see' })).toBeVisible();
  await expect(async () => expect(await quiz.locator('html').evaluate(() => 'early' in window)).toBe(false)).toPass();
  await fillTrap(quiz);
  await quiz.getByRole('button', { name: 'Let us see' }).click();
  await expect(quiz.getByText('A free Saturday')).toBeVisible();
  expect(steps).toEqual([428, 200]);
});

test('a machine that fills in what it finds is told of under Findings, and stands in no figure', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await publish(page);
  await tab(page, 'Publish').click();
  const address = await page.getByLabel('Web address').inputValue();
  const machine = await somebodyElse(page, { javaScriptEnabled: false });
  await machine.goto(`${world().app}/q/${address}`);
  await machine.locator(`[name="${TRAP}"]`).fill('https://spam.test', { force: true });
  await machine.getByLabel('Gravel').check();
  await machine.getByRole('button', { name: 'See my result' }).click();
  await expect(machine.getByLabel('Gravel')).toHaveCount(0);
  await tab(page, 'Findings').click();
  await expect(page.getByText(/^One more run looks like a machine’s/)).toBeVisible();
  await page.getByRole('radio', { name: 'People' }).click();
  await expect(page.getByText(/by all signs a machine/)).toBeVisible();
});
