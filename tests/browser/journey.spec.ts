import { expect, type Page, type Request, test } from '@playwright/test';
import { page as quizPage, quiz, result, text } from '../quizzes';
import { enterDemo, holdScripts, publish, saved, signUp, startQuiz, tab } from './people';
import { world } from './servers';

const answer = async (page: Page, words: string) => {
  await page.getByLabel(words).check();
  await page.getByRole('button', { name: 'Next' }).click();
};

test('three quizzes are one journey, and each knows what the one before it learned', async ({ page }) => {
  await page.goto(`${world().app}/q/start`);
  await page.getByLabel('I want to find out what kind of tourer I am').check();
  await page.getByRole('button', { name: 'Off we go' }).click();
  await expect(page).toHaveURL(/\/q\/tourer/);
  await page.getByRole('button', { name: 'Let us see' }).click();
  // What came along is not left in the address, where it could be passed on.
  await expect(page).not.toHaveURL(/handed/);
  for (const words of ['Down a lane', '20 to 40 km', 'An inn with', 'hum along']) await answer(page, words);
  for (const words of ['A paper map', 'More wool socks', 'The enamel teapot']) await page.getByLabel(words).check();
  await page.getByRole('button', { name: 'Next' }).click();
  for (const words of ['under a hedge', 'One person who', 'This morning, on purpose']) await answer(page, words);
  await page.getByLabel('First name').fill('Ada');
  await page.getByLabel('E-mail').fill('ada.bell@example.com');
  await page.getByRole('checkbox').check();
  await page.getByRole('button', { name: 'See my result' }).click();
  await page.getByRole('link', { name: 'And are you ready for a night outside?' }).click();
  await expect(page.getByText('So you are a Lane drifter.')).toBeVisible();
  await page.reload();
  await expect(page.getByText('So you are a Lane drifter.')).toBeVisible();
});

test('a page is held, what was right is told after it, and the clock ends what is left', async ({ page }) => {
  await page.clock.install();
  await page.goto(`${world().app}/q/repair`);
  await page.getByRole('button', { name: 'Get the tools out' }).click();
  await expect(page.getByRole('timer')).toContainText(/1[45]:\d\d left/);
  await page.getByLabel('Grass').check();
  await page.getByRole('button', { name: 'It is right as it stands' }).click();
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByRole('heading', { name: 'How that went' })).toBeFocused();
  await expect(page.getByText('Grass gives way')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Back' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Go on' }).click();

  await page.getByLabel(/What small part/).fill('glue');
  await page.getByLabel('The chainring').check();
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByText('Not all of it is right yet. One more try.')).toBeVisible();
  await page.getByLabel(/What small part/).fill('quick lnik');
  await page.getByLabel('The smallest sprocket').check();
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByText('A new chain on an old sprocket')).toBeVisible();
});

test('time that is over on the server is over, whatever the browser says', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Quick: which way?', ['Left', 'Right']);
  await page.getByRole('button', { name: 'The whole quiz' }).click();
  await page.getByLabel('Time for all of it:').fill('3');
  await page.getByRole('button', { name: 'Language' }).first().click();
  await page.getByRole('option', { name: 'Deutsch' }).click();
  await saved(page);
  await tab(page, 'Publish').click();
  await publish(page);
  const link = page.getByRole('link', { name: 'Open it' });
  const href = await link.getAttribute('href');
  await page.goto(href ?? '');
  await expect(page.getByText('noch 0:0')).toBeVisible();
  await page.getByLabel('Left').check();
  // Nothing is pressed: the clock sends what is filled in.
  await expect(page.getByText('Die Zeit ist um.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Mein Ergebnis ansehen' })).toHaveCount(0);
});

test('all answers are looked over before they are sent, and can be changed', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Tea or soup?', ['Tea', 'Soup']);
  await page.getByLabel('Question 1', { exact: true }).focus();
  await page.keyboard.press('Control+Enter');
  await page.keyboard.type('Rain or sun?');
  for (const words of ['Rain', 'Sun']) {
    await page.keyboard.press('Enter');
    await page.keyboard.type(words);
  }
  await page.getByRole('button', { name: 'The whole quiz' }).click();
  await page.getByText('All answers are looked over').click();
  await saved(page);
  await page.getByRole('button', { name: 'Preview' }).click();
  const sheet = page.getByRole('dialog');
  const next = sheet.getByRole('button', { name: 'Next' });
  await sheet.getByLabel('Tea').check();
  await next.click();
  await sheet.getByLabel('Sun').check();
  await next.click();
  await expect(sheet.getByRole('heading', { name: 'Look over your answers' })).toBeVisible();
  await sheet.getByRole('button', { name: 'Change the answer to Tea or soup?' }).click();
  await sheet.getByLabel('Soup').check();
  await next.click();
  await expect(sheet.getByLabel('Sun')).toBeChecked();
  await next.click();
  await expect(sheet.getByText('Soup', { exact: true })).toBeVisible();
  await sheet.getByRole('button', { name: 'Send my answers' }).click();
  await expect(sheet.getByText('Thank you. That was all.')).toBeVisible();
});

test('an offer pressed beside Next holds nobody up, whether its answer comes late or never', async ({ page }) => {
  await signUp(page);
  const offer = { text: 'A map for the way', button: 'See the map', url: `${world().site}/rides` };
  const day = (id: string) => text(id, { prompt: id });
  const asked = quiz([
    quizPage('p1', [day('First'), { id: 'map', kind: 'offer', offer }]),
    quizPage('p2', [day('Second'), { id: 'map2', kind: 'offer', offer }]),
    quizPage('p3', [day('Third'), { id: 'map3', kind: 'offer', offer }]),
    result('end', [{ id: 'thanks', kind: 'words', body: 'Thank you. That was all.' }]),
  ]);
  const made = await page.request.post(`${world().app}/api/quizzes/read`, {
    data: { text: JSON.stringify(asked), fileName: 'offers.json' },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`${world().app}/quizzes/${id}/write`);
  await page.getByRole('button', { name: 'Publish edition 1' }).click();
  await page.goto((await page.getByRole('link', { name: 'Open it' }).getAttribute('href')) ?? '');
  await page.getByLabel('First').fill('one');

  let release = () => {};
  const isHeld = new Promise<void>((resume) => (release = resume));
  const offers = (request: Request) => (request.postData() ?? '').includes('"do":"offer"');
  await page.route('**/runs/step', async (route) => {
    if (offers(route.request())) await isHeld;
    await route.continue();
  });
  await page.getByRole('link', { name: 'See the map' }).click();
  await page.getByRole('button', { name: 'Next' }).click();
  release();
  await expect(page.getByLabel('Second')).toBeVisible();
  await expect(page.getByText('another window')).toBeHidden();

  // On disk, but its answer is lost on the way back.
  await page.unroute('**/runs/step');
  await page.route('**/runs/step', async (route) => {
    if (!offers(route.request())) return route.continue();
    await route.fetch();
    await route.abort();
  });
  await page.getByLabel('Second').fill('two');
  const gone = page.waitForEvent('requestfailed');
  await page.getByRole('link', { name: 'See the map' }).click();
  await gone;
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByLabel('Third')).toBeVisible();
  await expect(page.getByText('another window')).toBeHidden();

  // Pressed without a connection, behind an answer that waits for one.
  await page.unroute('**/runs/step');
  await page.getByLabel('Third').fill('three');
  await page.context().setOffline(true);
  await page.getByRole('button', { name: 'See my result' }).click();
  await expect(page.getByText('There is no connection')).toBeVisible();
  await page.getByRole('link', { name: 'See the map' }).click();
  await page.context().setOffline(false);
  await expect(page.getByText('Thank you. That was all.')).toBeVisible();
  await expect(page.getByText('another window')).toBeHidden();
});

test('a day is told as the visitor’s language writes it', async ({ page }) => {
  await signUp(page);
  const day = { id: 'day', kind: 'date' as const, prompt: 'Wann brechen Sie auf?', required: true };
  const asked = { ...quiz([quizPage('p', [day])], { delivery: { lookOver: true } }), language: 'de' };
  const made = await page.request.post(`${world().app}/api/quizzes/read`, {
    data: { text: JSON.stringify(asked), fileName: 'tag.json' },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`${world().app}/quizzes/${id}/write`);
  await page.getByRole('button', { name: 'Preview' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByLabel('Wann brechen Sie auf?').fill('2027-04-18');
  await sheet.getByRole('button', { name: 'Weiter' }).click();
  await expect(sheet.getByText('18. April 2027')).toBeVisible();
});

test('Arabic is read from the right, and its buttons speak it', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'إلى أين؟', ['البحر', 'الجبل']);
  await page.getByRole('button', { name: 'The whole quiz' }).click();
  await page.getByRole('button', { name: 'Language' }).first().click();
  await page.getByRole('option', { name: 'العربية' }).click();
  await page.getByRole('button', { name: 'Preview' }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByRole('button', { name: 'اختر إجابة' })).toBeVisible();
  await sheet.getByLabel('البحر').check();
  await expect(sheet.getByRole('button', { name: 'أرِني نتيجتي' })).toBeVisible();
  expect(await sheet.locator('form').evaluate((form) => getComputedStyle(form).direction)).toBe('rtl');
});

test('a quiz opens over a page after a while, and from a button, and tells the page what happens', async ({ page }) => {
  await page.goto(`${world().site}/button`);
  const listen = () =>
    page.evaluate(() => {
      const heard: string[] = [];
      Object.assign(window, { heard });
      document.addEventListener('yes-maybe', (event) =>
        heard.push((event as CustomEvent<{ type: string }>).detail.type),
      );
    });
  const told = () => page.evaluate(() => (window as unknown as { heard: string[] }).heard);
  await listen();
  await page.getByRole('button', { name: 'Could you mend it? Find out' }).click();
  const box = page.getByRole('dialog', { name: 'Roadside repair check' });
  await expect(box).toBeVisible();
  await box.frameLocator('iframe').getByRole('button', { name: 'Get the tools out' }).click();
  await expect(box.frameLocator('iframe').getByText('The tyre has a cut')).toBeVisible();
  await expect.poll(told).toEqual(['started']);
  await box.getByRole('button', { name: 'Close' }).click();
  await expect(box).toBeHidden();

  // Who is quicker than the scripts has started too.
  await page.reload();
  const come = await holdScripts(page, '**/_next/**/*.js');
  await listen();
  await page.getByRole('button', { name: 'Could you mend it? Find out' }).click();
  await box.frameLocator('iframe').getByRole('button', { name: 'Get the tools out' }).click();
  await expect(box.frameLocator('iframe').getByText('The tyre has a cut')).toBeVisible();
  come();
  await expect.poll(told).toEqual(['started']);

  await page.goto(`${world().site}/later`);
  const later = page.getByRole('dialog', { name: 'Ready for your first overnight?' });
  await expect(later).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(later).toBeHidden();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'What stays in when the bag is full' })).toBeVisible();
  // Once in a visit is enough.
  await page.clock.install();
  await page.clock.runFor(10_000);
  await expect(later).toBeHidden();
});

test('a hand-over is written as a sentence, with what goes along matched by name', async ({ page }) => {
  await enterDemo(page);
  await page.goto(`${world().app}/quizzes/tourer/route`);
  const known = page.getByRole('region', { name: 'Known values' });
  await expect(known.getByLabel('Name of the known value').nth(1)).toHaveValue('What brought you');
  await known.getByRole('button', { name: 'Add a known value' }).click();
  await known.getByLabel('Name of the known value').nth(2).fill('Shop');
  const rules = page.getByRole('region', { name: /Where .* leads/ });
  await rules.getByRole('button', { name: 'Where it goes on to' }).first().click();
  await page.getByRole('option', { name: 'another quiz' }).click();
  await rules.getByRole('button', { name: 'Which quiz' }).first().click();
  await page.getByRole('option', { name: 'Ready for your first overnight?' }).click();
  await rules.getByRole('button', { name: /Take along all 3 that match by name/ }).click();
  const along = rules.getByRole('list', { name: 'What goes along' });
  await expect(along.getByRole('listitem')).toHaveCount(4);
  await expect(along).toContainText('Rider type goes along as');
  await expect(page.getByText('go to the quiz “Ready for your first overnight?”')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Undo' }).click();
  for (let i = 0; i < 8; i++) {
    const undo = page.getByRole('button', { name: 'Undo' });
    if (await undo.isDisabled()) break;
    await undo.click();
  }
  await saved(page);
});
