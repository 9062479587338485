/** Somebody new, with nothing but a keyboard: from signing up to a quiz in a page, taken on a phone, with a letter. Every key is counted. */
import { expect, type Locator, type Page, test } from '@playwright/test';
import { addressIn, lettersTo, saved, somebodyElse } from './people';
import { world } from './servers';

/** Keys besides the text itself, at most. */
const MOST_KEYS = 400;
/** Steps that a Tab may take from one thing to the next before it counts as not found. */
const FAR = 60;

/** A keyboard that counts. */
class Hands {
  keys = 0;
  characters = 0;
  readonly told: string[] = [];
  private before = { keys: 0, at: Date.now() };
  constructor(private readonly page: Page) {}
  async press(...keys: string[]): Promise<void> {
    for (const key of keys) {
      this.keys += 1;
      await this.page.keyboard.press(key);
    }
  }
  async type(text: string): Promise<void> {
    this.characters += text.length;
    await this.page.keyboard.type(text);
  }
  /** Goes there by Tab, as somebody does who looks at the screen and knows no key. */
  async tabTo(place: Locator, back = false): Promise<void> {
    for (let i = 0; i < FAR; i++) {
      if (await place.evaluate((at) => at === document.activeElement).catch(() => false)) return;
      await this.press(back ? 'Shift+Tab' : 'Tab');
    }
    throw new Error(`${String(place)} is not reached by ${FAR} Tabs.`);
  }
  /** Ends a step. */
  done(what: string): void {
    const { keys, at } = this.before;
    this.told.push(`${what}: ${this.keys - keys} keys, ${((Date.now() - at) / 1000).toFixed(1)} s`);
    this.before = { keys: this.keys, at: Date.now() };
  }
}

const questions: [string, [string, string, string, string]][] = [
  ['Where do you read?', ['In bed', 'On the train', 'In the bath', 'Standing up']],
  ['How many at once?', ['One', 'Two or three', 'I have lost count', 'None to the end']],
  ['Where does the bookmark come from?', ['A shop', 'An old ticket', 'A leaf', 'I fold the corner']],
  ['Who lends you books?', ['Nobody', 'The library', 'My neighbour', 'They fall into my hands']],
  ['And the last page?', ['Never first', 'Sometimes', 'Always first', 'What last page?']],
];
const outcomes = ['Pillow reader', 'Rail reader', 'Bath reader', 'Lamp-post reader'];

test('five minutes: everything by keyboard, and no step that needs help', async ({ page }) => {
  test.setTimeout(180_000);
  const hands = new Hands(page);
  const email = `five-${process.pid}-${Date.now()}@slowspoke.test`;
  const headed = (name: string) => page.getByRole('heading', { name });
  const button = (name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });
  const part = (name: string) => page.getByRole('navigation', { name: 'Parts' }).getByRole('link', { name });

  await page.goto(`${world().app}/sign-up`);
  await hands.tabTo(page.getByLabel('Your name'));
  await hands.type('Fern');
  await hands.press('Tab');
  await hands.type(email);
  await hands.press('Tab');
  await hands.type('slow and steady');
  await hands.press('Enter');
  await expect(headed('Look into your mail')).toBeVisible();
  await page.goto(await addressIn(email, 'Your account'));
  await expect(headed('Quizzes')).toBeVisible();
  hands.done('an account');

  await hands.tabTo(page.getByLabel('First question'));
  for (const [i, [prompt, answers]] of questions.entries()) {
    if (i > 0) await hands.press('Control+Enter');
    await hands.type(prompt);
    if (i === 0) {
      await hands.press('Enter');
      await expect(page.getByLabel('Question 1', { exact: true })).toBeFocused();
    }
    await expect(page.getByLabel(`Question ${i + 1}`, { exact: true })).toBeFocused();
    for (const answer of answers) {
      await hands.press('Enter');
      await hands.type(answer);
    }
  }
  await expect(page.getByRole('region', { name: 'Page 5,' }).getByLabel('Answer 4')).toHaveValue('What last page?');
  hands.done('five questions of four answers');

  await hands.tabTo(button('Add to page 5'));
  await hands.press('Enter', 'C', 'o', 'n');
  await expect(page.getByRole('menuitem', { name: /^Contact form/ })).toBeFocused();
  await hands.press('Enter');
  await expect(page.getByLabel('Headline of the contact form')).toBeFocused();
  hands.done('a contact form');

  await hands.press('Shift+F6');
  await expect(page.getByLabel('Title of the quiz')).toBeFocused();
  await hands.press('Control+a');
  await hands.type('What kind of reader are you?');
  hands.done('a title');

  await hands.press('Shift+F6');
  await hands.tabTo(part('Score'));
  await hands.press('Enter');
  await expect(button('Outcome')).toBeVisible();
  for (const [i, name] of outcomes.entries()) {
    await hands.tabTo(button('Outcome'), i > 0);
    await hands.press('Enter');
    await expect(page.getByLabel('Name of the column')).toBeFocused();
    await hands.type(name);
    // From the name on to the weights.
    await hands.press('Enter');
  }
  await expect(page.getByRole('columnheader', { name: /Lamp-post reader/ })).toBeVisible();
  hands.done('four outcomes');

  await expect(page.getByRole('gridcell', { name: 'In bed, Lamp-post reader' })).toBeFocused();
  await hands.press('ArrowLeft', 'ArrowLeft', 'ArrowLeft');
  for (const [q] of questions.entries()) {
    for (const [i] of outcomes.entries()) {
      await hands.type('2');
      await hands.press('Enter');
      if (i < outcomes.length - 1) await hands.press('ArrowRight');
    }
    if (q < questions.length - 1) await hands.press('ArrowLeft', 'ArrowLeft', 'ArrowLeft');
  }
  await expect(page.getByRole('gridcell', { name: 'What last page?, Lamp-post reader: +2' })).toBeVisible();
  hands.done('twenty weights');

  await hands.press('F6');
  await hands.tabTo(part('Mail'));
  await hands.press('Enter');
  await hands.press('Shift+F6');
  await hands.tabTo(button('Write a letter'));
  await hands.press('Enter');
  await expect(page.getByLabel('Subject of Result')).toContainText('Your result');
  await saved(page);
  hands.done('a letter');

  await hands.press('Shift+F6');
  await hands.tabTo(page.getByRole('banner').getByRole('button', { name: 'Publish edition 1' }));
  await hands.press('Enter');
  const sure = button('Publish all the same');
  const live = headed('Live as edition 1');
  await expect(sure.or(live).first()).toBeVisible();
  if (await sure.isVisible()) {
    await hands.tabTo(sure);
    await hands.press('Enter');
  }
  await expect(live).toBeVisible();
  hands.done('published');

  await hands.press('F6');
  await hands.tabTo(button('Copy the code'));
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await hands.press('Enter');
  const code = await page.evaluate(() => navigator.clipboard.readText());
  expect(code).toContain('data-yes-maybe');
  hands.done('its code for a page');
  hands.told.push(`all: ${hands.keys} keys besides ${hands.characters} characters`);
  process.stdout.write(`${hands.told.join('\n')}\n`);
  expect(hands.keys).toBeLessThan(MOST_KEYS);

  const quiz = /data-yes-maybe="([^"]+)"/.exec(code)?.[1] ?? '';
  const phone = await somebodyElse(page, { viewport: { width: 390, height: 844 } });
  await phone.goto(`${world().site}/with?quiz=${quiz}`);
  const frame = phone.locator('iframe').first().contentFrame();
  for (const [, answers] of questions.slice(0, 4)) {
    await frame.getByLabel(answers[2], { exact: true }).check();
    await frame.getByRole('button', { name: 'Next' }).click();
  }
  await frame.getByLabel('Always first', { exact: true }).check();
  await frame.getByLabel('First name').fill('Ida');
  await frame.getByLabel('E-mail').fill(`ida-${email}`);
  await frame.getByRole('checkbox').check();
  await frame.getByRole('button', { name: 'See my result' }).click();
  await expect(frame.getByRole('heading', { name: 'Bath reader' })).toBeVisible();
  await expect.poll(() => lettersTo(`ida-${email}`), { timeout: 20_000 }).toHaveLength(1);
  expect((await lettersTo(`ida-${email}`))[0]?.subject).toBe('Your result: Bath reader');
});
