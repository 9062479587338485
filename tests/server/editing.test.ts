import type { Edit } from '../../core/document/edits';
import { editsSince, keepEdits } from '../../server/editing/edit-quiz';
import { editionOf } from '../../server/publishing/editions';
import { listStates, draftAt } from '../../server/editing/history';
import { goTo } from '../../core/document/go-to';
import { listEditions, publishQuiz } from '../../server/publishing/publish-quiz';
import { getQuiz } from '../../server/accounts/own-quiz';
import {
  copyQuiz,
  createQuiz,
  deleteQuiz,
  importQuiz,
  checkInBackground,
  listQuizzes,
  restoreQuiz,
} from '../../server/editing/quizzes';
import { newId } from '../../server/platform/ids';
import { published, smallQuiz, somebody, visit, go } from './world';

const prompt = (to: string, was?: string): Edit => ({
  name: 'set-prompt',
  ops: [
    { op: 'set', at: ['pages', 'p1', 'blocks', 'q1'], field: ['prompt'], to, ...(was === undefined ? {} : { was }) },
  ],
});
const hint = (to: string): Edit => ({
  name: 'set-hint',
  ops: [{ op: 'set', at: ['pages', 'p1', 'blocks', 'q1'], field: ['hint'], to }],
});

async function draft() {
  const member = await somebody();
  return { member, quizId: await importQuiz(member, { ...smallQuiz(), id: newId('quiz', 8) }, newId('at')) };
}

describe('edits', () => {
  it('are kept with their revision', async () => {
    const { member, quizId } = await draft();
    const kept = await keepEdits(member, quizId, 0, [
      { id: 'edit-0001', edit: prompt('One') },
      { id: 'edit-0002', edit: hint('Two') },
    ]);
    expect(kept).toMatchObject({
      revision: 2,
      refused: [],
      since: [
        { revision: 1, id: 'edit-0001' },
        { revision: 2, id: 'edit-0002' },
      ],
    });
    expect((await getQuiz(member, quizId)).draft.pages[0]?.blocks[0]).toMatchObject({ prompt: 'One', hint: 'Two' });
  });
  it('are kept once when they come twice', async () => {
    const { member, quizId } = await draft();
    const send = () => keepEdits(member, quizId, 0, [{ id: 'edit-0001', edit: prompt('One') }]);
    await send();
    expect(await send()).toMatchObject({ revision: 1, refused: [], since: [{ id: 'edit-0001' }] });
  });
  it('of two windows meet: what does not touch is kept, what does is refused by name', async () => {
    const { member, quizId } = await draft();
    await keepEdits(member, quizId, 0, [{ id: 'window-a-1', edit: prompt('From A', 'q1') }]);
    const b = await keepEdits(member, quizId, 0, [
      { id: 'window-b-1', edit: hint('From B') },
      { id: 'window-b-2', edit: prompt('From B', 'q1') },
    ]);
    expect(b.refused).toMatchObject([{ id: 'window-b-2', refusal: { code: 'changed' } }]);
    expect(b.since.map((e) => e.id)).toEqual(['window-a-1', 'window-b-1']);
    expect((await getQuiz(member, quizId)).draft.pages[0]?.blocks[0]).toMatchObject({
      prompt: 'From A',
      hint: 'From B',
    });
    expect((await editsSince(member, quizId, 1)).since.map((e) => e.id)).toEqual(['window-b-1']);
  });
  it('at the same moment come one after the other, none lost', async () => {
    const { member, quizId } = await draft();
    await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        keepEdits(member, quizId, 0, [
          {
            id: `edit-${String(i).padStart(4, '0')}`,
            edit: {
              name: 'add-topic',
              ops: [
                {
                  op: 'insert',
                  at: [],
                  list: 'topics',
                  item: { id: `t${i}`, name: 'T' } as { id: string },
                  after: null,
                },
              ],
            },
          },
        ]),
      ),
    );
    const row = await getQuiz(member, quizId);
    expect(row.revision).toBe(12);
    expect(row.draft.topics.map((t) => t.id).sort()).toEqual(Array.from({ length: 12 }, (_, i) => `t${i}`).sort());
  });
  it('from a window that knows more than the server are refused', async () => {
    const { member, quizId } = await draft();
    await expect(keepEdits(member, quizId, 9, [{ id: 'edit-0001', edit: prompt('x') }])).rejects.toMatchObject({
      status: 409,
      code: 'ahead',
    });
  });
  it('are refused to those who may only look', async () => {
    const { member, quizId } = await draft();
    await expect(
      keepEdits({ ...member, role: 'reader' }, quizId, 0, [{ id: 'edit-0001', edit: prompt('x') }]),
    ).rejects.toMatchObject({ status: 403 });
  });
});

describe('publishing', () => {
  it('makes editions 1, 2, 3 that never change', async () => {
    const { member, quizId } = await published();
    for (const [i, words] of ['Two', 'Three'].entries()) {
      const { revision } = await keepEdits(member, quizId, i, [{ id: `edit-000${i}`, edit: prompt(words) }]);
      expect(await publishQuiz(member, quizId, revision)).toBe(i + 2);
    }
    const prompts = await Promise.all(
      [1, 2, 3].map(async (n) => (await editionOf(member.workspaceId, quizId, n)).pages[0]?.blocks[0]),
    );
    expect(prompts).toMatchObject([{ prompt: 'q1' }, { prompt: 'Two' }, { prompt: 'Three' }]);
    expect((await listEditions(member, quizId)).map((e) => e.edition)).toEqual([3, 2, 1]);
  });
  it('of the same state twice makes one edition', async () => {
    const { member, quizId } = await published();
    expect(await publishQuiz(member, quizId, 0)).toBe(1);
    expect(await listEditions(member, quizId)).toHaveLength(1);
  });
  it('is stopped by errors, told with their place', async () => {
    const { member, quizId } = await draft();
    const { revision } = await keepEdits(member, quizId, 0, [{ id: 'edit-0001', edit: prompt('') }]);
    await expect(publishQuiz(member, quizId, revision)).rejects.toMatchObject({
      status: 422,
      details: [{ code: 'empty-text', where: ['p1', 'q1'] }],
    });
    expect((await getQuiz(member, quizId)).liveEdition).toBeNull();
  });
  it('does not publish unseen what another window changed', async () => {
    const { member, quizId } = await draft();
    await keepEdits(member, quizId, 0, [{ id: 'edit-0001', edit: prompt('Newer') }]);
    await expect(publishQuiz(member, quizId, 0)).rejects.toMatchObject({ status: 409, code: 'changed' });
  });
});

describe('the list of quizzes', () => {
  it('shows state and figures', async () => {
    const { member, quizId, address } = await published();
    await visit(address, go('p1', { q1: ['a'] }));
    await visit(address, go('p1', { q1: ['a'] }), go('p2', { q2: ['a'] }), {
      do: 'go',
      page: 'p3',
      contact: { c: { skipped: true } },
    });
    await visit(address);
    const [line] = await listQuizzes(member);
    expect(line).toMatchObject({ id: quizId, state: 'live', edition: 1, runs: 2, finished: 1, contacts: 0 });
    expect(line?.days.at(-1)).toBe(2);
    await keepEdits(member, quizId, 0, [{ id: 'edit-0001', edit: prompt('') }]);
    await checkInBackground(member.workspaceId);
    expect((await listQuizzes(member))[0]).toMatchObject({ state: 'changed', faults: { errors: 1 } });
  });
  it('starts a quiz from its first question', async () => {
    const member = await somebody();
    const id = await createQuiz(member, { prompt: 'Tea or coffee? ', answers: ['Tea', ' ', 'Coffee'] });
    const row = await getQuiz(member, id);
    expect(row.draft).toMatchObject({
      title: 'Tea or coffee?',
      pages: [
        { blocks: [{ prompt: 'Tea or coffee?', options: [{ text: 'Tea' }, { text: 'Coffee' }] }] },
        { stage: 'result' },
      ],
    });
    expect(row.address).toBe('tea-or-coffee');
  });
  it('copies without runs, deletes, and brings back', async () => {
    const { member, quizId, address } = await published();
    await visit(address, go('p1', { q1: ['a'] }));
    const copy = await copyQuiz(member, quizId);
    expect((await listQuizzes(member)).find((l) => l.id === copy)).toMatchObject({
      title: 'A quiz (copy)',
      state: 'draft',
      runs: 0,
    });
    await deleteQuiz(member, quizId);
    expect((await listQuizzes(member)).map((l) => l.id)).toEqual([copy]);
    await restoreQuiz(member, quizId);
    expect((await listQuizzes(member)).find((l) => l.id === quizId)).toMatchObject({ runs: 1, state: 'live' });
  });
  it('refuses a document that is no quiz, with its place', async () => {
    const member = await somebody();
    await expect(importQuiz(member, { ...smallQuiz(), pages: 'none' }, 'x')).rejects.toMatchObject({
      status: 422,
      message: expect.stringContaining('/pages') as string,
    });
  });
});

describe('earlier states', () => {
  const at = (minutes: number) => new Date(1_900_000_000_000 + minutes * 60_000);
  it('are kept when work pauses or somebody else goes on, and can be read by the workspace alone', async () => {
    const { member, quizId } = await draft();
    const edit = (n: number, minutes: number, who = member) =>
      keepEdits(who, quizId, n - 1, [{ id: `edit-000${n}`, edit: hint(`hint ${n}`) }], at(minutes));
    await edit(1, 0);
    await edit(2, 1);
    await edit(3, 30);
    await edit(4, 31, { ...member, name: 'Otto' });
    const states = await listStates(member, quizId);
    expect(states.map(({ revision, by }) => [revision, by])).toEqual([
      [3, member.name],
      [2, member.name],
      [0, member.name],
    ]);
    expect(states[0]?.at).toBe(at(30).toISOString());
    const state = await draftAt(member, quizId, 2);
    expect(state.pages[0]?.blocks[0]).toMatchObject({ hint: 'hint 2' });
    await expect(draftAt(member, quizId, 1)).rejects.toMatchObject({ status: 404 });
    const stranger = await somebody();
    await expect(listStates(stranger, quizId)).rejects.toMatchObject({ status: 404 });
    await expect(draftAt(stranger, quizId, 2)).rejects.toMatchObject({ status: 404 });

    const { draft: now, revision } = await getQuiz(member, quizId);
    const back = goTo('go-back', now, state);
    if (!back) throw new Error('it stands otherwise now');
    await keepEdits(member, quizId, revision, [{ id: 'edit-back', edit: back }], at(32));
    expect((await getQuiz(member, quizId)).draft).toEqual(state);
    expect(goTo('go-back', state, state)).toBeNull();
  });
});
