/** What decides, what another key would change, what is told of others: Findings beyond its first figures. */
import { expect, type Page, test } from '@playwright/test';
import type { Sent } from '../../core/flow/run';
import { choice, option, page as quizPage, quiz, result, strongest } from '../quizzes';
import { axeFinds } from './axe';
import { alive, enterDemo, fits, live, publish, sheetFits, signUp, somebodyElse, take } from './people';
import { world } from './servers';

/** Nothing for axe in the light and in the dark, and nothing beyond the edge of a small phone. */
async function sound(page: Page, what: string): Promise<void> {
  expect(await axeFinds(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'dark' });
  expect(await axeFinds(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'light' });
  await page.setViewportSize({ width: 320, height: 700 });
  await sheetFits(page, what);
  await page.setViewportSize({ width: 1280, height: 800 });
}

async function findings(page: Page, id: string, view: string): Promise<void> {
  await page.goto(`${world().app}/quizzes/${id}/findings`);
  await alive(page);
  const radio = page.getByRole('radio', { name: view, exact: true });
  await radio.focus();
  await page.keyboard.press('Space');
}

test('a newer key is tried on old runs, done after it was seen, and undone', async ({ page }) => {
  const [right, other] = [
    option('a', {}, { text: 'A folded banknote', credit: 1 }),
    option('b', {}, { text: 'Grass' }),
  ];
  const asked = quiz(
    [quizPage('p1', [{ ...choice('which', [right, other]), prompt: 'What goes under the cut?' }]), result('end', [])],
    { title: 'Roadside' },
  );
  await signUp(page);
  const { id, address } = await live(page, asked);
  for (const which of ['a', 'b', 'b']) await take(page, address, { do: 'go', page: 'p1', answers: { which: [which] } });

  await findings(page, id, 'Questions');
  await page.locator('summary').filter({ hasText: 'What goes under the cut?' }).press('Enter');
  await page.getByRole('button', { name: 'Try it on old runs' }).press('Enter');
  await expect(page.getByText('Of 3 finished runs, 2 would have more marks.')).toBeVisible();
  expect(await axeFinds(page)).toEqual([]);

  await findings(page, id, 'New key');
  await expect(page.getByText('Every finished run is scored by the key of edition 1, the live one.')).toBeVisible();
  const at = ['pages', 'p1', 'blocks', 'which', 'options', 'b'];
  const edit = { name: 'credit', ops: [{ op: 'set', at, field: ['credit'], to: 1 }] };
  const sent = await page.request.post(`${world().app}/api/quizzes/${id}/edits`, {
    data: { base: 0, edits: [{ id: 'key-edit-1', edit }] },
    headers: { origin: world().app },
  });
  expect(sent.ok(), await sent.text()).toBe(true);
  await page.goto(`${world().app}/quizzes/${id}/write`);
  await alive(page);
  await publish(page, 2);

  await findings(page, id, 'New key');
  await expect(page.getByText(/^3 finished runs of older editions are scored by an older key/)).toBeVisible();
  await page.getByRole('button', { name: 'See what would change' }).press('Enter');
  const changes = page.getByRole('region', { name: 'What changes' });
  await expect(changes.getByText('2 of 3 finished runs would come out otherwise.')).toBeVisible();
  await expect(changes.getByRole('row', { name: /^What goes under the cut/ })).toContainText(/2\s*0$/);
  await expect(changes.getByRole('row', { name: /1 instead of 0/ })).toHaveCount(2);
  await sound(page, 'New key');
  await changes.getByRole('button', { name: 'Score them by it' }).press('Enter');
  await expect(changes.getByText('2 of 3 finished runs came out otherwise.')).toBeVisible();

  // A person of whom that is true, and what is noted about them.
  await findings(page, id, 'People');
  await page.getByRole('list', { name: 'People, the newest first' }).getByRole('button').first().press('Enter');
  await expect(page.getByText(/scored by the key of edition 2/)).toBeVisible();
  await expect(page.getByRole('row', { name: /What goes under the cut/ })).toContainText('right, 1 of 1');
  await page.getByLabel('Note to yourselves; nobody else sees it').fill('Rings on Friday.');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('status').filter({ hasText: 'Kept.' })).toBeVisible();
  await findings(page, id, 'People');
  await page.getByRole('list', { name: 'People, the newest first' }).getByRole('button').first().press('Enter');
  await expect(page.getByLabel('Note to yourselves; nobody else sees it')).toHaveValue('Rings on Friday.');
  await sound(page, 'one person');

  await findings(page, id, 'New key');
  await page.getByRole('button', { name: 'Undo all of it' }).press('Enter');
  await expect(page.getByText(/Edition 2: undone/)).toBeVisible();
  await findings(page, id, 'People');
  await page.getByRole('list', { name: 'People, the newest first' }).getByRole('button').first().press('Enter');
  await expect(page.getByRole('row', { name: /What goes under the cut/ })).toContainText('wrong, 0 of 1');
});

const OPTIONS = ['a', 'b', 'c', 'd'];
const QUESTIONS = ['one', 'two', 'three', 'four'];
/** Half of them keep to the first answers, half to the last. */
const answers = (i: number) =>
  Object.fromEntries(
    QUESTIONS.map((id, at) => [
      id,
      [at === Math.floor(i / 2) % 12 ? (OPTIONS[1 + (i % 2)] ?? '') : i % 2 === 0 ? 'a' : 'd'],
    ]),
  );

test('groups who answer alike are found and named, and a visitor learns what spoke for it and how they stand', async ({
  page,
}) => {
  test.slow();
  const asked = quiz(
    [
      quizPage(
        'p1',
        QUESTIONS.map((id) => ({
          ...choice(
            id,
            OPTIONS.map((o, i) =>
              option(o, { wild: i, far: i, x: i === 0 ? 1 : 0, y: i === 3 ? 1 : 0 }, { text: `Road ${o}` }),
            ),
          ),
          prompt: `Which way ${id}?`,
        })),
      ),
      result('end', [
        { id: 'v1', kind: 'verdict', verdict: 'v' },
        { id: 'w1', kind: 'why', verdict: 'v' },
        { id: 's1', kind: 'standing', of: 'wild' },
      ]),
    ],
    {
      title: 'Ways',
      scales: [
        { id: 'wild', name: 'Wildness' },
        { id: 'far', name: 'Distance' },
      ],
      verdicts: [{ ...strongest('v', ['x', 'y']), name: 'Kind of rider' }],
    },
  );
  await signUp(page);
  const { id, address } = await live(page, asked);
  const sent = (i: number): Sent => ({ do: 'go', page: 'p1', answers: answers(i) });
  for (let i = 0; i < 64; i++) await take(page, address, sent(i));

  await findings(page, id, 'Patterns');
  const alike = page.getByRole('region', { name: 'Visitors who answer alike' });
  await expect(alike.getByText(/^64 runs fall into 2 groups/)).toBeVisible();
  await expect(alike.getByText(/answer “Road d” to “Which way three\?”, of the others 0%/)).toBeVisible();
  const named = alike.getByLabel('Name of group 1');
  await named.fill('The early ones');
  await named.press('Enter');
  const links = page.getByRole('region', { name: 'Scales against each other' });
  await expect(links.getByText(/have strongly more of the other.*r 1\.00/)).toBeVisible();
  await sound(page, 'patterns');
  await findings(page, id, 'Patterns');
  await expect(alike.getByLabel('Name of group 1')).toHaveValue('The early ones');

  // Between two scores, in the sentence.
  const sentence = page.getByRole('group', { name: 'Which runs', exact: true });
  await sentence.getByRole('button', { name: /^Only those who/ }).press('Enter');
  await page.getByRole('menuitem', { name: 'lie between two scores' }).press('Enter');
  await expect(sentence).toContainText(/whoever lies between 50%.* and 100%.* of/);
  await page.getByRole('radio', { name: 'Journey' }).click();
  const finished = page.getByRole('region', { name: 'Journey' }).getByRole('listitem').filter({ hasText: 'Finished' });
  await expect(finished).toContainText('32');
  await page.getByRole('button', { name: 'All again' }).press('Enter');
  await expect(finished).toContainText('64');

  const visitor = await somebodyElse(page, { viewport: { width: 390, height: 844 } });
  await visitor.goto(`${world().app}/q/${address}`);
  for (const name of QUESTIONS)
    await visitor
      .getByRole('group', { name: `Which way ${name}?` })
      .getByRole('radio', { name: 'Road d' })
      .check();
  await visitor.getByRole('button', { name: 'See my result' }).click();
  await expect(visitor.getByRole('heading', { name: 'What spoke for it' })).toBeVisible();
  await expect(visitor.getByText('Which way two?')).toBeVisible();
  await expect(visitor.getByText(/^Higher than \d+ of 100$/)).toBeVisible();
  expect(await axeFinds(visitor)).toEqual([]);
  await visitor.setViewportSize({ width: 320, height: 700 });
  await fits(visitor, 'result');
});

test('Score tells which questions decide, and what hangs on a weight', async ({ page }) => {
  await enterDemo(page);
  await page.goto(`${world().app}/quizzes/tourer/score`);
  await alive(page);
  await expect(page.getByRole('columnheader', { name: 'decides' })).toBeVisible();
  const cell = page.getByTitle(/^Another answer to this alone turns .* for \d+%/).first();
  await expect(cell).toHaveText(/\d+%/);
  await page
    .getByRole('gridcell', { name: /Ridge seeker/ })
    .first()
    .click();
  await expect(page.getByText(/One more turns \d+% of rehearsed visitors|One more or less turns no/)).toBeVisible();
  expect(await axeFinds(page)).toEqual([]);
});
