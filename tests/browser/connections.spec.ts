import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { Webhook } from 'standardwebhooks';
import { choice, option, page as quizPage, quiz, result } from '../quizzes';
import { axeFinds } from './axe';
import { alive, live, saved, sheetFits, signUp, startQuiz, take } from './people';
import { freePort, world } from './servers';

const till = () => world().till;
const loaf = quiz(
  [
    quizPage('p1', [{ ...choice('q', [option('rye', {}, { text: 'Rye' }), option('spelt')]), prompt: 'Which loaf?' }]),
    result('end', [{ id: 'w', kind: 'words', body: 'Thank you.' }]),
  ],
  { title: 'Which loaf?' },
);

test('another system is told what happens, fails, and is told once more', async ({ page, browser }) => {
  await signUp(page);
  const { id, address } = await live(page, loaf);

  await page.goto(`${world().app}/team`);
  await page.getByRole('link', { name: 'Look at connections' }).click();
  await alive(page);
  const told = page.getByRole('region', { name: 'Who is told' });
  await told.getByLabel('Tell this address').fill('https://192.168.0.7/in');
  await told.getByRole('button', { name: 'Add it' }).click();
  await expect(told.getByRole('alert')).toContainText('leads inside a network');
  await told.getByLabel('Tell this address').fill(`${till()}/hear`);
  await page.keyboard.press('Enter');
  await expect(told.getByRole('listitem').first()).toContainText('finishes, leaves an address, wants no more letters');

  // The till fails: what happens waits, and the log says why.
  const other = await browser.newPage();
  await other.goto(till());
  await other.getByLabel('What it does').selectOption('fails');
  await other.getByRole('button', { name: 'Set it' }).click();
  await told.getByRole('button', { name: 'Look at 127.0.0.1' }).click();
  await told.getByRole('button', { name: 'Send a test' }).click();
  const log = told.getByRole('list', { name: 'Log' });
  await expect(log).toContainText('It did not take it (500).', { timeout: 15_000 });
  await log.getByRole('button', { name: 'What was sent: test' }).click();
  await expect(log).toContainText('Nothing has happened. This message is a test.');
  await page.setViewportSize({ width: 320, height: 800 });
  await sheetFits(page, 'connections');
  await page.setViewportSize({ width: 1280, height: 800 });
  expect(await axeFinds(page)).toEqual([]);

  // It works again, and checks who sent it.
  await told.getByRole('button', { name: 'Show the secret' }).click();
  const secret = (await told.locator('code', { hasText: 'whsec_' }).textContent()) ?? '';
  await other.getByLabel('Secret').fill(secret);
  await other.getByLabel('What it does').selectOption('takes everything');
  await other.getByRole('button', { name: 'Set it' }).click();
  await take(page, address, { do: 'go', page: 'p1', answers: { q: ['rye'] } });
  // The newest of its kind: what came before, to a till that knew no secret or another one, is not asked about.
  const newest = other.locator('h3', { hasText: 'run.finished' }).first().locator('+ p');
  await expect(async () => {
    await other.reload();
    await expect(newest).toContainText(', genuine, answered 200', { timeout: 500 });
  }).toPass({ timeout: 30_000 });
  await told.getByRole('button', { name: 'Look again' }).click();
  await expect(log.getByText('run.finished')).toBeVisible();

  // In the quiz itself Publish says who hears of it, where quizzes were chosen.
  await told.getByRole('button', { name: 'Of which quizzes' }).click();
  await page.getByRole('option', { name: 'chosen quizzes' }).click();
  await expect(told.getByRole('listitem').first()).toContainText('of 0 quizzes');
  await page.goto(`${world().app}/quizzes/${id}/publish`);
  await alive(page);
  const hearers = page.getByRole('region', { name: 'Who hears of it' });
  const toggle = hearers.getByRole('switch');
  await expect(toggle).not.toBeChecked();
  await toggle.press('Space');
  await expect(toggle).toBeChecked();
  await page.reload();
  await expect(hearers.getByRole('switch')).toBeChecked();
});

test('a token is made by keys, seen once, used by a program, and taken back', async ({ page, request }) => {
  await signUp(page);
  await startQuiz(page, 'Which loaf?', ['Rye', 'Spelt']);
  await page.goto(`${world().app}/team/connections`);
  await alive(page);
  const programs = page.getByRole('region', { name: 'Programs' });
  await programs.getByLabel('What the token is for').focus();
  await page.keyboard.type('The till');
  await page.keyboard.press('Enter');
  await expect(programs.getByText('Say what it may do: one thing at least.')).toBeVisible();
  await page.keyboard.press('Tab');
  await page.keyboard.press('Space');
  await programs.getByRole('button', { name: 'Make a token' }).press('Enter');
  const shown = programs.getByRole('group', { name: 'The token' });
  await expect(shown).toContainText('ym.');
  const token = (await shown.textContent()) ?? '';
  expect(await axeFinds(page)).toEqual([]);
  const ask = () => request.get(`${world().app}/api/quizzes`, { headers: { authorization: `Bearer ${token}` } });
  const { quizzes } = (await (await ask()).json()) as { quizzes: { title: string }[] };
  expect(quizzes.map(({ title }) => title)).toEqual(['Which loaf?']);
  await page.reload();
  await alive(page);
  await expect(programs.getByText(token)).toHaveCount(0);
  await expect(programs.getByRole('listitem')).toContainText(`${new Date().getFullYear() + 1}`);
  await expect(programs.getByRole('listitem')).toContainText('Read quizzes, their editions and settings.');
  await programs.getByRole('button', { name: 'Take The till back' }).click();
  await programs.getByRole('button', { name: 'Take The till back for good' }).click();
  await expect(programs.getByRole('listitem')).toHaveCount(0);
  expect((await ask()).status()).toBe(401);
});

test('the client and the receiver of the documentation do what they say', async ({ page }) => {
  await signUp(page);
  const { address } = await live(page, loaf);
  const made = await page.request.post(`${world().app}/api/tokens`, {
    data: { name: 'Client', scopes: ['quizzes:read'], days: 1 },
  });
  const { token } = (await made.json()) as { token: string };
  const { stdout } = spawnSync(process.execPath, ['docs/examples/client.mjs'], {
    encoding: 'utf8',
    env: { ...process.env, YES_MAYBE_URL: world().app, YES_MAYBE_TOKEN: token },
  });
  expect(stdout).toBe('Which loaf? (live): 0 finished\n');

  // The one place inside that may be told is the till's: it is asked for the message as it came, and that is handed on.
  await page.request.post(`${world().app}/api/webhooks`, {
    data: { url: `${till()}/hear`, happenings: ['run.finished'], quizzes: null },
  });
  const { webhooks } = (await (await page.request.get(`${world().app}/api/webhooks`)).json()) as {
    webhooks: { id: string }[];
  };
  const hook = `${world().app}/api/webhooks/${webhooks[0]?.id}`;
  const { secret } = (await (await page.request.get(`${hook}/secret`)).json()) as { secret: string };
  await take(page, address, { do: 'go', page: 'p1', answers: { q: ['rye'] } });
  const messages = async () =>
    ((await (await page.request.get(`${hook}/messages`)).json()) as { messages: { id: string; body: string }[] })
      .messages;
  await expect.poll(async () => (await messages()).length, { timeout: 20_000 }).toBe(1);
  const [message] = await messages();
  const port = await freePort();
  const receiver = spawn(process.execPath, ['docs/examples/receiver.mjs'], {
    env: { ...process.env, SECRET: secret, PORT: String(port) },
  });
  try {
    let heard = '';
    receiver.stdout.on('data', (part: Buffer) => (heard += String(part)));
    await expect.poll(() => heard).toContain('listening');
    const at = new Date();
    const headers = {
      'webhook-id': message?.id ?? '',
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': new Webhook(secret).sign(message?.id ?? '', at, message?.body ?? ''),
    };
    const send = (body: string) =>
      fetch(`http://127.0.0.1:${port}`, { method: 'POST', headers, body }).then(({ status }) => status);
    expect(await send(message?.body ?? '')).toBe(204);
    expect(await send(message?.body ?? '')).toBe(204);
    expect(await send(`${message?.body} `)).toBe(401);
    await expect.poll(() => heard.split('run.finished Which loaf?').length).toBe(2);
  } finally {
    receiver.kill();
  }
});

test('what searches and other sites are told of a quiz', async ({ page }) => {
  await signUp(page);
  const { address } = await live(page, loaf);
  const told = async (query: string) => (await page.request.get(`${world().app}/q/${address}${query}`)).text();
  const canonical = `<link rel="canonical" href="${world().app}/q/${address}"/>`;
  for (const query of ['', '?utm_source=letter', '?shared=x.y']) {
    const html = await told(query);
    expect(html).toContain(canonical);
    expect(html).toContain('<meta property="og:image:alt" content="Which loaf?"/>');
    expect(html).not.toContain('noindex');
  }
  expect(await told(`?run=${'a'.repeat(24)}`)).toContain('<meta name="robots" content="noindex, nofollow"/>');
});

test('quizzes are pulled into a folder, changed there, and pushed', async ({ page }) => {
  await signUp(page);
  const { id } = await live(page, loaf);
  const made = await page.request.post(`${world().app}/api/tokens`, {
    data: { name: 'Folder', scopes: ['quizzes:read', 'quizzes:write'], days: 1 },
  });
  const { token } = (await made.json()) as { token: string };
  const folder = mkdtempSync(join(tmpdir(), 'yes-maybe-folder-'));
  const command = (...args: string[]) => {
    const { status, stdout, stderr } = spawnSync(process.execPath, ['bin/yes-maybe.mjs', ...args], {
      encoding: 'utf8',
      env: { ...process.env, YES_MAYBE_TOKEN: token },
    });
    return [status, `${stdout}${stderr}`];
  };
  try {
    expect(command('pull', folder, '--at', world().app)).toEqual([0, '● which-loaf.json\n']);
    expect(command('push', folder)).toEqual([0, '○ Nothing has changed.\n']);
    const path = join(folder, 'which-loaf.json');
    writeFileSync(path, readFileSync(path, 'utf8').replace('"title": "Which loaf?"', '"title": "Which roll?"'));
    expect(command('push', folder)).toEqual([0, '● which-loaf.json\n']);
    await page.goto(`${world().app}/quizzes/${id}/write`);
    await alive(page);
    await expect(page.getByLabel('Title of the quiz')).toHaveValue('Which roll?');
    // Changed in the window and in the folder at once: both stay, and each is told.
    await page.getByLabel('Title of the quiz').fill('Which bun?');
    await saved(page);
    writeFileSync(path, readFileSync(path, 'utf8').replace('Which roll?', 'Which bap?'));
    expect(command('push', folder)[0]).toBe(1);
    const [code, told] = command('pull', folder);
    expect([code, told]).toEqual([1, expect.stringContaining('was changed here: it stays')]);
    // A mistake in one file leaves everything as it was.
    writeFileSync(join(folder, 'broken.json'), '{"format": 1}');
    expect(command('push', folder)[0]).toBe(2);
    writeFileSync(join(folder, 'broken.json'), JSON.stringify({ ...loaf, title: 'A new one' }));
    expect(command('push', folder)[1]).toContain('● broken.json is a new quiz');
    await page.goto(`${world().app}/quizzes`);
    await expect(page.getByRole('link', { name: 'A new one' })).toBeVisible();
  } finally {
    rmSync(folder, { recursive: true });
  }
});

test('what programs may ask is read and found', async ({ page }) => {
  await signUp(page);
  await page.goto(`${world().app}/team/api`);
  await alive(page);
  await page.getByLabel('Find').fill('csv');
  await expect(page.getByRole('status')).toHaveText(/^\d endpoints?$/);
  await page.getByText('All runs as CSV').click();
  await expect(page.getByText('Needs runs:read.')).toBeVisible();
  expect(await axeFinds(page)).toEqual([]);
  await page.setViewportSize({ width: 320, height: 800 });
  await sheetFits(page, 'api');
});
