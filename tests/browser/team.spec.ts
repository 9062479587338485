import { expect, test } from '@playwright/test';
import { addressIn, alive, signUp, somebodyElse, startQuiz } from './people';
import { world } from './servers';

const team = '/team';

test('a colleague is invited by mail, reads the answers, writes later, and leaves', async ({ page }) => {
  await signUp(page);
  await startQuiz(page, 'Which loaf?', ['Rye', 'Spelt']);
  const guest = await somebodyElse(page);
  const { email } = await signUp(guest);

  await page.goto(world().app + team);
  await alive(page);
  await page.getByLabel('E-mail').fill(email);
  await page.getByRole('button', { name: 'What they may do' }).click();
  await page.getByRole('option', { name: 'may look, and read the answers' }).click();
  await page.getByRole('button', { name: 'Invite them' }).click();
  await expect(page.getByText(`A letter is on its way to ${email}.`)).toBeVisible();
  await expect(page.getByRole('region', { name: 'Who is invited' })).toContainText(email);

  const address = await addressIn(email, 'Pia invites you');
  await guest.goto(address);
  await alive(guest);
  await expect(guest.getByRole('heading', { name: 'Pia invites you to Pia’s quizzes' })).toBeVisible();
  await guest.getByRole('button', { name: 'Come in' }).click();
  await guest.getByRole('link', { name: 'Which loaf?' }).click();
  await expect(guest.getByLabel('Question 1', { exact: true })).toHaveValue('Which loaf?');
  // Two who are in the same quiz see each other, and where.
  const mine = await page.context().newPage();
  await mine.goto(guest.url());
  await guest.getByLabel('Question 1', { exact: true }).focus();
  await expect(mine.getByText('Pia is here too')).toBeVisible();
  await expect(mine.getByText('Pia is here', { exact: true })).toBeVisible();
  await expect(guest.getByText('Pia is here too')).toBeVisible();
  await mine.close();
  // Whoever may only look is told so, and nothing of what they type is kept.
  await guest.getByLabel('Question 1', { exact: true }).fill('Which bread?');
  await expect(guest.getByText('You may look at this, but not change it.')).toBeVisible();
  await expect(guest.getByLabel('Question 1', { exact: true })).toHaveValue('Which loaf?');
  await page.goto(`${world().app}/quizzes`);
  await expect(page.getByRole('link', { name: 'Which loaf?' })).toBeVisible();

  await page.goto(world().app + team);
  await alive(page);
  const people = page.getByRole('region', { name: 'Who is here' });
  await expect(people.getByRole('listitem')).toHaveCount(2);
  await people.getByRole('button', { name: 'What Pia may do' }).last().click();
  await page.getByRole('option', { name: 'may write and publish' }).click();
  await expect(people.getByRole('button', { name: 'What Pia may do' }).last()).toContainText('may write and publish');
  // For some quizzes alone: of the others nothing is seen, by their address neither.
  const quiz = guest.url();
  await people.getByRole('button', { name: 'Which quizzes Pia is here for' }).click();
  await page.getByRole('option', { name: 'these alone' }).click();
  await expect(people.getByText('nothing is seen of the others')).toBeVisible();
  await guest.goto(`${world().app}/quizzes`);
  await expect(guest.getByText('There is no quiz here yet')).toBeVisible();
  await guest.goto(quiz);
  await expect(guest.getByRole('heading', { name: 'This is not here.' })).toBeVisible();
  await people.getByText('Which loaf?').click();
  await expect(people.getByText('nothing is seen of the others')).toBeHidden();
  await guest.reload();

  // They talk about a wording, at its place.
  const question = guest.getByLabel('Question 1', { exact: true });
  await alive(guest);
  await expect(question).toHaveValue('Which loaf?');
  await question.focus();
  await guest.getByRole('button', { name: 'Comment on this' }).click();
  const talk = guest.getByRole('dialog', { name: 'Comments on this' });
  await expect(talk.getByLabel('What should the others know?')).toBeFocused();
  await guest.keyboard.type('Bread, or loaf?');
  await talk.getByRole('button', { name: 'Say it' }).click();
  await expect(talk.getByLabel('What was said')).toContainText('Bread, or loaf?');
  const writer = await page.context().newPage();
  await writer.goto(quiz);
  await alive(writer);
  await writer.getByRole('button', { name: '1 comment' }).last().click();
  const heard = writer.getByRole('dialog', { name: 'Comments on this' });
  await heard.getByRole('button', { name: 'Answer' }).click();
  await writer.keyboard.type('Loaf. It is a bakery.');
  await heard.getByRole('button', { name: 'Answer' }).click();
  await expect(heard.getByLabel('What was said')).toContainText('Loaf. It is a bakery.');
  await expect(talk.getByLabel('What was said')).toContainText('Loaf. It is a bakery.');
  await talk.getByRole('button', { name: 'Done with' }).click();
  await guest.keyboard.press('Escape');
  await expect(guest.getByRole('button', { name: /^1 comment/ })).toHaveCount(0);
  await writer.close();

  // Leaving asks once; whoever thinks better of it has changed nothing.
  await people.getByRole('button', { name: 'Leave this workspace' }).click();
  await expect(people.getByRole('button', { name: 'Stay' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(people.getByRole('button', { name: 'Leave this workspace' })).toBeFocused();
  await page.keyboard.press('Enter');
  await people.getByRole('button', { name: 'Leave for good' }).click();
  await expect(page.getByText('This is your only workspace')).toBeVisible();

  await guest.goto(address);
  await expect(guest.getByRole('heading', { name: 'This invitation is over' })).toBeVisible();
  await guest.goto(world().app + team);
  await alive(guest);
  await expect(guest.getByRole('button', { name: 'Invite them' })).toBeHidden();
  await guest.getByRole('button', { name: 'Leave this workspace' }).click();
  await guest.getByRole('button', { name: 'Leave for good' }).click();
  await expect(guest.getByText('There is no quiz here yet')).toBeVisible();
});
