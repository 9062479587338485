/** Everybody who left a contact: once over all quizzes, found, taken out, and gone for good. */
import { sql } from 'drizzle-orm';
import exceljs from 'exceljs';
import { figuresOf } from '../../db/queries/figures';
import { inheritJoined } from '../../db/queries/joined';
import { addMember } from '../../db/queries/members';
import { contacts, user } from '../../db/schema';
import { limit } from '../../server/accounts/team';
import { database } from './own-database';
import { newId } from '../../server/platform/ids';
import { contactsAsCards, contactsAsCsv, contactsAsSheet } from '../../server/people/files';
import { joinPeople, partPeople } from '../../server/people/joined';
import { dataOfContact, forgetContact, listContacts, readContact } from '../../server/people/people';
import { addPeople } from '../../server/publishing/access';
import { countRuns } from '../../server/results/count-runs';
import { contact, go, published, smallQuiz, somebody, visit } from './world';

type World = Awaited<ReturnType<typeof published>>;
const took = (at: World, fields: Record<string, string>, answer = 'a') =>
  visit(at.address, go('p1', { q1: [answer] }), go('p2', { q2: [answer] }), contact(fields, 1));
const whole = async (pieces: AsyncGenerator<string>): Promise<string> => {
  let text = '';
  for await (const piece of pieces) text += piece;
  return text;
};

it('stands there once, with what they took in every quiz and what came out, the newest first', async () => {
  const one = await published({ ...smallQuiz(), title: 'Lanes' });
  const two = await published({ ...smallQuiz(), title: 'Hills' }, one.member);
  await took(one, { name: 'Ida', email: 'ida@spoke.test' });
  await took(one, { name: 'Otto', email: 'otto@spoke.test' });
  await took(two, { name: 'Ida Bell', email: 'IDA@spoke.test' }, 'b');
  const { people, count, next } = await listContacts(one.member, {});
  expect({ count, next }).toEqual({ count: 2, next: null });
  expect(people.map(({ name, email, agreed }) => [name, email, agreed])).toEqual([
    ['Ida Bell', 'ida@spoke.test', true],
    ['Otto', 'otto@spoke.test', true],
  ]);
  expect(people[0]?.taken.map(({ title, outcomes, finished }) => [title, outcomes, finished])).toEqual([
    ['Hills', ['Ridge seeker'], true],
    ['Lanes', ['Lane drifter'], true],
  ]);
  const told = await readContact(one.member, people[0]?.id ?? '');
  expect(told.fields).toEqual([
    { label: 'Name', value: 'Ida Bell' },
    { label: 'E-mail', value: 'IDA@spoke.test' },
  ]);
  expect(told).toMatchObject({
    consent: { text: 'Yes, write to me.', version: 1, quiz: 'Hills' },
    taken: [{}, {}],
    lists: 0,
  });
  expect(told.letters.map(({ subject }) => subject)).toEqual(['You are a Ridge seeker', 'You are a Lane drifter']);
});

it('is found by words, by what came out, by consent and by day', async () => {
  const at = await published(smallQuiz());
  await took(at, { name: 'Ida 100%', email: 'ida@spoke.test' });
  await took(at, { name: 'Otto Bell', email: 'otto@spoke.test' }, 'b');
  const found = async (query: Parameters<typeof listContacts>[1]) =>
    (await listContacts(at.member, query)).people.map(({ email }) => email.split('@')[0]);
  expect(await found({ search: 'bell OTTO' })).toEqual(['otto']);
  expect(await found({ search: '0%' })).toEqual(['ida']);
  // What would be a pattern is a word like any other.
  expect(await found({ search: '%' })).toEqual(['ida']);
  expect(await found({ search: '_' })).toEqual([]);
  expect(await found({ quiz: at.quizId, outcome: 'v y' })).toEqual(['otto']);
  expect((await listContacts(at.member, { quiz: at.quizId })).outcomes).toEqual([
    { id: 'v x', name: 'Lane drifter' },
    { id: 'v y', name: 'Ridge seeker' },
  ]);
  expect(await found({ agreed: 'yes', since: '2020-02-29' })).toEqual(['otto', 'ida']);
  expect(await found({ since: '2999-01-01' })).toEqual([]);
  await expect(found({ since: '2027-99-99' })).rejects.toMatchObject({ status: 400 });
  const other = await published(smallQuiz());
  await expect(listContacts(at.member, { quiz: other.quizId })).rejects.toMatchObject({ status: 404 });
});

it('comes in pages, each of them once, whoever else comes meanwhile', async () => {
  const member = await somebody();
  const row = (i: number, lastAt: Date) => ({
    workspaceId: member.workspaceId,
    contactId: `c${i}`,
    email: `p${i}@spoke.test`,
    fields: { name: `Person ${i}` },
    firstAt: lastAt,
    lastAt,
  });
  const at = new Date('2027-04-19T09:00:00.000Z');
  // Half of them at the same moment.
  await database()
    .insert(contacts)
    .values(Array.from({ length: 250 }, (_, i) => row(i, i % 2 ? at : new Date(at.getTime() + i))));
  const seen: string[] = [];
  let next: Awaited<ReturnType<typeof listContacts>>['next'] = null;
  do {
    const page: Awaited<ReturnType<typeof listContacts>> = await listContacts(member, next ?? {});
    expect(page.count).toBe(next ? 0 : 250);
    seen.push(...page.people.map(({ id }) => id));
    next = page.next;
    await database()
      .insert(contacts)
      .values(row(1_000 + seen.length, new Date(at.getTime() + 10_000)));
  } while (next);
  expect(seen).toHaveLength(250);
  expect(new Set(seen).size).toBe(250);
});

it('is seen as far as a colleague may see the quizzes', async () => {
  const one = await published(smallQuiz());
  const two = await published(smallQuiz(), one.member);
  await took(one, { name: 'Ida', email: 'ida@spoke.test' });
  await took(two, { name: 'Ida', email: 'ida@spoke.test' });
  await took(two, { name: 'Otto', email: 'otto@spoke.test' });
  const userId = newId('person');
  await database()
    .insert(user)
    .values({ id: userId, name: 'Tam', email: `${userId}@slowspoke.test` });
  await addMember(database(), { workspaceId: one.member.workspaceId, userId, role: 'editor' });
  await limit(one.member, userId, [one.quizId]);
  const tam = { ...one.member, userId, role: 'editor' as const, isLimited: true };
  const { people } = await listContacts(tam, {});
  expect(people.map(({ email, taken }) => [email, taken.map(({ quiz }) => quiz)])).toEqual([
    ['ida@spoke.test', [one.quizId]],
  ]);
  const [, otto] = (await listContacts(one.member, {})).people.map(({ id }) => id).reverse();
  await expect(readContact(tam, otto ?? '')).rejects.toMatchObject({ status: 404 });
  await expect(forgetContact(tam, people[0]?.id ?? '')).rejects.toMatchObject({ status: 403 });
  await expect(dataOfContact(tam, people[0]?.id ?? '')).rejects.toMatchObject({ status: 403 });
  const stranger = await somebody();
  await expect(readContact(stranger, people[0]?.id ?? '')).rejects.toMatchObject({ status: 404 });
  await expect(forgetContact(stranger, people[0]?.id ?? '')).rejects.toMatchObject({ status: 404 });
});

it('is taken out as a spreadsheet of words', async () => {
  const at = await published(smallQuiz());
  await took(at, { name: '=1+1', email: 'ida@spoke.test' });
  for (let n = 0; n < 30; n++) await took(at, { name: `Rider ${n}`, email: `rider${n}@spoke.test` });
  const parts: Buffer[] = [];
  for await (const part of contactsAsSheet(at.member, {})) parts.push(part as Buffer);
  const book = new exceljs.Workbook();
  await book.xlsx.load(Buffer.concat(parts) as unknown as ArrayBuffer);
  const sheet = book.getWorksheet('People');
  expect(sheet?.rowCount).toBe(32);
  expect(sheet?.getRow(1).getCell(2).value).toBe('email');
  const names = sheet?.getColumn(1).values.slice(2) ?? [];
  expect(names).toContain('=1+1');
  expect(names).toContain('Rider 29');
});

it('is taken out as a table and as cards', async () => {
  const at = await published(smallQuiz());
  await took(at, { name: '=HYPERLINK("x")', email: 'ida@spoke.test' });
  const [head, line] = (await whole(contactsAsCsv(at.member, {}))).split('\r\n');
  expect(head).toBe('\ufeffname,email,phone,company,more,also,known,agreed,to,confirmed,first,last');
  expect(line).toMatch(/^"'=HYPERLINK\(""x""\)",ida@spoke\.test,,,,,,\d{4}-.*,"Yes, write to me\.",/);
  expect(await whole(contactsAsCards(at.member, { search: 'ida' }))).toContain('\r\nEMAIL:ida@spoke.test\r\n');
  expect(await whole(contactsAsCards(at.member, { search: 'nobody' }))).toBe('');
  const [one] = (await listContacts(at.member, {})).people;
  expect(JSON.stringify(await dataOfContact(at.member, one?.id ?? ''))).toContain('"q1":["a"]');
});

it('is one with somebody else when that is said, and two again when it is taken back', async () => {
  const one = await published({ ...smallQuiz(), title: 'Lanes' });
  const two = await published({ ...smallQuiz(), title: 'Hills' }, one.member);
  await took(one, { name: 'Ida', email: 'ida@spoke.test' });
  await took(two, { name: 'Ida Bell', email: 'ida@bell.test' }, 'b');
  await took(one, { name: 'Otto', email: 'otto@spoke.test' });
  const list = async (query: Parameters<typeof listContacts>[1] = {}) =>
    (await listContacts(one.member, query)).people.map(({ email, taken }) => [email, taken.map(({ title }) => title)]);
  const idOf = async (email: string) => (await listContacts(one.member, { search: email })).people[0]?.id ?? '';
  const [ida, bell, otto] = [await idOf('ida@spoke'), await idOf('ida@bell'), await idOf('otto')];
  const told = await joinPeople(one.member, ida, bell);
  expect(told).toMatchObject({
    email: 'ida@spoke.test',
    joined: [{ email: 'ida@bell.test', consent: { version: 1 } }],
  });
  expect(told.taken.map(({ title }) => title)).toEqual(['Hills', 'Lanes']);
  expect(told.letters).toHaveLength(2);
  // Said twice, it is said once.
  expect(await joinPeople(one.member, ida, bell)).toEqual(told);
  expect(await list()).toEqual([
    ['otto@spoke.test', ['Lanes']],
    ['ida@spoke.test', ['Hills', 'Lanes']],
  ]);
  // They are found by the words, the outcome and the quiz of either.
  expect(await list({ search: 'bell.test' })).toEqual([['ida@spoke.test', ['Hills', 'Lanes']]]);
  expect(await list({ quiz: two.quizId, outcome: 'v y' })).toEqual([['ida@spoke.test', ['Hills', 'Lanes']]]);
  expect(await readContact(one.member, bell)).toEqual(told);
  expect(await whole(contactsAsCsv(one.member, {}))).toMatch(/Ida,ida@spoke\.test,,,,ida@bell\.test,/);
  expect(await whole(contactsAsCards(one.member, {}))).toContain('EMAIL:ida@spoke.test\r\nEMAIL:ida@bell.test\r\n');
  // Whoever is joined goes on, and the one they stand as comes first.
  await took(two, { name: 'Ida Bell', email: 'ida@bell.test' });
  expect((await list())[0]).toEqual(['ida@spoke.test', ['Hills', 'Hills', 'Lanes']]);
  // A third joins the two; nobody is joined to one who is joined.
  await expect(joinPeople(one.member, bell, otto)).rejects.toMatchObject({ status: 409 });
  await joinPeople(one.member, otto, ida);
  expect((await list()).map(([email]) => email)).toEqual(['otto@spoke.test']);
  await expect(joinPeople(one.member, otto, 'nobody')).rejects.toMatchObject({ status: 404 });
  await expect(joinPeople({ ...one.member, role: 'reader' }, otto, ida)).rejects.toMatchObject({ status: 403 });
  const stranger = await somebody();
  await expect(partPeople(stranger, otto, ida)).rejects.toMatchObject({ status: 404 });
  expect((await partPeople(one.member, otto, bell)).joined.map(({ email }) => email)).toEqual(['ida@spoke.test']);
  expect(await partPeople(one.member, otto, ida)).toMatchObject({ joined: [], taken: [{ title: 'Lanes' }] });
  expect((await list()).sort()).toEqual([
    ['ida@bell.test', ['Hills', 'Hills']],
    ['ida@spoke.test', ['Lanes']],
    ['otto@spoke.test', ['Lanes']],
  ]);
});

it('is joined to nobody who is gone', async () => {
  const at = await published(smallQuiz());
  for (const name of ['a', 'b', 'c']) await took(at, { name, email: `${name}@spoke.test` });
  const [c = '', b = '', a = ''] = (await listContacts(at.member, {})).people.map(({ id }) => id);
  await joinPeople(at.member, a, b);
  await joinPeople(at.member, a, c);
  const { workspaceId } = at.member;
  await database().transaction(async (tx) => {
    await tx.delete(contacts).where(sql`${contacts.contactId} = ${a}`);
    await inheritJoined(tx, workspaceId);
  });
  const [left, ...others] = (await listContacts(at.member, {})).people;
  expect(others).toEqual([]);
  expect((await readContact(at.member, left?.id ?? '')).joined).toHaveLength(1);
});

/** Rows of all tables in which some words stand. */
async function rowsWith(words: string): Promise<string[]> {
  const tables = await database().execute<{ name: string }>(
    sql`select format('%I.%I', schemaname, tablename) as name from pg_tables where schemaname in ('public', 'pgboss')`,
  );
  const found: string[] = [];
  for (const { name } of tables.rows) {
    const { rows } = await database().execute(
      sql`select 1 from ${sql.raw(name)} as t where t::text ilike ${`%${words}%`} limit 1`,
    );
    if (rows.length) found.push(name);
  }
  return found;
}

it('is gone from every table when it is taken away, and what was counted stays counted', async () => {
  const one = await published(smallQuiz());
  const two = await published(smallQuiz(), one.member);
  const email = `gone-${newId('x').toLowerCase()}@spoke.test`;
  await took(one, { name: 'Ida', email });
  await took(two, { name: 'Ida', email: email.toUpperCase() });
  await took(one, { name: 'Otto', email: 'otto@spoke.test' });
  await addPeople(one.member, two.quizId, email);
  await countRuns(one.member.workspaceId, one.quizId);
  const before = await figuresOf(database(), one.member.workspaceId, one.quizId);
  expect((await rowsWith(email)).length).toBeGreaterThanOrEqual(4);
  const ida = (await listContacts(one.member, { search: email })).people[0]?.id ?? '';
  expect(await readContact(one.member, ida)).toMatchObject({ lists: 1, letters: [{}, {}], taken: [{}, {}] });
  const other = `also-${newId('x').toLowerCase()}@spoke.test`;
  await took(two, { name: 'Ida', email: other });
  await joinPeople(one.member, ida, (await listContacts(one.member, { search: other })).people[0]?.id ?? '');
  expect(await forgetContact(one.member, ida)).toEqual({ runs: 3, letters: 3, lists: 1 });
  expect(await rowsWith(email)).toEqual([]);
  expect(await rowsWith(other)).toEqual([]);
  await countRuns(one.member.workspaceId, one.quizId);
  expect(await figuresOf(database(), one.member.workspaceId, one.quizId)).toEqual(before);
  expect((await listContacts(one.member, {})).people.map(({ name }) => name)).toEqual(['Otto']);
  await expect(forgetContact(one.member, ida)).rejects.toMatchObject({ status: 404 });
  await expect(forgetContact({ ...one.member, role: 'reader' }, ida)).rejects.toMatchObject({ status: 403 });
});
