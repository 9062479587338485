/** `npm run screenshots`, beside a running `npm run demo`: takes the pictures in docs/screenshots anew. */
import { mkdir } from 'node:fs/promises';
import { chromium, type Page } from '@playwright/test';
import sharp from 'sharp';
import { handbook } from '../studio/handbook/pages';

const home = `http://127.0.0.1:${process.env['PORT'] ?? 3000}`;
const site = `http://127.0.0.1:${Number(process.env['PORT'] ?? 3000) + 1}`;
const folder = 'docs/screenshots';

async function take(): Promise<void> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const open = async (width: number, height: number) =>
    (await browser.newContext({ viewport: { width, height } })).newPage();
  const shot = (page: Page, name: string) => page.screenshot({ path: `${folder}/${name}.png` });
  /** Pictures of one size, beside each other in one file. */
  const beside = async (name: string, pictures: Buffer[], [width, height]: [number, number] = [390, 844]) => {
    const gap = 24;
    const canvas = {
      width: pictures.length * (width + gap) - gap,
      height,
      channels: 3 as const,
      background: '#8a8a84',
    };
    await sharp({ create: canvas })
      .composite(pictures.map((input, i) => ({ input, left: i * (width + gap), top: 0 })))
      .png()
      .toFile(`${folder}/${name}.png`);
  };
  const enter = async (page: Page) => {
    await page.goto(home);
    await page.getByRole('button', { name: 'Enter as Wren' }).click();
    await page.getByRole('heading', { name: 'Quizzes' }).waitFor();
  };

  const studio = await open(1280, 800);
  await studio.goto(home);
  await enter(studio);
  await shot(studio, 'quizzes');
  await studio.goto(`${home}/quizzes/tourer/write`);
  await studio.getByRole('region', { name: 'Page 3' }).getByLabel('Answer 3').click();
  await studio.getByRole('complementary').getByLabel('40 to 80 km').check();
  await studio.getByRole('region', { name: 'Page 3' }).getByLabel('Answer 3').click();
  await studio.getByText(/leads|ends as/).waitFor();
  await shot(studio, 'write');
  await studio.goto(`${home}/quizzes/tourer/score`);
  await studio.getByText('all ways counted').waitFor();
  await studio.getByRole('gridcell', { name: /^Anywhere flat, after dark, Wilder/ }).click();
  await shot(studio, 'score');
  for (const [tab, settled, quiz = 'tourer'] of [
    ['style', 'Ready looks'],
    // A letter for everybody, and one under a condition.
    ['mail', 'Tray', 'repair'],
    ['publish', 'On a page'],
    ['findings', 'Saw it'],
  ]) {
    await studio.goto(`${home}/quizzes/${quiz}/${tab}`);
    await studio
      .getByText(settled ?? '')
      .first()
      .waitFor();
    // Findings are told as they change, over a connection that stays.
    if (tab === 'findings') await studio.locator('.recharts-bar-rectangle').first().waitFor();
    else await studio.waitForLoadState('networkidle').catch(() => undefined);
    await shot(studio, tab ?? '');
  }
  await studio.goto(`${home}/quizzes/tourer/style`);
  await studio.getByRole('radio', { name: 'Languages' }).click();
  await studio.getByRole('region', { name: 'Texts in German' }).waitFor();
  await studio.waitForLoadState('networkidle').catch(() => undefined);
  await shot(studio, 'languages');
  await studio.goto(`${home}/quizzes/tourer/publish`);
  await studio.getByRole('button', { name: 'Look at them and compare' }).click();
  await studio.getByRole('button', { name: /^Edition 1/ }).click();
  await studio.getByLabel('Differences').waitFor();
  await studio.waitForLoadState('networkidle').catch(() => undefined);
  const published = [await studio.screenshot()];
  await studio.goto(`${home}/quizzes/repair/paper`);
  await studio.getByRole('article').waitFor();
  await studio.waitForLoadState('networkidle').catch(() => undefined);
  published.push(await studio.screenshot());
  await beside('editions', published, [1280, 800]);
  await studio.goto(`${home}/team`);
  await studio.getByRole('heading', { name: 'Who is here' }).waitFor();
  const looked = [await studio.screenshot()];
  await studio.goto(`${home}/operator`);
  await studio.getByRole('heading', { name: 'How it is doing' }).waitFor();
  looked.push(await studio.screenshot());
  await beside('team', looked, [1280, 800]);
  // The till of the demo is told, once it is set up: by whoever takes these pictures first.
  await studio.goto(`${home}/team/connections`);
  const address = studio.getByLabel('Tell this address');
  await address.waitFor();
  if ((await studio.getByRole('button', { name: /^Look at 127/ }).count()) === 0) {
    await address.fill(`http://127.0.0.1:${Number(new URL(home).port) + 5}/hear`);
    await studio.getByRole('button', { name: 'Add it' }).click();
  }
  await studio.getByRole('button', { name: /^Look at 127/ }).click();
  await studio.getByRole('button', { name: 'Send a test' }).click();
  await studio.getByText('arrived').first().waitFor({ timeout: 30_000 });
  const outside = [await studio.screenshot()];
  await studio.goto(`${home}/quizzes/tourer/findings`);
  await studio.getByRole('radio', { name: 'People' }).click();
  await studio
    .getByRole('button', { name: /Lane drifter/ })
    .first()
    .click();
  await studio.getByRole('table').waitFor();
  const desks = [await studio.screenshot()];
  await studio.getByRole('radio', { name: 'Patterns' }).click();
  const alike = studio.getByRole('region', { name: 'Visitors who answer alike' });
  await alike.waitFor({ timeout: 90_000 });
  await alike.evaluate((element) => element.scrollIntoView());
  const patterns = [await studio.screenshot()];
  await studio.getByRole('radio', { name: 'New key' }).click();
  await studio.getByRole('button', { name: 'See what would change' }).click();
  await studio.getByRole('region', { name: 'What changes' }).waitFor({ timeout: 90_000 });
  patterns.push(await studio.screenshot());
  await studio.getByRole('button', { name: 'Leave them as they are' }).click();
  await beside('patterns', patterns, [1280, 800]);
  await studio.getByRole('radio', { name: 'Board' }).click();
  await studio.getByRole('figure', { name: 'Runs over time' }).locator('.recharts-bar-rectangle').first().waitFor();
  await shot(studio, 'board');

  await studio.goto(`${home}/quizzes/overnight/route`);
  await studio.getByText('all ways counted').waitFor();
  await studio.getByLabel('Follow a visitor').getByLabel('I hoped you would tell me').check();
  await studio.getByRole('list', { name: 'Pages in their order' }).getByRole('button').first().press('Enter');
  await shot(studio, 'route');
  await studio.goto(`${home}/quizzes/repair/findings`);
  await studio.getByRole('radio', { name: 'Questions', exact: true }).click();
  for (const question of ['A tube is to be changed', 'How many bar'])
    await studio.locator('summary').filter({ hasText: question }).click();
  await studio.locator('.recharts-bar-rectangle').first().waitFor();
  desks.unshift(await studio.screenshot());
  await beside('questions', desks, [1280, 800]);
  await studio.getByRole('radio', { name: 'To review' }).click();
  const waiting = studio.getByRole('region', { name: 'Answers that wait' });
  await waiting.getByRole('button', { name: 'Say something to them' }).first().click();
  await shot(studio, 'review');
  await studio.setViewportSize({ width: 390, height: 844 });
  const letters: Buffer[] = [];
  for (const dark of ['', '&dark=1']) {
    await studio.goto(`${home}/api/quizzes/tourer/messages/your-type/page?look=1${dark}`);
    await studio.waitForLoadState('networkidle').catch(() => undefined);
    letters.push(await studio.screenshot());
  }
  await studio.setViewportSize({ width: 1280, height: 800 });
  await studio.goto(`${home}/bank`);
  await studio.getByText('In Roadside repair check', { exact: true }).first().waitFor();
  await studio.waitForLoadState('networkidle').catch(() => undefined);
  outside.unshift(await studio.screenshot());
  await beside('outside', outside, [1280, 800]);

  await studio.goto(`${home}/people`);
  await studio.getByRole('row').nth(1).waitFor();
  await shot(studio, 'contacts');

  const answer = async (at: Pick<Page, 'getByLabel' | 'getByRole'>, words: string[]) => {
    for (const one of words) {
      await at.getByLabel(one).check();
      await at.getByRole('button', { name: 'Next' }).click();
    }
  };
  const phone = await open(390, 844);
  await phone.goto(`${home}/q/tourer`);
  const taken = [await phone.screenshot()];
  await phone.getByRole('button', { name: 'Let us see' }).click();
  await answer(phone, ['Down a lane', '20 to 40 km', 'An inn with', 'hum along']);
  for (const one of ['The enamel teapot', 'A paper map']) await phone.getByLabel(one).check();
  taken.push(await phone.screenshot());
  await answer(phone, ['More wool socks', 'under a hedge', 'One person who', 'This morning, on purpose']);
  await phone.getByText('Where shall we send').waitFor();
  await phone.getByRole('button', { name: 'Skip this' }).click();
  await phone.getByRole('heading', { name: 'You follow the hedge' }).waitFor();
  taken.push(await phone.screenshot());
  await beside('visitor-phone', [...taken, ...letters]);

  const desk = await open(1280, 800);
  await desk.goto(site);
  const frame = desk.frameLocator('iframe');
  await frame.getByRole('button', { name: 'Let us see' }).click();
  await answer(frame, ['Down a lane', '20 to 40 km', 'An inn with', 'hum along']);
  for (const one of ['The enamel teapot', 'A paper map']) await frame.getByLabel(one).check();
  await desk.evaluate(() => window.scrollTo(0, 0));
  await shot(desk, 'visitor-in-a-page');
  await browser.close();
  await forTheHandbook();
}

/** The pictures of the handbook are those of the views, smaller. */
async function forTheHandbook(): Promise<void> {
  await mkdir('public/handbook', { recursive: true });
  for (const { picture } of handbook)
    if (picture)
      await sharp(`${folder}/${picture.name}.png`).webp({ quality: 80 }).toFile(`public/handbook/${picture.name}.webp`);
}

void take();
