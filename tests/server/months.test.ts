/** Runs by the month in which they were started: where they lie, and how a month that lies behind is put away as a file. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { and, eq, sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import { KeptReader } from '../../core/formats/kept-runs';
import { dropMonth, makeMonth, makeMonths, monthAfter, monthOf, monthsThere } from '../../db/months';
import { deleteWorkspace } from '../../db/queries/members';
import { contacts, letters, runFiles, runs } from '../../db/schema';
import { keepMonths, requirePast, takeWritten, writeMonth } from '../../server/operating/put-away';
import { putIn, takeOut } from '../../server/operating/workspace-file';
import { readConfig } from '../../server/platform/config';
import { prepareQueue } from '../../server/platform/jobs';
import { accessStanding, setAccess } from '../../server/publishing/access';
import { countRuns, recountRuns } from '../../server/results/count-runs';
import { findingsOf, listPeople } from '../../server/results/findings';
import { runsAsLines } from '../../server/results/runs-table';
import { wipeEverything } from '../../server/results/wipe';
import { findRun, openRun, takeStep } from '../../server/visitor/take-step';
import { database } from './own-database';
import { contact, go, newToken, type Published, published } from './world';

const OLD = new Date('2026-05-11T09:00:00Z');
const month = monthOf(OLD);
const folder = mkdtempSync(join(tmpdir(), 'yes-maybe-months-'));
afterAll(() => rmSync(folder, { recursive: true }));

beforeAll(() => prepareQueue(readConfig().databaseUrl));
beforeEach(() => database().transaction((tx) => makeMonth(tx, month)));

/** Somebody who takes a quiz to its end. @returns the token */
async function taken(at: Published, when: Date, email?: string, answer = 'a'): Promise<string> {
  const token = newToken();
  await openRun(at.address, token, {}, '', when);
  await takeStep(at.address, token, 1, go('p1', { q1: [answer] }), when);
  await takeStep(at.address, token, 2, go('p2', { q2: ['a'] }), when);
  if (email) await takeStep(at.address, token, 3, contact({ email }, 1), when);
  return token;
}
const runIds = async (at: Published) =>
  (await database().select({ id: runs.runId }).from(runs).where(eq(runs.workspaceId, at.member.workspaceId))).map(
    ({ id }) => id,
  );
/** In which partition rows of a table lie, of a workspace. */
async function placesOf(table: 'run_events' | 'letters' | 'deliveries', { member }: Published): Promise<string[]> {
  const { rows } = await database().execute<{ place: string }>(
    sql`select distinct tableoid::regclass::text as place from ${sql.raw(table)} where workspace_id = ${member.workspaceId} order by 1`,
  );
  return rows.map(({ place }) => place);
}
async function written(): Promise<string[]> {
  const lines: string[] = [];
  await writeMonth(month, (line) => Promise.resolve(void lines.push(line)));
  return lines;
}
async function* each(lines: string[]): AsyncGenerator<string> {
  for (const line of lines) yield await Promise.resolve(line);
}
const take = (lines: string[]) => takeWritten(each(lines));
/** Runs of a quiz that a file holds, as the command tells them. */
function told(lines: string[], quiz: string): unknown[] {
  const reader = new KeptReader();
  const found = lines.flatMap((line) => {
    const read = reader.read(line);
    return read?.quiz === quiz ? [JSON.parse(JSON.stringify(read.run)) as unknown] : [];
  });
  expect(reader.fault()).toBeNull();
  return found;
}
async function exported(at: Published): Promise<unknown[]> {
  let text = '';
  for await (const part of runsAsLines(at.member, at.quizId)) text += part;
  return text
    .trim()
    .split('\n')
    .filter((line) => line !== '')
    .map((line) => JSON.parse(line) as unknown);
}
const figures = async (at: Published) => {
  await countRuns(at.member.workspaceId, at.quizId);
  const { outcomes, journey } = (await findingsOf(at.member, at.quizId)) ?? {};
  return { outcomes, journey };
};

describe('where they lie', () => {
  it('what is sent in a run, and the letters about it, lie in the month in which it was started', async () => {
    const at = await published();
    await taken(at, OLD, 'ida@example.com');
    expect(await runIds(at)).toEqual([expect.stringMatching(new RegExp(`^s${month}-[2-9a-z]{16}$`))]);
    expect(await placesOf('run_events', at)).toEqual([`months.run_events_${month}`]);
    expect(await placesOf('letters', at)).toEqual([`months.letters_${month}`]);
    expect(await placesOf('deliveries', at)).toEqual([`months.deliveries_${month}`]);
  });

  it('a run that goes on in another month stays in its own', async () => {
    const at = await published();
    const token = newToken();
    await openRun(at.address, token, {}, '', OLD);
    const later = new Date(OLD.getTime() + 40 * 86_400_000);
    await takeStep(at.address, token, 1, go('p1', { q1: ['a'] }), later);
    expect(await placesOf('run_events', at)).toEqual([`months.run_events_${month}`]);
  });

  it('a run of a month that has no partition is one of none', async () => {
    const at = await published();
    const token = await taken(at, new Date('2031-01-05T09:00:00Z'), 'jo@example.com');
    expect(await runIds(at)).toEqual([expect.stringMatching(/^r-/)]);
    expect(await placesOf('run_events', at)).toEqual(['months.run_events_before']);
    expect(await placesOf('letters', at)).toEqual(['months.letters_before']);
    expect((await findRun(at.address, token)).seq).toBe(3);
  });

  it('a letter about a run is written once, in a month and before months', async () => {
    for (const when of [OLD, new Date('2031-01-05T09:00:00Z')]) {
      const at = await published();
      await taken(at, when, 'ida@example.com');
      const [one] = await database().select().from(letters).where(eq(letters.workspaceId, at.member.workspaceId));
      if (!one) throw new Error('no letter');
      // Under its own id, which is made of what it is about; before months by what it is about itself.
      const again = { ...one, letterId: when === OLD ? one.letterId : 'l-another' };
      expect(await database().insert(letters).values(again).onConflictDoNothing().returning()).toEqual([]);
    }
  });

  it('months are made ahead, and made once by however many', async () => {
    const now = new Date('2033-11-20T00:00:00Z');
    const made = await Promise.all([1, 2, 3].map(() => makeMonths(database(), now)));
    expect(new Set(made.flat())).toEqual(new Set(['3311', '3312', '3401']));
    expect(await monthsThere(database())).toEqual(expect.arrayContaining(['3311', '3312', '3401']));
    expect(await makeMonths(database(), now)).toEqual([]);
    expect(['3312', '2609', '2701'].map(monthAfter)).toEqual(['3401', '2610', '2702']);
  });
});

it('adding a month looks through nothing that was there before', async () => {
  const client = await database().$client.connect();
  const told: string[] = [];
  const hear = ({ message = '' }: { message?: string | undefined }) => void told.push(message);
  client.on('notice', hear);
  try {
    await client.query('begin; set local client_min_messages = debug1');
    await makeMonth(drizzle(client), '4101');
    await client.query('rollback');
  } finally {
    client.off('notice', hear);
    client.release();
  }
  const implied = told.filter((message) => message.includes('is implied by existing constraints'));
  expect(implied.map((message) => /partition "(\w+)"/.exec(message)?.[1]).sort()).toEqual([
    'deliveries_before',
    'letters_before',
    'run_events_before',
  ]);
});

describe('putting away', () => {
  it('what a month held is in the file, to the last figure, and its figures stay', async () => {
    const at = await published();
    await taken(at, OLD, 'ida@example.com');
    await taken(at, OLD, undefined, 'b');
    const going = await taken(at, new Date(), 'new@example.com');
    const before = { figures: await figures(at), exported: await exported(at) };
    const [first] = (await runIds(at)).sort();
    const file = {
      workspaceId: at.member.workspaceId,
      runId: first ?? '',
      fileId: 'f1',
      name: 'lane.txt',
      type: 'text/plain',
    };
    await database()
      .insert(runFiles)
      .values({ ...file, bytes: Buffer.from('lane'), size: 4, isSent: true });
    const lines = await written();
    expect(
      lines.filter((line) => line.includes('"name":"lane.txt"') && line.includes('"bytes":"\\\\x6c616e65"')),
    ).toHaveLength(1);
    expect(told(lines, at.quizId)).toEqual(before.exported.slice(0, 2));

    expect(await take(lines)).toEqual({ gone: expect.any(Number), stay: 0, isDropped: true });
    expect(await monthsThere(database())).not.toContain(month);
    expect(await figures(at)).toEqual(before.figures);
    await recountRuns(at.member.workspaceId, at.quizId);
    expect(await figures(at)).toEqual(before.figures);
    expect((await listPeople(at.member, at.quizId)).people).toHaveLength(1);
    expect(await exported(at)).toEqual(before.exported.slice(2));
    expect((await findRun(at.address, going)).seq).toBe(3);
    // A list of addresses is not what the room was needed for.
    const left = await database().select().from(contacts).where(eq(contacts.workspaceId, at.member.workspaceId));
    expect(left.map(({ email }) => email).sort()).toEqual(['ida@example.com', 'new@example.com']);
    expect((await accessStanding(at.member, at.quizId)).wipes).toMatchObject([{ what: 'away', runs: 2 }]);
    // Again with the same file: nothing is left to do.
    expect(await take(lines)).toEqual({ gone: 0, stay: 0, isDropped: true });
  });

  it('people go along where their quiz is one of which something is wiped', async () => {
    const at = await published();
    await taken(at, OLD, 'ida@example.com');
    await setAccess(at.member, at.quizId, { wipe: { what: 'traces', days: 3_000 } });
    await take(await written());
    expect(await database().select().from(contacts).where(eq(contacts.workspaceId, at.member.workspaceId))).toEqual([]);
  });

  it('a run that went on since, or was put in since, stays with its month', async () => {
    const at = await published();
    await taken(at, OLD);
    const token = newToken();
    await openRun(at.address, token, {}, '', OLD);
    await takeStep(at.address, token, 1, go('p1', { q1: ['b'] }), OLD);
    const lines = await written();
    await takeStep(at.address, token, 2, go('p2', { q2: ['a'] }), OLD);
    expect(await take(lines)).toEqual({ gone: expect.any(Number), stay: 1, isDropped: false });
    expect((await findRun(at.address, token)).seq).toBe(2);
    await takeStep(at.address, token, 3, contact({ email: 'kit@example.com' }, 1), OLD);
    expect((await figures(at)).outcomes).toMatchObject([{ decided: 1 }]);

    const late = await published();
    const more = await written();
    await taken(late, OLD);
    expect(await take(more)).toMatchObject({ stay: 0, isDropped: false });
    expect(await monthsThere(database())).toContain(month);
    expect(await runIds(late)).toHaveLength(1);
  });

  it('this month and the one before are refused, and what is no file of a month', async () => {
    const now = new Date('2026-03-31T23:00:00Z');
    for (const open of ['2603', '2602', '2704']) expect(() => requirePast(open, now)).toThrow('are not put away');
    expect(() => requirePast('2601', now)).not.toThrow();
    await expect(writeMonth('2501', () => Promise.resolve())).rejects.toThrow('There is no such month');
    await expect(take(['{"format":"yes-maybe workspace 1"}'])).rejects.toThrow('This is no file of a month');
    await expect(take([])).rejects.toThrow('This file is empty');
  });

  it('by hand: written, read again, taken out; a file that ends early takes nothing out', async () => {
    const at = await published();
    await taken(at, OLD, 'ida@example.com');
    const file = join(folder, 'may.jsonl.gz');
    const months = (...args: string[]) => {
      const { status, stdout, stderr } = spawnSync(
        process.execPath,
        ['--import', 'tsx', 'scripts/months.ts', ...args],
        {
          encoding: 'utf8',
          env: { ...process.env, DATABASE_URL: readConfig().databaseUrl },
        },
      );
      return { code: status, out: stdout, err: stderr };
    };
    expect(months().out).toMatch(/^2026-05 {2}\d+ runs {2}\d+\.\d MB$/m);
    expect(months('put-away', '2026-13', file)).toMatchObject({ code: 1, err: expect.stringContaining('is expected') });
    expect(months('put-away', '2026-05', file)).toMatchObject({
      code: 0,
      err: expect.stringContaining('2026-05 is gone'),
    });
    expect(await runIds(at)).toEqual([]);
    const listed = spawnSync(process.execPath, ['bin/yes-maybe.mjs', 'kept', file], { encoding: 'utf8' });
    expect(listed.stdout).toMatch(new RegExp(`${at.member.workspaceId} {2}${at.quizId} {2}1 runs`));

    await database().transaction((tx) => makeMonth(tx, month));
    await taken(at, OLD, 'jo@example.com');
    const half = join(folder, 'half.jsonl.gz');
    writeFileSync(half, readFileSync(file).subarray(0, 200));
    expect(months('put-away', '2026-05', half).code).toBe(1);
    expect(await runIds(at)).toHaveLength(1);
  }, 120_000);
});

it('a month of which all runs are wiped is dropped by itself', async () => {
  const at = await published();
  await taken(at, OLD);
  await setAccess(at.member, at.quizId, { wipe: { what: 'runs', days: 30 } });
  for (const { id } of await database().select({ id: runs.workspaceId }).from(runs))
    if (id !== at.member.workspaceId)
      await database()
        .delete(runs)
        .where(and(eq(runs.workspaceId, id)));
  expect((await keepMonths()).dropped).not.toContain(month);
  await wipeEverything();
  expect((await keepMonths()).dropped).toContain(month);
  expect(await monthsThere(database())).toContain(monthOf(new Date()));
});

it('a workspace is put in where its months are none yet', async () => {
  const at = await published();
  const token = newToken();
  await openRun(at.address, token, {}, '', OLD);
  await takeStep(at.address, token, 1, go('p1', { q1: ['a'] }), OLD);
  const lines: string[] = [];
  await takeOut(at.member.workspaceId, (line) => Promise.resolve(void lines.push(line)));
  await database().transaction((tx) => deleteWorkspace(tx, at.member.workspaceId));
  await database().delete(runs);
  expect(await database().transaction((tx) => dropMonth(tx, month))).toBe(true);
  await putIn(each(lines));
  expect(await placesOf('run_events', at)).toEqual([`months.run_events_${month}`]);
  await takeStep(at.address, token, 2, go('p2', { q2: ['a'] }));
  expect((await findRun(at.address, token)).seq).toBe(2);
});
