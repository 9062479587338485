import { once } from 'node:events';
import { createServer } from 'node:http';
import { expect, type Page, test } from '@playwright/test';
import { enterDemo, holdScripts } from './people';
import { freePort, world } from './servers';

/** A page of somebody's website, written for one test. It is served for real: browsers let no page without an address reach this machine. */
async function hostPage(page: Page, body: string, headers: Record<string, string> = {}, query = ''): Promise<void> {
  const server = createServer((_, response) => {
    response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8', ...headers });
    response.end(`<!doctype html><html lang="en"><title>A page</title><body><h1>A page</h1>${body}</body></html>`);
  });
  const port = await freePort();
  server.listen(port, '127.0.0.1');
  await once(server, 'listening');
  page.once('close', () => server.close().closeAllConnections());
  await page.goto(`http://127.0.0.1:${port}/${query}`);
}
const loader = () => `<script async src="${world().app}/embed.js"></script>`;
const begun = (page: Page, title = 'Festival wishes') =>
  page.locator(`iframe[title="${title}"]`).contentFrame().getByLabel('No', { exact: true });
const WISHES = 'data-yes-maybe="wishes" data-title="Festival wishes"';

test('of the address of a page only what the quiz declares is handed over, and of the place what it says', async ({
  page,
}) => {
  const asked: string[] = [];
  page.on('request', (request) => {
    if (request.url().startsWith(world().app)) asked.push(`${request.url()} ${request.postData() ?? ''}`);
  });
  const opened = page.waitForRequest('**/runs/open');
  await hostPage(
    page,
    `<div data-yes-maybe="tourer" data-title="Tourer" data-known-ref="from the place"></div>${loader()}`,
    {},
    '?utm_source=lane+letter&session=a-secret&entry=another-secret',
  );
  const { params } = (await opened).postDataJSON() as { params: Record<string, string> };
  expect(params['utm_source']).toBe('lane letter');
  expect(asked.join('\n')).not.toContain('secret');
  // What the quiz does not declare is not asked for, even where the place says it.
  expect(Object.keys(params)).toEqual(['utm_source']);
});

test('in a page that is an application places come, change and go', async ({ page }) => {
  const faults: string[] = [];
  page.on('pageerror', (error) => faults.push(error.message));
  await hostPage(
    page,
    `<main></main>${loader()}${loader()}<script type="module" src="${world().app}/embed.js"></script>`,
  );
  const main = page.locator('main');
  await expect(page.locator('iframe')).toHaveCount(0);
  await main.evaluate((node, html) => (node.innerHTML = html), `<div ${WISHES}></div>`);
  await expect(begun(page)).toBeVisible();
  await expect(page.locator('iframe')).toHaveCount(1);

  // The application draws the place anew, and then another quiz in it.
  await main.evaluate((node) => node.firstElementChild?.replaceChildren());
  await expect(page.locator('iframe')).toHaveCount(1);
  await main.evaluate((node) => node.firstElementChild?.setAttribute('data-yes-maybe', 'tourer'));
  await expect(page.locator('iframe').contentFrame().getByRole('button', { name: 'Let us see' })).toBeVisible();

  // As an element of its own, in a shadow tree too.
  await main.evaluate((node) => {
    const element = document.createElement('yes-maybe');
    element.setAttribute('quiz', 'wishes');
    element.dataset['title'] = 'Festival wishes';
    node.replaceChildren(document.createElement('div'));
    node.firstElementChild?.attachShadow({ mode: 'open' }).append(element);
  });
  await expect(begun(page)).toBeVisible();

  // What goes takes its dialog along.
  await main.evaluate(
    (node, html) => (node.innerHTML = html),
    `<div ${WISHES} data-as="tab" data-button="What do you wish for?"></div>`,
  );
  await page.getByRole('button', { name: 'What do you wish for?' }).click();
  await expect(page.getByRole('dialog', { name: 'Festival wishes' })).toBeVisible();
  await main.evaluate((node) => node.replaceChildren());
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.locator('dialog')).toHaveCount(0);
  expect(faults).toEqual([]);
});

test('a page whose policy knows scripts by a nonce shows it', async ({ page }) => {
  const refused: string[] = [];
  page.on('console', (message) => {
    if (message.text().includes('Content Security Policy')) refused.push(message.text());
  });
  await hostPage(
    page,
    `<div ${WISHES} data-as="tab"></div><script nonce="once" type="module" src="${world().app}/embed.js"></script>`,
    { 'Content-Security-Policy': `default-src 'none'; script-src 'nonce-once'; frame-src ${world().app}` },
  );
  await page.getByRole('button', { name: 'Festival wishes' }).click();
  await expect(begun(page)).toBeVisible();
  expect(refused).toEqual([]);
});

test('where an editor puts everything into a sandbox, it is taken to its end', async ({ page }) => {
  const inner = `<div ${WISHES}></div>${loader()}`.replaceAll('&', '&amp;').replaceAll('"', '&quot;');
  await hostPage(
    page,
    `<iframe title="Sandbox" sandbox="allow-scripts allow-forms" srcdoc="${inner}" style="width:700px;height:900px"></iframe>`,
  );
  const quiz = page.frameLocator('iframe[title="Sandbox"]').frameLocator('iframe');
  await quiz.getByLabel('No', { exact: true }).check();
  await quiz.getByRole('button', { name: 'Next' }).click();
  await expect(quiz.getByText('What must not be missing?').first()).toBeVisible();
  await expect(quiz.getByText('Your answers are kept on this device')).toHaveCount(0);
});

test('a plain frame needs no script of ours in the page', async ({ page }) => {
  await hostPage(
    page,
    `<iframe src="${world().app}/q/wishes?utm_source=x" title="Festival wishes" width="100%" height="640"></iframe>`,
  );
  await begun(page).check();
  await page.frameLocator('iframe').getByRole('button', { name: 'Next' }).click();
  await expect(page.frameLocator('iframe').getByText('What must not be missing?').first()).toBeVisible();
});

test('over a page it closes with Escape wherever the focus is; the page behind is inert, and gets the focus back', async ({
  page,
}) => {
  await hostPage(
    page,
    `<a href="#x">A link of the page</a><div ${WISHES} data-as="tab" data-side="left" data-button="Wishes" data-colours="#1f423d #fbf4e6"></div>${loader()}`,
  );
  const tab = page.getByRole('button', { name: 'Wishes' });
  const box = page.getByRole('dialog', { name: 'Festival wishes' });
  expect((await tab.boundingBox())?.x).toBe(0);
  await expect(tab).toHaveCSS('background-color', 'rgb(31, 66, 61)');
  await tab.press('Enter');
  await expect(box).toBeVisible();
  // By the keyboard one comes to everything in the dialog and to nothing of the page behind.
  for (let i = 0; i < 12; i++) {
    await page.keyboard.press('Tab');
    expect(await page.evaluate(() => document.activeElement?.closest('a, [data-yes-maybe]') ?? null)).toBeNull();
  }
  await page.keyboard.press('Escape');
  await expect(box).toBeHidden();
  await expect(tab).toBeFocused();

  // Inside, before its scripts have come.
  const come = await holdScripts(page, '**/_next/**/*.js');
  await page.reload();
  await tab.click();
  await begun(page).check();
  await page.keyboard.press('Escape');
  await expect(box).toBeHidden();
  await expect(tab).toBeFocused();
  come();
});

test('Publish writes the code for each way, and shows how it stands', async ({ page }) => {
  await enterDemo(page);
  await page.goto(`${world().app}/quizzes/wishes/publish`);
  const part = page.getByRole('region', { name: 'In a page of yours' });
  const stands = async (name: string) => {
    await part.getByRole('button', { name: 'How it stands in the page' }).click();
    await page.getByRole('option', { name }).click();
  };
  const code = part.locator('pre');
  await expect(code).toContainText('data-yes-maybe="wishes"');
  await expect(
    part.frameLocator('iframe').locator('iframe').contentFrame().getByText('Are you coming').first(),
  ).toBeVisible();
  await stands('behind a tab at the edge');
  await expect(code).toContainText('data-as="tab" data-side="right"');
  await expect(part.frameLocator('iframe').getByRole('button', { name: 'Festival wishes' })).toBeVisible();
  await part.getByRole('button', { name: 'What kind of page it is' }).click();
  await page.getByRole('option', { name: 'a page that is an application' }).click();
  await expect(code).toContainText('<yes-maybe quiz="wishes"');
  await expect(code).toContainText('type="module"');
  await stands('in a plain frame');
  await expect(code).toContainText(`<iframe src="${world().app}/q/wishes"`);
  await expect(code).not.toContainText('script');
  await stands('behind a button');
  await expect(code).toContainText('data-colours="#');
});
