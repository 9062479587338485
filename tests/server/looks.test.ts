/** Looks of a workspace: kept, given to many quizzes, and changed in one place. */
import { database } from './own-database';
import { getQuiz } from '../../server/accounts/own-quiz';
import { keepEdits } from '../../server/editing/edit-quiz';
import { changeLook, dropLook, giveLook, keepLook, listLooks } from '../../server/editing/looks';
import { lockQuiz } from '../../db/queries/quizzes';
import { published, smallQuiz, somebody } from './world';

const lookOf = async (member: Awaited<ReturnType<typeof somebody>>, quizId: string) =>
  (await getQuiz(member, quizId)).draft.look;

it('a look that is kept is given to many, and changed in one place; a quiz that has gone its own way keeps its own', async () => {
  const member = await somebody();
  const [one, two, three] = [
    await published(smallQuiz(), member),
    await published(smallQuiz(), member),
    await published(smallQuiz(), member),
  ];
  const { id } = await keepLook(member, ' Of the house ', { ready: 'enamel', colours: { ink: '#102030' } });
  const given = await giveLook(member, id, [one.quizId, two.quizId, one.quizId]);
  expect(given).toEqual({ changed: 2 });
  expect(await giveLook(member, id, [one.quizId])).toEqual({ changed: 0 });
  expect(await lookOf(member, one.quizId)).toEqual({ ready: 'enamel', colours: { ink: '#102030' }, kept: id });
  // Two goes its own way, in one thing.
  const { revision, draft } = await getQuiz(member, two.quizId);
  const edit = {
    name: 'set-shape',
    ops: [{ op: 'set' as const, at: [], field: ['look', 'shape'], to: { corners: 'round' } }],
  };
  await keepEdits(member, two.quizId, revision, [{ id: 'edit-0001', edit }]);
  expect(await changeLook(member, id, { look: { ready: 'ticket' } })).toEqual({ changed: 1 });
  expect(await lookOf(member, one.quizId)).toEqual({ ready: 'ticket', kept: id });
  expect(await lookOf(member, two.quizId)).toEqual({ ...draft.look, shape: { corners: 'round' } });
  expect(await lookOf(member, three.quizId)).toEqual({});
  // What is live stays as it was published.
  const { looks, quizzes } = await listLooks(member);
  expect(quizzes).toHaveLength(3);
  expect(looks).toMatchObject([{ id, name: 'Of the house', look: { ready: 'ticket' } }]);
  expect(looks[0]?.worn.map(({ quiz, isOwn }) => [quiz, isOwn]).sort()).toEqual(
    [
      [one.quizId, false],
      [two.quizId, true],
    ].sort(),
  );
  await changeLook(member, id, { name: 'Of the shop' });
  expect((await listLooks(member)).looks[0]).toMatchObject({ name: 'Of the shop', look: { ready: 'ticket' } });
  await dropLook(member, id);
  expect(await lookOf(member, one.quizId)).toEqual({ ready: 'ticket', kept: id });
  expect((await listLooks(member)).looks).toEqual([]);
});

it('is a step that is kept like any other: windows that are open hear of it, and it can be taken back', async () => {
  const { member, quizId } = await published();
  const { id } = await keepLook(member, 'Of the house', { ready: 'enamel' });
  await giveLook(member, id, [quizId]);
  const { revision } = await getQuiz(member, quizId);
  expect(revision).toBe(1);
  const kept = await keepEdits(member, quizId, 0, []);
  expect(kept.since).toMatchObject([{ revision: 1, by: member.name, edit: { name: 'wear-look' } }]);
});

it('is of its workspace alone, and nothing changes where one of the quizzes is not', async () => {
  const { member, quizId } = await published();
  const other = await published();
  const { id } = await keepLook(member, 'Of the house', { ready: 'enamel' });
  await expect(giveLook(member, id, [quizId, other.quizId])).rejects.toMatchObject({ status: 404 });
  expect(await lookOf(member, quizId)).toEqual({});
  await expect(giveLook(other.member, id, [other.quizId])).rejects.toMatchObject({ status: 404 });
  await expect(changeLook(other.member, id, { look: {} })).rejects.toMatchObject({ status: 404 });
  await expect(dropLook(other.member, id)).rejects.toMatchObject({ status: 404 });
  expect((await listLooks(other.member)).looks).toEqual([]);
  const row = await database().transaction((tx) => lockQuiz(tx, other.member.workspaceId, other.quizId));
  expect(row?.draft.look).toEqual({});
  const bad: object = { colours: { ink: 'red; background: url(//x)' } };
  await expect(keepLook(member, 'Bad', bad)).rejects.toMatchObject({ status: 422 });
  await expect(changeLook(member, id, { look: bad })).rejects.toMatchObject({ status: 422 });
  await expect(keepLook({ ...member, isLimited: true }, 'Mine', {})).rejects.toMatchObject({ status: 403 });
});
