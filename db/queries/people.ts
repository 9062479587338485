import { alias } from 'drizzle-orm/pg-core';
import { and, desc, eq, exists, gte, inArray, isNull, lt, or, type SQL, sql } from 'drizzle-orm';
import { personKey } from '../../core/access/list';
import { wordsIn } from './words-in';
import type { Db, Tx } from '../client';
import { contacts, deliveries, letters, listed, quizzes, runs } from '../schema';
import type { DeliveryState } from './letters';
import { deleteMessagesOf } from './webhooks';
import { type RunWithEvents, runColumns } from './runs';

export type ContactRow = typeof contacts.$inferSelect;

/**
 * @property search words that all stand in the address or in what was left
 * @property quizzes those that somebody may see; all where it is absent
 * @property outcome the key that a run counts for (`core/stats/counts.ts`)
 */
export type Wanted = {
  search?: string | undefined;
  quiz?: string | undefined;
  outcome?: string | undefined;
  agreed?: boolean;
  since?: Date | undefined;
  quizzes?: readonly string[];
};
export type After = { lastAt: Date; contactId: string };

const joined = alias(contacts, 'joined');
/** Those who were joined to a contact. */
const sameAs = and(eq(joined.workspaceId, contacts.workspaceId), eq(joined.joinedTo, contacts.contactId));

function wantedIn(db: Db | Tx, workspaceId: string, wanted: Wanted): SQL | undefined {
  const { search = '', quiz, outcome, agreed, since, quizzes: own } = wanted;
  const runsOf = (who: typeof contacts | typeof joined, which: (SQL | undefined)[]) =>
    db
      .select({ one: sql`1` })
      .from(runs)
      .where(and(eq(runs.workspaceId, who.workspaceId), eq(runs.contactId, who.contactId), ...which));
  const amongJoined = (condition: SQL) =>
    exists(
      db
        .select({ one: sql`1` })
        .from(joined)
        .where(and(sameAs, condition)),
    );
  const took = (...which: (SQL | undefined)[]) =>
    or(exists(runsOf(contacts, which)), amongJoined(exists(runsOf(joined, which))));
  const words = wordsIn(search);
  return and(
    eq(contacts.workspaceId, workspaceId),
    isNull(contacts.joinedTo),
    words.length > 0
      ? inArray(
          contacts.contactId,
          db
            .select({ id: sql<string>`coalesce(${joined.joinedTo}, ${joined.contactId})` })
            .from(joined)
            .where(and(eq(joined.workspaceId, workspaceId), ...words.map((word) => sql`${joined.words} like ${word}`))),
        )
      : undefined,
    agreed
      ? or(sql`${contacts.consent} <> 'null'::jsonb`, amongJoined(sql`${joined.consent} <> 'null'::jsonb`))
      : undefined,
    since && gte(contacts.lastAt, since),
    own && took(inArray(runs.quizId, [...own])),
    quiz === undefined
      ? undefined
      : took(
          eq(runs.quizId, quiz),
          outcome === undefined ? undefined : sql`${runs.countedKeys} ? ${`outcome ${outcome}`}`,
        ),
  );
}

/** The newest first. */
export const peoplePage = (
  db: Db,
  workspaceId: string,
  wanted: Wanted,
  { after, most }: { after: After | undefined; most: number },
): Promise<ContactRow[]> =>
  db
    .select()
    .from(contacts)
    .where(
      and(
        wantedIn(db, workspaceId, wanted),
        after &&
          or(
            lt(contacts.lastAt, after.lastAt),
            and(eq(contacts.lastAt, after.lastAt), lt(contacts.contactId, after.contactId)),
          ),
      ),
    )
    .orderBy(desc(contacts.lastAt), desc(contacts.contactId))
    .limit(most);

/** How many there are, counted up to `most`. */
export async function countPeople(db: Db, workspaceId: string, wanted: Wanted, most: number): Promise<number> {
  const some = db
    .select({ one: sql`1`.as('one') })
    .from(contacts)
    .where(wantedIn(db, workspaceId, wanted))
    .limit(most)
    .as('some');
  const [row] = await db.select({ count: sql<number>`count(*)::int` }).from(some);
  return row?.count ?? 0;
}

export async function findContact(
  db: Db | Tx,
  workspaceId: string,
  contactId: string,
): Promise<ContactRow | undefined> {
  return (
    await db
      .select()
      .from(contacts)
      .where(and(eq(contacts.workspaceId, workspaceId), eq(contacts.contactId, contactId)))
  )[0];
}

/** Runs of some contacts without what was sent, the newest first. */
export const runsOfContacts = (db: Db, workspaceId: string, ids: readonly string[]) =>
  db
    .select({
      workspaceId: runs.workspaceId,
      contactId: runs.contactId,
      runId: runs.runId,
      quizId: runs.quizId,
      edition: runs.edition,
      language: runs.language,
      title: quizzes.title,
      lastAt: runs.lastAt,
      finishedAt: runs.finishedAt,
      source: runs.source,
      known: runs.known,
      countedKeys: runs.countedKeys,
    })
    .from(runs)
    .innerJoin(quizzes, and(eq(quizzes.workspaceId, runs.workspaceId), eq(quizzes.quizId, runs.quizId)))
    .where(and(eq(runs.workspaceId, workspaceId), inArray(runs.contactId, [...ids])))
    .orderBy(desc(runs.lastAt), desc(runs.runId));
export type RunOfContact = Awaited<ReturnType<typeof runsOfContacts>>[number];

/** Runs of some contacts with all that was sent, locked. */
export const lockRunsOf = (tx: Tx, workspaceId: string, ids: readonly string[]): Promise<RunWithEvents[]> =>
  tx
    .select(runColumns)
    .from(runs)
    .where(and(eq(runs.workspaceId, workspaceId), inArray(runs.contactId, [...ids])))
    .orderBy(runs.runId)
    .for('update');

const lettersFor = (workspaceId: string, emails: readonly string[], runIds: readonly string[]) =>
  and(
    eq(letters.workspaceId, workspaceId),
    or(
      runIds.length > 0 ? inArray(letters.runId, [...runIds]) : undefined,
      emails.length > 0 ? inArray(sql`lower(${letters.recipient})`, [...emails]) : undefined,
      // Letters to makers that tell of many name them among others.
      ...emails.map((email) =>
        and(
          eq(letters.audience, 'makers'),
          isNull(letters.runId),
          sql`position(${email} in lower(${letters.sheet}::text)) > 0`,
        ),
      ),
      sql`false`,
    ),
  );

/** Letters to some addresses or about some runs, the newest first. */
export const lettersOfContact = (db: Db, workspaceId: string, emails: readonly string[], runIds: readonly string[]) =>
  db
    .select({
      id: letters.letterId,
      quiz: letters.quizId,
      subject: letters.subject,
      at: letters.writtenAt,
      state: sql<DeliveryState>`coalesce(${deliveries.state}, 'waiting')`,
    })
    .from(letters)
    .leftJoin(
      deliveries,
      and(eq(deliveries.workspaceId, letters.workspaceId), eq(deliveries.letterId, letters.letterId)),
    )
    .where(lettersFor(workspaceId, emails, runIds))
    .orderBy(desc(letters.writtenAt))
    .limit(500);

/** Entries on lists of quizzes that are known by one of some addresses. */
const entriesOf = (workspaceId: string, emails: readonly string[]) =>
  and(eq(listed.workspaceId, workspaceId), inArray(listed.key, emails.map(personKey)));

export async function countEntries(db: Db, workspaceId: string, emails: readonly string[]): Promise<number> {
  if (emails.length === 0) return 0;
  const [row] = await db
    .select({ count: sql<number>`count(*)::int` })
    .from(listed)
    .where(entriesOf(workspaceId, emails));
  return row?.count ?? 0;
}

/** The addresses among contacts. */
export const emailsOf = (rows: readonly Pick<ContactRow, 'email'>[]): string[] =>
  rows.flatMap(({ email }) => email || []);

/** Takes letters, entries of lists and the contacts of one person away. @returns how many letters and entries */
export async function removeContacts(
  tx: Tx,
  workspaceId: string,
  rows: readonly ContactRow[],
  runIds: readonly string[],
): Promise<{ letters: number; lists: number }> {
  const emails = emailsOf(rows);
  const gone = await tx
    .delete(letters)
    .where(lettersFor(workspaceId, emails, runIds))
    .returning({ id: letters.letterId });
  const entries = emails.length
    ? await tx.delete(listed).where(entriesOf(workspaceId, emails)).returning({ id: listed.personId })
    : [];
  await deleteMessagesOf(tx, workspaceId, runIds, emails);
  await tx.delete(contacts).where(
    and(
      eq(contacts.workspaceId, workspaceId),
      inArray(
        contacts.contactId,
        rows.map(({ contactId }) => contactId),
      ),
    ),
  );
  return { letters: gone.length, lists: entries.length };
}
