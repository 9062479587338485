/** Runs of old scored by a newer key: seen before it is done, done in the background, undone whole. */
import { eq } from 'drizzle-orm';
import type { Quiz } from '../../core/schema/quiz';
import { figuresOf } from '../../db/queries/figures';
import { rescoredRuns } from '../../db/schema';
import { publishQuiz } from '../../server/publishing/publish-quiz';
import { keepEdits } from '../../server/editing/edit-quiz';
import { database } from './own-database';
import { getQuiz } from '../../server/accounts/own-quiz';
import { countRuns, recountRuns } from '../../server/results/count-runs';
import { listPeople, readPerson } from '../../server/results/findings';
import { beginRescoring, goThroughRuns, moveRescoring, readRescorings } from '../../server/results/rescorings';
import { whatIf } from '../../server/results/what-if';
import { findRun } from '../../server/visitor/take-step';
import { choice, option, page, quiz, result } from '../quizzes';
import { contact, go, type Published, published, smallQuiz, somebody, visit } from './world';

/** One question with a key, a contact form, and two results of which the second is for who has it right. */
function asked(): Quiz {
  const form = smallQuiz().pages[2];
  if (!form) throw new Error('There is no form.');
  return quiz(
    [
      page('p1', [choice('q1', [option('a', {}, { credit: 1 }), option('b'), option('c')])]),
      { ...form, routes: [{ when: { scale: 'marks', ge: 1 }, to: { page: 'well' } }] },
      result('end', [{ id: 'b1', kind: 'verdict', verdict: 'v' }]),
      result('well', [{ id: 'b2', kind: 'verdict', verdict: 'v' }]),
    ],
    {
      verdicts: [
        {
          ...{ id: 'v', name: 'Passed?', by: 'bands', scale: 'marks' },
          outcomes: [
            { id: 'x', name: 'Not yet' },
            { id: 'y', name: 'Passed' },
          ],
          bands: [
            { from: 0, outcome: 'x' },
            { from: 1, outcome: 'y' },
          ],
        },
      ],
    },
  );
}
const took = ({ address }: Published, answer: string, email: string) =>
  visit(address, go('p1', { q1: [answer] }), contact({ name: email.slice(0, 3), email }, 1));

/** Of the quiz above, an edition in which b is right as well, with runs of the first one: a, b, b, c. */
async function twoEditions() {
  const at = await published(asked());
  const tokens: string[] = [];
  for (const [i, answer] of ['a', 'b', 'b', 'c'].entries())
    tokens.push((await took(at, answer, `ida${i}@spoke.test`)).token);
  const ops = [{ op: 'set' as const, at: ['pages', 'p1', 'blocks', 'q1', 'options', 'b'], field: ['credit'], to: 1 }];
  await keepEdits(at.member, at.quizId, 0, [{ id: 'edit-0001', edit: { name: 'set-credit', ops } }]);
  await publishQuiz(at.member, at.quizId, (await getQuiz(at.member, at.quizId)).revision, { isSure: true });
  return { ...at, tokens };
}
const figures = async ({ member, quizId }: Published) => {
  await countRuns(member.workspaceId, quizId);
  const all = await figuresOf(database(), member.workspaceId, quizId);
  return { passed: all.get('outcome v y') ?? 0, right: all.get('right q1') ?? 0, finished: all.get('finished') };
};
const work = ({ member, quizId }: Published, rescoring: number, longest?: number) =>
  goThroughRuns({ workspaceId: member.workspaceId, quizId, rescoring }, longest);
const outcomes = async ({ member, quizId }: Published) =>
  (await listPeople(member, quizId)).people.map((p) => p.outcomes.join()).sort();

it('is looked at first, done afterwards, and undone whole', async () => {
  const at = await twoEditions();
  const { member, quizId } = at;
  const before = await figures(at);
  expect(before).toMatchObject({ passed: 1, finished: 4 });
  expect(await readRescorings(member, quizId)).toEqual({ edition: 2, runs: 4, rescorings: [] });

  await beginRescoring(member, quizId);
  await work(at, 1);
  const looked = await readRescorings(member, quizId);
  expect(looked.rescorings[0]).toMatchObject({
    ...{ rescoring: 1, edition: 2, state: 'seen', done: 4, of: 4, by: member.name },
    changes: {
      ...{ runs: 4, changed: 2, marks: { more: 2, fewer: 0, before: 1, after: 3 } },
      verdicts: [
        {
          outcomes: [
            { id: 'x', before: 3, after: 1 },
            { id: 'y', before: 1, after: 3 },
          ],
          moved: [{ from: 'Not yet', to: 'Passed', runs: 2 }],
        },
      ],
      questions: [{ id: 'q1', more: 2, fewer: 0 }],
    },
  });
  expect(looked.rescorings[0]?.changes?.who.map(({ name }) => name)).toEqual(['ida', 'ida']);
  // Nothing has changed by looking.
  expect(await figures(at)).toEqual(before);

  await moveRescoring(member, quizId, 1, { do: 'apply' });
  await work(at, 1);
  expect((await readRescorings(member, quizId)).rescorings[0]).toMatchObject({ state: 'applied', done: 4, of: 4 });
  expect(await figures(at)).toMatchObject({ passed: 3, finished: 4 });
  expect(await outcomes(at)).toEqual(['Not yet', 'Passed', 'Passed', 'Passed']);
  // The visitor comes to the result of those who passed, with what they left.
  const stands = await findRun(at.address, at.tokens[1] ?? '');
  expect(JSON.stringify(stands.view.page)).toContain('Passed');
  const [line] = (await listPeople(member, quizId)).people.filter(({ name }) => name === 'ida');
  expect(await readPerson(member, quizId, line?.runId ?? '')).toMatchObject({ edition: 1, keyEdition: 2 });
  // Counted anew it is the same.
  await recountRuns(member.workspaceId, quizId);
  expect(await figures(at)).toMatchObject({ passed: 3, finished: 4 });

  await moveRescoring(member, quizId, 1, { do: 'undo' });
  await work(at, 1);
  expect((await readRescorings(member, quizId)).rescorings[0]).toMatchObject({ state: 'undone' });
  expect(await figures(at)).toEqual(before);
  expect(await database().select().from(rescoredRuns).where(eq(rescoredRuns.quizId, quizId))).toEqual([]);
});

it('is stopped half way, and leaves nothing of it', async () => {
  const at = await twoEditions();
  const before = await figures(at);
  await beginRescoring(at.member, at.quizId);
  await work(at, 1);
  await moveRescoring(at.member, at.quizId, 1, { do: 'apply' });
  // Of what is stopped as much is undone as had been done: here all of it, since the stop came after the batch.
  await work(at, 1);
  await moveRescoring(at.member, at.quizId, 1, { do: 'undo' });
  await moveRescoring(at.member, at.quizId, 1, { do: 'stop' });
  await expect(moveRescoring(at.member, at.quizId, 1, { do: 'apply' })).rejects.toMatchObject({ status: 409 });
  await expect(beginRescoring(at.member, at.quizId)).rejects.toMatchObject({ code: 'under-way' });
  await work(at, 1);
  expect(await figures(at)).toEqual(before);
  // And here nothing, since it came before.
  await beginRescoring(at.member, at.quizId);
  await work(at, 2);
  await moveRescoring(at.member, at.quizId, 2, { do: 'apply' });
  await moveRescoring(at.member, at.quizId, 2, { do: 'stop' });
  await work(at, 2);
  expect((await readRescorings(at.member, at.quizId)).rescorings[0]).toMatchObject({ state: 'undone', of: 0 });
  expect(await figures(at)).toEqual(before);
});

it('goes on in another job, and does nothing twice', async () => {
  const at = await twoEditions();
  await beginRescoring(at.member, at.quizId);
  // No time at all: one batch each.
  await work(at, 1, 0);
  await work(at, 1, 0);
  await work(at, 1, 0);
  expect((await readRescorings(at.member, at.quizId)).rescorings[0]).toMatchObject({
    ...{ state: 'seen', done: 4 },
    changes: { runs: 4, changed: 2 },
  });
  await moveRescoring(at.member, at.quizId, 1, { do: 'apply' });
  await moveRescoring(at.member, at.quizId, 1, { do: 'apply' });
  await work(at, 1, 0);
  await work(at, 1, 0);
  expect(await figures(at)).toMatchObject({ passed: 3, finished: 4 });
});

it('is refused where there is nothing to be scored anew, and to who may only look', async () => {
  const at = await published(asked());
  await took(at, 'a', 'ida@spoke.test');
  await expect(beginRescoring(at.member, at.quizId)).rejects.toMatchObject({ status: 409, code: 'nothing-to-score' });
  await expect(beginRescoring({ ...at.member, role: 'reader' }, at.quizId)).rejects.toMatchObject({ status: 403 });
  await expect(readRescorings(await somebody(), at.quizId)).rejects.toMatchObject({ status: 404 });
});

describe('one more right answer', () => {
  it('is told by what it would change, and changes nothing', async () => {
    const at = await published(asked());
    for (const [i, answer] of ['a', 'b', 'b', 'c'].entries()) await took(at, answer, `ida${i}@spoke.test`);
    const before = await figures(at);
    expect(await whatIf(at.member, at.quizId, 'q1', { option: 'b' })).toMatchObject({
      ...{ runs: 4, changed: 2, isAll: true },
      verdicts: [{ moved: [{ from: 'Not yet', to: 'Passed', runs: 2 }] }],
    });
    expect(await figures(at)).toEqual(before);
    await expect(whatIf(at.member, at.quizId, 'q1', { option: 'z' })).rejects.toMatchObject({ status: 404 });
  });
});
