/** What a result page tells of others: how they answered, and how one stands among them. */
import { countRuns } from '../../server/results/count-runs';
import { findRun } from '../../server/visitor/take-step';
import { choice, option, page, quiz, result } from '../quizzes';
import { go, published, visit } from './world';

const items = ['a', 'b', 'c'].map((id) => ({ id, text: id }));
const asked = quiz(
  [
    page('p1', [
      choice('q', [option('a', { s: 0 }), option('b', { s: 1 }), option('c', { s: 2 })]),
      { id: 'o', kind: 'order', prompt: 'In which order?', items },
    ]),
    result('end', [
      { id: 'st', kind: 'standing', of: 's' },
      { id: 'ch', kind: 'chart', question: 'o' },
    ]),
  ],
  { scales: [{ id: 's', name: 'Wilder' }] },
);

it('is told once thirty have finished, and tells of an order what others did, not what is right', async () => {
  const { member, quizId, address } = await published(asked);
  const took = (q: string) => visit(address, go('p1', { q: [q], o: ['b', 'a', 'c'] }));
  const tokens: string[] = [];
  for (let i = 0; i < 29; i++) tokens.push((await took(['a', 'b'][i % 2] ?? 'a')).token);
  await countRuns(member.workspaceId, quizId);
  const blocks = async (token = '') => (await findRun(address, token)).view.page?.blocks ?? [];
  // Of so few nothing is told.
  expect((await blocks(tokens[0])).map(({ kind }) => kind)).toEqual(['chart']);
  expect(await blocks(tokens[0])).toMatchObject([
    {
      others: { answered: 29 },
      drawing: { as: 'places', keyed: false, items: [{ id: 'b', first: 29 }, { id: 'a' }, { id: 'c' }] },
    },
  ]);
  const last = await took('c');
  await countRuns(member.workspaceId, quizId);
  expect((await blocks(last.token))[0]).toEqual({ kind: 'standing', id: 'st', name: 'Wilder', higherThan: 96 });
  expect((await blocks(tokens[0]))[0]).toMatchObject({ higherThan: 0 });
  expect((await blocks(tokens[1]))[0]).toMatchObject({ higherThan: 50 });
});
