import { expect, type Page, test } from '@playwright/test';
import { page as quizPage, quiz } from '../quizzes';
import { enterDemo, saved, signUp, startQuiz, tab } from './people';
import { world } from './servers';

test.describe('the grid', () => {
  test.beforeEach(async ({ page }) => {
    await signUp(page);
    await startQuiz(page, 'Tea or coffee?', ['Tea', 'Coffee']);
    await tab(page, 'Score').click();
    await page.getByRole('button', { name: 'Scale', exact: true }).click();
    await page.getByRole('button', { name: 'Outcome', exact: true }).click();
    await page.getByRole('button', { name: 'Outcome', exact: true }).click();
  });

  test('says of an outcome that no answer speaks for that it is out of reach', async ({ page }) => {
    await expect(page.getByRole('gridcell', { name: '0% out of reach' })).toHaveCount(1);
  });

  test('is driven like a spreadsheet', async ({ page }) => {
    const cell = (answer: string, column: string, value: string) =>
      expect(page.getByRole('gridcell', { name: `${answer}, ${column}: ${value}`, exact: true })).toBeVisible();
    await page.getByRole('gridcell', { name: 'Tea, Scale 1' }).click();
    await page.keyboard.type('2');
    await page.keyboard.press('Tab');
    await page.keyboard.type('-1,5');
    await page.keyboard.press('Enter');
    await cell('Tea', 'Scale 1', '+2');
    await cell('Tea', 'Outcome 1', '−1.5');
    await expect(page.getByRole('gridcell', { name: /Coffee, Outcome 1/ })).toBeFocused();
    // Typing is dropped by Escape, and refused where it is no number.
    await page.keyboard.type('7');
    await page.keyboard.press('Escape');
    await cell('Coffee', 'Outcome 1', 'nothing');
    await page.keyboard.type('1-');
    await page.keyboard.press('Enter');
    await expect(page.getByText('“1-” is not a number')).toBeVisible();
    await page.keyboard.press('Escape');

    await page.getByRole('gridcell', { name: /Tea, Scale 1/ }).click();
    await page.keyboard.press('Shift+ArrowDown');
    await page.keyboard.press('Control+d');
    await cell('Coffee', 'Scale 1', '+2');
    await page.keyboard.press('Control+a');
    await expect(page.getByText('6 cells chosen, sum +2.5')).toBeVisible();
    await page.keyboard.press('Delete');
    await cell('Tea', 'Outcome 1', 'nothing');
    await page.keyboard.press('Control+z');
    await cell('Tea', 'Outcome 1', '−1.5');
    await saved(page);
  });

  test('takes blocks of cells from a spreadsheet and gives them back', async ({ page }) => {
    await page.evaluate(() => navigator.clipboard.writeText('1\t2\t\n\t3\t-4'));
    await page.getByRole('gridcell', { name: /Tea, Scale 1/ }).click();
    await page.keyboard.press('Control+v');
    await expect(page.getByRole('gridcell', { name: 'Coffee, Outcome 2: −4' })).toBeVisible();
    await page.keyboard.press('Control+c');
    expect(await page.evaluate(() => navigator.clipboard.readText())).toBe('1\t2\t0\n0\t3\t-4');
    await page.evaluate(() => navigator.clipboard.writeText('a\tb'));
    await page.keyboard.press('Control+v');
    await expect(page.getByText('not a block of numbers')).toBeVisible();
    await expect(page.getByRole('gridcell', { name: 'Tea, Scale 1: +1' })).toBeVisible();
  });

  test('takes a column and all its weights away, and undo brings them back', async ({ page }) => {
    await page.getByRole('gridcell', { name: /Tea, Outcome 2/ }).click();
    await page.keyboard.type('3');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('gridcell', { name: 'Tea, Outcome 2: +3' })).toBeVisible();
    await page.getByRole('button', { name: 'Delete Outcome 2' }).click();
    await expect(page.getByRole('columnheader', { name: 'Outcome 2' })).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('gridcell', { name: 'Tea, Outcome 2: +3' })).toBeVisible();
  });
});

test.describe('beside the grid', () => {
  test.beforeEach(async ({ page }) => {
    await signUp(page);
    await startQuiz(page, 'Tea or coffee?', ['Tea', 'Coffee']);
    await tab(page, 'Score').click();
    for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Outcome', exact: true }).click();
    await page.getByRole('gridcell', { name: 'Tea, Outcome 1' }).click();
    await page.keyboard.type('2');
    await page.keyboard.press('Enter');
  });
  const ends = (page: Page) => page.getByRole('row', { name: /^Where visitors end/ }).getByRole('gridcell');

  test('what is wrong stands on its column, with its repair', async ({ page }) => {
    await page.getByRole('button', { name: 'Outcome 2', exact: true }).click();
    const told = page.getByRole('list', { name: 'What the check says here' });
    await expect(told).toContainText('No rehearsed visitor ends as “Outcome 2”.');
    // The words of the finding, and the name of the column.
    await expect(page.getByRole('columnheader', { name: /Outcome 2.+Outcome 2/ })).toBeVisible();
    await page.getByRole('gridcell', { name: 'Coffee, Outcome 2' }).click();
    await page.keyboard.type('2');
    await page.keyboard.press('Enter');
    await expect(page.getByText('No rehearsed visitor ends as “Outcome 2”.')).toHaveCount(0);
    await saved(page);
  });

  test('visitors answer as one guesses, or as real ones did', async ({ page }) => {
    await page.getByRole('gridcell', { name: 'Coffee, Outcome 2' }).click();
    await page.keyboard.type('1');
    await page.keyboard.press('Enter');
    await expect(ends(page).nth(0)).toHaveText('50.0%');
    await page.getByRole('button', { name: 'How rehearsed visitors answer' }).click();
    await page.getByRole('option', { name: 'as you guess' }).click();
    await page.getByRole('gridcell', { name: 'Tea, Guess: no guess' }).click();
    await page.keyboard.type('80');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('gridcell', { name: 'Tea, Guess: 80 percent choose it' })).toBeVisible();
    await expect(ends(page).nth(1)).toHaveText(/^80.0%/);
    await expect(ends(page).nth(2)).toHaveText('20.0%');
    await page.getByRole('gridcell', { name: 'Tea, Guess' }).click();
    await page.keyboard.press('Delete');
    await expect(page.getByRole('gridcell', { name: 'Tea, Guess: no guess' })).toBeVisible();
    await page.getByRole('button', { name: 'How rehearsed visitors answer' }).click();
    await page.getByRole('option', { name: 'as real visitors did' }).click();
    await expect(page.getByText('Nobody has answered yet: evenly until then.')).toBeVisible();
    await expect(ends(page).nth(0)).toHaveText('50.0%');
  });

  test('a rating has a guess too: what is given on average', async ({ page }) => {
    await tab(page, 'Write').click();
    await page.getByLabel('Question 1', { exact: true }).click();
    await page.keyboard.press('Control+Enter');
    await page.keyboard.type('/');
    await page.getByRole('menuitem', { name: 'A rating' }).click();
    await page.getByLabel('Question 2', { exact: true }).fill('How much?');
    await tab(page, 'Score').click();
    await page.getByRole('button', { name: 'How rehearsed visitors answer' }).click();
    await page.getByRole('option', { name: 'as you guess' }).click();
    await page.getByRole('gridcell', { name: 'The number itself, Guess: no guess' }).click();
    await page.keyboard.type('4');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('gridcell', { name: 'The number itself, Guess: 4 on average' })).toBeVisible();
    await page.getByRole('gridcell', { name: 'The number itself, Guess' }).click();
    const panel = page.getByRole('complementary', { name: 'The guess for question 2' });
    await expect(panel.getByRole('listitem').filter({ hasText: '4' }).first()).toContainText('42%');
    await saved(page);
  });

  test('wishes in an order and grids of several answers a row have a guess of their own', async ({ page }) => {
    const wishes = quiz(
      [
        quizPage('p1', [
          {
            id: 'wish',
            kind: 'order',
            prompt: 'What first?',
            keyed: false,
            items: ['Music', 'Soup', 'Fire'].map((words) => ({
              id: words,
              text: words,
              weights: { s: words === 'Soup' ? 1 : 0 },
            })),
          },
          {
            id: 'take',
            kind: 'grid',
            pick: 'many',
            prompt: 'What do you take?',
            rows: [{ id: 'r', text: 'By day', weights: { t: 1 } }],
            columns: ['Water', 'Bread', 'Map'].map((words) => ({ id: words, text: words, value: 1 })),
          },
        ]),
      ],
      {
        id: 'wishes',
        title: 'Wishes',
        scales: [
          { id: 's', name: 'Soup', combine: 'sum' },
          { id: 't', name: 'Things', combine: 'sum' },
        ],
      },
    );
    const made = await page.request.post(`${world().app}/api/quizzes/read`, {
      data: { text: JSON.stringify(wishes), fileName: 'wishes.json' },
    });
    const { id } = (await made.json()) as { id: string };
    await page.goto(`${world().app}/quizzes/${id}/score`);
    await page.getByRole('button', { name: 'How rehearsed visitors answer' }).click();
    await page.getByRole('option', { name: 'as you guess' }).click();
    await page.getByRole('gridcell', { name: 'Soup, Guess: no guess' }).click();
    await page.keyboard.type('80');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('gridcell', { name: 'Soup, Guess: 80 percent put it first' })).toBeVisible();
    const panel = page.getByRole('complementary', { name: /^The guess for question/ });
    await expect(panel.getByRole('listitem').filter({ hasText: 'Soup first' })).toContainText('80%');
    await expect(panel.getByRole('listitem').filter({ hasText: 'Fire first' })).toContainText('10%');
    await page.getByRole('gridcell', { name: 'By day, Guess: no guess' }).click();
    await page.keyboard.type('2');
    await page.keyboard.press('Enter');
    await page.getByRole('gridcell', { name: 'By day, Guess: 2 a row on average' }).click();
    await expect(panel.getByRole('listitem').filter({ hasText: '2 columns in a row' })).toContainText('46%');
    await saved(page);
    await page.reload();
    await page.getByRole('button', { name: 'How rehearsed visitors answer' }).click();
    await page.getByRole('option', { name: 'as you guess' }).click();
    await expect(page.getByRole('gridcell', { name: 'Soup, Guess: 80 percent put it first' })).toBeVisible();
  });

  test('one run is put together by choosing answers', async ({ page }) => {
    const run = page.getByRole('region', { name: 'One run' });
    await run.getByRole('radio', { name: 'Your own' }).click();
    await page.getByRole('button', { name: 'Tea, in the run' }).click();
    await expect(run).toContainText('Outcome 1');
    await page.getByRole('button', { name: 'Coffee, in the run' }).click();
    await expect(page.getByRole('button', { name: 'Tea, in the run' })).toHaveAttribute('aria-pressed', 'false');
    await run.getByRole('radio', { name: 'Nothing answered' }).click();
    await expect(page.getByRole('button', { name: 'Tea, in the run' })).toHaveCount(0);
  });
});

test('the grid is narrowed to a topic and to a verdict, and columns are moved', async ({ page }) => {
  await enterDemo(page);
  await page.getByRole('link', { name: 'What kind of tourer are you?' }).click();
  await tab(page, 'Score').click();
  const heads = page.getByRole('columnheader');
  const narrow = async (label: string, to: string) => {
    await page.getByRole('button', { name: label }).click();
    await page.getByRole('option', { name: to, exact: true }).click();
  };
  await expect(page.getByRole('gridcell', { name: /^Under 20 km, Wilder/ })).toBeVisible();
  await narrow('Which questions are shown', 'About Kit');
  await expect(page.getByRole('gridcell', { name: /^Under 20 km/ })).toHaveCount(0);
  await expect(page.getByRole('gridcell', { name: /^hum along with it, Wilder/ })).toBeVisible();
  await narrow('Which columns are shown', 'Rider type alone');
  await expect(heads.filter({ hasText: 'Wilder' })).toHaveCount(0);
  await expect(heads.filter({ hasText: 'Lane drifter' })).toBeVisible();
  await narrow('Which columns are shown', 'All columns');
  await narrow('Which questions are shown', 'All questions');
  await page.getByRole('button', { name: 'Kit', exact: true }).click();
  const columns = () => heads.locator('button').allInnerTexts();
  expect((await columns()).slice(0, 3)).toEqual(['Wilder', 'Kit', 'Confidence']);
  await expect(page.getByText(/With it go or change \d+ weights/)).toBeVisible();
  await page.getByRole('button', { name: 'Move right' }).click();
  await expect.poll(async () => (await columns()).slice(0, 3)).toEqual(['Wilder', 'Confidence', 'Kit']);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await columns()).slice(0, 3)).toEqual(['Wilder', 'Kit', 'Confidence']);
  await saved(page);
});

test('below the grid of the demo stand exact figures', async ({ page }) => {
  await enterDemo(page);
  await page.getByRole('link', { name: 'What kind of tourer are you?' }).click();
  await tab(page, 'Score').click();
  const row = (name: RegExp) => page.getByRole('row', { name }).getByRole('gridcell').allInnerTexts();
  const ends = page.getByRole('row', { name: /^Where visitors end, all ways counted/ }).getByRole('gridcell');
  await expect(ends.nth(3)).toHaveText('27.6%');
  await expect(ends.nth(6)).toHaveText('30.5%');
  expect(await row(/^Lowest/)).toEqual(['−5', '0', '−3', '0', '0', '0', '0']);
  expect(await row(/^Highest/)).toEqual(['21', '21', '13', '25', '24', '24', '28']);
});

test('what hardly anybody reaches is not called out of reach', async ({ page }) => {
  await enterDemo(page);
  await page.getByRole('link', { name: 'Roadside repair check' }).click();
  await tab(page, 'Score').click();
  await expect(page.getByRole('gridcell', { name: '0% hardly anybody' })).toHaveCount(1);
  await expect(page.getByText('out of reach')).toHaveCount(0);
  await tab(page, 'Route').click();
  const results = page.getByRole('region', { name: 'Results, verdict Pass' });
  await expect(results.getByText('hardly anybody')).toBeVisible();
  await tab(page, 'Write').click();
  const end = page.getByRole('region', { name: 'Page 10, Result' });
  await expect(end.getByText('hardly anybody')).toHaveCount(1);
});

test.describe('right answers', () => {
  test('are marked in the grid by their keys, with marks beside it', async ({ page }) => {
    await signUp(page);
    await startQuiz(page, 'Tea or coffee?', ['Tea', 'Coffee']);
    await tab(page, 'Score').click();
    await page.getByRole('button', { name: 'Right answers' }).click();
    await page.getByRole('gridcell', { name: 'Tea, Right: not right' }).click();
    await page.keyboard.press('y');
    await expect(page.getByRole('gridcell', { name: 'Tea, Right: right' })).toBeVisible();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('m');
    await expect(page.getByRole('gridcell', { name: 'Coffee, Right: partly right' })).toBeVisible();
    await page.keyboard.press('Space');
    await page.keyboard.press('n');
    await expect(page.getByRole('gridcell', { name: 'Coffee, Right: not right' })).toBeVisible();
    await page.getByLabel('Right is worth').fill('3');
    await saved(page);
    await tab(page, 'Write').click();
    await expect(page.getByText('right', { exact: true })).toBeVisible();
    await page.reload();
    await tab(page, 'Score').click();
    await page.getByRole('gridcell', { name: 'Tea, Right: right' }).click();
    await expect(page.getByLabel('Right is worth')).toHaveValue('3');
  });
});

test('words that are accepted are edited in the grid’s panel and tried there, and their marks count for a scale', async ({
  page,
}) => {
  await signUp(page);
  await startQuiz(page, 'Tea or coffee?', ['Tea', 'Coffee']);
  await page.getByRole('button', { name: 'Next question' }).click();
  await page.keyboard.type('/');
  await page.getByRole('menuitem', { name: 'Short text' }).click();
  await page.keyboard.type('What is in the pot?');
  await tab(page, 'Score').click();
  await page.getByRole('button', { name: 'Scale', exact: true }).click();
  await page.getByRole('button', { name: 'Right answers' }).click();
  await page.getByRole('gridcell', { name: 'No words are accepted yet, Right: neither right nor wrong' }).click();
  await page.getByLabel('Accepted words').fill('hot water; tea');
  await expect(page.getByRole('gridcell', { name: 'hot water; tea, Right: has a key' })).toBeVisible();
  await page.getByLabel('What a visitor might type').fill('  HOT   Water ');
  await expect(page.getByText('right, read as “hot water”')).toBeVisible();
  await page.getByLabel('Right is worth').fill('2');
  await page.getByRole('button', { name: 'Which scale its marks count for' }).click();
  await page.getByRole('option', { name: 'count for Scale 1 too' }).click();
  await expect(page.getByRole('gridcell', { name: 'hot water; tea, Scale 1: its marks count here' })).toBeVisible();
  // A weight typed there means nothing, and changes nothing.
  await page.getByRole('gridcell', { name: 'hot water; tea, Scale 1' }).click();
  await page.keyboard.type('3');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('gridcell', { name: 'hot water; tea, Scale 1: its marks count here' })).toBeVisible();
  await saved(page);
});

test.describe('a verdict by bands', () => {
  test.beforeEach(async ({ page }) => {
    await enterDemo(page);
    await page.getByRole('link', { name: 'Ready for your first overnight?' }).click();
    await tab(page, 'Score').click();
    await page.getByRole('button', { name: 'The ridge', exact: true }).click();
  });

  test('is moved by keys and by dragging, and its bands can neither overlap nor leave a gap', async ({ page }) => {
    const ridge = page.getByRole('slider', { name: 'The ridge begins at' });
    const near = page.getByRole('slider', { name: 'One night, near a railway begins at' });
    await ridge.focus();
    await page.keyboard.press('ArrowDown');
    await expect(ridge).toHaveAttribute('aria-valuenow', '69');
    for (let i = 0; i < 8; i++) await page.keyboard.press('Shift+ArrowDown');
    await expect(ridge).toHaveAttribute('aria-valuenow', '46');
    const box = await near.boundingBox();
    await page.mouse.move((box?.x ?? 0) + 10, (box?.y ?? 0) + 10);
    await page.mouse.down();
    await page.mouse.move((box?.x ?? 0) + 10, (box?.y ?? 0) - 200);
    await page.mouse.up();
    await expect(near).toHaveAttribute('aria-valuenow', '45');
    await page.mouse.move((box?.x ?? 0) + 10, (box?.y ?? 0) + 10);
    await page.mouse.down();
    await page.mouse.move((box?.x ?? 0) + 10, (box?.y ?? 0) + 70, { steps: 4 });
    await page.mouse.up();
    expect(Number(await near.getAttribute('aria-valuenow'))).toBeLessThan(40);
    for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
    await expect(ridge).toHaveAttribute('aria-valuenow', '70');
    await expect(near).toHaveAttribute('aria-valuenow', '45');
    // The next test opens the same quiz.
    await saved(page);
  });

  test('begins at half or all of it, and no answer speaks for its outcomes', async ({ page }) => {
    const ridge = page.getByRole('slider', { name: 'The ridge begins at' });
    await page.getByRole('button', { name: 'Where band 3 begins' }).click();
    await page.getByRole('option', { name: 'from all of it' }).click();
    await expect(ridge).toHaveAttribute('aria-valuenow', '100');
    await page.getByRole('button', { name: 'Where band 2 begins' }).click();
    await page.getByRole('option', { name: 'from half' }).click();
    await expect(page.getByRole('slider', { name: 'One night, near a railway begins at' })).toHaveAttribute(
      'aria-valuenow',
      '50',
    );
    for (let i = 0; i < 2; i++) await page.keyboard.press('Control+z');
    await expect(ridge).toHaveAttribute('aria-valuenow', '70');
    const cell = page.getByRole('gridcell', { name: 'A tarp and optimism, The ridge: decided by bands' });
    await cell.click();
    await page.keyboard.type('3');
    await page.keyboard.press('Enter');
    await expect(page.getByText('“The ridge” is decided by bands: no answer speaks for it.')).toBeVisible();
    await expect(cell).toHaveText('');
    await saved(page);
  });

  test('keeps its stretches in another unit, and its outcomes in another way of deciding', async ({ page }) => {
    await page.getByRole('button', { name: 'In which unit' }).click();
    await page.getByRole('option', { name: 'points' }).click();
    const ridge = page.getByRole('slider', { name: 'The ridge begins at' });
    await expect(ridge).toHaveAttribute('aria-valuetext', /points/);
    await page.getByRole('button', { name: 'How it is decided' }).click();
    await page.getByRole('option', { name: 'the outcome most answers speak for' }).click();
    await expect(ridge).toHaveCount(0);
    await expect(page.getByRole('columnheader', { name: 'The ridge' })).toBeVisible();
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await expect(ridge).toHaveAttribute('aria-valuenow', '70');
    await saved(page);
  });
});

test('a formula is typed by names, completed, and faulted under its character', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Tea or coffee?', ['Tea', 'Coffee']);
  await tab(page, 'Score').click();
  await page.getByRole('button', { name: 'Scale', exact: true }).click();
  await page.getByLabel('Name of the column').fill('Warmth');
  await page.getByRole('button', { name: 'Scale', exact: true }).click();
  await page.getByRole('button', { name: 'How it is counted' }).click();
  await page.getByRole('option', { name: 'worked out from other scores' }).click();
  const formula = page.getByLabel('Formula');
  await formula.fill('');
  await formula.pressSequentially('2 × Wa');
  await page.keyboard.press('Tab');
  await expect(formula).toHaveValue('2 × Warmth');
  await formula.pressSequentially(' +');
  await expect(page.getByText('At character 13: a number or a name is expected here.')).toBeVisible();
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: 'Scale 2', exact: true }).click();
  await expect(formula).toHaveValue(/^2 × Warmth ?$/);
});
