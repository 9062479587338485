import { expect, test } from '@playwright/test';
import { choice, option, page as quizPage, quiz } from '../quizzes';
import { alive, saved, signUp, tab } from './people';
import { world } from './servers';

const many = quiz(
  Array.from({ length: 150 }, (_, i) =>
    quizPage(`p${i}`, [
      choice(
        `q${i}`,
        ['a tent', 'a stove', 'a book', 'nothing'].map((words, k) =>
          option(`o${k}`, { s: k }, { text: `${words} ${i}` }),
        ),
        { prompt: `Number ${i + 1}?` },
      ),
    ]),
  ),
  { id: 'many', title: 'A hundred and fifty', scales: [{ id: 's', name: 'Weight' }] },
);

test('a quiz of 150 questions is drawn where one looks, and found, written and weighed anywhere', async ({ page }) => {
  await signUp(page);
  const made = await page.request.post(`${world().app}/api/quizzes/read`, {
    data: { text: JSON.stringify(many), fileName: 'many.json' },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`${world().app}/quizzes/${id}/write`);
  await expect(page.getByLabel('Question 1', { exact: true })).toHaveValue('Number 1?');
  await alive(page);
  const drawn = page.getByLabel(/^Question \d+$/);
  await expect.poll(() => drawn.count()).toBeLessThan(40);

  // By its tick, by words, and by going on from one to the next.
  await page.getByRole('button', { name: 'Page 150, p149' }).click();
  const last = page.getByLabel('Question 150', { exact: true });
  await expect(last).toBeInViewport();
  await expect(page.getByLabel('Question 1', { exact: true })).toHaveCount(0);
  await last.press('End');
  await page.keyboard.type(' And why?');
  await page.keyboard.press('Control+Enter');
  await page.keyboard.type('One more?');
  await expect(page.getByLabel('Question 151', { exact: true })).toHaveValue('One more?');
  await page.getByLabel('Find in the quiz').fill('book 70');
  await page.keyboard.press('Enter');
  const book = page.getByLabel('Answer 3').and(page.locator(':focus'));
  await expect(book).toHaveValue('a book 70');
  for (let i = 0; i < 40; i++) await page.keyboard.press('ArrowDown');
  await expect(page.locator('textarea:focus')).toBeInViewport();
  await saved(page);

  await tab(page, 'Score').click();
  const cells = page.getByRole('gridcell');
  await page.getByRole('gridcell', { name: 'a tent 0, Weight: nothing' }).click();
  await expect.poll(() => cells.count()).toBeLessThan(120);
  await page.keyboard.press('Control+ArrowDown');
  await expect(page.locator('td:focus')).toBeInViewport();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('gridcell', { name: 'nothing 149, Weight: +3' })).toBeFocused();
  await page.keyboard.type('7');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('gridcell', { name: 'nothing 149, Weight: +7' })).toBeVisible();
  await saved(page);
  await page.reload();
  await page.getByRole('grid').evaluate((grid) => grid.parentElement?.scrollTo(0, 1e6));
  await expect(page.getByRole('gridcell', { name: 'nothing 149, Weight: +7' })).toBeVisible();
  await tab(page, 'Write').click();
  await page.getByRole('button', { name: 'Page 150, p149' }).click();
  await expect(page.getByLabel('Question 150', { exact: true })).toHaveValue('Number 150? And why?');
});

test('of its texts in another language a part stands there, and more are asked for', async ({ page }) => {
  await signUp(page);
  const made = await page.request.post(`${world().app}/api/quizzes/read`, {
    data: { text: JSON.stringify(many), fileName: 'many.json' },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`${world().app}/quizzes/${id}/style`);
  await alive(page);
  await page.getByRole('radio', { name: 'Languages', exact: true }).click();
  await page.getByRole('button', { name: 'Add a language' }).click();
  await page.getByRole('menuitem', { name: 'German' }).click();
  const fields = page.getByRole('region', { name: 'Texts in German' }).getByRole('textbox', { name: /, in German$/ });
  await expect(fields).toHaveCount(200);
  await page.getByRole('button', { name: 'Show more of them' }).click();
  await expect(fields).toHaveCount(400);
  await page.getByLabel('Find a text').fill('number 59?');
  await expect(fields).toHaveCount(1);
  await fields.fill('Nummer 59?');
  await saved(page);
});
