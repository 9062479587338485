/** What a contact form asks for: formats held to what they are, slips asked about, and a form on the result that is sent once. */
import { expect, type Page, test } from '@playwright/test';
import { choice, option, page as quizPage, quiz, result } from '../quizzes';
import { axeFinds } from './axe';
import { alive, publish, saved, signUp, somebodyElse } from './people';
import { world } from './servers';

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
  for (const words of ['By bike', '3 Ferry Lane', 'Ferry', '020 7946 0958']) await expect(left).toContainText(words);
});

test('without scripts the same form is sent once too', async ({ page }) => {
  await signUp(page);
  const address = await live(page);
  const plain = await somebodyElse(page, { javaScriptEnabled: false });
  await plain.goto(`${address}?shop=Ferry`);
  await plain.getByRole('radio', { name: 'Gravel' }).check();
  await plain.getByRole('button', { name: 'See my result' }).click();
  await plain.getByLabel('E-mail').fill('otto@spoke.test');
  await plain.getByRole('button', { name: 'Send' }).click();
  await expect(plain.getByText('Sent. Thank you.')).toBeVisible();
  await expect(plain.getByRole('button', { name: 'Send' })).toHaveCount(0);
  await plain.context().close();
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
  await page.getByRole('switch', { name: 'The address counts once its link has been followed' }).press('Space');
  await saved(page);
  const read = await page.request.get(`${world().app}/api/quizzes/${id}/file?as=json`);
  expect(await read.text()).toMatch(/country\\":\s*\\"AT/);
  expect(await axeFinds(page, { within: '[data-option]' })).toEqual([]);
});
