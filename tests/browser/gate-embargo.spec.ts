import { expect, test } from '@playwright/test';
import { lettersTo, saved, signUp, startQuiz, tab, somebodyElse } from './people';

test('a result is kept back until it is released, and says so', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Left or right?', ['Left', 'Right']);
  await tab(page, 'Publish').click();
  const end = page.getByRole('region', { name: 'What visitors see at the end' });
  await end.getByRole('button', { name: 'When visitors see their result' }).click();
  await page.getByRole('option', { name: 'from a day on' }).click();
  await end.getByLabel('Results are shown from').fill('2030-05-11T09:30');
  await saved(page);
  await page.reload();
  await expect(end.getByLabel('Results are shown from')).toHaveValue('2030-05-11T09:30');
  const publish = async (edition: number) => {
    await page
      .getByRole('button', { name: `Publish edition ${edition}` })
      .first()
      .click();
    await expect(page.getByRole('heading', { name: `Live as edition ${edition}` })).toBeVisible();
  };
  await publish(1);
  const link = (await page.getByRole('link', { name: 'Open it' }).getAttribute('href')) ?? '';
  const take = async () => {
    const visitor = await somebodyElse(page, { viewport: { width: 390, height: 844 } });
    await visitor.goto(link);
    await visitor.getByLabel('Left', { exact: true }).check();
    await visitor.getByRole('button', { name: 'See my result' }).click();
    await expect(visitor.getByRole('heading', { name: 'Thank you. Your answers have arrived.' })).toBeFocused();
    return visitor;
  };
  const first = await take();
  await expect(first.getByText(/^Your result is shown from May 11, 2030 at 9:30/)).toBeVisible();

  await end.getByRole('button', { name: 'When visitors see their result' }).click();
  await page.getByRole('option', { name: 'when you release it' }).click();
  await saved(page);
  await publish(2);
  const second = await take();
  await expect(second.getByText('Your result comes as soon as it has been released.')).toBeVisible();
  await second.reload();
  await expect(second.getByText('Your result comes as soon as it has been released.')).toBeVisible();

  await page.reload();
  await expect(end).toContainText('2 results wait.');
  await end.getByRole('button', { name: 'Release them now' }).click();
  await expect(end.getByRole('status')).toHaveText('2 results are released.');
  await expect(end.getByRole('button', { name: 'Release them now' })).toHaveCount(0);
  for (const visitor of [first, second]) {
    await visitor.reload();
    await expect(visitor.getByText('Thank you. That was all.')).toBeVisible();
  }
});

test('the letter about a result waits with it', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Tea or coffee?', ['Tea', 'Coffee']);
  await page.getByLabel('Question 1', { exact: true }).click();
  await page.getByRole('button', { name: 'Add to page 1' }).click();
  await page.getByRole('menuitem', { name: 'Contact form' }).click();
  await tab(page, 'Mail').click();
  await page.getByRole('button', { name: 'Write a letter' }).click();
  await tab(page, 'Publish').click();
  await page.getByRole('button', { name: 'When visitors see their result' }).click();
  await page.getByRole('option', { name: 'when you release it' }).click();
  await saved(page);
  await page.getByRole('button', { name: 'Publish edition 1' }).first().click();
  await expect(page.getByRole('heading', { name: 'Live as edition 1' })).toBeVisible();
  const visitor = await somebodyElse(page);
  await visitor.goto((await page.getByRole('link', { name: 'Open it' }).getAttribute('href')) ?? '');
  await visitor.getByLabel('Tea').check();
  await visitor.getByLabel('First name').fill('Ida Bell');
  await visitor.getByLabel('E-mail').fill('ida-held@example.com');
  await visitor.getByRole('checkbox').check();
  await visitor.getByRole('button', { name: 'See my result' }).click();
  await expect(visitor.getByText('It is then sent to ida-held@example.com too.')).toBeVisible();
  expect(await lettersTo('ida-held@example.com')).toHaveLength(0);
  await page.reload();
  await page.getByRole('button', { name: 'Release it now' }).click();
  await expect.poll(async () => (await lettersTo('ida-held@example.com')).length, { timeout: 30_000 }).toBe(1);
});
