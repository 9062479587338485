/** What a contact form asks for: formats held to what they are, slips asked about, and a form on the result that is sent once. */
import { readFile } from 'node:fs/promises';
import { expect, type Page, test } from '@playwright/test';
import { choice, option, page as quizPage, quiz, result } from '../quizzes';
import { axeFinds } from './axe';
import { alive, publish, saved, signUp, somebodyElse } from './people';
import { world } from './servers';

const picture = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

async function live(page: Page): Promise<string> {
  const asked = quiz(
    [
      quizPage('p1', [choice('q1', [option('a', {}, { text: 'Gravel' }), option('b', {}, { text: 'Tarmac' })])]),
      result('end', [
        {
          id: 'c',
          kind: 'contact',
          prompt: 'Shall we call you?',
          fields: [
            { id: 'email', label: 'E-mail', format: 'email', required: true },
            { id: 'phone', label: 'Phone', format: 'phone', country: 'GB' },
            { id: 'day', label: 'Day', format: 'date' },
            {
              id: 'way',
              label: 'Way',
              format: 'choice',
              options: [option('t', {}, { text: 'By train' }), option('k', {}, { text: 'By bike' })],
            },
            { id: 'street', label: 'Street', format: 'address' },
            { id: 'shot', label: 'Picture of it', format: 'file', kinds: ['picture'], most: 1 },
            { id: 'shop', label: 'Shop', format: 'text', from: 'shop', hidden: true },
          ],
        },
      ]),
    ],
    { title: 'Gravel?', known: [{ id: 'shop', from: 'address' }] },
  );
  const made = await page.request.post(`${world().app}/api/quizzes/read`, {
    data: { text: JSON.stringify(asked), fileName: 'forms.json' },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`${world().app}/quizzes/${id}/write`);
  await alive(page);
  await publish(page);
  await page.goto(`${world().app}/quizzes/${id}/publish`);
  return (await page.getByRole('link', { name: 'Open it' }).getAttribute('href')) ?? '';
}

test('a form on the result holds each field to what it is, asks about a slip, and is sent once', async ({ page }) => {
  await signUp(page);
  const address = await live(page);
  const visitor = await somebodyElse(page, { viewport: { width: 390, height: 844 } });
  await visitor.goto(`${address}?shop=Ferry`);
  await visitor.getByRole('radio', { name: 'Gravel' }).check();
  await visitor.getByRole('button', { name: 'See my result' }).click();
  const email = visitor.getByLabel('E-mail');
  await email.fill('ida@gmial.com');
  await visitor.getByLabel('Phone').fill('020 7946');
  await expect(visitor.getByLabel('Shop')).toHaveCount(0);
  const meant = visitor.getByRole('button', { name: /^Did you mean ida@/ });
  await expect(meant).toBeVisible();
  expect(await axeFinds(visitor)).toEqual([]);
  await meant.press('Enter');
  await expect(email).not.toHaveValue('ida@gmial.com');
  await expect(meant).toBeHidden();
  await email.fill('ida@spoke.test');
  await visitor.getByLabel('Day').fill('2027-05-01');
  await visitor.getByLabel('Way').selectOption('By bike');
  await visitor.getByLabel('Street').fill('3 Ferry Lane');
  const shot = visitor.getByLabel('Picture of it');
  await expect(shot).toHaveAccessibleDescription('jpg, png, webp, gif, heic, avif, 1 MB at most');
  await shot.setInputFiles({ name: 'gravel.png', mimeType: 'image/png', buffer: Buffer.from('<script>no</script>') });
  await expect(visitor.getByText('This kind of file cannot be taken here')).toBeVisible();
  await shot.setInputFiles({ name: 'large.png', mimeType: 'image/png', buffer: Buffer.alloc(1_000_001) });
  await expect(visitor.getByText('This file is too large')).toBeVisible();
  await shot.setInputFiles({ name: 'other.png', mimeType: 'image/png', buffer: picture });
  await visitor.getByRole('button', { name: 'Take other.png away' }).press('Enter');
  await expect(shot).toBeFocused();
  await shot.setInputFiles({ name: 'gravel.png', mimeType: 'image/png', buffer: picture });
  await expect(visitor.getByRole('button', { name: 'Take gravel.png away' })).toBeVisible();
  expect(await axeFinds(visitor)).toEqual([]);
  const send = visitor.getByRole('button', { name: 'Send' });
  await send.click();
  await expect(visitor.getByText('This does not look like a phone number.')).toBeVisible();
  await expect(visitor.getByLabel('Phone')).toBeFocused();
  await visitor.getByLabel('Phone').fill('020 7946 0958');
  await send.click();
  await expect(visitor.getByText('Sent. Thank you.')).toBeVisible();
  await expect(send).toHaveCount(0);
  await visitor.reload();
  await expect(visitor.getByText('Sent. Thank you.')).toBeVisible();
  await expect(visitor.getByLabel('E-mail')).toHaveCount(0);
  await visitor.context().close();

  await page.goto(`${world().app}/people`);
  await page.getByRole('button', { name: 'ida@spoke.test' }).click();
  const left = page.getByRole('dialog').getByRole('region', { name: 'What they left' });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'gravel.png, 1 kB' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('gravel.png');
  expect(await readFile(await download.path())).toEqual(picture);
  await page.getByRole('button', { name: 'Take everything of theirs away …' }).click();
  await expect(page.getByText(/This goes for good: .*, one file\./)).toBeVisible();
  for (const words of ['gravel.png', 'By bike', '3 Ferry Lane', 'Ferry', '020 7946 0958'])
    await expect(left).toContainText(words);
});

test('without scripts the same form is sent once too', async ({ page }) => {
  await signUp(page);
  const address = await live(page);
  const plain = await somebodyElse(page, { javaScriptEnabled: false });
  await plain.goto(`${address}?shop=Ferry`);
  await plain.getByRole('radio', { name: 'Gravel' }).check();
  await plain.getByRole('button', { name: 'See my result' }).click();
  await plain.getByLabel('E-mail').fill('otto@spoke.test');
  const shot = { name: 'otto.png', mimeType: 'image/png' };
  await plain.getByLabel('Picture of it').setInputFiles({ ...shot, buffer: Buffer.from('no picture') });
  await plain.getByRole('button', { name: 'Send' }).click();
  await expect(plain.getByText('Something is missing or cannot be taken.')).toBeVisible();
  await plain.getByLabel('E-mail').fill('otto@spoke.test');
  await plain.getByLabel('Picture of it').setInputFiles({ ...shot, buffer: picture });
  await plain.getByRole('button', { name: 'Send' }).click();
  await expect(plain.getByText('Sent. Thank you.')).toBeVisible();
  await expect(plain.getByRole('button', { name: 'Send' })).toHaveCount(0);
  await plain.context().close();
  await page.goto(`${world().app}/people`);
  await page.getByRole('button', { name: 'otto@spoke.test' }).click();
  await expect(page.getByRole('link', { name: 'otto.png, 1 kB' })).toBeVisible();
});

test('its fields are made in Write: a choice, whose numbers, and that an address is confirmed', async ({ page }) => {
  await signUp(page);
  const asked = quiz([quizPage('p1', [choice('q1', [option('a'), option('b')])]), result()], { title: 'Forms' });
  const made = await page.request.post(`${world().app}/api/quizzes/read`, {
    data: { text: JSON.stringify(asked), fileName: 'forms.json' },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`${world().app}/quizzes/${id}/write`);
  await page.getByLabel('Question 1', { exact: true }).click();
  await page.getByRole('button', { name: 'Add to page 1' }).click();
  await page.getByRole('menuitem', { name: 'Contact form' }).click();
  await page.getByRole('button', { name: 'What First name is' }).click();
  await page.getByRole('option', { name: 'one of these' }).click();
  const choices = page.getByLabel('Choices of First name, with commas between them');
  await expect(choices).toHaveValue('Yes, No');
  await choices.fill('By train, By bike');
  await choices.press('Tab');
  await page.getByRole('button', { name: 'What First name is' }).click();
  await page.getByRole('option', { name: 'a phone number' }).click();
  await page.getByRole('button', { name: 'Whose numbers First name takes without a +' }).click();
  await page.getByRole('option', { name: 'Austria' }).click();
  await page.getByRole('button', { name: 'What First name is' }).click();
  await page.getByRole('option', { name: 'a file' }).click();
  const field = page.locator('[data-option="name"]');
  for (const kind of ['pictures', 'documents']) await expect(field.getByRole('switch', { name: kind })).toBeChecked();
  // The last kind stays.
  for (const kind of ['pictures', 'documents']) await field.getByRole('switch', { name: kind }).press('Space');
  await expect(field.getByRole('switch', { name: 'documents' })).toBeChecked();
  await page.getByRole('button', { name: 'How large First name may be' }).click();
  await page.getByRole('option', { name: 'up to 10 MB' }).click();
  await page.getByRole('switch', { name: 'The address counts once its link has been followed' }).press('Space');
  await saved(page);
  const read = await page.request.get(`${world().app}/api/quizzes/${id}/file?as=json`);
  expect(await read.text()).toMatch(/"kinds\\":\s*\[\s*\\?n?\s*\\"document/);
  expect(await axeFinds(page, { within: '[data-option]' })).toEqual([]);
});
