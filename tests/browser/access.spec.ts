import { expect, type Page, test } from '@playwright/test';
import jsQr from 'jsqr';
import sharp from 'sharp';
import { Workbook } from 'exceljs';
import { addressIn, alive, enterDemo, fits, saved, signUp, somebodyElse, startQuiz, tab } from './people';
import { world } from './servers';

/** A quiz of one question, published; its creator stands on Publish. @returns its address */
async function published(page: Page, question: string): Promise<string> {
  await signUp(page);
  await startQuiz(page, question, ['Grass', 'Gravel']);
  await saved(page);
  await tab(page, 'Publish').click();
  await page.getByRole('banner').getByRole('button', { name: 'Publish edition 1' }).click();
  await expect(page.getByRole('banner').getByText('Live as edition 1')).toBeVisible();
  return page.getByLabel('Web address').inputValue();
}
const choose = async (page: Page, label: string, option: string) => {
  await page.getByRole('button', { name: label }).click();
  await page.getByRole('option', { name: option, exact: true }).click();
};
const now = (page: Page, part: string) =>
  expect(page.getByRole('region', { name: part }).getByText('From now on. No new edition needed.')).toBeVisible();
const at = (address: string) => `${world().app}/q/${address}`;

test('a quiz for members: a passcode, once each, closed and opened again, without a new edition', async ({ page }) => {
  const address = await published(page, 'Which ground do you like best?');
  await choose(page, 'Who may take it', 'Whoever knows the passcode');
  await expect(page.getByText('No passcode is set: nobody gets in yet.')).toBeVisible();
  await page.getByLabel('Passcode', { exact: true }).fill('lantern');
  await page.getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByText('One is set.')).toBeVisible();
  await choose(page, 'How often', 'once');
  await now(page, 'Who, and how often');
  await page.getByLabel('Words at the door').fill('It stands on your card.');
  await page.getByLabel('Words at the door').press('Enter');
  await now(page, 'Who, and how often');

  const visitor = await somebodyElse(page);
  await visitor.goto(at(address));
  await alive(visitor);
  await expect(visitor.getByRole('heading', { name: 'This quiz is for those who know its passcode.' })).toBeVisible();
  await expect(visitor.getByText('It stands on your card.')).toBeVisible();
  expect(await visitor.content()).not.toContain('Gravel');
  await visitor.getByLabel('Passcode').fill('candle');
  await visitor.getByRole('button', { name: 'Let me in' }).click();
  await expect(visitor.getByText('That is not it.')).toBeVisible();
  await expect(visitor.getByLabel('Passcode')).toBeFocused();
  await visitor.getByLabel('Passcode').fill('lantern');
  await visitor.getByRole('button', { name: 'Let me in' }).click();
  await visitor.getByLabel('Gravel').check();
  // A window that is closed in the middle of it goes on where it was.
  await visitor.reload();
  await visitor.getByLabel('Gravel').check();

  // Closed in the middle: whoever has begun may finish, others find it closed.
  await page.getByRole('button', { name: 'Close it now' }).click();
  await expect(page.getByText('You have closed it.')).toBeVisible();
  const late = await somebodyElse(page);
  await late.goto(at(address));
  await expect(late.getByRole('heading', { name: 'This quiz is closed.' })).toBeVisible();
  await visitor.getByRole('button', { name: /Next|See my result/ }).click();
  await expect(visitor.getByLabel('Gravel')).toBeHidden();
  await page.getByRole('button', { name: 'Open it again' }).click();
  await expect(page.getByText('It is open.')).toBeVisible();
  await late.reload();
  await expect(late.getByLabel('Passcode')).toBeVisible();
  await expect(page.getByRole('list', { name: 'What was set, newest first' })).toContainText('once each');
});

test('a list: people with links of their own, once each; taken off, and found', async ({ page }) => {
  const address = await published(page, 'Where shall the fair be?');
  await choose(page, 'Who may take it', 'Whoever is on the list');
  await choose(page, 'How often', 'once');
  await page.getByRole('button', { name: 'Open the list' }).click();
  const sheet = page.getByRole('dialog', { name: 'Who is on the list' });
  await sheet.getByLabel('People to put on the list').fill('M-101, Wren\nm-101\nM-102, Juniper');
  await sheet.getByRole('button', { name: 'Put them on the list' }).click();
  await expect(sheet.getByText('2 are new on the list.')).toBeVisible();
  await expect(sheet.getByText('Line 2: “m-101” is on the list already.')).toBeVisible();
  await page.setViewportSize({ width: 320, height: 700 });
  await fits(page, 'who is on the list');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await sheet.getByRole('button', { name: 'Copy the link of Juniper' }).click();
  const link = await page.evaluate(() => navigator.clipboard.readText());

  const visitor = await somebodyElse(page);
  await visitor.goto(at(address));
  await alive(visitor);
  await visitor.getByLabel('Your number').fill('M-999');
  await visitor.getByRole('button', { name: 'Let me in' }).click();
  await expect(visitor.getByRole('heading', { name: 'You are not on the list of this quiz.' })).toBeVisible();
  await visitor.getByLabel('Your number').fill(' m-101');
  await visitor.getByRole('button', { name: 'Let me in' }).click();
  await visitor.getByLabel('Grass').check();
  await visitor.getByRole('button', { name: /Next|See my result/ }).click();
  await expect(visitor.getByLabel('Grass')).toBeHidden();
  const again = await somebodyElse(page);
  await again.goto(at(address));
  await alive(again);
  await again.getByLabel('Your number').fill('M-101');
  await again.getByRole('button', { name: 'Let me in' }).click();
  await expect(again.getByRole('heading', { name: 'You have taken this quiz already.' })).toBeVisible();
  await again.goto(link);
  await expect(again.getByLabel('Grass')).toBeVisible();

  // From a spreadsheet; whoever has not answered and has an address there gets a letter with their own link.
  const book = new Workbook();
  book.addWorksheet('Members').addRows([
    ['E-mail', 'Name'],
    ['fern@example.com', 'Fern, of the fair'],
    ['m-102', 'Juniper'],
  ]);
  await sheet.getByLabel('A file with people').setInputFiles({
    name: 'members.xlsx',
    mimeType: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    buffer: Buffer.from(await book.xlsx.writeBuffer()),
  });
  await expect(sheet.getByLabel('People to put on the list')).toHaveValue(/fern@example.com,"Fern, of the fair"/);
  await sheet.getByRole('button', { name: 'Put them on the list' }).click();
  await expect(sheet.getByText('One is new on the list.')).toBeVisible();
  await sheet.getByRole('button', { name: 'Write to those who have not answered' }).click();
  await sheet.getByLabel('Subject').fill('The fair wants to know');
  await sheet.getByLabel('Your words').fill('One question, until Friday.');
  await sheet.getByRole('button', { name: 'Send it to whoever has not answered' }).click();
  await expect(
    sheet.getByText('One letter is on the way; Mail shows them. One stands here without an address.'),
  ).toBeVisible();
  const fern = await somebodyElse(page);
  const ownLink = await addressIn('fern@example.com', 'The fair wants to know');
  await fern.goto(ownLink);
  await expect(fern.getByLabel('Grass')).toBeVisible();
  // Taken up on another device, it has left this one, which says so.
  await alive(fern);
  const phone = await somebodyElse(page);
  await phone.goto(ownLink);
  await alive(phone);
  await expect(phone.getByLabel('Grass')).toBeVisible();
  await fern.getByLabel('Grass').check();
  await fern.getByRole('button', { name: /Next|See my result/ }).click();
  await expect(fern.getByText('This quiz has gone on on another device')).toBeVisible();
  await expect(fern.getByRole('button', { name: 'Start anew' })).toBeVisible();
  await phone.getByLabel('Gravel').check();
  await phone.getByRole('button', { name: /Next|See my result/ }).click();
  await expect(phone.getByLabel('Gravel')).toBeHidden();

  await sheet.getByLabel('Find on the list').fill('juni');
  await expect(sheet.getByRole('listitem')).toHaveCount(1 + 1);
  await sheet.getByRole('button', { name: 'Take Juniper off' }).click();
  await expect(sheet.getByText('taken off')).toBeVisible();
  const late = await somebodyElse(page);
  await late.goto(link);
  await expect(late.getByRole('heading', { name: 'You are not on the list of this quiz.' })).toBeVisible();
});

test('from Monday to Friday, for so many: what makes no sense is refused at its place', async ({ page }) => {
  const address = await published(page, 'Which loaf?');
  await choose(page, 'From when', 'from');
  await now(page, 'When');
  await expect(page.getByText('It is not open yet.')).toBeVisible();
  await page.getByLabel('Time zone').fill('Slow/Spoke');
  await page.getByLabel('Time zone').blur();
  await expect(page.getByText('There is no such day, or no such time zone. Nothing was changed.')).toBeVisible();
  await expect(page.getByLabel('Time zone')).not.toHaveValue('Slow/Spoke');
  const visitor = await somebodyElse(page);
  await visitor.goto(at(address));
  await expect(visitor.getByRole('heading', { name: 'This quiz is not open yet.' })).toBeVisible();
  await expect(visitor.getByText(/^It opens /)).toBeVisible();
  await choose(page, 'From when', 'from now');
  await choose(page, 'For how many', 'at most');
  await page.getByLabel('Finished runs at most').fill('1');
  await expect(page.getByText('One place is left.')).toBeVisible();
  await visitor.reload();
  await alive(visitor);
  await visitor.getByLabel('Grass').check();
  await visitor.getByRole('button', { name: /Next|See my result/ }).click();
  await expect(visitor.getByLabel('Grass')).toBeHidden();
  const late = await somebodyElse(page);
  await late.goto(at(address));
  await expect(late.getByRole('heading', { name: 'This quiz has taken all that it can take.' })).toBeVisible();
});

test('settings that follow each other quickly are kept in their order', async ({ page }) => {
  await published(page, 'Which rain?');
  let release = () => {};
  const isHeld = new Promise<void>((resume) => (release = resume));
  const sent: string[] = [];
  await page.route('**/access', async (route) => {
    sent.push(route.request().postData() ?? '');
    await isHeld;
    await route.continue();
  });
  await choose(page, 'For how many', 'at most');
  await page.getByLabel('Finished runs at most').fill('1');
  await expect(page.getByText('One place is left.')).toBeVisible();
  // The second one waits for the first, however long that takes; until then nothing is said to be kept.
  expect(sent).toHaveLength(1);
  await expect(page.getByRole('region', { name: 'When' }).getByText('From now on.')).toHaveCount(0);
  release();
  await expect(page.getByRole('region', { name: 'When' }).getByText('From now on.')).toBeVisible();
  expect(sent.map((body) => (JSON.parse(body) as { settings: { most: number } }).settings.most)).toEqual([100, 1]);
  await page.unroute('**/access');
  await page.reload();
  await expect(page.getByText('One place is left.')).toBeVisible();
});

test('the address is moved, the old one leads on, and a phone reads the code', async ({ page }) => {
  const old = await published(page, 'Which seed?');
  const field = page.getByLabel('Web address');
  await field.fill('tourer');
  await page.getByRole('button', { name: 'Move it there' }).click();
  await expect(page.getByText('Another quiz stands at this address. Nothing was changed.')).toBeVisible();
  const next = `seeds-${process.pid}`;
  await field.fill(next);
  await field.press('Enter');
  await expect(page.getByRole('link', { name: 'Open it' })).toHaveAttribute('href', at(next));
  for (const address of [old, next]) {
    const visitor = await somebodyElse(page);
    await visitor.goto(at(address));
    await expect(visitor.getByLabel('Grass')).toBeVisible();
  }
  const code = page.getByRole('link', { name: 'as PNG, to print' });
  await expect(page.getByAltText(`Square code that leads to ${at(next)}`)).toBeVisible();
  const href = (await code.getAttribute('href')) ?? '';
  // Read outside the browser: four million numbers take long to be handed over.
  const png = sharp(Buffer.from(href.slice(href.indexOf(',') + 1), 'base64')).ensureAlpha();
  const { data, info } = await png.raw().toBuffer({ resolveWithObject: true });
  expect(jsQr(new Uint8ClampedArray(data), info.width, info.height)?.data).toBe(at(next));
});

test.describe('without scripts', () => {
  test('a passcode is asked for by a plain form', async ({ page }) => {
    const address = await published(page, 'Which boat?');
    await choose(page, 'Who may take it', 'Whoever knows the passcode');
    await page.getByLabel('Passcode', { exact: true }).fill('lantern');
    await page.getByRole('button', { name: 'Set it' }).click();
    // On disk, and a second later for everybody.
    await now(page, 'Who, and how often');
    const visitor = await somebodyElse(page, { javaScriptEnabled: false });
    await expect(async () => {
      await visitor.goto(at(address));
      await expect(visitor.getByLabel('Passcode')).toBeVisible({ timeout: 500 });
    }).toPass();
    await visitor.getByLabel('Passcode').fill('candle');
    await visitor.getByRole('button', { name: 'Let me in' }).click();
    await expect(visitor.getByText('That is not it.')).toBeVisible();
    await visitor.getByLabel('Passcode').fill('lantern');
    await visitor.getByRole('button', { name: 'Let me in' }).click();
    await visitor.getByLabel('Grass').check();
    await visitor.getByRole('button', { name: /Next|See my result/ }).click();
    await expect(visitor.getByLabel('Grass')).toBeHidden();
  });
});

test('settings are seen by whoever reads, beside a quiz of the demo', async ({ page }) => {
  await enterDemo(page);
  await page.goto(`${world().app}/quizzes/tourer/publish`);
  await expect(page.getByRole('region', { name: 'When' }).getByText('It is open.')).toBeVisible();
});

test('what is kept of visitors is chosen, and what would be wiped is told before it is', async ({ page }) => {
  const address = await published(page, 'Which ground do you like best?');
  const kept = page.getByRole('region', { name: 'What is kept' });
  await expect(kept).toContainText('Nothing but the answers');
  // The sheet scrolls, and the page around it does not.
  expect(await page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight)).toBeLessThanOrEqual(0);
  await kept.getByText('Phone, tablet or computer').click();
  await kept.getByText('The page they came from').click();
  await now(page, 'What is kept');
  const visitor = await somebodyElse(page);
  await visitor.goto(`${world().site}/`);
  await visitor.evaluate((to) => {
    const link = document.createElement('a');
    link.href = to;
    link.referrerPolicy = 'unsafe-url';
    document.body.append(link);
    link.click();
  }, at(address));
  await visitor.getByLabel('Gravel').check();
  await visitor.getByRole('button', { name: /Next|See my result/ }).click();
  await expect(visitor.getByText('Thank you. That was all.')).toBeVisible();

  await choose(page, 'What is wiped', 'whole runs');
  const planned = kept.getByRole('group', { name: 'Before it is wiped' });
  await expect(planned).toContainText('Nothing is that old yet. It takes answers, contacts and letters');
  await kept.getByLabel('Days until it is wiped').fill('30');
  await kept.getByLabel('Days until it is wiped').press('Enter');
  await planned.getByRole('button', { name: 'Wipe them from now on' }).click();
  await now(page, 'What is kept');
  await page.reload();
  await expect(kept.getByRole('button', { name: 'What is wiped' })).toContainText('whole runs');
  await expect(kept.getByLabel('Days until it is wiped')).toHaveValue('30');
  await expect(page.getByLabel('What was set, newest first')).toContainText('whole runs wiped after 30 days');

  await tab(page, 'Findings').click();
  await page.getByText('People', { exact: true }).click();
  await page.getByRole('button', { name: /link/ }).first().click();
  await expect(page.getByText(`${world().site}/, computer`)).toBeVisible();
});

test('a copy is given away by a link, until that is stopped', async ({ page }) => {
  await published(page, 'Which ground do you like best?');
  const gift = page.getByRole('region', { name: 'Give it away' });
  await gift.getByRole('button', { name: 'Make a link' }).click();
  const link = (await gift.getByLabel('Link to a copy').textContent()) ?? '';
  const taker = await somebodyElse(page);
  await taker.goto(link);
  await expect(taker.getByRole('heading', { name: 'Pia gives you a quiz' })).toBeVisible();
  await expect(taker.getByRole('link', { name: 'make an account' })).toBeVisible();
  await signUp(taker);
  await taker.goto(link);
  await alive(taker);
  await taker.getByRole('button', { name: 'Put a copy into Pia’s quizzes' }).click();
  await expect(taker.getByLabel('Question 1', { exact: true })).toHaveValue('Which ground do you like best?');
  await page.reload();
  await expect(gift).toContainText('One copy was taken.');
  await gift.getByRole('button', { name: 'Stop giving it away' }).click();
  await expect(gift.getByRole('button', { name: 'Make a link' })).toBeVisible();
  await taker.goto(link);
  await expect(taker.getByRole('heading', { name: 'This link gives no copy any more' })).toBeVisible();
});
