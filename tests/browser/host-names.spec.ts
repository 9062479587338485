/** A host name of the workspace's own: proven, its quizzes taken there; the studio and others' quizzes never. */
import { expect, test } from '@playwright/test';
import { alive, publish, signUp, somebodyElse, startQuiz, tab } from './people';
import { world } from './servers';

test('quizzes stand under a name of one’s own, and nothing else does', async ({ page }) => {
  // Names that end so lead to the machine itself (RFC 6761).
  const host = `quiz-${Date.now().toString(36)}.localhost`;
  const { port } = new URL(world().app);
  const at = (path: string) => `http://${host}:${port}${path}`;
  // Browsers know such names by themselves, and nobody else does.
  const asked = async (path: string, method = 'GET') =>
    (await page.request.fetch(world().app + path, { method, headers: { Host: `${host}:${port}` } })).status();
  await signUp(page);
  await startQuiz(page, 'Gravel or tarmac?', ['Gravel', 'Tarmac']);
  await publish(page);
  await tab(page, 'Publish').click();
  const address = await page.getByLabel('Web address').inputValue();

  await page.goto(`${world().app}/team`);
  await alive(page);
  const part = page.getByRole('region', { name: 'Host names' });
  await part.getByLabel('A host name').fill(`https://${host.toUpperCase()}/somewhere`);
  await part.getByRole('button', { name: 'Add it' }).click();
  await expect(part.getByRole('alert')).toContainText('This is no host name of yours');
  await part.getByLabel('A host name').fill(host);
  await part.getByLabel('A host name').press('Enter');
  await expect(part.getByText('not proven yet')).toBeVisible();
  await part.getByRole('button', { name: 'Look whether it is seen' }).click();
  await expect(part.getByText(/There is no text record at _yes-maybe/)).toBeVisible();
  expect(await asked(`/q/${address}`)).toBe(404);

  const name = (await part.getByLabel('Name of the record').textContent()) ?? '';
  const text = (await part.getByLabel('What the record says').textContent()) ?? '';
  await page.request.post(world().names, { form: { name, text } });
  await part.getByRole('button', { name: 'Look whether it is seen' }).click();
  await expect(part.getByText('your quizzes stand there')).toBeVisible();

  // Publish names it from now on, and a visitor takes the quiz there, from its first page to its result.
  await page.goBack();
  await page.reload();
  await expect(page.getByText(`http://${host}:${port}/q/`).first()).toBeVisible();
  const visitor = await somebodyElse(page);
  await expect(async () => expect((await visitor.goto(at(`/q/${address}`)))?.status()).toBe(200)).toPass();
  await alive(visitor);
  await visitor.getByLabel('Gravel').check();
  await visitor.getByRole('button', { name: 'See my result' }).click();
  await expect(visitor.getByText(/That was all|Thank you/).first()).toBeVisible();
  const plain = await somebodyElse(page, { javaScriptEnabled: false });
  await plain.goto(at(`/q/${address}`));
  await plain.getByLabel('Gravel').check();
  await plain.getByRole('button', { name: 'See my result' }).click();
  await expect(plain.getByText(/That was all|Thank you/).first()).toBeVisible();
  expect(new URL(plain.url()).hostname).toBe(host);

  // Others' quizzes do not stand there, and the studio does not answer, whoever asks.
  for (const path of [
    '/q/tourer',
    '/q/tourer/card',
    '/',
    '/quizzes',
    '/team',
    '/api/team',
    '/api/auth/get-session',
    '/gallery',
  ])
    expect([path, await asked(path)]).toEqual([path, 404]);
  expect(await asked('/api/auth/sign-in/email', 'POST')).toBe(404);
  // Nobody puts the name in by hand.
  const lying = await page.request.get(`${world().app}/q/tourer`, { headers: { 'x-yes-maybe-host': host } });
  expect(lying.status()).toBe(200);

  await page.goto(`${world().app}/team`);
  await alive(page);
  await part.getByRole('button', { name: `Take ${host} away` }).click();
  await expect(part.getByText(host, { exact: true })).toHaveCount(0);
  await expect(async () => expect(await asked(`/q/${address}`)).toBe(404)).toPass();
});
