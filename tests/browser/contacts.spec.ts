/** Everybody who left a contact: found, read, taken out, and taken away. */
import { Client } from 'pg';
import { expect, type Page, test } from '@playwright/test';
import { axeFinds } from './axe';
import { alive, publish, saved, signUp, somebodyElse, startQuiz, tab } from './people';
import { world } from './servers';

/** Takes the quiz at an address and leaves a name and an address. */
async function leave(page: Page, address: string, answer: string, name: string, email: string): Promise<void> {
  const visitor = await somebodyElse(page);
  await visitor.goto(address);
  // What is pressed while the page comes to life is put in a moment later; whoever looks at once would miss it.
  await alive(visitor);
  await visitor.getByRole('radio', { name: answer }).check();
  await visitor.getByLabel('First name').fill(name);
  await visitor.getByLabel('E-mail').fill(email);
  await visitor.getByRole('checkbox').check();
  await visitor.getByRole('button', { name: 'See my result' }).click();
  // The button says that it is sending; the form goes once it is sent.
  await expect(visitor.getByLabel('E-mail')).toBeHidden();
  await visitor.close();
}

test('people are found over all quizzes, read, taken out, and taken away for good, by keyboard', async ({ page }) => {
  await signUp(page);
  await page.goto(`${world().app}/people`);
  await expect(page.getByText('Nobody has left a contact yet.')).toBeVisible();
  await page.goto(`${world().app}/quizzes`);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await page.getByLabel('Question 1', { exact: true }).click();
  await page.getByRole('button', { name: 'Add to page 1' }).click();
  await page.getByRole('menuitem', { name: 'Contact form' }).click();
  await expect(page.getByLabel('Headline of the contact form')).toBeVisible();
  await saved(page);
  await publish(page);
  await tab(page, 'Publish').click();
  const address = (await page.getByRole('link', { name: 'Open it' }).getAttribute('href')) ?? '';
  await leave(page, address, 'Gravel', 'Ida', 'ida@spoke.test');
  await leave(page, address, 'Tarmac', 'Otto', 'otto@spoke.test');

  await page.goto(`${world().app}/people`);
  await expect(page.getByRole('status')).toContainText('2 people');
  await expect(page.getByRole('row', { name: /Otto/ })).toContainText('otto@spoke.test');
  await page.getByLabel('Find somebody').fill('ida');
  await expect(page.getByRole('status')).toContainText('1 person');
  await expect(page.getByRole('row', { name: /Otto/ })).toHaveCount(0);
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'vCards' }).click()]);
  expect(file.suggestedFilename()).toBe('contacts.vcf');

  // Both are one person, and two again.
  await page.getByRole('button', { name: 'Ida', exact: true }).press('Enter');
  const both = page.getByRole('dialog', { name: 'Ida' });
  await both.getByRole('button', { name: /^The same person stands elsewhere/ }).press('Enter');
  await both.getByLabel('Find the same person').fill('otto');
  await both.getByRole('button', { name: 'Otto, otto@spoke.test is the same person' }).press('Enter');
  const also = both.getByRole('region', { name: 'Also as otto@spoke.test' });
  await expect(also.getByText(/^Agreed on/)).toBeVisible();
  await expect(both.getByRole('region', { name: 'What they took' }).getByRole('listitem')).toHaveCount(2);
  expect(await axeFinds(page, { within: '[role=dialog]' })).toEqual([]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('status')).toContainText('Otto is the same person as Ida');
  await page.getByLabel('Find somebody').fill('otto');
  await expect(page.getByRole('row', { name: /Ida/ })).toBeVisible();
  await page.getByRole('button', { name: 'Ida', exact: true }).press('Enter');
  await also.getByRole('button', { name: 'Otto, otto@spoke.test is somebody else' }).press('Enter');
  await expect(also).toBeHidden();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('row', { name: /Ida/ })).toHaveCount(0);
  await page.getByLabel('Find somebody').fill('ida');

  const row = page.getByRole('button', { name: 'Ida', exact: true });
  await row.focus();
  await page.keyboard.press('Enter');
  const sheet = page.getByRole('dialog', { name: 'Ida' });
  await expect(sheet.getByRole('region', { name: 'What they left' })).toContainText('ida@spoke.test');
  await expect(sheet.getByText(/^Agreed on/)).toBeVisible();
  expect(await axeFinds(page, { within: '[role=dialog]' })).toEqual([]);
  await sheet.getByRole('button', { name: /^Take everything of theirs away/ }).press('Enter');
  await expect(sheet.getByText('This goes for good: their contact, one run with all its answers')).toBeVisible();
  await sheet.getByRole('button', { name: 'Keep it' }).press('Enter');
  await sheet.getByRole('button', { name: /^Take everything of theirs away/ }).press('Enter');
  await sheet.getByRole('button', { name: 'Take it away for good' }).press('Enter');
  await expect(sheet).toBeHidden();
  await expect(page.getByRole('status')).toContainText('Ida is gone, with one run');
  await expect(page.getByText('Nobody is like that.')).toBeVisible();
  await page.getByLabel('Find somebody').fill('');
  await expect(page.getByRole('status')).toContainText('1 person');

  await page.getByRole('button', { name: 'Which quiz' }).click();
  await page.getByRole('option', { name: 'Gravel or tarmac?' }).click();
  await expect(page.getByRole('row', { name: /Otto/ })).toBeVisible();
  await page.getByLabel('Since').fill('2999-01-01');
  await expect(page.getByText('Nobody is like that.')).toBeVisible();
});

test('of very many people only those near what is seen are drawn, and older ones come as they are come to', async ({
  page,
}) => {
  const { email } = await signUp(page);
  const database = new Client({ connectionString: world().env['DATABASE_URL'] });
  await database.connect();
  await database.query(
    `insert into contacts (workspace_id, contact_id, email, fields, first_at, last_at)
    select m.workspace_id, 'rider-' || i, 'rider' || i || '@spoke.test', jsonb_build_object('name', 'Rider ' || i),
      now() - make_interval(mins => 1000 - i), now() - make_interval(mins => 1000 - i)
    from members m join "user" u on u.id = m.user_id, generate_series(0, 449) as i where u.email = $1`,
    [email],
  );
  await database.end();
  await page.goto(`${world().app}/people`);
  await expect(page.getByRole('status')).toContainText('450 people');
  const table = page.getByRole('table', { name: 'People' });
  await expect(table).toHaveAttribute('aria-rowcount', '451');
  const drawn = () => table.getByRole('row').count();
  expect(await drawn()).toBeLessThan(80);
  await page.getByRole('main').focus();
  await expect(async () => {
    await page.keyboard.press('End');
    await expect(page.getByRole('button', { name: 'Rider 0', exact: true })).toBeInViewport({ timeout: 500 });
  }).toPass();
  expect(await drawn()).toBeLessThan(80);
  // By keyboard one comes from the last to the one before, and to the top again.
  await page.getByRole('button', { name: 'Rider 0', exact: true }).focus();
  await page.keyboard.press('Shift+Tab');
  await expect(page.getByRole('button', { name: 'Rider 1', exact: true })).toBeFocused();
  await page.getByRole('main').focus();
  await page.keyboard.press('Home');
  await expect(page.getByRole('button', { name: 'Rider 449', exact: true })).toBeInViewport();
});
