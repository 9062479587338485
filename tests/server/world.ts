/** What server tests share: people with workspaces, quizzes, and visitors who take them. */
import { randomBytes } from 'node:crypto';
import type { Quiz } from '../../core/schema/quiz';
import type { Sent } from '../../core/flow/run';
import { choice, demoQuiz, option, page, quiz, result, strongest } from '../quizzes';
import { insertWorkspace, type Membership } from '../../db/queries/members';
import { user } from '../../db/schema';
import { database } from '../../server/platform/database';
import { newId } from '../../server/platform/ids';
import { publishQuiz } from '../../server/publishing/publish-quiz';
import { getQuiz } from '../../server/accounts/own-quiz';
import { importQuiz } from '../../server/editing/quizzes';
import { openRun, type StepTaken, takeStep } from '../../server/visitor/take-step';

/** Somebody with a workspace of their own. */
export async function somebody(name = 'Wren', role: Membership['role'] = 'owner'): Promise<Membership> {
  const userId = newId('person');
  const email = `${userId}@slowspoke.test`;
  await database().insert(user).values({ id: userId, name, email });
  const workspaceId = newId('w');
  await insertWorkspace(database(), { workspaceId, name: `${name}’s quizzes`, userId });
  return { workspaceId, workspace: '', userId, name, email, role, isLimited: false };
}

/** Two pages of choices, a contact form with consent, two outcomes, and a letter. */
export const smallQuiz = (): Quiz =>
  quiz(
    [
      page('p1', [choice('q1', [option('a', { x: 2 }), option('b', { y: 2 })])]),
      page('p2', [choice('q2', [option('a', { x: 1 }), option('b', { y: 1 })])]),
      page('p3', [
        {
          id: 'c',
          kind: 'contact',
          prompt: 'Where to?',
          fields: [
            { id: 'name', label: 'Name', format: 'name' },
            { id: 'email', label: 'E-mail', format: 'email', required: true },
          ],
          skippable: true,
          consent: { text: 'Yes, write to me.', version: 1, required: true },
        },
      ]),
      result('end', [{ id: 'b', kind: 'verdict', verdict: 'v' }]),
    ],
    {
      verdicts: [
        {
          ...strongest('v', ['x', 'y']),
          outcomes: [
            {
              id: 'x',
              name: 'Lane drifter',
              body: 'All about drifting',
              offer: { text: 'Loop', button: 'See it', url: 'https://slowspoke.test/lanes' },
            },
            { id: 'y', name: 'Ridge seeker', body: 'All about ridges' },
          ],
        },
      ],
      messages: [
        {
          id: 'm',
          name: 'Result',
          to: 'visitor',
          subject: {
            type: 'doc',
            content: [
              {
                type: 'paragraph',
                content: [
                  { type: 'text', text: 'You are a ' },
                  { type: 'insert', attrs: { value: 'outcome', ref: 'v', fallback: 'rider' } },
                ],
              },
            ],
          },
          body: {
            type: 'doc',
            content: [
              {
                type: 'paragraph',
                content: [
                  { type: 'text', text: 'Dear ' },
                  { type: 'insert', attrs: { value: 'firstName', fallback: 'rider' } },
                ],
              },
            ],
          },
        },
      ],
    },
  );

export type Published = { member: Membership; quizId: string; address: string };

/** A quiz in somebody's workspace, live as edition 1. */
export async function published(document: Quiz = smallQuiz(), member?: Membership): Promise<Published> {
  const owner = member ?? (await somebody());
  const quizId = await importQuiz(owner, { ...document, id: newId('quiz', 8) }, newId('at'));
  await publishQuiz(owner, quizId, 0, { isSure: true });
  return { member: owner, quizId, address: (await getQuiz(owner, quizId)).address };
}

export const newToken = () => randomBytes(24).toString('base64url');
export const go = (on: string, answers: Record<string, string[] | string> = {}): Sent => ({
  do: 'go',
  page: on,
  answers,
});
export const contact = (fields: Record<string, string>, consent?: number): Sent => ({
  do: 'go',
  page: 'p3',
  contact: { c: { fields, ...(consent ? { consent } : {}) } },
});

/** A visitor's pass: sends one thing after the other. */
export async function visit(address: string, ...sent: Sent[]): Promise<{ token: string; last: StepTaken | null }> {
  const token = newToken();
  await openRun(address, token, {}, 'test');
  let last: StepTaken | null = null;
  for (const [i, one] of sent.entries()) last = await takeStep(address, token, i + 1, one);
  return { token, last };
}

export { demoQuiz };
