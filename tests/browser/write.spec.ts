import { expect, type Locator, test } from '@playwright/test';
import { alive, holdScripts, saved, signUp, startQuiz, tab } from './people';

test.beforeEach(async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Which bag goes on first?', ['The handlebar roll', 'The panniers']);
});

test('the manuscript is typed by keyboard alone', async ({ page }) => {
  const answers = () =>
    page.getByLabel(/^Answer \d/).evaluateAll((fields) => fields.map((f) => (f as HTMLTextAreaElement).value));
  await page.getByLabel('Question 1', { exact: true }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Between the two');
  expect(await answers()).toEqual(['The handlebar roll', 'Between the two', 'The panniers']);
  await page.keyboard.press('Alt+ArrowUp');
  expect(await answers()).toEqual(['Between the two', 'The handlebar roll', 'The panniers']);
  await expect(page.getByLabel('Answer 1')).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Backspace');
  expect(await answers()).toEqual(['Between the two', 'The handlebar roll', 'The panniers']);
  await expect(page.getByLabel('Answer 3')).toBeFocused();

  await page.keyboard.press('Control+Enter');
  await page.keyboard.type('/');
  await page.getByRole('menuitem', { name: 'Yes or no' }).press('Enter');
  const second = page.getByRole('region', { name: 'Page 2' });
  await expect(second.getByLabel('Question 2')).toBeFocused();
  await expect(second.getByLabel('Answer 1')).toHaveValue('Yes');
  await page.keyboard.type('Do you carry a bell?');
  await expect(second.getByLabel('Question 2')).toHaveValue('Do you carry a bell?');
  await expect(second.getByLabel('Answer 1')).toHaveValue('Yes');
  await saved(page);
  await page.reload();
  await expect(page.getByRole('region', { name: 'Page 2' }).getByLabel('Question 2')).toHaveValue(
    'Do you carry a bell?',
  );
});

test('ten questions with four answers each, what is right and a topic, without a mouse', async ({ page }) => {
  const { keyboard } = page;
  await page.getByRole('link', { name: 'Quizzes' }).first().press('Enter');
  /** Goes there by Tab alone. */
  const tabTo = async (what: Locator, back = false) => {
    for (let i = 0; i < 60; i++) {
      if (await what.evaluate((at) => at === document.activeElement)) return;
      await keyboard.press(back ? 'Shift+Tab' : 'Tab');
    }
    throw new Error('It is not reached by Tab.');
  };
  const first = page.getByLabel('First question');
  await expect(first).toBeVisible();
  await tabTo(first);
  await keyboard.type('Number 1?');
  await tabTo(page.getByLabel('Answer 1'));
  await keyboard.type('Right 1');
  await keyboard.press('Tab');
  await keyboard.type('Wrong 1');
  await tabTo(page.getByRole('button', { name: 'Start writing' }));
  await keyboard.press('Enter');
  await expect(page.getByLabel('Question 1', { exact: true })).toHaveValue('Number 1?');
  await tabTo(page.getByLabel('Answer 1'));
  await keyboard.press('Alt+Enter');
  await tabTo(page.getByLabel('Answer 2'));
  for (const words of ['Hardly', 'Never']) {
    await keyboard.press('Enter');
    await keyboard.type(words);
  }
  for (let n = 2; n <= 10; n++) {
    // One line too many is begun, and is gone again.
    if (n % 2) await keyboard.press('Enter');
    await keyboard.press('Control+Enter');
    await expect(page.getByLabel(`Question ${n}`, { exact: true })).toBeFocused();
    await keyboard.type(`Number ${n}?`);
    for (const words of [`Right ${n}`, `Wrong ${n}`, 'Hardly', 'Never']) {
      await keyboard.press('Enter');
      await keyboard.type(words);
      if (words.startsWith('Right')) await keyboard.press('Alt+Enter');
    }
  }
  await tabTo(page.getByLabel('Question 10', { exact: true }), true);
  const topic = page.getByRole('region', { name: 'Page 10' }).getByRole('combobox', { name: 'Topic' });
  await tabTo(topic);
  await keyboard.type('Kit');
  await keyboard.press('Enter');
  await saved(page);
  await page.reload();
  const last = page.getByRole('region', { name: 'Page 10' });
  await page.getByRole('button', { name: /^Page 10/ }).press('Enter');
  await expect(last.getByRole('combobox', { name: 'Topic' })).toHaveValue('Kit');
  await expect(last.getByLabel(/^Answer \d/)).toHaveCount(4);
  // Nothing is left to be mended: no empty answer, and one right answer in each.
  await page.getByRole('button', { name: /^Check/ }).press('Enter');
  await expect(page.getByText('must be mended')).toHaveCount(0);
  await keyboard.press('Escape');
  await tab(page, 'Score').press('Enter');
  for (const n of [1, 2, 10])
    await expect(page.getByRole('gridcell', { name: `Right ${n}, Right: right`, exact: true })).toBeVisible();
});

test('a sheet tells every key, and opens by one where nothing is being typed', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'What rolls best?', ['Gravel', 'Grass']);
  const question = page.getByLabel('Question 1', { exact: true });
  await question.press('End');
  await page.keyboard.press('?');
  await expect(question).toHaveValue('What rolls best??');
  const sheet = page.getByRole('dialog', { name: 'Keys' });
  await expect(sheet).toBeHidden();
  await page.getByRole('button', { name: 'Preview' }).focus();
  await page.keyboard.press('?');
  await expect(sheet.getByRole('region', { name: 'Write, in a line' })).toContainText('another question');
  await page.keyboard.press('Escape');
  await expect(sheet).toBeHidden();
  await page.getByRole('button', { name: 'Keys' }).click();
  await expect(sheet).toBeVisible();
});

test('several lines pasted make several answers, without their bullets', async ({ page }) => {
  await page.evaluate(() => navigator.clipboard.writeText('- The tent\n2) The stove\n\n• The spare spokes'));
  await page.getByLabel('Answer 2').click();
  await page.getByLabel('Another answer').click();
  await page.keyboard.press('Control+V');
  for (const [i, words] of [
    'The handlebar roll',
    'The panniers',
    'The tent',
    'The stove',
    'The spare spokes',
  ].entries())
    await expect(page.getByLabel(`Answer ${i + 1}`)).toHaveValue(words);
});

test('undo and redo go back and forth through the session, across tabs', async ({ page }) => {
  await page.getByLabel('Answer 1').fill('The saddle bag');
  await tab(page, 'Score').click();
  await page.getByRole('button', { name: 'Scale', exact: true }).click();
  await expect(page.getByRole('columnheader', { name: 'Scale 1' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('columnheader', { name: 'Scale 1' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await tab(page, 'Write').click();
  await expect(page.getByLabel('Answer 1')).toHaveValue('The handlebar roll');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(page.getByLabel('Answer 1')).toHaveValue('The saddle bag');
  await saved(page);
});

test('two windows on one quiz lose nothing', async ({ page, context }) => {
  const other = await context.newPage();
  await other.goto(page.url());
  await alive(other);
  await page.getByLabel('Answer 1').fill('From the first window');
  await other.getByLabel('Answer 2').fill('From the second window');
  for (const window of [page, other]) {
    await expect(window.getByLabel('Answer 1')).toHaveValue('From the first window');
    await expect(window.getByLabel('Answer 2')).toHaveValue('From the second window');
    await saved(window);
  }
  // The same field in both at once: one is kept, the other is told so and can put theirs back.
  await context.setOffline(true);
  await page.getByLabel('Answer 1').fill('Mine');
  await other.getByLabel('Answer 1').fill('Theirs');
  await expect(page.getByText('Not saved yet, kept on this device')).toBeVisible();
  await context.setOffline(false);
  await expect
    .poll(
      async () =>
        (await page.getByText('changed in another window').count()) +
        (await other.getByText('changed in another window').count()),
      { timeout: 20_000 },
    )
    .toBe(1);
  const loser = (await page.getByText('changed in another window').count()) ? page : other;
  await loser.getByRole('button', { name: 'Put mine back' }).click();
  const wanted = loser === page ? 'Mine' : 'Theirs';
  for (const window of [page, other]) await expect(window.getByLabel('Answer 1')).toHaveValue(wanted);
});

test('what somebody is typing is seen in another window before they pause', async ({ page, context }) => {
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByLabel('Answer 1')).toHaveValue('The handlebar roll');
  await page.getByLabel('Answer 1').click();
  await page.keyboard.press('End');
  let typing = true;
  const typed = page.keyboard
    .type(', which holds the tent, the stove and a book', { delay: 120 })
    .then(() => (typing = false));
  await expect(other.getByLabel('Answer 1')).toHaveValue(/roll, w/);
  expect(typing).toBe(true);
  // The other one writes as well, and the first sees it without a pause too.
  await other.getByLabel('Answer 2').fill('The bags at the back');
  await expect(page.getByLabel('Answer 2')).toHaveValue('The bags at the back');
  expect(typing).toBe(true);
  await typed;
  for (const window of [page, other])
    await expect(window.getByLabel('Answer 1')).toHaveValue(
      'The handlebar roll, which holds the tent, the stove and a book',
    );
});

test('what is typed without a connection is kept and sent later, even after the window was closed', async ({
  page,
  context,
}) => {
  const address = page.url();
  await saved(page);
  await context.setOffline(true);
  await page.getByLabel('Answer 1').fill('Typed in a tunnel');
  await expect(page.getByText('Not saved yet, kept on this device')).toBeVisible();
  await page.close({ runBeforeUnload: false });
  await context.setOffline(false);
  const later = await context.newPage();
  await later.goto(address);
  await expect(later.getByLabel('Answer 1')).toHaveValue('Typed in a tunnel');
  await saved(later);
  await later.evaluate(() => localStorage.clear());
  await later.reload();
  await expect(later.getByLabel('Answer 1')).toHaveValue('Typed in a tunnel');
});

test('whoever is quicker than the scripts loses nothing, and finds everything in its place', async ({
  page,
  context,
}) => {
  await page.getByRole('button', { name: 'Add a welcome page' }).click();
  await page
    .getByRole('region', { name: /^Page 1,/ })
    .getByLabel('Text', { exact: true })
    .click();
  await page.keyboard.type('Two bags, one bicycle, and a hill that does not end before the evening does.');
  await saved(page);
  const early = await context.newPage();
  const come = await holdScripts(early);
  await early.goto(page.url(), { waitUntil: 'commit' });
  await expect(early.getByText('Two bags, one bicycle').first()).toBeVisible();
  const answer = early.getByLabel('Answer 2');
  const before = await answer.boundingBox();
  await answer.click();
  await early.keyboard.press('End');
  for (let i = 0; i < 'panniers'.length; i++) await early.keyboard.press('ArrowLeft');
  await early.keyboard.type('old ');
  come();
  // The scripts are there: the view beside it stands on the page of the answer.
  await expect(
    early.getByRole('complementary', { name: 'Visitor’s view' }).getByText('The handlebar roll'),
  ).toBeVisible();
  await expect(answer).toBeFocused();
  await expect(answer).toHaveValue('The old panniers');
  await early.keyboard.type('green ');
  await expect(answer).toHaveValue('The old green panniers');
  expect((await answer.boundingBox())?.y).toBe(before?.y);
  await saved(early);
  await page.reload();
  await expect(page.getByLabel('Answer 2')).toHaveValue('The old green panniers');
});

test('the visitor’s view follows the cursor and can be answered', async ({ page }) => {
  const view = page.getByRole('complementary', { name: 'Visitor’s view' });
  await page.getByLabel('Answer 1').click();
  await page.getByRole('button', { name: 'Add an effect' }).click();
  await page.getByRole('menuitem', { name: 'A new scale' }).click();
  await page.getByLabel('The handlebar roll adds to Scale 1').fill('4');
  await page.keyboard.press('Enter');
  await view.getByLabel('The handlebar roll').check();
  await expect(view.getByText('Scale 1 4')).toBeVisible();
  await page.getByLabel('Question 1', { exact: true }).fill('And which goes on first?');
  await expect(view.getByText('And which goes on first?')).toBeVisible();
});

test('a question of a hundred answers and very long words stays in its place', async ({ page }) => {
  const lines = Array.from(
    { length: 100 },
    (_, i) => `Answer number ${i} ${i % 10 ? '' : 'Fahrradschlauchreparaturwerkstattbesitzer'.repeat(3)}`,
  );
  await page.evaluate((text) => navigator.clipboard.writeText(text), lines.join('\n'));
  await page.getByLabel('Answer 2').click();
  await page.getByLabel('Another answer').click();
  await page.keyboard.press('Control+V');
  await expect(page.getByLabel('Answer 102')).toHaveValue(/^Answer number 99/);
  await expect(page.getByLabel('Answer 102')).toBeFocused();
  const overflow = await page.locator('#sheet').evaluate((sheet) => sheet.scrollWidth - sheet.clientWidth);
  expect(overflow).toBe(0);
});

test('a question and a page are made once more by one gesture', async ({ page }) => {
  await page.getByLabel('Question 1', { exact: true }).press('Control+d');
  const copy = page.getByLabel('Question 2', { exact: true });
  await expect(copy).toBeFocused();
  await expect(copy).toHaveValue(await page.getByLabel('Question 1', { exact: true }).inputValue());
  await page.getByRole('button', { name: 'What to do with page 1' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate the page' }).click();
  await expect(page.getByLabel('Question 4', { exact: true })).toHaveValue(await copy.inputValue());
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Question 3', { exact: true })).toHaveCount(0);
  await saved(page);
});

test('a warning is left as it is, with a reason, and looked at again', async ({ page }) => {
  await page.getByLabel('Question 1', { exact: true }).press('Control+d');
  await page.getByRole('button', { name: /^Check/ }).click();
  const sheet = page.getByRole('dialog', { name: 'Check' });
  const finding = sheet.getByRole('listitem').filter({ hasText: 'still the wording of the first question' });
  await finding.getByRole('button', { name: 'Leave it so' }).click();
  await expect(finding.getByLabel('Why it stays as it is')).toBeFocused();
  await page.keyboard.type('it is short');
  await page.keyboard.press('Enter');
  const left = sheet.getByRole('region', { name: 'Left as it is' });
  await expect(left).toContainText('because it is short');
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: /^Check/ }).click();
  await left.getByRole('button', { name: 'Look at it again' }).click();
  await expect(left).toHaveCount(0);
  await expect(finding).toBeVisible();
});
