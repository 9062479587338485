import { expect, type Page, test } from '@playwright/test';
import { enterDemo, publish, saved, signUp, somebodyElse, startQuiz, tab } from './people';

/** Three pages: one that asks the way, and two to go to. */
async function threePages(page: Page) {
  await signUp(page);
  await startQuiz(page, 'How far?', ['Under 20 km', 'More than 80 km']);
  await page.getByLabel('Question 1', { exact: true }).focus();
  for (const wording of ['Which spanner?', 'Which bag?']) {
    await page.keyboard.press('Control+Enter');
    await page.keyboard.type(wording);
    await page.keyboard.press('Enter');
    await page.keyboard.type('One');
    await page.keyboard.press('Enter');
    await page.keyboard.type('Another');
  }
  for (const [i, name] of ['Distance', 'Repairs', 'Bags'].entries())
    await page.getByLabel(`Name of page ${i + 1}`).fill(name);
  await tab(page, 'Route').click();
}
const rows = (page: Page) => page.getByRole('list', { name: 'Pages in their order' }).getByRole('button');
const rules = (page: Page) =>
  page.getByRole('region', { name: 'Where Distance leads' }).getByRole('listitem').filter({ hasText: 'When' });
const choose = async (page: Page, label: string, option: string) => {
  await page.getByRole('button', { name: label }).first().click();
  await page.getByRole('option', { name: option, exact: true }).click();
};

test('a rule is a sentence, and visitors take it', async ({ page }) => {
  await threePages(page);
  await page.getByRole('button', { name: 'Add a sentence' }).click();
  await choose(page, 'Where it goes on to', 'Bags');
  await expect(rows(page).nth(0)).toContainText('Goes when How far? is Under 20 km, to Bags');
  await expect(rows(page).nth(1)).toContainText('2,500 visitors');
  await expect(rules(page)).toContainText('2,500');
  await saved(page);

  // Both answers to the same page: one gesture.
  await page.getByRole('button', { name: 'Another answer for the same' }).click();
  await page.getByRole('menuitem', { name: 'More than 80 km' }).click();
  await expect(rows(page).nth(1)).toContainText('nobody gets here');
  await choose(page, 'Answer 2 of the rule', '(without this one)');
  await expect(rows(page).nth(1)).toContainText('2,500 visitors');

  const follow = page.getByRole('region', { name: 'Follow a visitor' });
  await follow.getByLabel('Under 20 km').check();
  await follow.getByRole('button', { name: 'Next' }).click();
  await expect(follow.getByText('Which bag?')).toBeVisible();
  await expect(follow.getByRole('list', { name: 'The way so far' })).toContainText('Distance: Under 20 km');
  await follow.getByRole('button', { name: 'A step back' }).click();
  await follow.getByLabel('More than 80 km').check();
  await follow.getByRole('button', { name: 'Next' }).click();
  await expect(follow.getByText('Which spanner?')).toBeVisible();
  await follow.getByRole('button', { name: 'Let one run by itself' }).click();
  await expect(follow.getByRole('list', { name: 'The way so far' })).toContainText('Result');
});

test('the spine is as thick as real visitors took it', async ({ page }) => {
  await threePages(page);
  await page.getByRole('button', { name: 'Add a sentence' }).click();
  await choose(page, 'Where it goes on to', 'Bags');
  await saved(page);
  await tab(page, 'Publish').click();
  await publish(page);
  const link = (await page.getByRole('link', { name: 'Open it' }).getAttribute('href')) ?? '';
  for (const answer of ['Under 20 km', 'Under 20 km', 'More than 80 km']) {
    const visitor = await somebodyElse(page);
    await visitor.goto(link);
    await visitor.getByLabel(answer, { exact: true }).check();
    await visitor.getByRole('button', { name: 'Next' }).click();
    await expect(visitor.getByText(answer === 'Under 20 km' ? 'Which bag?' : 'Which spanner?').first()).toBeVisible();
    await visitor.context().close();
  }

  await tab(page, 'Route').click();
  await expect(page.getByText('Thickness: of 5,000 visitors')).toBeVisible();
  await choose(page, 'How rehearsed visitors answer', 'as real visitors did');
  await expect(page.getByText('Thickness: of 3 real visitors')).toBeVisible();
  await expect(rows(page).nth(0)).toContainText('3 visitors');
  await expect(rows(page).nth(1)).toContainText('1 visitor');
  await expect(rows(page).nth(2)).toContainText('2 visitors');
  // They stopped there: what nobody has done yet is not what nobody can do.
  await expect(rows(page).nth(3)).toContainText('nobody yet');
  await expect(rules(page)).toContainText('2   67%');
  await expect(page.getByRole('list', { name: 'Ways that leave the spine' })).toContainText('2 go to Bags');
  // The rule is known again below another one, which nobody has met.
  await page.getByRole('button', { name: 'Add a sentence' }).click();
  await page.getByRole('button', { name: 'Rule 2; Alt and arrow keys move it' }).press('Alt+ArrowUp');
  await choose(page, 'Where it goes on to', 'the result');
  await expect(rules(page).nth(1)).toContainText('2   67%');
  await expect(rules(page).nth(0)).toContainText(/nobody yet|never/);
  await choose(page, 'How rehearsed visitors answer', 'evenly');
  await expect(page.getByText('Thickness: of 5,000 visitors')).toBeVisible();
});

test('rules are put in order by keys, and one that never applies says so', async ({ page }) => {
  await threePages(page);
  // Gestures are steps of their own, however quickly they follow each other.
  await page.clock.setFixedTime(new Date());
  for (const to of ['Bags', 'the result']) {
    await page.getByRole('button', { name: 'Add a sentence' }).click();
    await page
      .getByRole('button', { name: 'Where it goes on to' })
      .nth(to === 'Bags' ? 0 : 1)
      .click();
    await page.getByRole('option', { name: to, exact: true }).click();
  }
  await expect(page.getByText('The second rule of “Distance” is never taken')).toBeVisible();
  await page.getByRole('button', { name: 'Rule 2; Alt and arrow keys move it' }).focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByRole('button', { name: 'Rule 1; Alt and arrow keys move it' })).toBeFocused();
  await expect(rules(page).first()).toContainText('the result');
  await page.getByRole('button', { name: /^Remove rule 2/ }).click();
  await expect(page.getByText('is never taken')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(rules(page)).toHaveCount(2);
});

test('pages are chosen by arrow keys; one is shown to some, one is held until it is right', async ({ page }) => {
  await threePages(page);
  await tab(page, 'Score').click();
  await page.getByRole('button', { name: 'Right answers' }).click();
  await page.getByRole('gridcell', { name: 'One, Right' }).first().click();
  await page.keyboard.press('y');
  await tab(page, 'Route').click();
  await rows(page).nth(0).focus();
  await page.keyboard.press('ArrowDown');
  await expect(rows(page).nth(1)).toBeFocused();
  await expect(page.getByRole('region', { name: 'Where Repairs leads' })).toBeVisible();
  await choose(page, 'When one can leave it', 'only when it is right');
  await expect(page.getByLabel('Tries')).toHaveValue('3');
  await page.getByLabel('Hint after a try that is not right').fill('Count the spokes');
  await choose(page, 'Who is shown this page', 'some only …');
  await choose(page, 'What is asked', 'How far?');
  await expect(rows(page).nth(1)).toContainText('2,500 visitors');
  await saved(page);
  await page.reload();
  await rows(page).nth(1).click();
  await expect(page.getByText('It is shown only when')).toBeVisible();
  await expect(page.getByLabel('Hint after a try that is not right')).toHaveText('Count the spokes');
  await page.getByRole('button', { name: 'Show it to everybody' }).click();
  await expect(rows(page).nth(1)).toContainText('5,000 visitors');
});

test('an address to go to is checked', async ({ page }) => {
  await threePages(page);
  await choose(page, 'Where it goes on to', 'an address elsewhere');
  await page.getByLabel('The address').fill('javascript:alert(1)');
  await expect(page.getByText('“Distance” leads to an address that does not start with https://.')).toBeVisible();
  await page.getByLabel('The address').fill('https://slowspoke.test/');
  await expect(page.getByText('does not start with https://')).toHaveCount(0);
});

test('a few of the questions of a page are dealt by chance, and three examples show how', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'First?', ['Yes', 'No']);
  await page.getByLabel('Question 1', { exact: true }).focus();
  for (const wording of ['Second?', 'Third?']) {
    await page.keyboard.press('Control+Enter');
    await page.keyboard.type(wording);
    for (const words of ['Yes', 'No']) {
      await page.keyboard.press('Enter');
      await page.keyboard.type(words);
    }
  }
  await page.getByRole('button', { name: 'The whole quiz' }).click();
  await page.getByRole('button', { name: 'all on one' }).click();
  await tab(page, 'Route').click();
  await page.getByRole('button', { name: 'Which of its questions visitors get' }).click();
  await page.getByRole('option', { name: 'a few of its questions, by chance' }).click();
  const examples = page.getByRole('list', { name: 'Three examples' }).getByRole('listitem');
  await expect(examples).toHaveText([/^One gets: \w+\?$/, /^One gets: \w+\?$/, /^One gets: \w+\?$/]);
  await page.getByLabel('How many questions visitors get').fill('2');
  await expect(examples.first()).toHaveText(/^One gets: \w+\? · \w+\?$/);
  await expect(rows(page).first()).toContainText('2 of 3 dealt');
  await page.getByRole('button', { name: 'Which of its questions visitors get' }).click();
  await page.getByRole('option', { name: 'all of its questions, in an order by chance' }).click();
  await expect(examples.first()).toHaveText(/^One gets: \w+\? · \w+\? · \w+\?$/);
  await expect(rows(page).first()).toContainText('shuffled');
  await saved(page);
});

test('a way is kept as an example, and says when it comes out otherwise', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Tea or coffee?', ['Tea', 'Coffee']);
  await tab(page, 'Route').click();
  const follow = page.getByRole('region', { name: 'Follow a visitor' });
  await follow.getByLabel('Tea').check();
  await follow.getByRole('button', { name: 'See my result' }).click();
  await follow.getByRole('button', { name: 'Keep this way as an example' }).click();
  await page.getByLabel('Name of the example').fill('A tea drinker');
  await page.keyboard.press('Enter');
  const examples = page.getByRole('region', { name: 'Examples' });
  await expect(examples).toContainText('Comes out as when it was kept.');
  await tab(page, 'Write').click();
  await page.getByRole('button', { name: 'Next question' }).click();
  await page.keyboard.type('Milk?');
  await page.getByRole('button', { name: 'Check' }).click();
  await expect(page.getByRole('dialog')).toContainText('The example “A tea drinker” comes out otherwise');
  await page.keyboard.press('Escape');
  await tab(page, 'Route').click();
  await expect(examples).toContainText('it goes by “Page 2” as its page 2');
  await examples.getByRole('button', { name: 'So it should be' }).click();
  await expect(examples).toContainText('Comes out as when it was kept.');
  await saved(page);
});

test('a chain of quizzes is one journey', async ({ page }) => {
  await enterDemo(page);
  await page.getByRole('link', { name: 'What kind of tourer are you?' }).click();
  await tab(page, 'Route').click();
  const journey = page.getByRole('region', { name: 'The whole journey' });
  await expect(journey).toContainText('Visitors come here from Where shall we start?');
  await expect(journey.getByRole('listitem')).toContainText('Ready for your first overnight?');
  await journey.getByRole('link', { name: 'Where shall we start?' }).click();
  await expect(journey.getByRole('listitem').filter({ hasText: 'Roadside repair check' })).toBeVisible();
});

test('a rule is made from an arc, and by drawing one from page to page', async ({ page }) => {
  await threePages(page);
  const box = async (name: string) => {
    const node = await page.locator('svg .node').filter({ hasText: name }).boundingBox();
    return { x: (node?.x ?? 0) + 14, y: (node?.y ?? 0) + 11 };
  };
  const [from, to] = [await box('1'), await box('3')];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y - 20, { steps: 4 });
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.mouse.up();
  await expect(rules(page)).toHaveText([/When.*How far\?.*Under 20 km.*go on to.*Bags/]);
  // The new sentence is ready to be changed, and undone in one step.
  await expect(rules(page).getByRole('button', { name: 'What is asked' })).toBeFocused();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(rules(page)).toHaveCount(0);
  await page.getByRole('button', { name: 'Redo' }).click();

  const ways = page.getByRole('list', { name: 'Ways that leave the spine' });
  await rows(page).nth(2).press('Enter');
  await ways.getByRole('button', { name: 'How far? is Under 20 km' }).press('Enter');
  await expect(rules(page).getByRole('button', { name: 'What is asked' })).toBeFocused();
  await ways.getByRole('button', { name: 'Another rule that leads to Bags' }).press('Enter');
  await expect(rules(page)).toHaveCount(2);
  await expect(rules(page).nth(1)).toContainText('Bags');
  await expect(rules(page).nth(1).getByRole('button', { name: 'What is asked' })).toBeFocused();
  await saved(page);
});

test('rules are dragged into their order, with the mouse and by the keyboard', async ({ page }) => {
  await threePages(page);
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Add a sentence' }).click();
  const target = (i: number) => rules(page).nth(i).getByRole('button', { name: 'Where it goes on to' });
  for (const [i, to] of ['Repairs', 'Bags', 'the result'].entries()) {
    await target(i).click();
    await page.getByRole('option', { name: to, exact: true }).click();
  }
  const order = (...names: string[]) => Promise.all(names.map((name, i) => expect(target(i)).toContainText(name)));
  await order('Repairs', 'Bags', 'the result');
  const handle = (n: number) => page.getByRole('button', { name: `Rule ${n}; Alt and arrow keys move it` });
  const [from, to] = [await handle(3).boundingBox(), await handle(1).boundingBox()];
  if (!from || !to) throw new Error('nothing to drag');
  await page.mouse.move(from.x + 8, from.y + 12);
  await page.mouse.down();
  await page.mouse.move(from.x + 20, from.y - 10, { steps: 4 });
  await page.mouse.move(to.x + 20, to.y + 12, { steps: 8 });
  await page.mouse.up();
  await order('the result', 'Repairs', 'Bags');
  // By the keyboard: Enter takes it up, Tab goes from place to place, Enter lets it go.
  await handle(1).focus();
  await page.keyboard.press('Enter');
  const place = page.getByRole('listitem', { name: 'Rule 3' });
  for (let i = 0; i < 6; i++) {
    if (await place.evaluate((e) => e === document.activeElement)) break;
    await page.keyboard.press('Tab');
  }
  await expect(place).toBeFocused();
  await page.keyboard.press('Enter');
  await order('Repairs', 'Bags', 'the result');
  await saved(page);
});

test('the order of pages and of questions is left to chance, and the spine says so', async ({ page }) => {
  await threePages(page);
  for (const i of [1, 2]) {
    await rows(page).nth(i).press('Enter');
    await choose(page, 'Where the page comes', 'in a place by chance');
    await expect(rows(page).nth(i)).toContainText('placed by chance');
  }
  await expect(page.getByText('Thickness: of 5,000 rehearsed visitors')).toBeVisible();
  await rows(page).nth(0).press('Enter');
  // Everybody comes in by the first page.
  await expect(page.getByRole('button', { name: 'Where the page comes' })).toHaveCount(0);
  const follow = page.getByRole('region', { name: 'Follow a visitor' });
  await follow.getByRole('button', { name: 'Let one run by itself' }).click();
  const way = follow.getByRole('list', { name: 'The way so far' });
  await expect(way).toContainText('Repairs');
  await expect(way).toContainText('Bags');
  await saved(page);
  await page.reload();
  await expect(rows(page).nth(2)).toContainText('placed by chance');
});
