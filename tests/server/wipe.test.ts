/** What is kept of visitors beside their answers, and what is wiped after some days. */
import { recountRuns } from '../../server/results/count-runs';
import { findingsOf, listPeople, readPerson } from '../../server/results/findings';
import { runsAsCsv } from '../../server/results/runs-table';
import { wipeEverything, wouldWipe } from '../../server/results/wipe';
import { accessStanding, setAccess } from '../../server/publishing/access';
import { trayOf } from '../../server/letters/mail';
import { database } from './own-database';
import { openRun, takeStep } from '../../server/visitor/take-step';
import type { Key } from '../../server/visitor/admission';
import { contact, go, newToken, published } from './world';

const DAY = 86_400_000;
const now = new Date('2027-05-01T09:00:00Z');
const before = (days: number) => new Date(now.getTime() - days * DAY);
type At = Awaited<ReturnType<typeof published>>;

async function finished(at: At, when: Date, email: string, key: Key = {}) {
  const token = newToken();
  await openRun(at.address, token, {}, 'letter', when, key);
  await takeStep(at.address, token, 1, go('p1', { q1: ['a'] }), when);
  await takeStep(at.address, token, 2, go('p2', { q2: ['a'] }), when);
  await takeStep(at.address, token, 3, contact({ email }, 1), when);
}
const people = async (at: At) => (await listPeople(at.member, at.quizId)).people;
const journey = async (at: At) =>
  Object.fromEntries((await findingsOf(at.member, at.quizId))?.journey.map((s) => [s.key, s.count]) ?? []);
/** Whether a word stands anywhere in what the database keeps of a workspace's visitors. */
async function isAnywhere(word: string, workspaceId: string): Promise<boolean> {
  const tables = ['runs', 'run_events', 'contacts', 'letters'];
  const found = await Promise.all(
    tables.map((table) =>
      database().$client.query(
        `select from ${table} t where workspace_id = $1 and to_jsonb(t)::text like '%' || $2 || '%'`,
        [workspaceId, word],
      ),
    ),
  );
  return found.some(({ rowCount }) => (rowCount ?? 0) > 0);
}

describe('of visitors', () => {
  const seen = { page: 'https://slowspoke.test/spring?who=ida', browser: 'iPhone', region: 'AT' };
  it('nothing is kept beside the answers until it is chosen', async () => {
    const at = await published();
    await finished(at, now, 'ida@example.com', { seen });
    await setAccess(at.member, at.quizId, { keeps: { page: true, device: true, region: true } });
    await finished(at, new Date(now.getTime() + 1_000), 'jo@example.com', { seen });
    const [second, first] = await people(at);
    expect((await readPerson(at.member, at.quizId, first?.runId ?? '')).traces).toEqual({});
    expect((await readPerson(at.member, at.quizId, second?.runId ?? '')).traces).toEqual({
      page: 'https://slowspoke.test/spring',
      device: 'phone',
      region: 'AT',
    });
    let csv = '';
    for await (const part of runsAsCsv(at.member, at.quizId, [], new Date(now.getTime() + DAY))) csv += part;
    expect(csv).toContain(',letter,https://slowspoke.test/spring,phone,AT,');
  });
});

describe('what is old', () => {
  it('loses its contacts for good, and is counted as before', async () => {
    const at = await published();
    await finished(at, before(40), 'ida@example.com');
    await finished(at, before(2), 'jo@example.com');
    const counted = await journey(at);
    expect(counted).toMatchObject({ started: 2, contact: 2, finished: 2 });
    expect(await wouldWipe(at.member, at.quizId, 'contacts', 30, now)).toEqual({
      runs: 1,
      oldest: before(40).toISOString(),
    });
    await setAccess(at.member, at.quizId, { wipe: { what: 'contacts', days: 30 } });
    await wipeEverything(now);
    expect((await people(at)).map((p) => p.email)).toEqual(['jo@example.com', '']);
    expect(await isAnywhere('ida@', at.member.workspaceId)).toBe(false);
    expect(await isAnywhere('jo@', at.member.workspaceId)).toBe(true);
    expect((await trayOf(at.member, at.quizId)).letters.map((l) => l.recipient)).toEqual(['jo@example.com']);
    // Seen in a log, once; wiped again nothing is left to wipe.
    await wipeEverything(new Date(now.getTime() + 1_000));
    expect((await accessStanding(at.member, at.quizId)).wipes).toEqual([
      { at: now.toISOString(), what: 'contacts', runs: 1 },
    ]);
    await recountRuns(at.member.workspaceId, at.quizId);
    expect(await journey(at)).toEqual(counted);
  });

  it('loses them again where somebody goes on afterwards and leaves them once more', async () => {
    const at = await published();
    const token = newToken();
    await openRun(at.address, token, {}, 'letter', before(80));
    await takeStep(at.address, token, 1, go('p1', { q1: ['a'] }), before(80));
    await setAccess(at.member, at.quizId, { wipe: { what: 'contacts', days: 30 } });
    await wipeEverything(before(45));
    await takeStep(at.address, token, 2, go('p2', { q2: ['a'] }), before(40));
    await takeStep(at.address, token, 3, contact({ email: 'ida@example.com' }, 1), before(40));
    expect(await isAnywhere('ida@', at.member.workspaceId)).toBe(true);
    await wipeEverything(now);
    expect(await isAnywhere('ida@', at.member.workspaceId)).toBe(false);
  });

  it('keeps a contact that a newer run, or another quiz, still has', async () => {
    const at = await published();
    await finished(at, before(40), 'ida@example.com');
    await finished(at, before(2), 'ida@example.com');
    await setAccess(at.member, at.quizId, { wipe: { what: 'contacts', days: 30 } });
    await wipeEverything(now);
    expect((await people(at)).map((p) => p.email)).toEqual(['ida@example.com', '']);
  });

  it('loses its traces, and what was said at the door', async () => {
    const at = await published();
    await setAccess(at.member, at.quizId, { keeps: { device: true }, says: 'name' });
    await finished(at, before(40), 'ida@example.com', { seen: { browser: 'iPhone' }, person: 'Wenzel' });
    await setAccess(at.member, at.quizId, { keeps: { device: true }, wipe: { what: 'traces', days: 30 } });
    await wipeEverything(now);
    const [one] = await people(at);
    expect(one).toMatchObject({ source: '', email: 'ida@example.com' });
    expect(await isAnywhere('phone', at.member.workspaceId)).toBe(false);
    expect(await isAnywhere('Wenzel', at.member.workspaceId)).toBe(false);
  });

  it('goes whole, while its counts and the places it took stay', async () => {
    const at = await published();
    await setAccess(at.member, at.quizId, { most: 5, wipe: { what: 'runs', days: 30 } });
    for (const email of ['ida@example.com', 'jo@example.com']) await finished(at, before(40), email);
    await finished(at, before(2), 'kay@example.com');
    const counted = await journey(at);
    await wipeEverything(now);
    expect((await people(at)).map((p) => p.email)).toEqual(['kay@example.com']);
    expect(await isAnywhere('ida@', at.member.workspaceId)).toBe(false);
    expect(await journey(at)).toEqual(counted);
    await recountRuns(at.member.workspaceId, at.quizId);
    expect(await journey(at)).toEqual(counted);
    expect(await accessStanding(at.member, at.quizId)).toMatchObject({ finished: 3 });
    await setAccess(at.member, at.quizId, { most: 5 });
    expect(await accessStanding(at.member, at.quizId)).toMatchObject({ finished: 3 });
  });

  it('stays where nothing was chosen', async () => {
    const at = await published();
    await finished(at, before(4_000), 'ida@example.com');
    await wipeEverything(now);
    expect(await people(at)).toHaveLength(1);
  });
});
