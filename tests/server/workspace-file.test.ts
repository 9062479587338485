/** A workspace taken out as a file, and put in again: every row as it was, or nothing at all. */
import { eq } from 'drizzle-orm';
import { deleteWorkspace } from '../../db/queries/members';
import { user, workspaces } from '../../db/schema';
import { putIn, takeOut } from '../../server/operating/workspace-file';
import { prepareQueue } from '../../server/platform/jobs';
import { readConfig } from '../../server/platform/config';
import { countRuns } from '../../server/results/count-runs';
import { findingsOf, listPeople } from '../../server/results/findings';
import { findRun, takeStep } from '../../server/visitor/take-step';
import { database } from './own-database';
import { contact, go, type Published, published, somebody, visit } from './world';

beforeAll(() => prepareQueue(readConfig().databaseUrl));

async function fileOf(workspaceId: string): Promise<string[]> {
  const lines: string[] = [];
  await takeOut(workspaceId, (line) => {
    lines.push(line);
    return Promise.resolve();
  });
  return lines;
}
async function* linesOf(lines: string[]): AsyncGenerator<string> {
  for (const line of lines) yield await Promise.resolve(line);
}
const put = (lines: string[]) => putIn(linesOf(lines));
const remove = (at: Published) => database().transaction((tx) => deleteWorkspace(tx, at.member.workspaceId));
const there = async (at: Published) =>
  (await database().select().from(workspaces).where(eq(workspaces.workspaceId, at.member.workspaceId))).length;

async function lively() {
  const at = await published();
  for (let n = 0; n < 3; n++)
    await visit(at.address, go('p1', { q1: ['a'] }), go('p2', { q2: ['b'] }), contact({ email: `v${n}@x.test` }, 1));
  const { token } = await visit(at.address, go('p1', { q1: ['b'] }));
  await countRuns(at.member.workspaceId, at.quizId);
  return { at, token };
}

it('every row comes back as it was, and visitors and figures go on', async () => {
  const { at, token } = await lively();
  const figures = await findingsOf(at.member, at.quizId);
  const before = await fileOf(at.member.workspaceId);
  await remove(at);
  expect(await there(at)).toBe(0);
  expect(await put(before)).toMatchObject({ workspace: at.member.workspaceId, letters: 3 });
  expect(await fileOf(at.member.workspaceId)).toEqual(before);

  expect((await findRun(at.address, token)).seq).toBe(1);
  await takeStep(at.address, token, 2, go('p2', { q2: ['a'] }));
  expect((await listPeople(at.member, at.quizId)).people).toHaveLength(4);
  expect((await findingsOf(at.member, at.quizId))?.outcomes).toEqual(figures?.outcomes);
});

it('a member who has an account there is that one; others get one', async () => {
  const { at } = await lively();
  const before = await fileOf(at.member.workspaceId);
  await remove(at);
  // As elsewhere: the same address, under another id.
  await database().update(user).set({ id: 'another-id' }).where(eq(user.id, at.member.userId));
  await put(before);
  const after = await fileOf(at.member.workspaceId);
  expect(after.join('\n').replaceAll('"another-id"', JSON.stringify(at.member.userId))).toBe(before.join('\n'));

  await remove(at);
  await database().delete(user).where(eq(user.id, 'another-id'));
  await put(before);
  expect(await fileOf(at.member.workspaceId)).toEqual(before);
});

describe('nothing is changed by', () => {
  it('a workspace that is here', async () => {
    const { at } = await lively();
    await expect(put(await fileOf(at.member.workspaceId))).rejects.toThrow('is here already');
  });

  it('an address that is taken', async () => {
    const { at } = await lively();
    const before = await fileOf(at.member.workspaceId);
    await remove(at);
    const other = await somebody();
    const row = before.find((line) => line.startsWith('addresses\t')) ?? '';
    await database().execute(
      `insert into addresses select '${at.address}', '${other.workspaceId}', 'q' where '${row}' <> ''`,
    );
    await expect(put(before)).rejects.toThrow('Something in addresses is here already');
    expect(await there(at)).toBe(0);
  });

  it.each([
    ['no file of a workspace', () => ['{"format":"something else"}']],
    ['no JSON', () => ['workspaces']],
    ['nothing', () => []],
    [
      'another version',
      (lines: string[]) => [(lines[0] ?? '').replace(/"tables":\d+/, '"tables":1'), ...lines.slice(1)],
    ],
    ['another workspace’s row', (lines: string[]) => [...lines, 'figures\t{"workspace_id":"w-other","quiz_id":"q"}']],
    ['a table that is none', (lines: string[]) => [...lines, 'pg_authid\t{"workspace_id":"x"}']],
    ['a half of it', (lines: string[]) => lines.filter((line) => !line.startsWith('quizzes\t'))],
  ])('%s', async (_, change) => {
    const { at } = await lively();
    const before = await fileOf(at.member.workspaceId);
    await remove(at);
    await expect(put(change(before))).rejects.toThrow();
    expect(await there(at)).toBe(0);
    await put(before);
    expect(await there(at)).toBe(1);
  });
});

it('there is no file of a workspace that is not there', async () => {
  await expect(fileOf("w' or true --")).rejects.toThrow('There is no workspace');
});
