/** What the tests do again and again, as a person would: through roles and labels. */
import { type BrowserContextOptions, expect, type Page } from '@playwright/test';
import type { Sent } from '../../core/flow/run';
import type { Quiz } from '../../core/schema/quiz';
import { world } from './servers';

/** Signs in as the creator of the demo. */
export async function enterDemo(page: Page): Promise<void> {
  await page.goto(world().app);
  await page.getByRole('button', { name: 'Enter as Wren of Slow Spoke' }).click();
  await expect(page.getByRole('heading', { name: 'Quizzes' })).toBeVisible();
}

/** Somebody else, with a browser of their own, which goes when the test's own does. */
export async function somebodyElse(page: Page, options: BrowserContextOptions = {}): Promise<Page> {
  const context = await page.context().browser()?.newContext(options);
  if (!context) throw new Error('There is no browser.');
  page.once('close', () => void context.close());
  return context.newPage();
}

/** A slow connection: the page comes, and its scripts only when what is returned is called. */
export async function holdScripts(page: Page, which = '**/*.js'): Promise<() => void> {
  let come = () => {};
  const waiting = new Promise<void>((resolve) => (come = resolve));
  await page.route(which, async (route) => {
    await waiting;
    await route.continue();
  });
  return () => come();
}

let people = 0;
const somebodyNew = () => {
  people += 1;
  return { name: 'Pia', email: `creator-${process.pid}-${people}@slowspoke.test`, password: 'slow and steady' };
};
type Account = { email: string; password: string };

/** Somebody new signs up, and has an empty workspace. */
export async function signUpByHand(page: Page): Promise<Account> {
  const { name, email, password } = somebodyNew();
  await page.goto(`${world().app}/sign-up`);
  await page.getByLabel('Your name').fill(name);
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('Password, at least 10 characters').fill(password);
  await page.getByRole('button', { name: 'Make my account' }).click();
  await expect(page.getByRole('heading', { name: 'Look into your mail' })).toBeVisible();
  await page.goto(await addressIn(email, 'Your account'));
  await expect(page.getByText('There is no quiz here yet')).toBeVisible();
  return { email, password };
}

/** The same by the requests that are sent then: most tests are about what comes after it. */
export async function signUp(page: Page): Promise<Account> {
  const { app } = world();
  const { name, email, password } = somebodyNew();
  const asked = await page.request.post(`${app}/api/auth/sign-up/email`, {
    data: { name, email, password, callbackURL: '/quizzes' },
    headers: { origin: app },
  });
  expect(asked.ok()).toBe(true);
  await page.request.get(await addressIn(email, 'Your account'), { maxRedirects: 0 });
  await page.goto(`${app}/quizzes`);
  await expect(page.getByText('There is no quiz here yet')).toBeVisible();
  return { email, password };
}

/** Starts a quiz from the list. */
export async function startQuiz(page: Page, question: string, answers: [string, string]): Promise<void> {
  await page.getByLabel('First question').fill(question);
  await page.getByLabel('Answer 1').fill(answers[0]);
  await page.getByLabel('Answer 2').fill(answers[1]);
  await page.getByRole('button', { name: 'Start writing' }).click();
  await expect(page.getByLabel('Question 1', { exact: true })).toHaveValue(question);
}

export const saved = (page: Page) => expect(page.getByText(/^Saved \d/)).toBeVisible();
/** The scripts have come: from then on buttons hear that they are pressed. */
export const alive = (page: Page) => page.waitForFunction(() => !('early' in window));
export const tab = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Parts' }).getByRole('link', { name: new RegExp(`^${name}`) });

/** Publishes from the head of the studio; what is warned of is read, and meant. */
export async function publish(page: Page, edition = 1): Promise<void> {
  await page
    .getByRole('banner')
    .getByRole('button', { name: `Publish edition ${edition}` })
    .click();
  const sure = page.getByRole('button', { name: 'Publish all the same' });
  const live = page.getByText(`Live as edition ${edition}`).first();
  await expect(sure.or(live).first()).toBeVisible();
  if (await sure.isVisible()) await sure.click();
  await expect(live).toBeVisible();
}

type Letter = { id: string; to: string; subject: string; text: string };
/** Letters that have arrived at an address. */
export async function lettersTo(email: string): Promise<Letter[]> {
  const letters = (await (await fetch(`${world().post}/json`)).json()) as Letter[];
  return letters.filter((l) => l.to.includes(email));
}

/** The address in the newest letter of this subject. */
export async function addressIn(email: string, subject: string): Promise<string> {
  const found = async () => (await lettersTo(email)).filter((l) => l.subject.startsWith(subject));
  await expect.poll(async () => (await found()).length).toBeGreaterThan(0);
  return /http\S+/.exec((await found()).at(-1)?.text ?? '')?.[0] ?? '';
}

/** What ends to the right of the window, and is not inside something that scrolls sideways. */
const sticksOut = (page: Page) =>
  page.evaluate(() => {
    const scrolls = (element: Element | null): boolean =>
      element !== null &&
      (/(auto|scroll|hidden|clip)/.test(getComputedStyle(element).overflowX) || scrolls(element.parentElement));
    return [...document.querySelectorAll('main *, dialog *, [role=dialog] *')]
      .filter((element) => {
        const { right, width, height } = element.getBoundingClientRect();
        return width > 0 && height > 0 && right > window.innerWidth + 1 && !scrolls(element.parentElement);
      })
      .map((element) => element.outerHTML.slice(0, 120));
  });
/** Nothing sticks out of a window of 320 px. */
export const fits = async (page: Page, what: string) => {
  expect([what, await sticksOut(page)]).toEqual([what, []]);
  expect([what, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([what, 320]);
};

/** The same of the sheet, which scrolls by itself: nobody has to scroll it sideways. */
export const sheetFits = async (page: Page, what: string) => {
  await fits(page, what);
  const beyond = await page.getByRole('main').evaluate((sheet) => sheet.scrollWidth - sheet.clientWidth);
  expect([what, beyond]).toEqual([what, 0]);
};

/** A quiz, live. @returns its id and its web address */
export async function live(page: Page, asked: Quiz): Promise<{ id: string; address: string }> {
  const made = await page.request.post(`${world().app}/api/quizzes/read`, {
    data: { text: JSON.stringify(asked), fileName: 'workshop.json' },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`${world().app}/quizzes/${id}/write`);
  await alive(page);
  await publish(page);
  await page.goto(`${world().app}/quizzes/${id}/publish`);
  return { id, address: await page.getByLabel('Web address').inputValue() };
}

let visitors = 0;
/** A visitor by the requests that a browser sends. */
export async function take(page: Page, address: string, ...all: Sent[]): Promise<void> {
  const token = `some-visitor-${String(process.pid)}-${String((visitors += 1)).padStart(12, '0')}`;
  const ask = async (path: string, data: object) => {
    const answered = await page.request.post(`${world().app}/runs/${path}`, { data: { address, token, ...data } });
    expect(answered.ok(), await answered.text()).toBe(true);
  };
  await ask('open', { params: {}, source: 'test' });
  for (const [i, sent] of all.entries()) await ask('step', { seq: i + 1, sent });
}
