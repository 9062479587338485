/** Whom letters go to, when, and what of them gets through; all with a clock of its own. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { PDFArray, PDFDict, PDFDocument, PDFName } from 'pdf-lib';
import type { Letter, Quiz } from '../../core/schema/quiz';
import { toDoc } from '../../core/text/rich';
import { findLetter, lettersOf } from '../../db/queries/letters';
import { arrives } from '../../server/letters/arrives';
import { letterAsFile, sendFailedAgain, trayOf } from '../../server/letters/mail';
import { readMailing, setMailing } from '../../server/letters/mailing';
import { sendLetter } from '../../server/letters/send-letters';
import { leave, leaveUrl, personHash } from '../../server/letters/unsubscribe';
import { writeToList } from '../../server/letters/write-to-list';
import { addPeople, listPage, setAccess, setPerson } from '../../server/publishing/access';
import { addUnsubscribed } from '../../db/queries/mailing';
import { letterLanguages, letterWords } from '../../server/letters/words';
import { forgetContact, listContacts, readContact } from '../../server/people/people';
import { database } from './own-database';
import { newId } from '../../server/platform/ids';
import { countRuns } from '../../server/results/count-runs';
import { writeReleased } from '../../server/results/release-results';
import { writeGathered } from '../../server/results/gathered';
import { certificateByNumber, certificateOf } from '../../server/visitor/certificate';
import { findRun, openRun, takeStep, ticketOfLasting } from '../../server/visitor/take-step';
import { lettersIn, type PostOffice, startPostOffice } from '../../standins/post-office';
import { languages } from '../../visitor/languages';
import { freePort } from '../browser/servers';
import { htmlFaults } from '../html';
import { contact, go, newToken, type Published, published, smallQuiz, visit } from './world';

const folder = mkdtempSync(join(tmpdir(), 'yes-maybe-mailing-'));
let office: PostOffice;
beforeAll(async () => {
  const smtpPort = await freePort();
  process.env['SMTP_URL'] = `smtp://127.0.0.1:${smtpPort}`;
  office = await startPostOffice({ smtpPort, webPort: await freePort(), folder });
});
afterAll(async () => {
  await office.close();
  rmSync(folder, { recursive: true });
});

const insert = (value: 'name' | 'outcome' | 'contact' | 'date' | 'edition' | 'resultLink', ref?: string) => ({
  type: 'insert' as const,
  attrs: { value, fallback: 'none', ...(ref === undefined ? {} : { ref }) },
});
const said = (...content: (ReturnType<typeof insert> | string)[]) => ({
  type: 'doc' as const,
  content: [
    {
      type: 'paragraph' as const,
      content: content.map((one) => (typeof one === 'string' ? { type: 'text' as const, text: one } : one)),
    },
  ],
});
const letter = (id: string, more: Partial<Letter>): Letter => ({
  id,
  name: id,
  to: 'visitor',
  subject: `${id}: `,
  body: 'Words.',
  ...more,
});
const quizWith = (...messages: Letter[]): Quiz => ({ ...smallQuiz(), title: 'Lanes', messages });
/** Reaches Lane drifter by `a`, Ridge seeker by `b`. */
const finish = (at: Published, fields: Record<string, string>, answer = 'a') =>
  visit(at.address, go('p1', { q1: [answer] }), go('p2', { q2: [answer] }), contact(fields, 1));
const passBy = (at: Published) =>
  visit(at.address, go('p1', { q1: ['a'] }), go('p2', { q2: ['a'] }), {
    do: 'go',
    page: 'p3',
    contact: { c: { skipped: true } },
  });
const all = (at: Published) => lettersOf(database(), at.member.workspaceId, at.quizId, { most: 1_000 });
const send = (at: Published, letterId: string, now = new Date()) =>
  sendLetter({ workspaceId: at.member.workspaceId, letterId }, { now: () => now });
const arrived = async (to: string) =>
  (await lettersIn(folder, 1_000))
    .map(({ mail }) => mail)
    .filter((mail) => [mail.to ?? []].flat().some(({ text }) => text === to));
const HOUR = 3_600_000;

describe('a letter goes', () => {
  it('to the visitor, to who published, to addresses: each once, and those to makers without a contact too', async () => {
    const at = await published(
      quizWith(
        letter('visitor', {}),
        letter('me', { to: 'me' }),
        letter('team', { to: 'addresses', addresses: ['tea@spoke.test', 'TEA@spoke.test', 'x@y.test'] }),
      ),
    );
    await finish(at, { email: 'ida@spoke.test' });
    await passBy(at);
    const sent = (await all(at)).map(({ messageId, recipient }) => `${messageId} ${recipient}`).sort();
    expect(sent).toEqual(
      [
        ...['visitor ida@spoke.test'],
        ...[0, 1].flatMap(() => [`me ${at.member.email}`, 'team tea@spoke.test', 'team x@y.test']),
      ]
        .map((one) => one.replace('tea@', one.startsWith('team') ? 'TEA@' : 'tea@'))
        .sort(),
    );
  });
  it('under a condition, in the words of Route, with parts that some get', async () => {
    const isRidge = { verdict: 'v', is: 'y' };
    const at = await published(
      quizWith(
        letter('ridge', { when: isRidge }),
        letter('both', {
          body: said('For ', insert('name'), ', ', insert('contact', 'email'), ' on ', insert('date')),
          parts: [
            { id: 'r', showIf: isRidge, body: 'Ridges ahead.' },
            { id: 'd', showIf: { not: isRidge }, body: 'Lanes ahead.' },
            { id: 'o', button: { text: '', to: 'offer' } },
            { id: 'b', button: { text: 'See it', to: 'result' } },
          ],
        }),
      ),
    );
    await finish(at, { name: 'Ida', email: 'ida@spoke.test' }, 'b');
    await finish(at, { name: 'Otto', email: 'otto@spoke.test' }, 'a');
    const rows = await all(at);
    const of = (recipient: string) => rows.filter((row) => row.recipient === recipient);
    expect(
      of('ida@spoke.test')
        .map(({ messageId }) => messageId)
        .sort(),
    ).toEqual(['both', 'ridge']);
    expect(of('otto@spoke.test').map(({ messageId }) => messageId)).toEqual(['both']);
    const day = new Intl.DateTimeFormat('en', { dateStyle: 'long', timeZone: 'UTC' }).format(new Date());
    const [toOtto] = of('otto@spoke.test');
    expect(toOtto?.sheet.blocks).toEqual([
      { kind: 'words', text: said(`For `, 'Otto', ', ', 'otto@spoke.test', ' on ', day) },
      { kind: 'words', text: toDoc('Lanes ahead.') },
      { kind: 'button', text: 'See it', url: 'https://slowspoke.test/lanes' },
      { kind: 'button', text: 'See it', url: expect.stringMatching(/^http:\/\/quiz\.test\/q\/.+\?mine=/) as string },
    ]);
    const toIda = of('ida@spoke.test').find(({ messageId }) => messageId === 'both');
    // Her outcome offers nothing, so there is no button for it.
    expect(toIda?.sheet.blocks.map(({ kind }) => kind)).toEqual(['words', 'words', 'button']);
  });
  it('hours later, and not before', async () => {
    const at = await published(quizWith(letter('later', { after: 48 })));
    await finish(at, { email: 'later@spoke.test' });
    const [row] = await all(at);
    const id = row?.letterId ?? '';
    const due = new Date((row?.writtenAt.getTime() ?? 0) + 48 * HOUR);
    expect(await send(at, id)).toEqual(due);
    expect(await send(at, id, new Date(due.getTime() - 1))).toEqual(due);
    expect(await arrived('later@spoke.test')).toEqual([]);
    expect(await send(at, id, due)).toBeNull();
    expect(await send(at, id, due)).toBeNull();
    expect(await arrived('later@spoke.test')).toHaveLength(1);
  });
  it('once a day, all in one, to makers', async () => {
    const at = await published(
      quizWith(letter('digest', { to: 'me', gather: 'daily', when: { verdict: 'v', is: 'x' } })),
    );
    await finish(at, { name: 'Ida', email: 'ida@spoke.test' }, 'a');
    await finish(at, { name: 'Otto', email: 'otto@spoke.test' }, 'b');
    await finish(at, { name: 'Moss', email: 'moss@spoke.test' }, 'a');
    expect(await all(at)).toEqual([]);
    const due = await gatheringsOf(at);
    expect(due).toHaveLength(1);
    const job = { workspaceId: at.member.workspaceId, quizId: at.quizId, messageId: 'digest', dueAt: due[0] ?? '' };
    expect(new Date(job.dueAt).toISOString()).toMatch(/T07:00:00\.000Z$/);
    await writeGathered(job);
    await writeGathered(job);
    const rows = await all(at);
    expect(rows.map(({ recipient, audience }) => [recipient, audience])).toEqual([[at.member.email, 'makers']]);
    const text = (await letterAsFile(at.member, at.quizId, rows[0]?.letterId ?? '')).toString();
    expect(text).toContain('Ida, ida@spoke.test');
    expect(text).toContain('Moss');
    expect(text).not.toContain('Otto');
    // Whoever is forgotten is named in no letter any more.
    const ida = (await listContacts(at.member, { search: 'ida@' })).people[0]?.id ?? '';
    expect(await forgetContact(at.member, ida)).toMatchObject({ letters: 1 });
    expect(await all(at)).toEqual([]);
  });
  it('once a week, with the figures', async () => {
    const at = await published(
      quizWith(letter('week', { to: 'addresses', addresses: ['tea@spoke.test'], gather: 'weekly' })),
    );
    await finish(at, { name: 'Ida', email: 'ida@spoke.test' });
    await passBy(at);
    await countRuns(at.member.workspaceId, at.quizId);
    const [dueAt = ''] = await gatheringsOf(at);
    expect(new Date(dueAt).getUTCDay()).toBe(1);
    await writeGathered({ workspaceId: at.member.workspaceId, quizId: at.quizId, messageId: 'week', dueAt });
    const [row] = await all(at);
    const file = (await letterAsFile(at.member, at.quizId, row?.letterId ?? '')).toString();
    for (const line of ['Finished: 2', 'Left a contact: 1', 'Lane drifter: 2', 'Ridge seeker: 0'])
      expect(file).toContain(line);
  });
});

const gatheringsOf = async (at: Published): Promise<string[]> => {
  const { rows } = await database().execute(sql`select due_at from gatherings where quiz_id = ${at.quizId}`);
  return rows.map((row) => new Date(String(row['due_at'])).toISOString());
};

describe('no more letters', () => {
  const link = (at: Published, letterId: string) => {
    const [workspace = '', id = '', mark = ''] = leaveUrl(at.member.workspaceId, letterId).split('/').slice(-3);
    return { workspace, letter: id, mark };
  };
  it('with one press, which mail programs know of; the tray says so', async () => {
    const at = await published(quizWith(letter('m', { sender: 'Slow Spoke', replyTo: 'tea@spoke.test' })));
    await finish(at, { email: 'leaves@spoke.test' });
    const [first] = await all(at);
    await send(at, first?.letterId ?? '');
    const [mail] = await arrived('leaves@spoke.test');
    const head = (name: string) => mail?.headers.get(name);
    expect(mail?.from?.text).toBe('"Slow Spoke" <post@yesmaybe.test>');
    expect(mail?.replyTo?.text).toBe('tea@spoke.test');
    expect(head('auto-submitted')).toBe('auto-generated');
    const lists = JSON.stringify(head('list'));
    expect(lists).toContain(leaveUrl(at.member.workspaceId, first?.letterId ?? ''));
    expect(lists).toContain('List-Unsubscribe=One-Click');
    expect(mail?.text).toContain('No more letters: http://quiz.test/letters/');
    expect(await htmlFaults(String(mail?.html), { isLetter: true })).toEqual([]);

    const route = (await import('../../app/letters/[workspace]/[letter]/[mark]/route')) as {
      GET: typeof press;
      POST: typeof press;
    };
    const press = (request: Request, params: object): Promise<Response> =>
      route.POST(request, { params: Promise.resolve(params) });
    const at2 = link(at, first?.letterId ?? '');
    const asked = await route.GET(new Request('http://quiz.test'), { params: Promise.resolve(at2) });
    const page = await asked.text();
    expect(await htmlFaults(page)).toEqual([]);
    expect(page).toContain('No more letters from Slow Spoke?');
    // Looking at the page changes nothing.
    await finish(at, { email: 'leaves@spoke.test' });
    expect((await all(at)).map(({ state }) => state)).toEqual(['waiting', 'delivered']);
    const pressed = await press(
      new Request('http://quiz.test', { method: 'POST', body: 'List-Unsubscribe=One-Click' }),
      at2,
    );
    expect(await pressed.text()).toContain('You get no more letters from Slow Spoke.');
    // One that was waiting is not sent, and one that is caused later is not either.
    const waiting = (await all(at)).find(({ state }) => state === 'waiting');
    expect(await send(at, waiting?.letterId ?? '')).toBeNull();
    await finish(at, { email: 'LEAVES@spoke.test' });
    expect((await all(at)).map(({ state }) => state)).toEqual(['unsubscribed', 'unsubscribed', 'delivered']);
    expect(await arrived('leaves@spoke.test')).toHaveLength(1);
    expect((await trayOf(at.member, at.quizId, { state: 'unsubscribed' })).letters).toHaveLength(2);
    await press(new Request('http://quiz.test', { method: 'POST', body: 'do=come' }), at2);
    await finish(at, { email: 'leaves@spoke.test' });
    expect((await all(at))[0]?.state).toBe('waiting');
  });
  it('is asked for by the letter alone, and by nobody who guesses', async () => {
    const at = await published(quizWith(letter('m', {})));
    await finish(at, { email: 'guess@spoke.test' });
    const [row] = await all(at);
    const right = link(at, row?.letterId ?? '');
    for (const wrong of [{ mark: 'x'.repeat(22) }, { letter: 'l-other' }, { workspace: 'w-other' }])
      await expect(leave({ ...right, ...wrong }, true)).rejects.toMatchObject({ status: 404 });
  });
  it('holds in a workspace alone, and keeps no address', async () => {
    const at = await published(quizWith(letter('m', {})));
    const other = await published(quizWith(letter('m', {})));
    const email = `${newId('x')}@spoke.test`;
    await finish(at, { email });
    await leave(link(at, (await all(at))[0]?.letterId ?? ''), true);
    await finish(other, { email });
    expect((await all(other))[0]?.state).toBe('waiting');
    const { rows } = await database().execute(sql`select unsubscribed::text as row from unsubscribed`);
    expect(JSON.stringify(rows)).not.toContain(email.slice(0, 10));
  });
  it('has words in every language that visitors have', () => {
    expect([...letterLanguages].sort()).toEqual([...languages].sort());
    for (const language of languages) {
      expect(Object.keys(letterWords(language))).toEqual(Object.keys(letterWords('en')));
      expect(letterWords(language).because).toContain('{quiz}');
      expect(letterWords(language).stopped).toContain('{sender}');
    }
  });
});

describe('all letters to visitors', () => {
  it('are held back by a stop, and go when it ends; word to makers goes all the same', async () => {
    const at = await published(quizWith(letter('m', {}), letter('me', { to: 'me' })));
    const usual = await readMailing(at.member);
    expect(usual).toEqual({ isStopped: false, perMinute: null, quiet: null });
    await setMailing(at.member, { ...usual, isStopped: true });
    await finish(at, { email: 'held@spoke.test' });
    for (const { letterId } of await all(at)) expect(await send(at, letterId)).toBeNull();
    const states = async () => Object.fromEntries((await all(at)).map(({ messageId, state }) => [messageId, state]));
    expect(await states()).toEqual({ m: 'held', me: 'delivered' });
    await setMailing(at.member, usual);
    expect(await states()).toEqual({ m: 'waiting', me: 'delivered' });
    for (const { letterId } of await all(at)) await send(at, letterId);
    expect(await states()).toEqual({ m: 'delivered', me: 'delivered' });
    await expect(setMailing({ ...at.member, role: 'reader' }, usual)).rejects.toMatchObject({ status: 403 });
  });
  it('go at a pace: each has its turn, whoever asks and however often', async () => {
    const at = await published(quizWith(letter('m', {})));
    await setMailing(at.member, { isStopped: false, perMinute: 4, quiet: null });
    for (let n = 0; n < 5; n++) await finish(at, { email: `pace${n}@spoke.test` });
    const now = new Date('2027-05-03T10:00:00Z');
    const ids = (await all(at)).map(({ letterId }) => letterId);
    const turns = await Promise.all(ids.map((id) => send(at, id, now)));
    const seconds = (turn: Date | null) => (turn ? (turn.getTime() - now.getTime()) / 1000 : 0);
    expect(turns.map(seconds).sort((a, b) => a - b)).toEqual([0, 15, 30, 45, 60]);
    // Asked again, each keeps its turn.
    expect((await Promise.all(ids.map((id) => send(at, id, now)))).map(seconds).sort((a, b) => a - b)).toEqual([
      0, 15, 30, 45, 60,
    ]);
    for (const id of ids) expect(await send(at, id, new Date(now.getTime() + 60_000))).toBeNull();
    expect((await trayOf(at.member, at.quizId)).counts).toEqual({ delivered: 5 });
  });
  it('wait for the end of quiet hours', async () => {
    const at = await published(quizWith(letter('m', {})));
    const quiet = { from: '21:00', until: '07:00', zone: 'Europe/Vienna' };
    await expect(
      setMailing(at.member, { isStopped: false, perMinute: null, quiet: { ...quiet, zone: 'Nowhere' } }),
    ).rejects.toMatchObject({ status: 422 });
    await setMailing(at.member, { isStopped: false, perMinute: null, quiet });
    await finish(at, { email: 'quiet@spoke.test' });
    const id = (await all(at))[0]?.letterId ?? '';
    expect(await send(at, id, new Date('2027-05-03T22:00:00Z'))).toEqual(new Date('2027-05-04T05:00:00Z'));
    expect(await send(at, id, new Date('2027-05-04T05:00:00Z'))).toBeNull();
  });
});

describe('what visitors and creators write', () => {
  it('puts nothing into the head of a letter, nobody else on it, and no tags into its text', async () => {
    const at = await published({
      ...quizWith(
        letter('m', {
          subject: said('For ', insert('name')),
          body: said('Dear ', insert('name')),
          sender: 'Tea\r\nBcc: all@spoke.test',
          preview: 'a\nX-Evil: 1',
        }),
      ),
    });
    const name = 'Ida\r\nBcc: evil@spoke.test\n<script>alert(1)</script>';
    await finish(at, { name, email: 'nasty@spoke.test' });
    const [row] = await all(at);
    await send(at, row?.letterId ?? '');
    const file = (await letterAsFile(at.member, at.quizId, row?.letterId ?? '')).toString();
    const [head = ''] = file.split('\r\n\r\n');
    expect(head).not.toMatch(/^(Bcc|X-Evil)/im);
    const [mail] = await arrived('nasty@spoke.test');
    expect(mail?.subject).toBe('For Ida Bcc: evil@spoke.test <script>alert(1)</script>');
    expect([mail?.to ?? []].flat().flatMap(({ value }) => value.map(({ address }) => address))).toEqual([
      'nasty@spoke.test',
    ]);
    expect(mail?.html).not.toContain('<script>');
    expect(mail?.html).toContain('&lt;script&gt;');
  });
  it.each([
    'ida@spoke.test, evil@spoke.test',
    'ida@spoke.test\nBcc: evil@spoke.test',
    '"Ida" <evil@spoke.test>',
    'ida@spoke.test;evil@spoke.test',
    'group: ida@spoke.test;',
    '@spoke.test',
    `${'x'.repeat(70)}@spoke.test`,
  ])('as an address, %j, is refused', async (email) => {
    const at = await published(quizWith(letter('m', {})));
    const { last } = await finish(at, { email });
    expect(last).toMatchObject({ refused: [{ field: 'email' }] });
    expect(await all(at)).toEqual([]);
  });
});

describe('an invitation', () => {
  it('is sent once more to whoever has not answered by then, and to nobody else', async () => {
    const at = await published(quizWith());
    await setAccess(at.member, at.quizId, { who: 'list', times: 1 });
    await addPeople(
      at.member,
      at.quizId,
      ['ida', 'otto', 'moss', 'pia'].map((name) => `${name}@spoke.test`).join('\n'),
    );
    const people = await listPage(at.member, at.quizId, {});
    const idOf = (name: string) => people.find(({ says }) => says.startsWith(name))?.id ?? '';
    // Pia wants no more letters from an earlier round.
    const first = { round: 'round-0001', subject: 'Come', words: 'Please.', again: 5 };
    const now = new Date('2027-05-03T10:00:00Z');
    await addUnsubscribed(database(), at.member.workspaceId, personHash(at.member.workspaceId, 'Pia@spoke.test'), now);
    expect(await writeToList(at.member, at.quizId, first, now)).toEqual({ written: 3, unreachable: 0 });
    expect(await writeToList(at.member, at.quizId, first, now)).toEqual({ written: 0, unreachable: 0 });
    const sendAll = async (when: Date) => {
      for (const { letterId } of await all(at)) await send(at, letterId, when);
    };
    await sendAll(now);
    const count = async (name: string) =>
      (await arrived(`${name}@spoke.test`)).filter(({ subject }) => subject === 'Come').length;
    expect(await Promise.all(['ida', 'otto', 'moss', 'pia'].map(count))).toEqual([1, 1, 1, 0]);
    const token = newToken();
    const key = {
      entry: new URL(people.find(({ says }) => says.startsWith('ida'))?.link ?? '').searchParams.get('entry') ?? '',
    };
    await openRun(at.address, token, {}, 'mail', new Date(), key);
    for (const [i, sent] of [
      go('p1', { q1: ['a'] }),
      go('p2', { q2: ['a'] }),
      contact({ email: 'ida@spoke.test' }, 1),
    ].entries())
      await takeStep(at.address, token, i + 1, sent);
    await setPerson(at.member, at.quizId, idOf('otto'), false);
    await sendAll(new Date(now.getTime() + 5 * 24 * HOUR));
    expect(await Promise.all(['ida', 'otto', 'moss', 'pia'].map(count))).toEqual([1, 1, 2, 0]);
    expect((await trayOf(at.member, at.quizId)).counts).toMatchObject({ delivered: 4, needless: 2, unsubscribed: 2 });
  });
});

/** The same but for one sign. */
const altered = (text: string, at: number): string =>
  `${text.slice(0, at)}${text[at] === 'x' ? 'y' : 'x'}${text.slice(at + 1)}`;

describe('links in letters', () => {
  const certified = (): Quiz => {
    const quiz = quizWith(
      letter('m', {
        body: said(insert('resultLink')),
        parts: [{ id: 'c', button: { text: 'Sheet', to: 'certificate' } }],
      }),
    );
    quiz.pages
      .at(-1)
      ?.blocks.push({ id: 'cert', kind: 'certificate', title: 'Rider', body: said(insert('name'), ' rides') });
    return quiz;
  };
  it('open the result on any device, and leave the first one its own', async () => {
    const at = await published(certified());
    const { token } = await finish(at, { name: 'Ida', email: 'link@spoke.test' });
    const [row] = await all(at);
    const [text] = row?.sheet.blocks ?? [];
    const href = /"href":"([^"]+)"/.exec(JSON.stringify(text))?.[1] ?? '';
    const mine = new URL(href).searchParams.get('mine') ?? '';
    expect((await findRun(at.address, mine)).view).toMatchObject({ finished: true });
    expect((await openRun(at.address, mine, {}, 'link')).view).toMatchObject({ finished: true });
    expect(await ticketOfLasting(at.address, mine)).toEqual(expect.any(String));
    expect((await findRun(at.address, token)).view).toMatchObject({ finished: true });
    for (const wrong of [altered(mine, mine.length - 1), altered(mine, 2), newToken()])
      await expect(findRun(at.address, wrong)).rejects.toMatchObject({ status: 404 });
    const other = await published(certified());
    await expect(findRun(other.address, mine)).rejects.toMatchObject({ status: 404 });
    await expect(openRun(other.address, mine, {}, 'link')).rejects.toMatchObject({ status: 404 });
  });
  it('lead to a certificate, whose number tells that it is genuine until its run is gone', async () => {
    const at = await published(certified());
    await finish(at, { name: 'Ida', email: 'sheet@spoke.test' });
    const [row] = await all(at);
    const button = row?.sheet.blocks.find((block) => block.kind === 'button');
    const query = new URL(button?.url ?? '').searchParams;
    const [mine, block] = [query.get('mine') ?? '', query.get('block') ?? ''];
    await certificateOf(at.address, mine, block);
    const pdf = await PDFDocument.load(await certificateOf(at.address, mine, block));
    // Read aloud it is a title and paragraphs, in the language of the quiz.
    expect(pdf.catalog.lookup(PDFName.of('MarkInfo'), PDFDict).toString()).toContain('/Marked true');
    const root = pdf.catalog.lookup(PDFName.of('StructTreeRoot'), PDFDict);
    const whole = root.lookup(PDFName.of('K'), PDFArray).lookup(0, PDFDict);
    const parts = whole.lookup(PDFName.of('K'), PDFArray);
    const tags = Array.from({ length: parts.size() }, (_, i) =>
      parts.lookup(i, PDFDict).get(PDFName.of('S'))?.toString(),
    );
    expect(tags).toEqual(['/H1', '/P', '/P', '/P']);
    expect(pdf.catalog.get(PDFName.of('Lang'))?.toString()).toContain('en');
    const { rows } = await database().execute(sql`select number from certificates where quiz_id = ${at.quizId}`);
    expect(rows).toHaveLength(1);
    const number = String(rows[0]?.['number']);
    expect(number).toMatch(/^[2-9A-HJKMNP-Z]{4}-[2-9A-HJKMNP-Z]{4}-[2-9A-HJKMNP-Z]{4}$/);
    expect(await certificateByNumber(at.address, number.toLowerCase())).toMatchObject({
      title: 'Rider',
      words: 'Ida rides',
      quiz: 'Lanes',
    });
    expect(await certificateByNumber((await published(certified())).address, number)).toBeNull();
    expect(await certificateByNumber(at.address, 'AAAA-AAAA-AAAA')).toBeNull();
    const { GET } = (await import('../../app/q/[address]/certificate/[number]/route')) as {
      GET: (request: Request, at: { params: Promise<{ address: string; number: string }> }) => Promise<Response>;
    };
    const lookUp = (asked: string) =>
      GET(new Request('http://quiz.test'), { params: Promise.resolve({ address: at.address, number: asked }) });
    const genuine = await (await lookUp(number)).text();
    expect(await htmlFaults(genuine)).toEqual([]);
    for (const words of ['This certificate is genuine.', 'Rider', 'Ida rides', number])
      expect(genuine).toContain(words);
    // It tells what stands on the sheet, and nothing else of them.
    expect(genuine).not.toContain('sheet@spoke.test');
    expect((await lookUp('AAAA-AAAA-AAAA')).status).toBe(404);
    const ida = (await listContacts(at.member, {})).people[0]?.id ?? '';
    await forgetContact(at.member, ida);
    expect(await certificateByNumber(at.address, number)).toBeNull();
  });
});

describe('an address that has to be confirmed', () => {
  it('gets its letters once the link has been followed; looking at it is not enough', async () => {
    const quiz = quizWith(letter('m', {}));
    for (const block of quiz.pages.flatMap((page) => page.blocks)) if (block.kind === 'contact') block.confirm = true;
    const at = await published(quiz);
    const email = `confirm-${newId('x')}@spoke.test`;
    await finish(at, { name: 'Ida', email: email.toUpperCase() });
    const messages = async () => (await all(at)).map(({ messageId }) => messageId).sort();
    expect(await messages()).toEqual(['confirm']);
    // Nor does a release of all results.
    await writeReleased({ workspaceId: at.member.workspaceId, quizId: at.quizId });
    expect(await messages()).toEqual(['confirm']);
    const ida = (await listContacts(at.member, { search: email })).people[0]?.id ?? '';
    expect(await readContact(at.member, ida)).toMatchObject({ confirmedAt: null, isUnsubscribed: false });
    const [asks] = await all(at);
    const button = asks?.sheet.blocks.find((block) => block.kind === 'button');
    expect(button?.url).toMatch(/\/confirm$/);
    const [workspace = '', id = '', mark = ''] = (button?.url ?? '').split('/').slice(-4);
    const route = (await import('../../app/letters/[workspace]/[letter]/[mark]/confirm/route')) as Record<
      'GET' | 'POST',
      (request: Request, at: { params: Promise<Record<string, string>> }) => Promise<Response>
    >;
    const ask = (method: 'GET' | 'POST', link: Record<string, string>) =>
      route[method](new Request('http://quiz.test', { method }), { params: Promise.resolve(link) });
    const link = { workspace, letter: id, mark };
    const page = await (await ask('GET', link)).text();
    expect(await htmlFaults(page)).toEqual([]);
    expect(await messages()).toEqual(['confirm']);
    expect((await ask('POST', { ...link, mark: 'x'.repeat(22) })).status).toBe(404);
    expect((await ask('POST', link)).status).toBe(200);
    expect((await ask('POST', link)).status).toBe(200);
    expect(await messages()).toEqual(['confirm', 'm']);
    expect((await readContact(at.member, ida)).confirmedAt).not.toBeNull();
    // Known by now: the next letter goes at once.
    await finish(at, { name: 'Ida', email });
    expect(await messages()).toEqual(['confirm', 'm', 'm']);
  });
});

describe('the tray', () => {
  it('is searched, read on, and sent again as a whole', async () => {
    const at = await published(quizWith(letter('m', { subject: said('Hello ', insert('name')) })));
    for (let n = 0; n < 62; n++)
      await finish(at, { name: `Rider ${n}`, email: `${n < 2 ? 'refused' : 'tray'}${n}@spoke.test` });
    const first = await trayOf(at.member, at.quizId);
    expect([first.letters.length, first.counts]).toEqual([60, { waiting: 62 }]);
    const rest = await trayOf(at.member, at.quizId, first.next ?? {});
    expect(rest).toMatchObject({ letters: [{}, {}], next: null });
    expect(new Set([...first.letters, ...rest.letters].map(({ id }) => id)).size).toBe(62);
    const found = async (search: string) =>
      (await trayOf(at.member, at.quizId, { search })).letters.map(({ recipient }) => recipient);
    expect(await found('RIDER 17')).toEqual(['tray17@spoke.test']);
    expect(await found('tray17@')).toEqual(['tray17@spoke.test']);
    expect(await found('%')).toEqual([]);
    for (const { letterId, recipient } of await all(at)) if (recipient.startsWith('refused')) await send(at, letterId);
    const failed = await trayOf(at.member, at.quizId, { state: 'failed' });
    expect(failed.letters).toMatchObject([{ trouble: expect.stringContaining('No such box') as string }, {}]);
    expect(await sendFailedAgain(at.member, at.quizId)).toBe(2);
    expect((await trayOf(at.member, at.quizId)).counts).toEqual({ waiting: 62 });
    await expect(sendFailedAgain({ ...at.member, role: 'reader' }, at.quizId)).rejects.toMatchObject({ status: 403 });
  });
});

describe('as it arrives', () => {
  it('is shown for a visitor there was, or one made up for each outcome', async () => {
    const at = await published(
      quizWith(letter('m', { subject: said('You are ', insert('outcome', 'v')), when: { verdict: 'v', is: 'y' } })),
    );
    const made = await arrives(at.member, at.quizId, 'm', undefined);
    expect(made.to).toBe('robin@example.com');
    expect(made.visitors.map(({ name }) => name)).toEqual(['made up: Lane drifter', 'made up: Ridge seeker']);
    for (const [outcome, name, isSent] of [
      ['x', 'Lane drifter', false],
      ['y', 'Ridge seeker', true],
    ] as const)
      expect(await arrives(at.member, at.quizId, 'm', `outcome ${outcome}`)).toMatchObject({
        subject: `You are ${name}`,
        isSent,
      });
    await finish(at, { name: 'Ida', email: 'ida@spoke.test' });
    const real = await arrives(at.member, at.quizId, 'm', undefined);
    expect(real).toMatchObject({ to: 'ida@spoke.test', subject: 'You are Lane drifter', isSent: false });
    expect(real.visitors[0]).toMatchObject({ name: 'Ida' });
    expect(real.bytes).toBeLessThan(100_000);
    const other = await published(quizWith(letter('m', {})));
    await expect(arrives(other.member, other.quizId, 'm', real.visitors[0]?.id)).rejects.toMatchObject({ status: 404 });
  });
});

it('keeps what is written while it is read: a letter that is gone is not sent', async () => {
  const at = await published(quizWith(letter('m', {})));
  await finish(at, { email: 'forgotten@spoke.test' });
  const id = (await all(at))[0]?.letterId ?? '';
  await forgetContact(at.member, (await listContacts(at.member, {})).people[0]?.id ?? '');
  expect(await send(at, id)).toBeNull();
  expect(await findLetter(database(), at.member.workspaceId, id)).toBeUndefined();
  expect(await arrived('forgotten@spoke.test')).toEqual([]);
});
