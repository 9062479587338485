/** Letters that are sent by processes that die, that come back, and that nobody needs any more. */
import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { POST } from '../../app/api/post/returned/route';
import type { Letter } from '../../core/schema/quiz';
import { lettersOf } from '../../db/queries/letters';
import { noteReturned, readReport } from '../../server/letters/returned';
import { sendLetter } from '../../server/letters/send-letters';
import { writeToList } from '../../server/letters/write-to-list';
import { database } from './own-database';
import { newId } from '../../server/platform/ids';
import { boss } from '../../server/platform/jobs';
import { addPeople } from '../../server/publishing/access';
import { openRun, takeStep } from '../../server/visitor/take-step';
import { type PostOffice, reportOf, startPostOffice } from '../../standins/post-office';
import { freePort } from '../browser/servers';
import { contact, go, newToken, type Published, published, smallQuiz, visit } from './world';

const folder = mkdtempSync(join(tmpdir(), 'yes-maybe-sending-'));
let office: PostOffice;
beforeAll(async () => {
  const smtpPort = await freePort();
  process.env['SMTP_URL'] = `smtp://127.0.0.1:${smtpPort}`;
  process.env['RETURNED_MAIL_KEY'] = KEY;
  office = await startPostOffice({ smtpPort, webPort: await freePort(), folder });
});
afterAll(async () => {
  await office.close();
  rmSync(folder, { recursive: true });
});

const KEY = 'only-for-tests-0123456789abcdefghij';
const all = (at: Published) => lettersOf(database(), at.member.workspaceId, at.quizId, { most: 6_000 });
const came = (): number => readdirSync(folder).length;
/** Looks again and again until something is so. */
async function until(isSo: () => boolean | Promise<boolean>): Promise<void> {
  while (!(await isSo())) await new Promise((resume) => setTimeout(resume, 50));
}

describe('invitations', () => {
  // `INVITED=5000` for as many as a shop has.
  const PEOPLE = Number(process.env['INVITED'] ?? 1_500);
  let sender: ChildProcess | undefined;
  afterEach(() => sender?.kill('SIGKILL'));
  const start = () =>
    (sender = spawn(process.execPath, ['--import', 'tsx', 'tests/server/sender-process.ts'], {
      // A test's environment is its own, and no child's by itself.
      env: { ...process.env, NODE_ENV: 'production' },
      stdio: 'inherit',
    }));

  it(`reach each of ${PEOPLE} people as one letter, though their sender is killed three times`, async () => {
    const at = await published();
    const typed = Array.from({ length: PEOPLE }, (_, i) => `rider${i}@list.test`).join('\n');
    await addPeople(at.member, at.quizId, typed);
    const round = { round: newId('round'), subject: 'Come and ride', words: 'Your own link:' };
    expect(await writeToList(at.member, at.quizId, round)).toEqual({ written: PEOPLE, unreachable: 0 });
    for (let killed = 1; killed <= 3; killed++) {
      const child = start();
      await until(() => came() >= (killed * PEOPLE) / 4);
      child.kill('SIGKILL');
      await once(child, 'close');
      // The same round is asked for once more by whoever saw nothing happen.
      expect((await writeToList(at.member, at.quizId, round)).written).toBe(0);
      // What was in its hands is given to another when its time is over: that is now.
      await database().execute(
        sql`update pgboss.job set started_on = started_on - interval '5 minutes' where state = 'active'`,
      );
      await (await boss()).maintain();
    }
    start();
    const { workspaceId } = at.member;
    await until(async () => {
      const { rows } = await database().execute(
        sql`select 1 from deliveries where workspace_id = ${workspaceId} and state <> 'delivered' limit 1`,
      );
      return rows.length === 0;
    });
    const ids = readdirSync(folder).map((file) => {
      const head = readFileSync(join(folder, file), 'latin1');
      return `${/^To: (.+)$/m.exec(head)?.[1]?.trim() ?? ''} ${/^Message-ID: (.+)$/m.exec(head)?.[1]?.trim() ?? ''}`;
    });
    const different = new Set(ids);
    expect(different.size).toBe(PEOPLE);
    expect(new Set([...different].map((one) => one.split(' ')[0])).size).toBe(PEOPLE);
    // What was handed over and not yet noted when its sender was killed comes again, as the same letter: no more than were on their way.
    expect(ids.length - different.size).toBeLessThanOrEqual(3 * 10);
  }, 300_000);
});

const letter = (more: Partial<Letter>): Letter => ({
  ...{ id: 'm', name: 'm', to: 'visitor', subject: 'Go on', body: 'You have stopped.' },
  ...more,
});

describe('a letter to who has not finished', () => {
  const asksFirst = () => {
    const quiz = smallQuiz();
    const [p1, p2, p3, end] = quiz.pages;
    return {
      ...quiz,
      pages: [p3, p1, p2, end].flatMap((page) => page ?? []),
      messages: [letter({ unfinished: true, after: 24 }), letter({ id: 'done', subject: 'Done' })],
    };
  };
  const later = new Date(Date.now() + 25 * 3_600_000);
  const send = (at: Published, letterId: string) =>
    sendLetter({ workspaceId: at.member.workspaceId, letterId }, { now: () => later });

  it('goes to who has stopped, once, and leads to where they were', async () => {
    const at = await published(asksFirst());
    const { token, last } = await visit(at.address, contact({ email: 'stops@spoke.test' }, 1));
    expect(last).not.toBeNull();
    // What they left is sent once more, as a phone does whose answer got lost.
    await takeStep(at.address, token, 1, contact({ email: 'stops@spoke.test' }, 1));
    const [waiting, ...others] = await all(at);
    expect(others).toEqual([]);
    expect(waiting?.dueAt?.getTime()).toBeGreaterThan(Date.now() + 23 * 3_600_000);
    await send(at, waiting?.letterId ?? '');
    expect((await all(at)).map(({ state }) => state)).toEqual(['delivered']);
  });

  it('does not go to who has finished meanwhile: they get what finishing causes', async () => {
    const at = await published(asksFirst());
    await visit(at.address, contact({ email: 'ends@spoke.test' }, 1), go('p1', { q1: ['a'] }), go('p2', { q2: ['a'] }));
    const written = await all(at);
    expect(written.map(({ messageId }) => messageId).sort()).toEqual(['done', 'm']);
    for (const { letterId } of written) await send(at, letterId);
    const states = Object.fromEntries((await all(at)).map(({ messageId, state }) => [messageId, state]));
    expect(states).toEqual({ m: 'needless', done: 'delivered' });
  });

  it('is not written to who has agreed to nothing', async () => {
    const at = await published(asksFirst());
    const token = newToken();
    await openRun(at.address, token, {}, 'test');
    await takeStep(at.address, token, 1, { do: 'go', page: 'p3', contact: { c: { skipped: true } } });
    expect(await all(at)).toEqual([]);
  });
});

describe('a letter that comes back', () => {
  const delivered = async () => {
    const at = await published({ ...smallQuiz(), messages: [letter({})] });
    await visit(at.address, go('p1', { q1: ['a'] }), go('p2', { q2: ['a'] }), contact({ email: 'gone@box.test' }, 1));
    const [one] = await all(at);
    await sendLetter({ workspaceId: at.member.workspaceId, letterId: one?.letterId ?? '' });
    const file = readdirSync(folder)
      .map((name) => readFileSync(join(folder, name)))
      .find((raw) => raw.toString('latin1').includes(`<${one?.letterId}.`));
    return { at, raw: file ?? Buffer.alloc(0) };
  };
  const hand = (body: string, key = KEY) =>
    POST(
      new Request('http://quiz.test/api/post/returned', {
        method: 'POST',
        headers: { authorization: `Bearer ${key}` },
        body,
      }),
    );

  it('has failed, in the words of whoever sent it back', async () => {
    const { at, raw } = await delivered();
    const stateOf = async () => (await all(at)).map(({ state, trouble }) => [state, trouble]);
    expect(await stateOf()).toEqual([['delivered', '']]);
    // A delay is no end, and a holiday notice no report.
    const delayed = reportOf('gone@box.test', raw, { action: 'delayed', status: '4.4.1' });
    expect(await (await hand(delayed)).json()).toEqual({ noted: false });
    expect(await noteReturned(Buffer.from('Subject: I am away\r\n\r\nUntil May.'))).toBe(false);
    expect((await hand(reportOf('gone@box.test', raw), 'another key')).status).toBe(401);
    expect(await stateOf()).toEqual([['delivered', '']]);
    const report = reportOf('gone@box.test', raw);
    for (let twice = 0; twice < 2; twice++) expect(await (await hand(report)).json()).toEqual({ noted: true });
    expect(await stateOf()).toEqual([['failed', 'It came back: 550 5.1.1 This box is closed']]);
  });

  it('is nobody’s when it is no letter of ours, and too long is refused', async () => {
    const forged = 'Message-ID: <l-nothing.w-nothing@yesmaybe.test>\r\n\r\n';
    expect(await noteReturned(Buffer.from(reportOf('x@y.test', Buffer.from(forged))))).toBe(false);
    expect(
      await readReport(Buffer.from(reportOf('x@y.test', Buffer.from('Message-ID: <a@b.test>\r\n\r\n')))),
    ).toBeNull();
    expect((await hand('x'.repeat(1_000_001))).status).toBe(413);
    // Parts within parts within parts, as deep as a million bytes allow.
    const nested = Array.from(
      { length: 15_000 },
      (_, i) => `Content-Type: multipart/report; boundary="b${i}"\r\n\r\n--b${i}\r\n`,
    );
    expect(await readReport(Buffer.from(nested.join('').slice(0, 1_000_000)))).toBeNull();
  });
});
