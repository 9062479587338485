import { type ChildProcess } from 'node:child_process';
import { expect, type FrameLocator, type Page, test } from '@playwright/test';
import { enterDemo, holdScripts } from './people';
import { database, freePort, kill, startApp, world } from './servers';

const quiz = () => `${world().app}/q/tourer`;
type Place = Page | FrameLocator;
const answer = async (at: Place, words: string) => {
  await at.getByLabel(words).check();
  await at.getByRole('button', { name: 'Next' }).click();
};
const question = (at: Place, words: string) => expect(at.getByText(words)).toBeVisible();

async function toTheBags(at: Place): Promise<void> {
  await at.getByRole('button', { name: 'Let us see' }).click();
  for (const words of ['Down a lane', '20 to 40 km', 'An inn with', 'hum along']) await answer(at, words);
  await question(at, 'Which three come along');
}
async function fromTheBags(at: Place): Promise<void> {
  for (const words of ['A paper map', 'More wool socks', 'The enamel teapot']) await at.getByLabel(words).check();
  await at.getByRole('button', { name: 'Next' }).click();
  for (const words of ['under a hedge', 'One person who', 'This morning, on purpose']) await answer(at, words);
  await question(at, 'Where shall we send');
}

test('a visitor goes through to the result, by thumb on a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(quiz());
  await toTheBags(page);
  await expect(page.getByText('5 of 9')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Choose three' })).toBeVisible();
  await page.getByLabel('A paper map').check();
  await expect(page.getByText('One chosen, two to go')).toBeVisible();
  await fromTheBags(page);
  await page.getByRole('button', { name: 'Skip this' }).click();
  await expect(page.getByRole('heading', { name: 'You follow the hedge, not the arrow' })).toBeVisible();
  await expect(page.getByText('Friend, nobody has ever seen you overtake')).toBeVisible();
  await expect(page.getByRole('link', { name: 'See the hedgerow loop' })).toHaveAttribute(
    'href',
    `${world().site}/rides/lanes`,
  );
  await page.getByRole('button', { name: 'Answer it as somebody else' }).click();
  await expect(page.getByRole('button', { name: 'Let us see' })).toBeVisible();
});

test('the keyboard alone is enough', async ({ page }) => {
  await page.goto(quiz());
  // Two other languages are offered before it.
  for (let i = 0; i < 3; i++) await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'Let us see' })).toBeFocused();
  await page.keyboard.press('Enter');
  await question(page, 'A free Saturday');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Space');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByLabel('Up, until the tarmac gives out')).toBeChecked();
  await page.keyboard.press('Enter');
  await question(page, 'How far in a day');
  // The new question has the focus, so that a screen reader begins there.
  await expect(page.getByText('How far in a day')).toBeFocused();
});

test('what is chosen while a run that began without scripts is looked up stays', async ({ page }) => {
  const come = await holdScripts(page);
  await page.goto(quiz(), { waitUntil: 'commit' });
  await page.getByRole('button', { name: 'Let us see' }).click();
  await question(page, 'A free Saturday');
  let found = () => {};
  const lookedUp = new Promise<void>((resolve) => (found = resolve));
  await page.route('**/runs/open', async (route) => {
    await lookedUp;
    await route.continue();
  });
  const asked = page.waitForRequest('**/runs/open');
  come();
  await asked;
  await page.getByLabel('Up, until the tarmac gives out').check();
  found();
  await expect(page).not.toHaveURL(/run=/);
  await expect(page.getByLabel('Up, until the tarmac gives out')).toBeChecked();
  await page.getByRole('button', { name: 'Next' }).click();
  await question(page, 'How far in a day');
});

test('what is missing is said clearly, and nothing is sent', async ({ page }) => {
  await page.goto(quiz());
  await page.getByRole('button', { name: 'Let us see' }).click();
  await page.getByRole('button', { name: 'Choose an answer' }).click();
  await expect(page.getByText('Please choose an answer.')).toBeVisible();
  await answer(page, 'Down a lane');
  for (const words of ['20 to 40 km', 'An inn with', 'hum along']) await answer(page, words);
  await fromTheBags(page);
  await page.getByLabel('E-mail').fill('ida at example');
  await page.getByRole('checkbox').check();
  await page.getByRole('button', { name: 'See my result' }).click();
  await expect(page.getByText('This does not look like an e-mail address.')).toBeVisible();
  await page.getByLabel('E-mail').fill('ida-missing@example.com');
  await page.getByRole('checkbox').uncheck();
  await page.getByRole('button', { name: 'Fill this in' }).click();
  await expect(page.getByText('Please agree first, so that we may write to you.')).toBeVisible();
});

test('what is chosen and typed before the scripts have come stays', async ({ page }) => {
  const come = await holdScripts(page);
  await page.goto(`${world().app}/q/wishes`, { waitUntil: 'commit' });
  const days = page.getByRole('radio');
  await days.nth(0).check();
  await days.nth(1).check();
  await days.nth(0).check();
  const day = page.getByLabel('Which day will you arrive?');
  await day.fill('2027-04-16');
  const opened = page.waitForResponse('**/open');
  come();
  await opened;
  await expect(days.nth(0)).toBeChecked();
  await expect(day).toHaveValue('2027-04-16');
  const taken = page.waitForRequest('**/step');
  await page.getByRole('button', { name: 'Next' }).click();
  expect((await taken).postData()).toContain('2027-04-16');
  await expect(page.getByText('What must not be missing?').first()).toBeVisible();
  await page.getByRole('button', { name: 'Back' }).click();
  await expect(days.nth(0)).toBeChecked();
});

test('a closed tab costs nothing: the same device goes on where it stood', async ({ page, context }) => {
  await page.goto(quiz());
  await toTheBags(page);
  await page.getByLabel('A paper map').check();
  await page.close();
  const later = await context.newPage();
  await later.goto(quiz());
  await expect(later.getByText('Welcome back. You are where you left off.')).toBeVisible();
  await question(later, 'Which three come along');
  // Even what was only ticked and not yet sent.
  await expect(later.getByLabel('A paper map')).toBeChecked();
  await later.getByRole('button', { name: 'Back' }).click();
  await expect(later.getByLabel('hum along')).toBeChecked();
  await later.reload();
  await later.getByRole('button', { name: 'Start anew' }).click();
  await expect(later.getByRole('button', { name: 'Let us see' })).toBeVisible();
});

test('a server killed between two answers, and during one, costs nothing', async ({ page }) => {
  const port = await freePort();
  const env = { ...world().env, PUBLIC_URL: `http://127.0.0.1:${port}` };
  let server: ChildProcess = await startApp(port, env);
  try {
    await page.goto(`http://127.0.0.1:${port}/q/tourer`);
    await page.getByRole('button', { name: 'Let us see' }).click();
    await answer(page, 'Down a lane');
    await question(page, 'How far in a day');
    await page.getByLabel('20 to 40 km').check();
    await kill(server);
    await page.getByRole('button', { name: 'Next' }).click();
    await expect(page.getByText('Your answers are kept on this device')).toBeVisible();
    // What comes next is known, and is answered meanwhile; one can go back in it too.
    await question(page, 'The light is going');
    await answer(page, 'My own bed');
    await question(page, 'Something clicks');
    await page.getByRole('button', { name: 'Back' }).click();
    await expect(page.getByLabel('My own bed')).toBeChecked();
    await answer(page, 'An inn with');
    await page.getByLabel('hum along').check();
    server = await startApp(port, env);
    await expect(page.getByText('Your answers are kept on this device')).toHaveCount(0);
    await expect(page.getByLabel('hum along')).toBeChecked();
    await kill(server);
    server = await startApp(port, env);
    await page.reload();
    await question(page, 'Something clicks');
    await page.getByRole('button', { name: 'Next' }).click();
    await fromTheBags(page);
    await page.getByRole('button', { name: 'Skip this' }).click();
    await expect(page.getByText('Lane drifter')).toBeVisible();
  } finally {
    await kill(server);
  }
});

test('a database cut off between two answers, and during one, costs nothing', { tag: '@alone' }, async ({ page }) => {
  await page.goto(quiz());
  await page.getByRole('button', { name: 'Let us see' }).click();
  await answer(page, 'Down a lane');
  await question(page, 'How far in a day');
  await database('stop');
  await database('start');
  // Every connection the server had is gone; the answer is taken all the same.
  await answer(page, '20 to 40 km');
  await question(page, 'The light is going');
  await expect(page.getByText('Your answers are kept on this device')).toHaveCount(0);
  await database('stop');
  await answer(page, 'An inn with');
  await expect(page.getByText('Your answers are kept on this device')).toBeVisible();
  await question(page, 'Something clicks');
  await page.getByLabel('hum along').check();
  await database('start');
  await expect(page.getByText('Your answers are kept on this device')).toHaveCount(0);
  await expect(page.getByLabel('hum along')).toBeChecked();
  await page.reload();
  await question(page, 'Something clicks');
  await page.getByRole('button', { name: 'Next' }).click();
  await fromTheBags(page);
  await page.getByRole('button', { name: 'Skip this' }).click();
  await expect(page.getByText('Lane drifter')).toBeVisible();
});

test('a page asked for while the database starts again comes when it has', { tag: '@alone' }, async ({ page }) => {
  await enterDemo(page);
  await database('stop');
  const came = page.goto(`${world().app}/quizzes`);
  const taken = page.request.get(quiz());
  await database('start');
  expect((await came)?.status()).toBe(200);
  await expect(page.getByRole('heading', { name: 'Quizzes' })).toBeVisible();
  expect((await taken).status()).toBe(200);
});

test('an answer that was taken while its reply was lost counts once', async ({ page }) => {
  await page.goto(quiz());
  await page.getByRole('button', { name: 'Let us see' }).click();
  await question(page, 'A free Saturday');
  await page.route('**/step', async (route) => {
    await route.fetch();
    await route.abort();
  });
  await page.getByLabel('Down a lane').check();
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByText('Your answers are kept on this device')).toBeVisible();
  await question(page, 'How far in a day');
  await page.unrouteAll({ behavior: 'wait' });
  await expect(page.getByText('Your answers are kept on this device')).toHaveCount(0);
  await answer(page, '20 to 40 km');
  await question(page, 'The light is going');
});

test('answers given without a connection are sent in order, even after the tab was closed', async ({
  page,
  context,
}) => {
  await page.goto(quiz());
  await page.getByRole('button', { name: 'Let us see' }).click();
  await question(page, 'A free Saturday');
  await context.setOffline(true);
  for (const words of ['Down a lane', '20 to 40 km']) await answer(page, words);
  await question(page, 'The light is going');
  await page.getByLabel('An inn with').check();
  await page.close();
  await context.setOffline(false);
  const later = await context.newPage();
  await later.goto(quiz());
  await question(later, 'The light is going');
  await expect(later.getByLabel('An inn with')).toBeChecked();
  await later.getByRole('button', { name: 'Back' }).click();
  await expect(later.getByLabel('20 to 40 km')).toBeChecked();
});

test.describe('in a page of another site', () => {
  test('it fits its height, without a scroll bar of its own or a jump', async ({ page }) => {
    await page.goto(world().site);
    const at = page.frameLocator('iframe');
    await expect(at.getByRole('button', { name: 'Let us see' })).toBeVisible();
    const fits = () =>
      page
        .locator('iframe')
        .evaluate((frame: HTMLIFrameElement) => frame.getBoundingClientRect().height)
        .then(async (height) => {
          const inner = await at.locator('.v-page').evaluate((el) => el.getBoundingClientRect().height);
          return Math.abs(height - inner);
        });
    // The first page may stand in a little more room than it needs, since its height was kept free beforehand.
    await expect.poll(fits).toBeLessThanOrEqual(24);
    await toTheBags(at);
    await expect.poll(fits).toBeLessThanOrEqual(1);
    const bars = await at.locator('html').evaluate((html) => html.scrollHeight - html.clientHeight);
    expect(bars).toBeLessThanOrEqual(0);
    // The new page of the quiz begins in sight.
    expect((await page.locator('iframe').boundingBox())?.y).toBeGreaterThanOrEqual(-1);
    await fromTheBags(at);
    await at.getByRole('button', { name: 'Skip this' }).click();
    await expect(at.getByRole('heading', { name: 'You follow the hedge' })).toBeVisible();
    await expect.poll(fits).toBeLessThanOrEqual(1);
  });

  test('it works where the browser keeps nothing for frames', async ({ page }) => {
    await page.addInitScript(() => {
      if (window.parent === window) return;
      Object.defineProperty(window, 'localStorage', {
        get: () => {
          throw new DOMException('blocked', 'SecurityError');
        },
      });
    });
    await page.goto(world().site);
    await toTheBags(page.frameLocator('iframe'));
    expect(await page.context().cookies()).toEqual([]);
  });
});

test('a page with a data layer finds in it what happened, and nothing of whom it happened to', async ({ page }) => {
  await page.goto(`${world().site}/shop`);
  const layer = () => page.evaluate(() => (window as unknown as { dataLayer: { event: string }[] }).dataLayer);
  const quiz = page.locator('iframe').first().contentFrame();
  await quiz.getByLabel('I have wishes for the festival').check();
  await quiz.getByRole('button', { name: 'Off we go' }).click();
  await expect.poll(async () => (await layer()).map(({ event }) => event)).toContain('quiz answered');
  const all = await layer();
  expect(all[0]).toMatchObject({ event: 'quiz started', quiz: 'start' });
  for (const one of all) expect(Object.keys(one).sort()).toEqual(['event', 'page', 'pages', 'quiz']);
});

test('several quizzes stand on one page, each by itself', async ({ page }) => {
  await page.goto(`${world().site}/several`);
  const told = await page.evaluateHandle(() => {
    const list: string[] = [];
    addEventListener('yes-maybe', (event) => {
      const { quiz, type } = (event as CustomEvent<{ quiz: string; type: string }>).detail;
      list.push(`${quiz} ${type}`);
    });
    return list;
  });
  const frames = ['What kind of tourer are you?', 'Festival wishes'].map((title) =>
    page.locator(`iframe[title="${title}"]`),
  );
  const [tourer, wishes] = frames.map((frame) => frame.contentFrame());
  if (!tourer || !wishes) throw new Error('There are two.');
  await toTheBags(tourer);
  await wishes.getByLabel('No', { exact: true }).check();
  await wishes.getByRole('button', { name: 'Next' }).click();
  await expect(wishes.getByText('What must not be missing?').first()).toBeVisible();
  await question(tourer, 'Which three come along');
  for (const frame of frames) {
    const inner = frame.contentFrame().locator('.v-page');
    const off = async () =>
      Math.abs(((await frame.boundingBox())?.height ?? 0) - ((await inner.boundingBox())?.height ?? 0));
    await expect.poll(off).toBeLessThanOrEqual(1);
  }
  await page.getByRole('button', { name: 'Could you mend it? Find out' }).click();
  await expect(page.getByRole('dialog', { name: 'Roadside repair check' })).toBeVisible();
  const list = await told.jsonValue();
  expect(list).toContain('tourer started');
  expect(list).toContain('wishes started');
  expect(list).not.toContain('repair started');
});

test('a quiz comes as somebody leaves the page, and only once', async ({ page }) => {
  await page.goto(`${world().site}/leaving`);
  const dialog = page.getByRole('dialog', { name: 'Festival wishes' });
  const leave = async () => {
    await expect(page.locator('[data-shown]')).toHaveCount(1);
    await page.locator('html').dispatchEvent('mouseleave');
  };
  await expect(dialog).toBeHidden();
  await leave();
  await expect(dialog.locator('iframe').contentFrame().getByLabel('No', { exact: true })).toBeVisible();
  await dialog.getByRole('button', { name: 'Close' }).click();
  await leave();
  await expect(dialog).toBeHidden();
  await page.reload();
  await leave();
  await expect(page.getByRole('heading', { name: 'What stays in when the bag is full' })).toBeVisible();
  await expect(dialog).toBeHidden();
});

test.describe('in a page that lets in nothing but what it names', () => {
  const watched = (page: Page) => {
    const refused: string[] = [];
    page.on('console', (message) => {
      if (message.text().includes('Content Security Policy')) refused.push(message.text());
    });
    // What such a site refuses is its own styles, and the height kept free by one: no script and no frame of ours.
    return () => refused.filter((text) => !/style/i.test(text));
  };
  test('it works in its text', async ({ page }) => {
    const refused = watched(page);
    await page.goto(`${world().site}/strict`);
    const at = page.frameLocator('iframe');
    await toTheBags(at);
    await fromTheBags(at);
    await at.getByRole('button', { name: 'Skip this' }).click();
    await expect(at.getByRole('heading', { name: 'You follow the hedge' })).toBeVisible();
    const [outer, inner] = [page.locator('iframe'), at.locator('.v-page')];
    await expect
      .poll(async () =>
        Math.abs(((await outer.boundingBox())?.height ?? 0) - ((await inner.boundingBox())?.height ?? 0)),
      )
      .toBeLessThanOrEqual(1);
    expect(refused()).toEqual([]);
  });
  test('it works behind a button', async ({ page }) => {
    const refused = watched(page);
    await page.goto(`${world().site}/strict/button`);
    await page.getByRole('button', { name: 'Could you mend it? Find out' }).click();
    const dialog = page.getByRole('dialog', { name: 'Roadside repair check' });
    await expect(dialog).toBeVisible();
    await expect(dialog.frameLocator('iframe').getByRole('button').first()).toBeVisible();
    expect((await dialog.boundingBox())?.width).toBeGreaterThan(600);
    await page.keyboard.press('Escape');
    await expect(dialog).toBeHidden();
    // Escape closes it from inside the frame too, and the focus goes back to the button.
    const button = page.getByRole('button', { name: 'Could you mend it? Find out' });
    await button.click();
    await dialog.frameLocator('iframe').getByRole('button', { name: 'Get the tools out' }).click();
    await dialog.frameLocator('iframe').getByLabel('A folded banknote').check();
    await page.keyboard.press('Escape');
    await expect(dialog).toBeHidden();
    await expect(button).toBeFocused();
    expect(refused()).toEqual([]);
  });
});

test('no key, weight or unearned outcome reaches the browser', async ({ page }) => {
  const seen: Promise<string>[] = [];
  page.on('response', (response) => {
    if (!/json|html|text\/x-component/.test(response.headers()['content-type'] ?? '')) return;
    seen.push(response.text().catch(() => ''));
  });
  await page.goto(quiz());
  await toTheBags(page);
  await fromTheBags(page);
  await page.getByRole('button', { name: 'Skip this' }).click();
  await expect(page.getByText('Lane drifter')).toBeVisible();
  const all = (await Promise.all(seen)).join('\n');
  expect(all).toContain('Lane drifter');
  for (const word of ['weights', '"credit"', 'Ridge seeker', 'Teashop navigator', 'wilder":', 'ridge-seeker', 'Dear '])
    expect(all).not.toContain(word);
});

for (const width of [320, 390]) {
  test(`nothing sticks out at ${width} px`, async ({ page }) => {
    await page.setViewportSize({ width, height: 700 });
    await page.goto(quiz());
    const fits = () => page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth);
    expect(await fits()).toBe(true);
    await toTheBags(page);
    expect(await fits()).toBe(true);
    await fromTheBags(page);
    expect(await fits()).toBe(true);
    await page.getByRole('button', { name: 'Skip this' }).click();
    await expect(page.getByText('Lane drifter')).toBeVisible();
    expect(await fits()).toBe(true);
  });
}

test('an address that leads nowhere says so', async ({ page }) => {
  const response = await page.goto(`${world().app}/q/nowhere`);
  expect(response?.status()).toBe(404);
  await expect(page.getByRole('heading', { name: 'There is no quiz at this address.' })).toBeVisible();
});

test('questions of every keyed kind lead to marks, right answers and explanations', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${world().app}/q/repair`);
  await page.getByRole('button', { name: 'Get the tools out' }).click();
  const onward = async () => {
    await page.getByRole('button', { name: 'Next' }).click();
    await page.getByRole('button', { name: 'Go on' }).click();
  };
  await page.getByLabel('A folded banknote').check();
  await page.getByLabel('A piece of an old tyre').check();
  await page.getByRole('button', { name: 'It is right as it stands' }).click();
  await onward();
  await page.getByRole('textbox').fill(' Quik Link');
  await page.getByLabel('The chainring').check();
  await page.getByRole('button', { name: 'Next' }).click();
  // The page is held for a second try; marks are those of the first.
  await expect(page.getByText('One more try.')).toBeVisible();
  await page.getByLabel('The smallest sprocket').check();
  await onward();
  await page.getByLabel('A squeal when braking in the wet').selectOption('Dirt or oil on the pads');
  await page.getByLabel('A scraping at every turn of the wheel').selectOption('A bent rotor');
  await page.getByLabel('A grinding whenever you brake').selectOption('A loose bell');
  await onward();
  await page.getByLabel('Gap 1').fill('spoke');
  await page.getByLabel('Gap 2').fill('Half  a turn');
  await onward();
  const picture = page.getByRole('img', { name: 'A loaded touring bicycle' });
  const { width = 0, height = 0 } = (await picture.boundingBox()) ?? {};
  await picture.click({ position: { x: width * 0.26, y: height * 0.62 } });
  await page.getByRole('button', { name: /^2\. the quick link/ }).focus();
  await page.keyboard.press('ArrowLeft');
  await onward();
  await page.getByRole('spinbutton').or(page.getByRole('textbox')).fill('3.5');
  await onward();
  for (const question of await page.getByRole('group').all()) await question.getByRole('radio').first().check();
  await onward();
  await page.getByRole('button', { name: 'Skip this' }).click();

  const line = (name: string) => page.getByRole('listitem').filter({ hasText: name });
  await expect(line('The tyre has a cut')).toContainText('Right: A folded banknote, A piece of an old tyre 2 / 2');
  await expect(line('What small part joins')).toContainText('Right: Quik Link 1 / 1');
  await expect(line('The chain jumps')).toContainText('Right would be The smallest sprocket');
  await expect(line('The chain jumps')).toContainText('A new chain on an old sprocket skips');
  await expect(line('Which sound means what?')).toContainText('Partly right:');
  await expect(line('Which sound means what?')).toContainText('1.33 / 2');
  await expect(line('Fill in what is missing.')).toContainText('Right: spoke, Half  a turn');
  await expect(line('Point at what')).toContainText('Partly right:');
  await expect(line('How many bar')).toContainText('Right: 3.5 1 / 1');
  await expect(page.getByText(/^Tyres \d+ %$/)).toBeVisible();
});
