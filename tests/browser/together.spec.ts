import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import { randomOf } from '../../core/values/random';
import { world } from './servers';
import { saved, signUp, startQuiz } from './people';

/** How long two people edit one quiz, in seconds: a minute by hand, less where many tests wait. */
const SECONDS = Number(process.env['TOGETHER'] ?? 12);

const answersIn = (page: Page) =>
  page
    .getByLabel(/^Answer \d+$/)
    .evaluateAll((fields) => fields.map((f) => (f as HTMLTextAreaElement | HTMLInputElement).value));
const wordingsIn = (page: Page) =>
  page.getByLabel(/^Question \d+$/).evaluateAll((fields) => fields.map((f) => (f as HTMLTextAreaElement).value));

/** Edits at random until the time is over. @returns the words that were put in as answers of their own */
async function edit(
  page: Page,
  context: BrowserContext,
  name: string,
  until: number,
  breaks: number[],
): Promise<string[]> {
  const random = randomOf(name.length * 17, name);
  const pick = (n: number) => Math.floor(random() * n);
  const put: string[] = [];
  for (let turn = 0; Date.now() < until; turn++) {
    if (breaks[0] !== undefined && Date.now() > breaks[0]) {
      breaks.shift();
      await context.setOffline(breaks.length % 2 === 1);
    }
    const what = pick(6);
    if (what < 4) {
      // An answer of its own, so that nothing but a fault can lose it.
      const answers = page.getByLabel(/^Answer \d+$/);
      await answers.nth(pick(await answers.count())).focus();
      await page.keyboard.press('End');
      await page.keyboard.press('Enter');
      const words = `${name} ${turn}`;
      await page.keyboard.type(words);
      put.push(words);
    } else if (what === 4) {
      const wordings = page.getByLabel(/^Question \d+$/);
      await wordings.nth(pick(await wordings.count())).focus();
      await page.keyboard.press(pick(2) ? 'Alt+ArrowDown' : 'Alt+ArrowUp');
    } else {
      await page.getByLabel('Title of the quiz').fill(`By ${name}, ${turn}`);
    }
  }
  await context.setOffline(false);
  return put;
}

test('two people edit one quiz at once, one of them losing the connection twice, and nothing is lost', async ({
  page,
  context,
  browser,
}) => {
  test.setTimeout(SECONDS * 1_000 + 120_000);
  await signUp(page);
  await startQuiz(page, 'First?', ['Yes', 'No']);
  await page.getByRole('button', { name: 'Next question' }).click();
  await page.keyboard.type('Second?');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Perhaps');
  await saved(page);
  const other = await browser.newContext({ storageState: await context.storageState() });
  const second = await other.newPage();
  await second.goto(page.url());
  await expect(second.getByLabel('Question 2', { exact: true })).toHaveValue('Second?');

  const [now, whole] = [Date.now(), SECONDS * 1_000];
  const breaks = [0.2, 0.35, 0.6, 0.8].map((share) => now + share * whole);
  const put = await Promise.all([
    edit(page, context, 'Wren', now + whole, []),
    edit(second, other, 'Moss', now + whole, breaks),
  ]);
  for (const one of [page, second]) await saved(one);
  const quizId = page.url().split('/')[4] ?? '';
  const kept = async () => {
    const file = await page.request.get(`${world().app}/api/quizzes/${quizId}/file?as=json`);
    const { text } = (await file.json()) as { text: string };
    const { pages } = JSON.parse(text) as {
      pages: { blocks: { prompt?: string; options?: { text: string }[] }[] }[];
    };
    const blocks = pages.flatMap((p) => p.blocks);
    return {
      wordings: blocks.flatMap((b) => b.prompt ?? []),
      answers: blocks.flatMap((b) => b.options?.map((o) => o.text) ?? []),
    };
  };
  // Both windows come to what is on disk.
  for (const one of [page, second]) {
    await expect
      .poll(async () => ({ wordings: await wordingsIn(one), answers: await answersIn(one) }))
      .toEqual(await kept());
  }
  const { answers } = await kept();
  const words = put.flat();
  expect(words.length).toBeGreaterThan(SECONDS / 4);
  expect(
    words.filter((w) => !answers.includes(w)),
    `of all of these: ${answers.join(', ')}`,
  ).toEqual([]);
  await other.close();
});
