/** Answers that a person marks: found, marked all at once, and what follows from it. */
import { eq } from 'drizzle-orm';
import { sql } from 'drizzle-orm';
import type { Quiz } from '../../core/schema/quiz';
import { figuresOf } from '../../db/queries/figures';
import { letters, reviews } from '../../db/schema';
import { database } from './own-database';
import { countRuns, recountRuns } from '../../server/results/count-runs';
import { listPeople, readPerson } from '../../server/results/findings';
import { writeReleased } from '../../server/results/release-results';
import { mark, questionsToReview, toReview } from '../../server/results/reviews';
import { findRun } from '../../server/visitor/take-step';
import { page, quiz, result } from '../quizzes';
import { contact, go, type Published, published, smallQuiz, somebody, visit } from './world';

/** A long text of five marks, a word of which the rest waits, and a verdict by percent. */
function marked(held?: Quiz['delivery']['held']): Quiz {
  const { pages, messages } = smallQuiz();
  const form = pages[2];
  if (!form) throw new Error('There is no form.');
  return quiz(
    [
      page('p1', [
        { id: 'night', kind: 'essay', prompt: 'Tell us of a night outside.', review: true, marks: 5 },
        { id: 'patch', kind: 'text', prompt: 'What holds a torn tyre?', accept: ['boot'], reviewRest: true },
      ]),
      form,
      result('end', [
        { id: 'b', kind: 'verdict', verdict: 'v' },
        { id: 'a', kind: 'answers', marks: true },
      ]),
    ],
    {
      delivery: held ? { held } : {},
      messages,
      verdicts: [
        {
          id: 'v',
          name: 'Passed?',
          by: 'bands',
          scale: 'marks',
          unit: 'percent',
          outcomes: [
            { id: 'x', name: 'Not yet' },
            { id: 'y', name: 'Passed' },
          ],
          bands: [
            { from: 0, outcome: 'x' },
            { from: 60, outcome: 'y' },
          ],
        },
      ],
    },
  );
}
const took = ({ address }: Published, night: string, patch: string, email = 'ida@spoke.test') =>
  visit(address, go('p1', { night, patch }), contact({ email }, 1));
const figure = async ({ member, quizId }: Published, key: string): Promise<number> => {
  await countRuns(member.workspaceId, quizId);
  return (await figuresOf(database(), member.workspaceId, quizId)).get(key) ?? 0;
};
const runOf = async ({ member, quizId }: Published) => (await listPeople(member, quizId)).people[0]?.runId ?? '';

it('they wait by question, equal ones once, and are marked all at once', async () => {
  const at = await published(marked());
  await took(at, 'A long one', 'Banknote');
  await took(at, 'Another', ' banknote');
  await took(at, 'A third', 'boot');
  // Who has not finished may still change it.
  await visit(at.address, go('p1', { night: 'Half a one', patch: 'banknote' }));
  expect(await questionsToReview(at.member, at.quizId)).toEqual({
    questions: [
      { id: 'night', name: 'Tell us of a night outside.', waiting: 3 },
      { id: 'patch', name: 'What holds a torn tyre?', waiting: 2 },
    ],
  });
  const queue = await toReview(at.member, at.quizId, 'patch');
  expect(queue).toMatchObject({ of: 1, isAll: true, marked: [] });
  expect(queue.answers.map(({ words, count }) => [words.toLowerCase(), count])).toEqual([['banknote', 2]]);
  expect(await figure(at, 'right patch')).toBe(1);
  const after = await mark(at.member, at.quizId, 'patch', {
    words: 'BANKNOTE',
    marks: 1,
    note: ' It holds for a mile. ',
  });
  expect(after).toMatchObject({ done: 2, answers: [] });
  expect(after.marked).toHaveLength(1);
  expect(after.marked[0]?.runs).toHaveLength(2);
  expect(after.marked[0]).toMatchObject({ marks: 1, note: 'It holds for a mile.', by: 'Wren' });
  expect([await figure(at, 'waits patch'), await figure(at, 'pending patch')]).toEqual([0, 1]);
  expect(await figure(at, 'right patch')).toBe(3);
  // What the figures say follows from the runs alone.
  const all = async () =>
    [...(await figuresOf(database(), at.member.workspaceId, at.quizId))].filter(([, count]) => count > 0).sort();
  const counted = await all();
  await recountRuns(at.member.workspaceId, at.quizId);
  expect(await all()).toEqual(counted);
});

it('the visitor’s result, their place in the figures and their run follow, and taking back brings all of it back', async () => {
  const at = await published(marked());
  const { token } = await took(at, 'A long one', 'boot');
  const run = await runOf(at);
  expect([await figure(at, 'outcome v x'), await figure(at, 'outcome v y')]).toEqual([1, 0]);
  await mark(at.member, at.quizId, 'night', { runs: [run], marks: 4.5, note: 'Well told.' });
  expect([await figure(at, 'outcome v x'), await figure(at, 'outcome v y')]).toEqual([0, 1]);
  const seen = JSON.stringify((await findRun(at.address, token)).view.page?.blocks);
  expect(seen).toContain('"marks":"4.5 / 5"');
  expect(seen).toContain('"note":"Well told."');
  const person = await readPerson(at.member, at.quizId, run);
  expect(person.verdicts[0]?.outcomes).toEqual(['Passed']);
  expect(person.answers[0]?.marked).toMatchObject({ awarded: 4.5, by: { name: 'Wren', note: 'Well told.' } });
  const back = await mark(at.member, at.quizId, 'night', { runs: [run], marks: null });
  expect(back).toMatchObject({ answers: [{ words: 'A long one', count: 1 }], marked: [] });
  expect([await figure(at, 'outcome v x'), await figure(at, 'pending night')]).toEqual([1, 1]);
  expect(JSON.stringify((await findRun(at.address, token)).view)).not.toContain('Well told.');
  // Both times are kept, with who it was.
  const kept = await database().select().from(reviews).where(eq(reviews.runId, run));
  expect(kept.map(({ change, marks, by }) => [change, marks, by])).toEqual([
    [1, 4.5, at.member.userId],
    [2, null, at.member.userId],
  ]);
});

it('a person’s marks win over the key', async () => {
  const at = await published(marked());
  await took(at, 'A long one', 'boot');
  await mark(at.member, at.quizId, 'patch', { runs: [await runOf(at)], marks: 0 });
  expect(await figure(at, 'right patch')).toBe(0);
});

it('results that are kept back until then come with the last marks, and so do letters about them', async () => {
  const at = await published(marked('marked'));
  const { token } = await took(at, 'A long one', 'string');
  const run = await runOf(at);
  const held = async () => (await findRun(at.address, token)).view.page?.blocks[0];
  const written = async () => {
    const jobs = await database().execute<{ data: { workspaceId: string; quizId: string; runId?: string } }>(
      sql`select data from pgboss.job where name = 'release-results' and data->>'runId' = ${run}`,
    );
    for (const { data } of jobs.rows) await writeReleased(data);
    return (await database().select().from(letters).where(eq(letters.runId, run))).length;
  };
  expect(await held()).toMatchObject({ kind: 'held-back', until: 'marked' });
  await mark(at.member, at.quizId, 'night', { runs: [run], marks: 5 });
  expect(await held()).toMatchObject({ kind: 'held-back' });
  expect(await written()).toBe(0);
  await mark(at.member, at.quizId, 'patch', { words: 'string', marks: 0 });
  expect(await held()).toMatchObject({ kind: 'verdict' });
  expect(await written()).toBe(1);
  expect(await written()).toBe(1);
  // Where nothing waits, nothing is kept back.
  const [p1, ...rest] = marked('marked').pages;
  const pages = p1 ? [{ ...p1, blocks: p1.blocks.slice(1) }, ...rest] : [];
  const word = await published({ ...marked('marked'), pages });
  const { last } = await visit(word.address, go('p1', { patch: 'boot' }), contact({ email: 'a@b.test' }, 1));
  expect(JSON.stringify(last)).toContain('"kind":"verdict"');
});

it('nobody marks what is not theirs, is not there, goes on, has no marks, or with more than there are', async () => {
  const at = await published(marked());
  await took(at, 'A long one', 'boot');
  const run = await runOf(at);
  const no = (body: Parameters<typeof mark>[3], question = 'night', member = at.member) =>
    expect(mark(member, at.quizId, question, body)).rejects;
  await no({ runs: [run], marks: 1 }, 'night', await somebody()).toMatchObject({ status: 404 });
  await no({ runs: [run], marks: 1 }, 'night', { ...at.member, role: 'reader' }).toMatchObject({ status: 403 });
  await no({ runs: ['r-nothing'], marks: 1 }).toMatchObject({ status: 404 });
  await no({ words: 'nobody wrote this', marks: 1 }).toMatchObject({ status: 404 });
  await no({ runs: [run], marks: 1 }, 'nothing').toMatchObject({ status: 404 });
  await no({ runs: [run], marks: 6 }).toMatchObject({ status: 422, code: 'too-many' });
  await visit(at.address, go('p1', { night: 'Half', patch: 'x' }));
  await no({ runs: [await runOf(at)], marks: 1 }).toMatchObject({ status: 409 });
  const plain = await published(smallQuiz());
  await visit(plain.address, go('p1', { q1: ['a'] }), go('p2', { q2: ['a'] }), contact({ email: 'a@b.test' }, 1));
  await expect(mark(plain.member, plain.quizId, 'q1', { runs: [await runOf(plain)], marks: 1 })).rejects.toMatchObject({
    status: 422,
    code: 'no-marks',
  });
  expect(await database().select().from(reviews).where(eq(reviews.quizId, at.quizId))).toEqual([]);
});
