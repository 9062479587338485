/** Nobody gets in: what belongs to one workspace is not there for another, whatever is asked. */
import { editsSince, keepEdits } from '../../server/editing/edit-quiz';
import { findingsOf, listPeople, readPerson } from '../../server/results/findings';
import { runsAsCsv } from '../../server/results/runs-table';
import { arrives, arrivesAsPage } from '../../server/letters/arrives';
import { letterAsFile, letterAsPage, sendAgain, sendFailedAgain, sendTest, trayOf } from '../../server/letters/mail';
import { listEditions, publishQuiz } from '../../server/publishing/publish-quiz';
import { getQuiz } from '../../server/accounts/own-quiz';
import { copyQuiz, deleteQuiz, listQuizzes, restoreQuiz } from '../../server/editing/quizzes';
import type { Membership } from '../../db/queries/members';
import { contact, go, published, somebody, visit } from './world';

const edit = { name: 'set-title', ops: [{ op: 'set' as const, at: [], field: ['title'], to: 'Mine now' }] };

describe('somebody of another workspace', () => {
  const attempts: [
    string,
    (stranger: Membership, quizId: string, ids: { run: string; letter: string }) => Promise<unknown>,
  ][] = [
    ['opens the quiz', (m, q) => getQuiz(m, q)],
    ['edits it', (m, q) => keepEdits(m, q, 0, [{ id: 'edit-0001', edit }])],
    ['asks for its edits', (m, q) => editsSince(m, q, 0)],
    ['publishes it', (m, q) => publishQuiz(m, q, 0)],
    ['copies it', (m, q) => copyQuiz(m, q)],
    ['deletes it', (m, q) => deleteQuiz(m, q)],
    ['brings it back', (m, q) => restoreQuiz(m, q)],
    ['reads its findings', (m, q) => findingsOf(m, q)],
    ['lists its people', (m, q) => listPeople(m, q)],
    ['reads one of them', (m, q, { run }) => readPerson(m, q, run)],
    ['takes the table of runs', (m, q) => runsAsCsv(m, q).next()],
    ['looks into its tray', (m, q) => trayOf(m, q)],
    ['reads its letters as they would arrive', (m, q) => arrives(m, q, 'm', undefined)],
    ['looks at them', (m, q) => arrivesAsPage(m, q, 'm', { who: undefined, isDark: false })],
    ['reads one of its letters', (m, q, { letter }) => letterAsPage(m, q, letter)],
    ['takes one of its letters out', (m, q, { letter }) => letterAsFile(m, q, letter)],
    ['sends all again', (m, q) => sendFailedAgain(m, q)],
    ['sends a test of its letter', (m, q) => sendTest(m, q, { message: 'm', to: 'me@example.com' })],
    ['sends one of its letters again', (m, q, { letter }) => sendAgain(m, q, letter)],
  ];
  it.each(attempts)('%s: it is not there', async (_name, attempt) => {
    const at = await published();
    await visit(at.address, go('p1', { q1: ['a'] }), go('p2', { q2: ['a'] }), contact({ email: 'ida@example.com' }, 1));
    const run = (await listPeople(at.member, at.quizId)).people[0]?.runId ?? '';
    const letter = (await trayOf(at.member, at.quizId)).letters[0]?.id ?? '';
    await expect(attempt(await somebody('Stranger'), at.quizId, { run, letter })).rejects.toMatchObject({
      status: 404,
    });
    expect((await getQuiz(at.member, at.quizId)).draft.title).toBe('A quiz');
  });
  it('sees none of it in lists', async () => {
    const at = await published();
    const stranger = await somebody('Stranger');
    expect(await listQuizzes(stranger)).toEqual([]);
    await expect(listEditions(stranger, at.quizId)).rejects.toMatchObject({ status: 404 });
  });
});

describe('somebody who may only look', () => {
  it.each<[string, (reader: Membership, quizId: string) => Promise<unknown>]>([
    ['publish', (m, q) => publishQuiz(m, q, 0)],
    ['delete', (m, q) => deleteQuiz(m, q)],
    ['copy', (m, q) => copyQuiz(m, q)],
    ['send letters', (m, q) => sendTest(m, q, { message: 'm', to: 'me@example.com' })],
  ])('may not %s', async (_name, attempt) => {
    const at = await published();
    await expect(attempt({ ...at.member, role: 'reader' }, at.quizId)).rejects.toMatchObject({ status: 403 });
  });
});
