import { expect, type Page, test } from '@playwright/test';
import { publish as publishFromHead, saved, signUp, startQuiz, tab, somebodyElse } from './people';

/** Puts something on a page of the manuscript. */
async function add(page: Page, place: number, what: string) {
  await page.getByRole('region', { name: new RegExp(`^Page ${place},`) }).click({ position: { x: 150, y: 20 } });
  await page.getByRole('button', { name: `Add to page ${place}` }).click();
  await page.getByRole('menuitem', { name: what }).click();
}
async function publish(page: Page): Promise<string> {
  await saved(page);
  await tab(page, 'Publish').click();
  await publishFromHead(page);
  await expect(page.getByRole('heading', { name: 'Live as edition 1' })).toBeVisible();
  return (await page.getByRole('link', { name: 'Open it' }).getAttribute('href')) ?? '';
}

test('a welcome and every part of a result are written, and stand before the visitor', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Hill or lane?', ['Hill', 'Lane']);
  await page.getByLabel('Answer 1').click();
  await page.getByRole('button', { name: /Is “Hill” right/ }).click();
  await page.getByRole('option', { name: 'right', exact: true }).click();
  await page.getByRole('combobox', { name: 'Topic' }).fill('Legs');
  await page.keyboard.press('Enter');

  await page.getByRole('button', { name: 'Add a welcome page' }).click();
  const welcome = page.getByRole('region', { name: /^Page 1,/ });
  await welcome.getByLabel('Text', { exact: true }).click();
  await page.keyboard.type('One short question.');
  await welcome.getByLabel('Button:').fill('Off we go');

  const result = page.getByRole('region', { name: /^Page 3,/ });
  await add(page, 3, 'Words to read');
  await result.getByLabel('Text', { exact: true }).last().click();
  await page.keyboard.type('That was all of it.');
  await add(page, 3, 'Scores by topic');
  await result.getByLabel('Title of the score by topic').fill('Topic by topic');
  await add(page, 3, 'What was answered');
  await result.getByLabel('Title of the answers').fill('What you said');
  await add(page, 3, 'How others answered');
  await add(page, 3, 'A certificate');
  await result.getByLabel('Title of the certificate').fill('Master of one question');
  await add(page, 3, 'An offer');
  await result.getByLabel('The offer', { exact: true }).fill('A map for the next one');
  await result.getByLabel('Button', { exact: true }).fill('See the map');
  await result.getByLabel('Leads to').fill('https://slowspoke.test/map');
  await add(page, 3, 'Share');
  await result.getByLabel('Words on the button').last().fill('Tell a friend');
  await add(page, 3, 'Take it again');
  await result.getByLabel('Words on the button').last().fill('Once more');

  const visitor = await somebodyElse(page, { viewport: { width: 390, height: 844 } });
  await visitor.goto(await publish(page));
  await expect(visitor.getByText('One short question.')).toBeVisible();
  await visitor.getByRole('button', { name: 'Off we go' }).click();
  await visitor.getByLabel('Lane', { exact: true }).check();
  await visitor.getByRole('button', { name: 'See my result' }).click();
  await expect(visitor.getByText('That was all of it.')).toBeVisible();
  await expect(visitor.getByRole('heading', { name: 'Topic by topic' })).toBeVisible();
  await expect(visitor.getByRole('listitem').filter({ hasText: 'Legs' })).toContainText('0');
  const said = visitor.getByRole('listitem').filter({ has: visitor.getByRole('heading', { name: 'Hill or lane?' }) });
  await expect(said).toContainText('Lane');
  await expect(said).toContainText('Hill');
  await expect(visitor.getByRole('heading', { name: 'Master of one question' })).toBeVisible();
  await expect(visitor.getByRole('link', { name: 'See the map' })).toHaveAttribute(
    'href',
    /slowspoke\.test\/map|\/offer/,
  );
  await expect(visitor.getByRole('button', { name: 'Tell a friend' })).toBeVisible();
  const fetched = visitor.waitForEvent('download');
  await visitor.getByRole('link', { name: 'Get the certificate' }).click();
  expect((await fetched).suggestedFilename()).toMatch(/\.pdf$/);
  await visitor.getByRole('button', { name: 'Once more' }).click();
  await expect(visitor.getByRole('button', { name: 'Off we go' })).toBeVisible();
});

test('an outcome is written once, with its picture and offer, and is what its visitors get', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Hill or lane?', ['Hill', 'Lane']);
  await page.getByLabel('Answer 1').click();
  await page.getByRole('button', { name: 'Add an effect' }).click();
  await page.getByRole('menuitem', { name: 'A new outcome' }).click();
  await page.getByLabel('Hill adds to Outcome 1').fill('1');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add an outcome' }).click();
  const names = page.getByLabel('Name of the outcome');
  await names.nth(0).fill('Climber');
  await names.nth(1).fill('Drifter');
  await page.getByLabel('Headline of Climber').fill('Up you go');
  await page.getByLabel('Text of Climber').click();
  await page.keyboard.type('Hills are flat once one is over them.');
  await page.getByRole('button', { name: 'Add a picture to Climber' }).click();
  await page.getByRole('button', { name: /^A tent and a bicycle on a ridge/ }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /offer/i }).first().click();
  await page
    .getByLabel(/^The offer|^Offer/)
    .first()
    .fill('A lower gear');
  await page.getByLabel('Leads to').first().fill('https://slowspoke.test/gears');
  await page.getByLabel('Button', { exact: true }).first().fill('Find one');

  const visitor = await somebodyElse(page);
  await visitor.goto(await publish(page));
  await visitor.getByLabel('Hill', { exact: true }).check();
  await visitor.getByRole('button', { name: 'See my result' }).click();
  await expect(visitor.getByRole('heading', { name: 'Up you go' })).toBeFocused();
  await expect(visitor.getByText('Hills are flat once one is over them.')).toBeVisible();
  await expect(visitor.getByRole('img', { name: /^A tent and a bicycle on a ridge/ })).toBeVisible();
  await expect(visitor.getByRole('link', { name: 'Find one' })).toBeVisible();
  await expect(visitor.getByText('Drifter')).toHaveCount(0);
});

test('a page is broken in two and put together again', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Hill or lane?', ['Hill', 'Lane']);
  await add(page, 1, 'Yes or no');
  await page.getByLabel('Question 2', { exact: true }).fill('Is it raining?');
  await page
    .getByRole('button', { name: /kept in this order$|, shuffled$/ })
    .last()
    .click();
  await page.getByRole('button', { name: 'New page from here' }).click();
  await expect(page.getByRole('region', { name: /^Page 2,/ }).getByLabel('Question 2', { exact: true })).toHaveValue(
    'Is it raining?',
  );
  await page.getByRole('button', { name: 'What to do with page 2' }).click();
  await page.getByRole('menuitem', { name: 'Put on one page with the one above' }).click();
  await expect(page.getByRole('region', { name: /^Page 1,/ }).getByLabel('Question 2', { exact: true })).toHaveValue(
    'Is it raining?',
  );
  await expect(page.getByRole('region', { name: /^Page 2,/ }).getByLabel(/^Question/)).toHaveCount(0);
  await saved(page);
});

test('what holds for all questions is set once, and what one has otherwise shows and is taken back', async ({
  page,
}) => {
  await signUp(page);
  await startQuiz(page, 'Hill or lane?', ['Hill', 'Lane']);
  for (const [n, words] of [
    [2, 'Rain or wind?'],
    [3, 'Tea or soup?'],
  ] as const) {
    await page.getByLabel(`Question ${n - 1}`, { exact: true }).press('Control+Enter');
    await page.keyboard.type(words);
    for (const answer of ['One', 'Another']) {
      await page.keyboard.press('Enter');
      await page.keyboard.type(answer);
    }
  }
  await page.getByRole('button', { name: 'The whole quiz' }).click();
  const all = page.getByRole('group', { name: 'For all questions' });
  await all.getByText('answers shuffled').click();
  await page
    .getByRole('button', { name: /kept in this order$|, shuffled$/ })
    .first()
    .click();
  await page.getByText('Shuffled for each visitor').first().click();
  await expect(all).toContainText('answers shuffled (1 is otherwise)');
  await expect(page.getByText('Unlike most questions in: shuffled.')).toBeVisible();
  await page.getByRole('button', { name: 'As the others' }).click();
  await expect(page.getByText('Unlike most questions in')).toHaveCount(0);
  await expect(all).not.toContainText('otherwise');
  await saved(page);
});
