/** Every kind of page as the server sends it, before any script: an outside validator has nothing to say, and 404s say where one is. */
import { expect, test } from '@playwright/test';
import { htmlFaults } from '../html';
import { enterDemo } from './people';
import { world } from './servers';

test('the pages of visitors are HTML', async ({ page, request }) => {
  for (const path of ['/q/tourer', '/q/repair', '/q/overnight?utm_source=x', '/q/start', '/q/nowhere-at-all']) {
    const html = await (await request.get(world().app + path)).text();
    expect(await htmlFaults(html), path).toEqual([]);
  }
  // The pages behind the first one, as a browser without scripts gets them: questions of every kind, the form, the result.
  const next = async (html: string) => {
    const form = await page.request.post(`${world().app}/q/repair/plain`, { form: fieldsOf(html) });
    return form.text();
  };
  let html = await (await request.get(`${world().app}/q/repair`)).text();
  for (let i = 0; i < 14; i++) {
    html = await next(html);
    expect(await htmlFaults(html), `page ${i + 2} of the repair check`).toEqual([]);
  }
});

/** The fields of a form as they stand: nothing filled in, go on. */
function fieldsOf(html: string): Record<string, string> {
  const token = /name="token" value="([^"]*)"/.exec(html)?.[1] ?? '';
  const isTold = /name="do" value="on"/.test(html);
  const skip = /name="do" value="(skip [^"]+)"/.exec(html)?.[1];
  return { token, do: isTold ? 'on' : (skip ?? 'go') };
}

test('the screens of the studio are HTML', async ({ page, request }) => {
  for (const path of ['/', '/sign-up', '/forgot', '/reset', '/join', '/nothing/stands/here']) {
    const html = await (await request.get(world().app + path)).text();
    expect(await htmlFaults(html), path).toEqual([]);
  }
  // The screens behind the door as they stand once their scripts have drawn them; the editor's own marks of its lines aside.
  await enterDemo(page);
  const tabs = ['write', 'score', 'route', 'mail', 'publish', 'findings'].map((tab) => `/quizzes/tourer/${tab}`);
  for (const path of ['/quizzes', '/bank', '/team', ...tabs, '/quizzes/nobodys/write']) {
    await page.goto(world().app + path);
    await expect(
      page
        .getByRole('main')
        .or(page.getByRole('heading', { level: 1 }))
        .first(),
    ).toBeVisible();
    const faults = async () =>
      htmlFaults((await page.content()).replace(/<img class="ProseMirror-separator"[^>]*>/g, ''));
    await expect.poll(faults, { message: path }).toEqual([]);
  }
});

test('what is nowhere says so without scripts, in the visitor’s language, with a way on', async ({ browser }) => {
  const context = await browser.newContext({ javaScriptEnabled: false, locale: 'de-DE' });
  const page = await context.newPage();
  for (const [path, words] of [
    ['/q/nothing', 'Unter dieser Adresse steht kein Quiz.'],
    ['/nothing', 'Nothing stands at this address.'],
  ] as const) {
    const response = await page.goto(world().app + path);
    expect(response?.status()).toBe(404);
    await expect(page.getByRole('heading', { level: 1, name: words })).toBeVisible();
    await expect(page).toHaveTitle(new RegExp(words.slice(0, 12)));
    await expect(page.getByRole('link')).toHaveAttribute('href', '/');
  }
  expect(await page.locator('html').getAttribute('lang')).toBe('en');
  await page.goto(`${world().app}/q/nothing`);
  expect(await page.locator('html').getAttribute('lang')).toBe('de');
  await context.close();
});

test('scripts that nobody has put there do not run, and pages say what they may load', async ({ page, request }) => {
  await enterDemo(page);
  for (const path of ['/quizzes', '/q/tourer', '/q/tourer?utm_source=x']) {
    const response = await page.goto(world().app + path);
    const policy = (await response?.allHeaders())?.['content-security-policy'] ?? '';
    const scripts = policy.split('; ').find((d) => d.startsWith('script-src')) ?? '';
    expect(scripts, path).not.toContain('unsafe-inline');
    expect(scripts, path).toMatch(/'(nonce|sha256)-/);
    // As somebody would bring it in who got HTML of theirs into the page.
    await page.evaluate(() => {
      const brought =
        '<img src="x:" onerror="window.planted = true"><a id="brought" href="#" onclick="window.planted = true">x</a>';
      document.body.insertAdjacentHTML('beforeend', brought);
      document.getElementById('brought')?.click();
    });
    expect(await page.evaluate(() => 'planted' in window), path).toBe(false);
  }
  const headers = (await request.get(`${world().app}/q/tourer`)).headers();
  expect(headers).toMatchObject({
    'x-content-type-options': 'nosniff',
    'permissions-policy': expect.stringContaining('camera=()'),
    'cross-origin-opener-policy': 'same-origin',
  });
  for (const [path, status] of [
    ['/q/%E0%A4%A', 400],
    ['/_next/image?url=%2Fpictures%2Flane.svg&w=64&q=75', 404],
    ['/api/quizzes/tourer/states/4294967296', 400],
    ['/api/quizzes/tourer/edits?since=4294967296', 400],
  ] as const)
    expect((await page.request.get(world().app + path)).status(), path).toBe(status);
});
