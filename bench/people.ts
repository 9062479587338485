/** People of a workspace with a million contacts, beside one with a thousand: the first page, a later one, a search, and one of few who match. */
import { sql } from 'drizzle-orm';
import { insertWorkspace, type Membership } from '../db/queries/members';
import { user } from '../db/schema';
import { listContacts } from '../server/people/people';
import { closeDatabase, database } from '../server/platform/database';
import { newId } from '../server/platform/ids';

const TURNS = 15;
const PART = 20_000;

/** A workspace with so many contacts, of whom each has run nothing. */
async function workspaceOf(contacts: number): Promise<Membership> {
  const [userId, workspaceId] = [newId('person'), newId('w')];
  const email = `${userId}@slowspoke.test`;
  await database().insert(user).values({ id: userId, name: 'Wren', email });
  await insertWorkspace(database(), { workspaceId, name: 'People', userId });
  // In parts, none of which takes longer than a request may.
  for (let from = 1; from <= contacts; from += PART)
    await database().execute(sql`
      insert into contacts (workspace_id, contact_id, email, fields, first_at, last_at)
      select ${workspaceId}, 'c' || i, 'person' || i || '@spoke.test', jsonb_build_object('name', 'Person ' || md5(i::text)),
        timestamptz '2027-01-01' + i * interval '1 second', timestamptz '2027-01-01' + i * interval '1 second'
      from generate_series(${from}::int, ${Math.min(contacts, from + PART - 1)}::int) as i`);
  return { workspaceId, workspace: '', userId, name: 'Wren', email, role: 'owner', isLimited: false };
}

async function took(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}
const middle = (all: number[]): number => all.sort((x, y) => x - y)[Math.floor(all.length / 2)] ?? 0;

async function people(): Promise<void> {
  const [few, many] = [await workspaceOf(1_000), await workspaceOf(1_000_000)];
  const { next } = await listContacts(many, {});
  const questions: [string, (member: Membership) => Promise<unknown>][] = [
    ['first page', (member) => listContacts(member, {})],
    ['second page', (member) => listContacts(member, member === many ? (next ?? {}) : {})],
    ['one by address', (member) => listContacts(member, { search: 'person777@' })],
  ];
  for (const [what, ask] of questions) {
    const times: [number[], number[]] = [[], []];
    for (let i = 0; i < TURNS; i++)
      for (const [k, member] of [few, many].entries()) times[k]?.push(await took(() => ask(member)));
    const [small, large] = [middle(times[0]), middle(times[1])];
    console.log(
      `${what}: ${small.toFixed(1)} ms of 1,000, ${large.toFixed(1)} ms of 1,000,000 (medians of ${TURNS}): ${(large / small).toFixed(1)} times`,
    );
  }
  await closeDatabase();
}

void people();
