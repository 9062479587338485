import { expect, test } from '@playwright/test';
import { lettersTo, publish, saved, signUp, startQuiz, tab, somebodyElse } from './people';

test('the whole job, from an empty list to a charted answer', async ({ page }) => {
  test.setTimeout(150_000);
  await signUp(page);
  await startQuiz(page, 'Tea or coffee?', ['Tea', 'Coffee']);

  await test.step('write', async () => {
    await page.getByLabel('Answer 2').click();
    await page.keyboard.press('Enter');
    await page.keyboard.type('Cocoa');
    await page.keyboard.press('Control+Enter');
    await page.keyboard.type('How do you take it?');
    await page.keyboard.press('Enter');
    await page.keyboard.type('Standing');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.type('Sitting');
    const second = page.getByRole('region', { name: 'Page 2' });
    await expect(second.getByLabel('Question 2')).toHaveValue('How do you take it?');
    await expect(second.getByLabel('Answer 1')).toHaveValue('Standing');
    await expect(second.getByLabel('Answer 2')).toHaveValue('Sitting');
    await saved(page);
  });

  await test.step('outcomes, with what they say', async () => {
    await tab(page, 'Score').click();
    await page.getByRole('button', { name: 'Outcome', exact: true }).click();
    // What was just made asks for its name: what is typed takes the place of “Outcome 1”.
    await expect(page.getByLabel('Name of the column')).toBeFocused();
    await page.keyboard.type('Kettle keeper');
    await expect(page.getByLabel('Name of the column')).toHaveValue('Kettle keeper');
    await page.getByRole('button', { name: 'Outcome', exact: true }).click();
    await page.getByLabel('Name of the column').fill('Bean counter');
    await page.getByRole('gridcell', { name: 'Tea, Kettle keeper' }).click();
    await page.keyboard.type('3');
    await page.keyboard.press('Enter');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.type('3');
    await page.keyboard.press('Enter');
    await page.keyboard.type('1');
    await page.keyboard.press('Enter');
    await page.keyboard.type('1');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('gridcell', { name: 'Coffee, Bean counter: +3' })).toBeVisible();
    await expect(
      page
        .getByRole('row', { name: /^Highest/ })
        .getByRole('gridcell')
        .nth(1),
    ).toHaveText('4');

    await tab(page, 'Write').click();
    await page.getByLabel('Headline of Kettle keeper').fill('You keep the kettle');
    await page.getByLabel('Text of Kettle keeper').fill('Always on, never boiling over.');
    await page.getByLabel('Text of Bean counter').fill('Nine grams, no more.');
  });

  await test.step('a contact form', async () => {
    const second = page.getByRole('region', { name: 'Page 2' });
    await second.getByLabel('Answer 1').click();
    await second.getByRole('button', { name: 'Add to page 2' }).click();
    await page.getByRole('menuitem', { name: 'Contact form' }).click();
    await expect(second.getByLabel('Headline of the contact form')).toHaveValue(/Where shall we send/);
  });

  await test.step('a letter', async () => {
    await tab(page, 'Mail').click();
    await page.getByRole('button', { name: 'Write a letter' }).click();
    await expect(page.getByLabel('Subject of Result')).toContainText('Your result');
  });

  await test.step('the check leads to what is missing, and publishing waits for it', async () => {
    await tab(page, 'Write').click();
    await page.getByLabel('Question 2').fill('');
    await page.getByRole('button', { name: 'Publish edition 1' }).click();
    await page
      .getByRole('dialog')
      .getByRole('link', { name: /A question has no wording/ })
      .click();
    await expect(page.getByLabel('Question 2')).toBeFocused();
    await page.keyboard.type('How do you take it?');
    await saved(page);
  });

  await test.step('publish', async () => {
    await publish(page);
    await expect(page.getByRole('heading', { name: 'Live as edition 1' })).toBeVisible();
  });
  const link = (await page.getByRole('link', { name: 'Open it' }).getAttribute('href')) ?? '';

  await test.step('a visitor takes it', async () => {
    const visitor = await somebodyElse(page, { viewport: { width: 390, height: 844 } });
    await visitor.goto(link);
    await visitor.getByLabel('Tea', { exact: true }).check();
    await visitor.getByRole('button', { name: 'Next' }).click();
    await visitor.getByLabel('Standing').check();
    await visitor.getByLabel('First name').fill('Ida Bell');
    await visitor.getByLabel('E-mail').fill('ida-job@example.com');
    await visitor.getByRole('checkbox').check();
    await visitor.getByRole('button', { name: 'See my result' }).click();
    await expect(visitor.getByRole('heading', { name: 'You keep the kettle' })).toBeVisible();
    await expect(visitor.getByText('Nine grams')).toHaveCount(0);
    await visitor.context().close();
  });

  await test.step('the letter arrives', async () => {
    await expect.poll(() => lettersTo('ida-job@example.com'), { timeout: 20_000 }).toHaveLength(1);
    const [letter] = await lettersTo('ida-job@example.com');
    expect(letter?.subject).toBe('Your result: Kettle keeper');
    expect(letter?.text).toContain('Hello Ida,');
    await tab(page, 'Mail').click();
    await expect(
      page.getByRole('complementary', { name: 'Tray' }).getByText('ida-job@example.com, delivered'),
    ).toBeVisible();
  });

  await test.step('and it is counted', async () => {
    await tab(page, 'Findings').click();
    const journey = page.getByRole('region', { name: 'Journey' });
    for (const step of ['Saw it', 'Started', 'Finished', 'Left an address'])
      await expect(journey.getByRole('listitem').filter({ hasText: step })).toContainText('1');
    await expect(page.getByRole('listitem').filter({ hasText: 'Kettle keeper' })).toContainText('100.0%');
    await page.getByRole('radio', { name: 'People' }).click();
    await page.getByRole('button', { name: /Ida Bell/ }).click();
    await expect(page.getByRole('row', { name: /Tea or coffee\?/ })).toContainText('Tea');
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: 'CSV' }).click();
    expect((await download).suggestedFilename()).toMatch(/^tea-or-coffee(-\w+)?-runs\.csv$/);
  });
});
