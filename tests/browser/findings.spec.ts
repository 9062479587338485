/** Findings of a quiz that knows right and wrong: the journey, each kind of question, one person. */
import { expect, test } from '@playwright/test';
import type { Sent } from '../../core/flow/run';
import type { Question } from '../../core/schema/quiz';
import { choice, option, page as quizPage, quiz, result, strongest } from '../quizzes';
import { axeFinds } from './axe';
import { alive, fits, live, saved, signUp, somebodyElse, tab, take } from './people';
import { world } from './servers';

const questions: Question[] = [
  {
    ...choice('which', [option('a', {}, { text: 'The chain', credit: 1 }), option('b', {}, { text: 'The bell' })]),
    other: true,
    prompt: 'What has snapped?',
  },
  { id: 'bar', kind: 'number', prompt: 'How much air?', target: 4, within: 0.5, min: 0, max: 12, required: false },
  {
    id: 'wish',
    kind: 'order',
    keyed: false,
    prompt: 'What first?',
    items: ['Soup', 'Tea'].map((text, i) => ({ id: `i${i}`, text })),
  },
  {
    ...{ id: 'fits', kind: 'match', prompt: 'What fits?' },
    pairs: [
      { left: { id: 'l0', text: 'Hub' }, right: { id: 'r0', text: 'Grease' } },
      { left: { id: 'l1', text: 'Chain' }, right: { id: 'r1', text: 'Oil' } },
    ],
  },
  { id: 'say', kind: 'text', prompt: 'In a word?', required: false },
];

const workshop = quiz([quizPage('p1', questions.slice(0, 2)), quizPage('p2', questions.slice(2)), result('end', [])], {
  title: 'In the workshop',
});

test('a quiz with right and wrong is read: journey, questions, words, one person; by keyboard', async ({ page }) => {
  await signUp(page);
  const { id, address } = await live(page, workshop);
  const first = (which: string[] | { options: string[]; text: string }, bar?: number): Sent => ({
    ...{ do: 'go', page: 'p1' },
    answers: { which, ...(bar === undefined ? {} : { bar }) },
  });
  const second = (right: boolean, say: string): Sent => ({
    ...{ do: 'go', page: 'p2' },
    answers: { wish: ['i1', 'i0'], fits: right ? { l0: 'r0', l1: 'r1' } : { l0: 'r1', l1: 'r0' }, say },
  });
  await take(page, address, first(['a'], 4.2), second(true, 'Oily'));
  await take(page, address, first(['b'], 9), second(false, ' oily '));
  await take(page, address, first({ options: ['other'], text: 'My patience' }));

  await page.goto(`${world().app}/quizzes/${id}/findings`);
  await alive(page);
  const journey = page.getByRole('region', { name: 'Journey' });
  await expect(journey.getByRole('listitem').filter({ hasText: 'Finished' })).toContainText('2');
  await expect(journey.getByText(/Nowhere between the questions do more stop than at p2/)).toBeVisible();
  await expect(page.getByText('What share of the marks 2 finished runs reached.')).toBeVisible();

  await page.getByRole('radio', { name: 'Journey' }).focus();
  for (let i = 0; i < 2; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await expect(page.getByRole('radio', { name: 'Questions' })).toBeChecked();
  const view = page.getByRole('region', { name: 'Questions' });
  await expect(view.getByText('Fewer than 30 answers say little.').first()).toBeVisible();
  const open = async (name: string) => {
    const line = view.locator('summary').filter({ hasText: name });
    await line.focus();
    await page.keyboard.press('Enter');
  };
  await open('What has snapped?');
  const bars = view.getByRole('list', { name: 'Answers to What has snapped?' });
  await expect(bars.getByRole('listitem').filter({ hasText: 'The chain' })).toContainText(/right: The chain\s*1\s*33%/);
  await expect(bars.getByRole('listitem').filter({ hasText: 'Something else' })).toContainText('1');
  await expect(view.getByRole('region', { name: 'Words for What has snapped?' })).toContainText('My patience');
  await open('How much air?');
  await expect(view.getByText('Half of them lie between 5.4 and 7.8, the middle one is 6.6')).toBeVisible();
  await expect(
    view.getByRole('table', { name: 'Answers to How much air?' }).getByRole('row', { name: '4.2 1' }),
  ).toBeAttached();
  await open('What first?');
  await expect(view.getByRole('row', { name: /^Tea/ })).toContainText(/2\s*0\s*1$/);
  await open('What fits?');
  await expect(view.getByRole('row', { name: /^Hub/ })).toContainText(/right:\s*1\s*1/);
  await open('In a word?');
  const words = view.getByRole('region', { name: 'Words for In a word?' });
  await expect(words.getByRole('listitem')).toHaveText(/^2\s*oily$/i);
  await words.getByLabel('Find in the words for In a word?').fill('rust');
  await expect(words.getByRole('listitem')).toHaveCount(0);
  expect(await axeFinds(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'dark' });
  expect(await axeFinds(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'light' });
  await page.setViewportSize({ width: 320, height: 700 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(320);
  await page.setViewportSize({ width: 1280, height: 800 });

  await page.getByRole('radio', { name: 'Patterns' }).click();
  await expect(page.getByText('From 2 finished runs of edition 1. That is too little to find anything')).toBeVisible();
  await expect(page.getByRole('row', { name: /What has snapped.*50%.*Too few answers/ })).toBeVisible();
  expect(await axeFinds(page)).toEqual([]);

  await page.getByRole('radio', { name: 'People' }).click();
  await page.getByRole('list', { name: 'People, the newest first' }).getByRole('button').nth(1).click();
  const wrong = page.getByRole('row', { name: /What has snapped/ });
  await expect(wrong).toContainText('The bell');
  await expect(wrong).toContainText('wrong, 0 of 1; right is The chain');
  await expect(page.getByText('Their way: p1 → p2 → end')).toBeVisible();
  await tab(page, 'Findings').click();
});

test('what waits for a person is marked by keys, equal answers once, and the result follows', async ({ page }) => {
  const asked = quiz(
    [
      quizPage('p1', [
        { id: 'night', kind: 'essay', prompt: 'Tell us of a night outside.', review: true, marks: 5 },
        { id: 'patch', kind: 'text', prompt: 'What holds a torn tyre?', accept: ['boot'], reviewRest: true },
      ]),
      result('end', [{ id: 'a', kind: 'answers', marks: true }]),
    ],
    { title: 'Nights', delivery: { held: 'marked' } },
  );
  await signUp(page);
  const { id, address } = await live(page, asked);
  const said = (night: string, patch: string): Sent => ({ do: 'go', page: 'p1', answers: { night, patch } });
  await take(page, address, said('Wet', 'Banknote'));
  await take(page, address, said('Dry', 'banknote'));
  const visitor = await somebodyElse(page, { viewport: { width: 390, height: 844 } });
  await visitor.goto(`${world().app}/q/${address}`);
  await visitor.getByLabel('Tell us of a night outside.').fill('It rained, and then the cows came.');
  await visitor.getByLabel('What holds a torn tyre?').fill('boot');
  await visitor.getByRole('button', { name: 'See my result' }).click();
  await expect(visitor.getByText('Your result comes as soon as a person has read your answers.')).toBeVisible();

  await page.goto(`${world().app}/quizzes/${id}/findings`);
  await alive(page);
  const views = page.getByRole('radiogroup', { name: 'View' });
  await views.getByRole('radio', { name: 'Journey' }).focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  const asks = page.getByRole('navigation', { name: 'Questions that a person marks' });
  await expect(asks.getByRole('button', { name: /Tell us of a night outside/ })).toContainText('3 wait');
  const cows = page.getByRole('group', { name: 'It rained, and then the cows came.' });
  await cows.getByRole('button', { name: 'Say something to them' }).press('Enter');
  await cows.getByRole('textbox').fill('The cows alone are worth it.');
  // A number that is typed into what is said to them is no mark.
  await cows.getByRole('textbox').press('End');
  await page.keyboard.type(' 3');
  expect(await axeFinds(page)).toEqual([]);
  await cows.getByRole('button', { name: '0 of 5' }).focus();
  await page.keyboard.press('4');
  await expect(page.getByText('1 marked with 4 of 5.')).toBeVisible();
  await expect(cows).toHaveCount(0);
  // The focus goes on to the next answer, which the next key marks.
  await expect(page.getByRole('button', { name: '0 of 5' }).and(page.locator(':focus'))).toHaveCount(1);
  await page.keyboard.press('5');
  await expect(asks.getByRole('button', { name: /Tell us of a night outside/ })).toContainText('1 wait');
  const marked = page.getByRole('region', { name: 'Marked last' });
  await expect(marked.getByText('“The cows alone are worth it. 3”')).toBeVisible();
  await visitor.reload();
  await expect(visitor.getByText('4 / 5')).toBeVisible();
  await expect(visitor.getByText('The cows alone are worth it. 3')).toBeVisible();
  expect(await axeFinds(visitor)).toEqual([]);
  await visitor.context().close();

  await asks.getByRole('button', { name: /What holds a torn tyre/ }).press('Enter');
  await expect(page.getByText('2 wrote this')).toBeVisible();
  await page.getByRole('button', { name: 'Right, from now on for everybody' }).press('Enter');
  await expect(page.getByText('2 marked in full. The spelling counts from the next edition on.')).toBeVisible();
  await saved(page);
  const file = await (await page.request.get(`${world().app}/api/quizzes/${id}/file?as=json`)).text();
  expect(file).toMatch(/boot[^\]]*banknote/i);
  await page.setViewportSize({ width: 320, height: 700 });
  await fits(page, 'To review');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page
    .getByRole('button', { name: /^Take the marks back: banknote/i })
    .first()
    .press('Enter');
  await expect(page.getByText('2 wrote this')).toBeVisible();

  // One run, over the key.
  await page.getByRole('radio', { name: 'People' }).click();
  await page
    .getByRole('list', { name: /People/ })
    .getByRole('button')
    .first()
    .click();
  await page.getByRole('button', { name: 'Mark by hand: What holds a torn tyre?' }).press('Enter');
  await page.getByLabel('Marks, of 1').fill('7');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Marks from 0 to 1 can be given.')).toBeVisible();
  await page.getByLabel('Marks, of 1').fill('0,5');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/partly right, 0.5 of 1.*marked by/)).toBeVisible();
  const runs = page.getByRole('list', { name: /People/ }).getByRole('button');
  await expect(runs).toHaveCount(3);
  await page.getByRole('button', { name: 'Take this run away …' }).press('Enter');
  await page.getByRole('button', { name: 'Take it away for good' }).press('Enter');
  await expect(runs).toHaveCount(2);
  await page.getByLabel('Find somebody by what they left').fill('nobody');
  await expect(page.getByText('Nobody has left that.')).toBeVisible();
  // Told without being asked for.
  await page.getByRole('radio', { name: 'Journey' }).click();
  const finished = page.getByRole('region', { name: 'Journey' }).getByRole('listitem').filter({ hasText: 'Finished' });
  await take(page, address, said('Late', 'boot'));
  await expect(finished).toContainText('3');
});

test('which runs are meant is a sentence, pressed in charts, kept in the address and under a name', async ({
  page,
}) => {
  const [on, off] = [option('on', { x: 1 }), option('off', { y: 1 })];
  const asked = quiz(
    [
      quizPage('p1', [{ ...choice('light', [on, off]), prompt: 'Lamp on?' }]),
      quizPage('p2', [choice('again', [on, off])]),
      result('end', [{ id: 'b', kind: 'verdict', verdict: 'v' }]),
    ],
    {
      title: 'Lamps',
      verdicts: [{ ...strongest('v', ['x', 'y']), name: 'Kind of rider' }],
    },
  );
  // Nothing is drawn otherwise by the browser than it came from the server.
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(error.message));
  await signUp(page);
  const { id, address } = await live(page, asked);
  const say = (lamp: string): Sent[] => [
    { do: 'go', page: 'p1', answers: { light: [lamp] } },
    { do: 'go', page: 'p2', answers: { again: [lamp] } },
  ];
  for (const lamp of ['on', 'on', 'off']) await take(page, address, ...say(lamp));
  await take(page, address, ...say('on').slice(0, 1));

  await page.goto(`${world().app}/quizzes/${id}/findings`);
  await alive(page);
  const count = (name: string) =>
    page.getByRole('region', { name: 'Journey' }).getByRole('listitem').filter({ hasText: name });
  await expect(count('Started')).toContainText('4');
  const sentence = page.getByRole('group', { name: 'Which runs', exact: true });
  await expect(sentence).toContainText('whatever they answered');
  await expect(page.getByRole('table', { name: 'Runs over time' }).getByRole('row')).toHaveCount(2);
  await expect(page.getByRole('row', { name: /^test/ })).toContainText('3 75%');
  const overTime = page.getByRole('region', { name: 'Over time' });
  await overTime.getByRole('radio', { name: 'Last two days by hour' }).click();
  await expect(overTime.getByRole('row')).toHaveCount(49);
  await overTime.getByRole('radio', { name: 'By day' }).click();
  await expect(page.getByRole('list', { name: 'Minutes to finish' })).toContainText('0:00 to 0:30');
  await expect(page.getByRole('table', { name: 'Time for each page' }).getByRole('row')).toHaveCount(3);

  // A word of the sentence, by keys.
  await sentence.getByRole('button', { name: /Finished or not/ }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('option', { name: 'Unfinished runs' }).press('Enter');
  await expect(count('Started')).toContainText('1');
  await expect(count('Finished')).toContainText('0');
  await sentence.getByRole('button', { name: 'All again' }).press('Enter');
  await expect(count('Started')).toContainText('4');

  // An outcome is pressed where it is drawn.
  await page.getByRole('button', { name: 'y', exact: true }).press('Enter');
  await expect(count('Finished')).toContainText('1');
  await expect(sentence).toContainText(/whoever came out as y.* of Kind of rider/);
  await expect(page).toHaveURL(/where=outcome/);
  await page.reload();
  await alive(page);
  await expect(count('Started')).toContainText('1');
  await page.getByRole('radio', { name: 'People' }).click();
  await expect(page.getByRole('list', { name: /People/ }).getByRole('button')).toHaveCount(1);
  await page
    .getByRole('list', { name: /People/ })
    .getByRole('button')
    .press('Enter');
  const why = page.getByRole('region', { name: 'Why y' });
  await expect(
    why.getByText('What each answer gave, more than to x, which came closest and was 2 behind:'),
  ).toBeVisible();
  await expect(why.getByText(/With “on” to “Lamp on\?” it would have been x/)).toBeVisible();
  const csv = await page.request.get(
    `${world().app}${(await page.getByRole('link', { name: 'CSV' }).getAttribute('href')) ?? ''}`,
  );
  expect((await csv.text()).trim().split('\n')).toHaveLength(2);
  await page.getByRole('radio', { name: 'Questions', exact: true }).click();
  await page.locator('summary').filter({ hasText: 'Lamp on?' }).press('Enter');
  await expect(page.getByRole('button', { name: 'on', exact: true })).toBeVisible();
  await page.getByRole('radio', { name: 'Journey' }).click();

  // Asked for by words, changed, kept, and found again.
  await sentence.getByRole('button', { name: 'All again' }).press('Enter');
  await sentence.getByRole('button', { name: /^Only those who/ }).press('Enter');
  await page.getByRole('menuitem', { name: 'answered a question so' }).press('Enter');
  await expect(sentence).toContainText(/whoever answered “on”.* to/);
  await expect(count('Started')).toContainText('3');
  await page.getByRole('button', { name: 'Keep this view …' }).press('Enter');
  await page.getByLabel('Name of this view').fill('Lamps on');
  await page.keyboard.press('Enter');
  const kept = page.getByRole('group', { name: 'Kept views' });
  await expect(kept.getByRole('button', { name: 'Lamps on', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await sentence.getByRole('button', { name: 'What it is' }).press('Enter');
  await page.getByRole('option', { name: '“off”' }).press('Enter');
  await expect(count('Started')).toContainText('1');

  // Another group beside it.
  await page.getByRole('button', { name: 'Lay another group beside it' }).press('Enter');
  const beside = page.getByRole('region', { name: 'Two groups' });
  await expect(beside.getByText(/Nothing differs by more than chance explains/)).toBeVisible();
  await expect(page).toHaveURL(/against=others/);
  await page.reload();
  await alive(page);
  await expect(beside.getByText(/Nothing differs by more than chance explains/)).toBeVisible();
  expect(errors).toEqual([]);
  await beside.getByRole('button', { name: 'Against which runs' }).press('Enter');
  await page.getByRole('option', { name: 'these' }).press('Enter');
  await expect(beside.getByText('1 run is in both groups')).toBeVisible();
  await beside.getByRole('button', { name: /^Only those who/ }).press('Enter');
  await page.getByRole('menuitem', { name: 'answered a question so' }).press('Enter');
  await expect(beside.getByText(/Nothing differs by more than chance explains/)).toBeVisible();
  await beside.getByText('All 8 shares').press('Enter');
  await expect(beside.getByRole('row', { name: /^Finished/ })).toContainText('66.7%');
  expect(await axeFinds(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'dark' });
  expect(await axeFinds(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'light' });
  await page.setViewportSize({ width: 320, height: 700 });
  await fits(page, 'filters');
  await page.setViewportSize({ width: 1280, height: 800 });
  await kept.getByRole('button', { name: 'Lamps on', exact: true }).press('Enter');
  await expect(beside).toBeHidden();
  await expect(count('Started')).toContainText('3');
  await kept.getByRole('button', { name: 'Forget Lamps on' }).press('Enter');
  await expect(kept.getByRole('button', { name: 'Lamps on', exact: true })).toBeHidden();
});
