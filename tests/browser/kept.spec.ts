/** The first page of an edition is kept whole; nothing kept is ever out of date, and nothing of one visitor is kept for another. */
import { expect, test } from '@playwright/test';
import { saved, signUp, startQuiz } from './people';
import { world } from './servers';

const titleIn = (html: string) => /<title>([^<]*)/.exec(html)?.[1];

test('the first page is made once for an edition, without cookies, and is asked for again only where it changed', async ({
  request,
}) => {
  const url = `${world().app}/q/tourer`;
  await request.get(url);
  const kept = await request.get(url);
  const headers = kept.headers();
  expect(headers['x-nextjs-cache']).toBe('HIT');
  expect(headers['set-cookie']).toBeUndefined();
  expect(headers['cache-control']).toBe('public, max-age=0, must-revalidate');
  expect(await kept.text()).toContain('Let us see');
  const again = await request.get(url, { headers: { 'If-None-Match': headers['etag'] ?? '' } });
  expect(again.status()).toBe(304);
  // In a frame our script reads the address of the page around by itself.
  expect((await request.get(`${url}?in=slowspoke.test&utm_source=story`)).headers()['x-nextjs-cache']).toBe('HIT');
});

test('what one visitor brings along, or their run, is kept for nobody', async ({ request }) => {
  for (const query of ['utm_source=letter', `run=${'a'.repeat(24)}`, 'shared=x.y', `in=x&run=${'b'.repeat(24)}`]) {
    const { ['cache-control']: cache, ['x-nextjs-cache']: hit } = (
      await request.get(`${world().app}/q/tourer?${query}`)
    ).headers();
    expect([query, cache, hit]).toEqual([query, expect.stringContaining('no-store'), undefined]);
  }
  const page = await (await request.get(`${world().app}/q/tourer?utm_source=letter`)).text();
  expect(page).toContain('name="k.utm_source" value="letter"');
  // What is kept has no address of its own, so that no edition can be looked at that is not live.
  const { ['x-middleware-rewrite']: inside = '' } = (await request.get(`${world().app}/q/tourer`)).headers();
  expect(inside).toMatch(/^\/editions\/tourer\/1-[0-9a-f]{20}\/en$/);
  for (const path of ['/editions/tourer/1-0123456789abcdef0123/en', inside])
    expect((await request.get(world().app + path)).status()).toBe(404);
});

test('a new edition is there at once', async ({ page, request }) => {
  await signUp(page);
  await startQuiz(page, 'Which way?', ['Left', 'Right']);
  const title = page.getByRole('textbox', { name: 'Title of the quiz' });
  const publish = async (name: string, edition: number) => {
    await title.fill(name);
    await title.press('Enter');
    await saved(page);
    await page
      .getByRole('button', { name: `Publish edition ${edition}` })
      .first()
      .click();
    await expect(page.getByRole('heading', { name: `Live as edition ${edition}` })).toBeVisible();
  };
  await publish('Left or right', 1);
  const url = (await page.getByRole('link', { name: 'Open it' }).getAttribute('href')) ?? '';
  for (let i = 0; i < 2; i++) expect(titleIn(await (await request.get(url)).text())).toBe('Left or right');
  await publish('Left, right or straight on', 2);
  expect(titleIn(await (await request.get(url)).text())).toBe('Left, right or straight on');
});
