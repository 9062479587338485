import { and, eq } from 'drizzle-orm';
import type { Door } from '../../core/access/door';
import type { Access } from '../../core/schema/access';
import { access, accessChanges, runs } from '../../db/schema';
import { database } from './own-database';
import {
  accessStanding,
  addPeople,
  listPage,
  moveTo,
  setAccess,
  setPasscode,
  setPerson,
} from '../../server/publishing/access';
import { countRuns } from '../../server/results/count-runs';
import { findingsOf } from '../../server/results/findings';
import { letterAsPage, trayOf } from '../../server/letters/mail';
import { writeToList } from '../../server/letters/write-to-list';
import { newId } from '../../server/platform/ids';
import { importQuiz, readIntoQuiz, writeQuizFile } from '../../server/editing/quizzes';
import { liveQuiz } from '../../server/publishing/editions';
import type { Key } from '../../server/visitor/admission';
import { openRun, takeStep } from '../../server/visitor/take-step';
import { go, newToken, published, smallQuiz, somebody } from './world';

type World = Awaited<ReturnType<typeof published>>;
const steps = [
  go('p1', { q1: ['a'] }),
  go('p2', { q2: ['a'] }),
  { do: 'go' as const, page: 'p3', contact: { c: { skipped: true as const } } },
];
const withAccess = async (settings: Access): Promise<World> => {
  const at = await published(smallQuiz());
  await setAccess(at.member, at.quizId, settings);
  return at;
};
const open = (at: World, key: Key = {}, now = new Date(), token = newToken()) =>
  openRun(at.address, token, {}, 'test', now, key);
/** Takes it to the end. */
async function take(at: World, key: Key = {}, now = new Date()): Promise<string> {
  const token = newToken();
  const { seq } = await open(at, key, now, token);
  for (const [i, one] of steps.slice(seq).entries()) await takeStep(at.address, token, seq + i + 1, one, now);
  return token;
}
/** What somebody stands before who may not. */
const doorOf = (work: Promise<unknown>): Promise<Door> =>
  work.then(
    () => {
      throw new Error('They were let in.');
    },
    (error: unknown) => {
      const { status, door } = error as { status?: number; door?: Door };
      expect(status).toBe(403);
      return door as Door;
    },
  );
const counted = async ({ quizId }: World) => {
  const rows = await database().select().from(runs).where(eq(runs.quizId, quizId));
  return { begun: rows.length, finished: rows.filter((r) => r.finishedAt).length };
};

describe('when it is open', () => {
  const week: Access = { from: '2027-03-22T09:00', until: '2027-03-26T16:00', zone: 'Europe/Vienna', grace: 30 };
  const [before, within, end] = ['2027-03-22T07:59:00Z', '2027-03-24T12:00:00Z', '2027-03-26T15:00:00Z'].map(
    (iso) => new Date(iso),
  ) as [Date, Date, Date];
  const later = (minutes: number) => new Date(end.getTime() + minutes * 60_000);

  it('nobody begins before it, or after it', async () => {
    const at = await withAccess({ ...week, words: { after: 'Until next year!' } });
    expect(await doorOf(open(at, {}, before))).toEqual({ why: 'before', opens: Date.parse('2027-03-22T08:00:00Z') });
    await open(at, {}, within);
    expect(await doorOf(open(at, {}, end))).toEqual({ why: 'after', words: 'Until next year!' });
  });
  it('those in the middle of it may finish within the time that is set, and not later', async () => {
    const at = await withAccess(week);
    const token = newToken();
    await open(at, {}, within, token);
    const [first, second, third] = steps as [(typeof steps)[0], (typeof steps)[0], (typeof steps)[0]];
    await takeStep(at.address, token, 1, first, within);
    await takeStep(at.address, token, 2, second, later(29));
    expect(await doorOf(takeStep(at.address, token, 3, third, later(30)))).toMatchObject({ why: 'after' });
    expect(await doorOf(open(at, {}, later(30), token))).toMatchObject({ why: 'after' });
  });
  it('is closed by hand at once, and opened again', async () => {
    const at = await withAccess({});
    await setAccess(at.member, at.quizId, { shut: new Date().toISOString().replace(/\.\d+/, ''), grace: 0 });
    expect(await doorOf(open(at))).toEqual({ why: 'shut' });
    await setAccess(at.member, at.quizId, {});
    await open(at);
  });
  it('takes no times that make no sense, and leaves everything as it was', async () => {
    const at = await withAccess(week);
    await expect(setAccess(at.member, at.quizId, { from: week.until, until: week.from })).rejects.toMatchObject({
      status: 422,
    });
    expect((await accessStanding(at.member, at.quizId)).settings).toEqual(week);
  });
});

describe('for so many', () => {
  it('exactly as many finish, of fifty who finish at once', async () => {
    const at = await withAccess({ most: 7 });
    const tokens = Array.from({ length: 50 }, newToken);
    await Promise.all(tokens.map((token) => open(at, {}, new Date(), token)));
    for (const [i, one] of steps.slice(0, 2).entries())
      await Promise.all(tokens.map((token) => takeStep(at.address, token, i + 1, one)));
    const ends = await Promise.allSettled(
      tokens.map((token) => takeStep(at.address, token, 3, steps[2] as (typeof steps)[0])),
    );
    expect(ends.filter((end) => end.status === 'fulfilled')).toHaveLength(7);
    for (const end of ends) if (end.status === 'rejected') expect(end.reason).toMatchObject({ door: { why: 'full' } });
    expect(await counted(at)).toEqual({ begun: 50, finished: 7 });
    expect(await doorOf(open(at))).toEqual({ why: 'full' });
    // Those who had no place finish where there is more room.
    await setAccess(at.member, at.quizId, { most: 8 });
    const late = tokens[ends.findIndex((end) => end.status === 'rejected')] as string;
    await takeStep(at.address, late, 3, steps[2] as (typeof steps)[0]);
    expect((await counted(at)).finished).toBe(8);
  });
  it('counts those who have finished before anything was set', async () => {
    const at = await published(smallQuiz());
    await take(at);
    await setAccess(at.member, at.quizId, { most: 1 });
    expect(await doorOf(open(at))).toEqual({ why: 'full' });
  });
});

describe('a passcode', () => {
  it('lets in whoever knows it, is kept as a hash, and is another one at once', async () => {
    const at = await withAccess({ who: 'passcode', words: { door: 'It is on the card.' } });
    expect(await doorOf(open(at, { passcode: 'lantern' }))).toMatchObject({ why: 'passcode', isWrong: true });
    await setPasscode(at.member, at.quizId, ' lantern ');
    expect(await doorOf(open(at))).toEqual({ why: 'passcode', words: 'It is on the card.', asks: { passcode: true } });
    expect(await doorOf(open(at, { passcode: 'Lantern' }))).toMatchObject({ isWrong: true });
    await open(at, { passcode: 'lantern' });
    const [row] = await database().select().from(access).where(eq(access.quizId, at.quizId));
    expect(row?.passcode).not.toContain('lantern');
    await setPasscode(at.member, at.quizId, 'beacon');
    await doorOf(open(at, { passcode: 'lantern' }));
    await open(at, { passcode: 'beacon' });
  });
  it('is not found out by trying', async () => {
    const at = await withAccess({ who: 'passcode' });
    await setPasscode(at.member, at.quizId, 'lantern');
    const network = newToken();
    const tries = await Promise.allSettled(
      Array.from({ length: 80 }, (_, i) => open(at, { passcode: `guess ${i}`, network })),
    );
    const told = tries.map((t) => (t.status === 'rejected' ? (t.reason as { status: number }).status : 0));
    expect(told.filter((status) => status === 403).length).toBeLessThanOrEqual(61);
    expect(told).toContain(429);
  });
});

describe('how often', () => {
  const once: Access = { times: 1 };
  it('a device takes it once; what it has begun it goes on with', async () => {
    const at = await withAccess(once);
    const device = newToken();
    const token = newToken();
    await open(at, { device }, new Date(), token);
    await takeStep(at.address, token, 1, steps[0] as (typeof steps)[0]);
    // The same device in another window, which does not know of it.
    const other = newToken();
    expect(await open(at, { device }, new Date(), other)).toMatchObject({ seq: 1 });
    await takeStep(at.address, other, 2, steps[1] as (typeof steps)[0]);
    await takeStep(at.address, other, 3, steps[2] as (typeof steps)[0]);
    expect(await doorOf(open(at, { device }))).toEqual({ why: 'taken' });
    await open(at, { device: newToken() });
    expect(await counted(at)).toEqual({ begun: 2, finished: 1 });
  });
  it('twenty windows of one device at once are one run', async () => {
    const at = await withAccess(once);
    const device = newToken();
    await Promise.all(Array.from({ length: 20 }, () => open(at, { device })));
    expect((await counted(at)).begun).toBe(1);
  });
  it('an address counts however it is typed', async () => {
    const at = await withAccess({ times: 2, says: 'email' });
    expect(await doorOf(open(at))).toMatchObject({ why: 'person', asks: { person: 'email' } });
    expect(await doorOf(open(at, { person: 'ida at spoke' }))).toMatchObject({ isWrong: true });
    await take(at, { person: 'Ida@Spoke.test' });
    await take(at, { person: ' ida@spoke.TEST ' });
    expect(await doorOf(open(at, { person: 'ida@spoke.test' }))).toMatchObject({ why: 'taken' });
    const rows = await database().select().from(runs).where(eq(runs.quizId, at.quizId));
    expect(rows.map((r) => r.named).sort()).toEqual(['Ida@Spoke.test', 'ida@spoke.TEST']);
  });
});

describe('a list', () => {
  it('lets in whoever is on it, by what they type or by their own link, once each, until they are revoked', async () => {
    const at = await withAccess({ who: 'list', times: 1 });
    expect(await addPeople(at.member, at.quizId, 'M-101; Wren\nm-101\nM-102; Juniper\nM-103')).toEqual({
      added: 3,
      faults: [{ line: 2, message: '“m-101” is on the list already.' }],
      people: 3,
    });
    expect(await doorOf(open(at))).toMatchObject({ why: 'person', asks: { person: 'number' } });
    expect(await doorOf(open(at, { person: 'M-999' }))).toMatchObject({ why: 'stranger', isWrong: true });
    await take(at, { person: ' m-101 ' });
    expect(await doorOf(open(at, { person: 'M-101' }))).toMatchObject({ why: 'taken' });
    const [wren, juniper, third] = await listPage(at.member, at.quizId, {});
    expect(wren).toMatchObject({ says: 'M-101', name: 'Wren', finished: 1, isRevoked: false });
    // What somebody of the same name inside did elsewhere is not counted here.
    const other = await withAccess({ times: 1, says: 'number' });
    await take(other, { person: 'X-1' });
    await database()
      .update(runs)
      .set({ person: wren?.id ?? '' })
      .where(and(eq(runs.workspaceId, other.member.workspaceId), eq(runs.quizId, other.quizId)));
    expect((await listPage(at.member, at.quizId, {}))[0]).toMatchObject({ says: 'M-101', finished: 1 });
    const entry = new URL(juniper?.link ?? '').searchParams.get('entry') ?? '';
    await take(at, { entry });
    expect(await doorOf(open(at, { person: 'M-102' }))).toMatchObject({ why: 'taken' });
    expect(await doorOf(open(at, { entry: `${entry.slice(0, -1)}!` }))).toMatchObject({ why: 'stranger' });
    await setPerson(at.member, at.quizId, third?.id ?? '', false);
    expect(await doorOf(open(at, { person: 'M-103' }))).toMatchObject({ why: 'stranger' });
    await setPerson(at.member, at.quizId, third?.id ?? '', true);
    await open(at, { person: 'M-103' });
    // Findings tell them from those who came before there was a list.
    await setAccess(at.member, at.quizId, {});
    await take(at, {});
    await countRuns(at.member.workspaceId, at.quizId);
    const finished = async (any: string) =>
      (await findingsOf(at.member, at.quizId, [{ on: 'listed', of: '', any: [any] }]))?.journey.find(
        ({ key }) => key === 'finished',
      )?.count;
    expect([await finished('yes'), await finished('no')]).toEqual([2, 1]);
    expect((await listPage(at.member, at.quizId, { search: 'JUN' })).map((p) => p.name)).toEqual(['Juniper']);
  });
});

describe('a letter to the list', () => {
  const wording = { round: 'round-0001', subject: ' Now open ', words: 'Five questions.\n\nUntil Friday.' };
  it('goes once to each who can be reached and has not answered, with their own link', async () => {
    const at = await withAccess({ who: 'list', times: 1 });
    await addPeople(
      at.member,
      at.quizId,
      'ida@example.com, Ida\njo@example.com\nM-101, Wren\nkay@example.com\nlu@example.com',
    );
    await take(at, { person: 'jo@example.com' });
    const people = await listPage(at.member, at.quizId, {});
    await setPerson(at.member, at.quizId, people.find((p) => p.says === 'kay@example.com')?.id ?? '', false);
    expect(await writeToList(at.member, at.quizId, wording)).toEqual({ written: 2, unreachable: 1 });
    expect(await writeToList(at.member, at.quizId, wording)).toEqual({ written: 0, unreachable: 1 });
    const { letters } = await trayOf(at.member, at.quizId);
    expect(letters.map((l) => l.recipient).sort()).toEqual(['ida@example.com', 'lu@example.com']);
    const ida = letters.find((l) => l.recipient === 'ida@example.com');
    expect(ida?.subject).toBe('Now open');
    const link = people.find((p) => p.name === 'Ida')?.link ?? 'none';
    const sheet = await letterAsPage(at.member, at.quizId, ida?.id ?? '');
    for (const words of ['Ida,', 'Five questions.', 'Until Friday.', link]) expect(sheet).toContain(words);
    // Another round writes again.
    expect(await writeToList(at.member, at.quizId, { ...wording, round: 'round-0002' })).toMatchObject({ written: 2 });
  });
  it('is not written before there is something to come to', async () => {
    const member = await somebody();
    const quizId = await importQuiz(member, { ...smallQuiz(), id: newId('quiz', 8) }, newId('at'));
    await addPeople(member, quizId, 'ida@example.com');
    await expect(writeToList(member, quizId, wording)).rejects.toMatchObject({ status: 409 });
    expect((await trayOf(member, quizId)).letters).toEqual([]);
  });
});

describe('what is set', () => {
  it('is kept with who and when, and told in words', async () => {
    const at = await withAccess({ until: '2027-03-26T16:00', zone: 'Europe/Vienna' });
    await setAccess(at.member, at.quizId, { until: '2027-03-26T16:00', zone: 'Europe/Vienna', times: 1 });
    await setPasscode(at.member, at.quizId, 'lantern');
    const { changes, hasPasscode } = await accessStanding(at.member, at.quizId);
    expect(hasPasscode).toBe(true);
    expect(changes.map((c) => c.said)).toEqual([
      'another passcode',
      'once each',
      'until 2027-03-26 16:00 (Europe/Vienna)',
    ]);
    const rows = await database().select().from(accessChanges).where(eq(accessChanges.quizId, at.quizId));
    expect(rows.every((row) => row.by === at.member.name)).toBe(true);
  });
  it('stands in the quiz’s file, and comes back from it; the passcode does not', async () => {
    const settings: Access = { who: 'passcode', times: 2, until: '2027-03-26T16:00', zone: 'Europe/Vienna' };
    const at = await withAccess(settings);
    await setPasscode(at.member, at.quizId, 'lantern');
    const { text } = await writeQuizFile(at.member, at.quizId, 'json');
    expect(JSON.parse(text)).toMatchObject({ access: settings });
    const again = await readIntoQuiz(at.member, { text, fileName: 'again.json' });
    expect(await accessStanding(at.member, again)).toMatchObject({ settings, hasPasscode: false });
    const wrong = text.replace('2027-03-26T16:00', '2027-02-30T16:00');
    await expect(readIntoQuiz(at.member, { text: wrong, fileName: 'wrong.json' })).rejects.toMatchObject({
      status: 422,
    });
  });
  it('is set by those who may edit, in their own workspace', async () => {
    const at = await published(smallQuiz());
    const [reader, other] = [{ ...at.member, role: 'reader' as const }, await somebody('Otto')];
    for (const act of [
      (who: typeof other) => setAccess(who, at.quizId, { times: 1 }),
      (who: typeof other) => setPasscode(who, at.quizId, 'lantern'),
      (who: typeof other) => addPeople(who, at.quizId, 'M-1'),
      (who: typeof other) => setPerson(who, at.quizId, 'p-1', false),
      (who: typeof other) => moveTo(who, at.quizId, 'elsewhere'),
    ]) {
      await expect(act(reader)).rejects.toMatchObject({ status: 403 });
      await expect(act(other)).rejects.toMatchObject({ status: 404 });
    }
    for (const look of [
      (who: typeof other) => accessStanding(who, at.quizId),
      (who: typeof other) => listPage(who, at.quizId, {}),
    ]) {
      await look(reader);
      await expect(look(other)).rejects.toMatchObject({ status: 404 });
    }
    expect((await accessStanding(at.member, at.quizId)).settings).toEqual({});
  });
});

describe('the address', () => {
  it('is another one, and those before lead there for ever', async () => {
    const at = await published(smallQuiz());
    const token = newToken();
    await open(at, {}, new Date(), token);
    const next = `tour-${at.quizId.slice(-6)}`;
    expect(await moveTo(at.member, at.quizId, ` ${next.toUpperCase()} `)).toEqual({ address: next });
    expect((await liveQuiz(next)).quizId).toBe(at.quizId);
    expect((await liveQuiz(at.address)).quizId).toBe(at.quizId);
    await takeStep(at.address, token, 1, steps[0] as (typeof steps)[0]);
    expect(await openRun(next, token, {}, 'x')).toMatchObject({ seq: 1 });
    expect(await moveTo(at.member, at.quizId, at.address)).toEqual({ address: at.address });
  });
  it('of another quiz is refused, and so is one that cannot be', async () => {
    const [at, other] = [await published(smallQuiz()), await published(smallQuiz())];
    await expect(moveTo(at.member, at.quizId, other.address)).rejects.toMatchObject({ status: 409 });
    for (const wrong of ['', '-tour', 'tour quiz', 'töur', 'x'.repeat(61), '../tour'])
      await expect(moveTo(at.member, at.quizId, wrong)).rejects.toMatchObject({ status: 422 });
    expect((await liveQuiz(other.address)).quizId).toBe(other.quizId);
  });
});
