/** Files that visitors leave: held to what their field takes, bounded, read by members alone, and gone with whoever left them. */
import { sql } from 'drizzle-orm';
import sharp from 'sharp';
import { GET } from '../../app/api/quizzes/[quiz]/people/[run]/files/[file]/route';
import { POST } from '../../app/runs/file/route';
import { fileIn } from '../../core/values/files';
import { runFiles } from '../../db/schema';
import { database } from './own-database';
import { dataOfContact, forgetContact, listContacts, readContact } from '../../server/people/people';
import { makeTrial } from '../../server/publishing/trials';
import { listPeople, readPerson } from '../../server/results/findings';
import { fileOfRun } from '../../server/results/files';
import { wipeEverything } from '../../server/results/wipe';
import { setAccess } from '../../server/publishing/access';
import { sweepFiles, takeFile } from '../../server/visitor/run-files';
import { openRun, takeStep } from '../../server/visitor/take-step';
import { signUp } from './signed-in';
import { contact, go, newToken, type Published, published, smallQuiz, somebody } from './world';

const png = (width = 4): Promise<Buffer> =>
  sharp({ create: { width, height: 4, channels: 3, background: '#c2571a' } })
    .png()
    .toBuffer();

function asks() {
  const quiz = smallQuiz();
  const block = quiz.pages[2]?.blocks[0];
  if (block?.kind !== 'contact') throw new Error('There is no form.');
  block.fields.push(
    { id: 'shot', label: 'Shot', format: 'file', kinds: ['picture'], most: 1 },
    { id: 'paper', label: 'Paper', format: 'file', kinds: ['document', 'table', 'sound', 'film'] },
  );
  return quiz;
}
const place = { block: 'c', field: 'shot' };
const email = 'ida@spoke.test';

/** A run that stands before the form. */
async function atForm({ address }: Published): Promise<string> {
  const token = newToken();
  await openRun(address, token, {}, 'test');
  for (const [i, page] of ['p1', 'p2'].entries())
    await takeStep(address, token, i + 1, go(page, { [`q${i + 1}`]: ['a'] }));
  return token;
}
async function taken({ address }: Published, token: string, bytes: Buffer, name = 'a shot.png'): Promise<string> {
  const said = await takeFile(address, token, place, { name, bytes });
  if (!('value' in said)) throw new Error(said.refused[0]?.code);
  return said.value;
}
const kept = async ({ member }: Published) =>
  (
    await database()
      .select({ name: runFiles.name, isSent: runFiles.isSent })
      .from(runFiles)
      .where(sql`${runFiles.workspaceId} = ${member.workspaceId}`)
      .orderBy(runFiles.name)
  ).map(({ name, isSent }) => [name, isSent]);

it('is kept once, counts as left when the form is sent, and is read by members of the workspace', async () => {
  const at = await published(asks());
  const token = await atForm(at);
  const bytes = await png();
  const value = await taken(at, token, bytes);
  expect(await taken(at, token, bytes)).toBe(value);
  const dropped = await taken(at, token, await png(5), 'another.png');
  expect(dropped).not.toBe(value);
  expect((await kept(at)).map(([, isSent]) => isSent)).toEqual([false, false]);
  const sent = contact({ email, shot: value }, 1);
  const answers = await Promise.all([takeStep(at.address, token, 3, sent), takeStep(at.address, token, 3, sent)]);
  for (const one of answers) expect(one).toMatchObject({ taken: { view: { finished: true } } });
  expect(await kept(at)).toEqual([
    ['a shot.png', true],
    ['another.png', false],
  ]);
  // What was chosen and not sent goes after a day, and what was sent stays.
  await sweepFiles(new Date(Date.now() + 80_000_000));
  expect(await kept(at)).toHaveLength(2);
  await sweepFiles(new Date(Date.now() + 90_000_000));
  expect(await kept(at)).toEqual([['a shot.png', true]]);

  const runId = (await listPeople(at.member, at.quizId)).people[0]?.runId ?? '';
  const person = await readPerson(at.member, at.quizId, runId);
  expect(person.contact).toMatchObject({ shot: 'a shot.png' });
  const { id = '' } = fileIn(value) ?? {};
  expect(person.files).toEqual([{ id, name: 'a shot.png', size: bytes.length }]);
  expect((await fileOfRun(at.member, at.quizId, runId, id)).bytes.equals(bytes)).toBe(true);
  const other = await published(asks(), at.member);
  for (const [member, quizId] of [
    [await somebody(), at.quizId],
    [at.member, other.quizId],
  ] as const)
    await expect(fileOfRun(member, quizId, runId, id)).rejects.toMatchObject({ status: 404 });
  const { people } = await listContacts(at.member, {});
  expect((await readContact(at.member, people[0]?.id ?? '')).taken[0]?.files).toEqual(person.files);
  expect(JSON.stringify(await dataOfContact(at.member, people[0]?.id ?? ''))).toContain(bytes.toString('base64'));
});

it('is told by its first bytes, whatever its name says, and held to its size', async () => {
  const at = await published(asks());
  const token = await atForm(at);
  const said = async (bytes: Buffer | string, name = 'a.png', field = 'shot') => {
    const answer = await takeFile(at.address, token, { block: 'c', field }, { name, bytes: Buffer.from(bytes) });
    return 'refused' in answer ? answer.refused[0]?.code : answer.value.slice(30);
  };
  expect(await said('<html><script>alert(1)</script>')).toBe('file-kind');
  expect(await said('<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"/>')).toBe('file-kind');
  expect(await said('MZ\x90\x00\x03')).toBe('file-kind');
  expect(await said('%PDF-1.7\n%âãÏÓ')).toBe('file-kind');
  expect(await said('%PDF-1.7\n%âãÏÓ', 'a.exe', 'paper')).toBe('a.exe');
  expect(await said(await png(), 'a.pdf', 'paper')).toBe('file-kind');
  expect(await said('')).toBe('file-kind');
  expect(await said(Buffer.concat([await png(), Buffer.alloc(1_000_000)]))).toBe('file-too-large');
  // A name is words, never a way through folders or a header.
  expect(await said(await png(), '../../etc/passwd\r\nX: y.png')).toBe('.. .. etc passwd X: y.png');
  expect(await said(await png(), '')).toBe('file');
  // What looks like an archive that unpacks for ever is given up on.
  const archive = Buffer.concat(
    Array.from({ length: 20_000 }, () => Buffer.from('PK\x03\x04\x14\0\0\0\0\0', 'latin1')),
  );
  expect(await said(archive, 'a.docx', 'paper')).toBe('file-kind');
  for (const field of ['email', 'nothing'])
    await expect(said(await png(), 'a.png', field)).rejects.toMatchObject({ status: 404 });
  await expect(takeFile(at.address, newToken(), place, { name: 'a', bytes: await png() })).rejects.toMatchObject({
    status: 404,
  });
});

it('stands in the form of its own run alone', async () => {
  const at = await published(asks());
  const [mine, theirs] = [await atForm(at), await atForm(at)];
  const value = await taken(at, theirs, await png());
  const refused = { refused: [{ block: 'c', field: 'shot', code: 'no-file' }] };
  for (const shot of [value, `file-${'a'.repeat(24)} made up.png`, 'made up.png'])
    expect(await takeStep(at.address, mine, 3, contact({ email, shot }, 1))).toMatchObject(refused);
  expect(await takeStep(at.address, theirs, 3, contact({ email, shot: value }, 1))).toHaveProperty('taken');
});

it('is one of twenty of a run at most, and none is kept of a trial', async () => {
  const at = await published(asks());
  const token = await atForm(at);
  const bytes = await png();
  for (let n = 0; n < 20; n++) await taken(at, token, bytes, `${n}.png`);
  await expect(taken(at, token, bytes, '20.png')).rejects.toMatchObject({ status: 413 });
  const { key } = await makeTrial(at.member, at.quizId, 'live');
  const trial = newToken();
  await openRun(at.address, trial, {}, 'test', new Date(), { try: key });
  expect(fileIn(await taken(at, trial, bytes))?.name).toBe('a shot.png');
  expect(await kept(at)).toHaveLength(20);
});

it('goes with whoever left it, and with what is wiped', async () => {
  for (const gone of ['forgotten', 'contacts', 'runs'] as const) {
    const at = await published(asks());
    const token = await atForm(at);
    const value = await taken(at, token, await png());
    await takeStep(at.address, token, 3, contact({ email, shot: value }, 1));
    if (gone === 'forgotten') await forgetContact(at.member, (await listContacts(at.member, {})).people[0]?.id ?? '');
    else {
      await setAccess(at.member, at.quizId, { wipe: { what: gone, days: 30 } });
      await wipeEverything(new Date(Date.now() + 31 * 86_400_000));
    }
    expect(await kept(at)).toEqual([]);
  }
});

describe('the door', () => {
  const form = (fields: Record<string, string | File>): Request => {
    const body = new FormData();
    for (const [name, value] of Object.entries(fields)) body.set(name, value);
    return new Request('http://quiz.test/runs/file', { method: 'POST', body });
  };

  it('takes a file from any page, and gives it out as nothing that could run', async () => {
    const at = await published(asks());
    const token = await atForm(at);
    const bytes = await png();
    const file = new File([new Uint8Array(bytes)], 'Ida’s "shot".png', { type: 'text/html' });
    const response = await POST(form({ address: at.address, token, ...place, file }));
    expect([response.status, response.headers.get('access-control-allow-origin')]).toEqual([200, '*']);
    const { value } = (await response.json()) as { value: string };
    await takeStep(at.address, token, 3, contact({ email, shot: value }, 1));
    const wrong = new File(['<script>'], 'a.png');
    const no = await POST(form({ address: at.address, token, ...place, file: wrong }));
    expect([no.status, await no.json()]).toMatchObject([422, { refused: [{ code: 'file-kind', field: 'shot' }] }]);

    const owner = await signUp('ida');
    const mine = await published(asks(), owner.member);
    const own = await atForm(mine);
    const left = await taken(mine, own, bytes, 'Ida’s "shot".png');
    await takeStep(mine.address, own, 3, contact({ email, shot: left }, 1));
    const run = (await listPeople(owner.member, mine.quizId)).people[0]?.runId ?? '';
    const given = await GET(new Request('http://quiz.test/x', { headers: { cookie: owner.cookie } }), {
      params: Promise.resolve({ quiz: mine.quizId, run, file: fileIn(left)?.id ?? '' }),
    });
    expect(Object.fromEntries(given.headers)).toMatchObject({
      'content-type': 'image/png',
      'content-disposition': `attachment; filename*=UTF-8''Ida%E2%80%99s%20%22shot%22.png`,
      'content-security-policy': "default-src 'none'; sandbox",
      'x-content-type-options': 'nosniff',
    });
    expect(Buffer.from(await given.arrayBuffer()).equals(bytes)).toBe(true);
  });

  it('refuses what is no form, what is too large, and a form of a million parts', async () => {
    const status = async (request: Request) => (await POST(request)).status;
    const raw = (body: string, type: string) =>
      new Request('http://quiz.test/runs/file', { method: 'POST', body, headers: { 'Content-Type': type } });
    expect(await status(raw('{}', 'application/json'))).toBe(400);
    expect(await status(raw('nothing', 'multipart/form-data; boundary=x'))).toBe(400);
    expect(await status(raw('--x\r\n\r\n'.repeat(500_000), 'multipart/form-data; boundary=x'))).toBe(400);
    expect(await status(raw('a'.repeat(10_100_000), 'multipart/form-data; boundary=x'))).toBe(413);
    expect(await status(form({ address: 'a', token: 'b', ...place, file: 'not a file' }))).toBe(400);
    expect(await status(form({ address: 'a'.repeat(101), token: newToken(), ...place }))).toBe(400);
  });
});
