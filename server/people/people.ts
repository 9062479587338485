/** Everybody who left a contact, once, over all quizzes of a workspace. */
import { once } from 'node:events';
import { PassThrough, type Readable } from 'node:stream';
import exceljs from 'exceljs';
import type { AnswerOf, QueryOf } from '../../contract';
import type { Quiz } from '../../core/schema/quiz';
import { isContact, quizIndex } from '../../core/document/lookup';
import { vCard } from '../../core/formats/vcard';
import { foldRun } from '../../core/flow/run';
import { contactOf } from '../../core/flow/result';
import { grouped } from '../../core/values/grouped';
import { keepWiped } from '../../db/queries/figures';
import { type Membership, quizzesOf } from '../../db/queries/members';
import { isUnsubscribed } from '../../db/queries/mailing';
import {
  type After,
  type ContactRow,
  countEntries,
  countPeople,
  findContact,
  lettersOfContact,
  lockRunsOf,
  peoplePage,
  removeContact,
  type RunOfContact,
  runsOfContacts,
  type Wanted,
} from '../../db/queries/people';
import { quizSummaries } from '../../db/queries/quizzes';
import { wipeRuns } from '../../db/queries/wipe';
import { requireEditor } from '../accounts/authorise';
import { getQuiz, within } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { personHash } from '../letters/unsubscribe';
import { HttpError, notFound } from '../platform/http-error';
import { editionOf } from '../publishing/editions';
import { countRuns, countWorkspace } from '../results/count-runs';
import { countedFor } from '../results/wipe';
import { csvLine } from '../platform/csv';

const PAGE = 100;
/** People are counted up to this; whoever has more wants no exact number in a head line. */
const MOST_COUNTED = 10_000;
/** Runs that a line of the list tells of. */
const SHOWN = 3;

type Query = QueryOf<'GET /api/people'>;
type Filters = Pick<Query, 'search' | 'quiz' | 'outcome' | 'agreed' | 'since'>;

/** The filters that stand in an address. */
export function filtersIn(url: string): Filters {
  const { searchParams } = new URL(url);
  const given = (name: keyof Filters) => searchParams.get(name)?.slice(0, 200) || undefined;
  return Object.fromEntries(
    (['search', 'quiz', 'outcome', 'agreed', 'since'] as const).flatMap((name) => {
      const value = given(name);
      return value === undefined ? [] : [[name, value]];
    }),
  );
}

async function wantedBy(member: Membership, filters: Filters): Promise<Wanted> {
  const { search, quiz, outcome, agreed, since } = filters;
  const day = since === undefined ? undefined : new Date(`${since}T00:00:00Z`);
  if (day && Number.isNaN(day.getTime())) throw new HttpError(400, 'no-day', 'There is no such day.');
  return {
    search,
    quiz,
    outcome,
    agreed: agreed === 'yes',
    since: day,
    ...(member.isLimited ? { quizzes: [...(await quizzesOf(database(), member.workspaceId, member.userId))] } : {}),
  };
}

/** The quizzes that people can be asked for by. */
export const quizNames = async (member: Membership): Promise<{ id: string; title: string }[]> =>
  (await within(member, await quizSummaries(database(), member.workspaceId), (row) => row.quizId)).map(
    ({ quizId, title }) => ({ id: quizId, title }),
  );

/** The newest first. */
export async function listContacts(member: Membership, query: Query): Promise<AnswerOf<'GET /api/people'>> {
  // What came out of a run is known when it is counted.
  await countWorkspace(member.workspaceId);
  const wanted = await wantedBy(member, query);
  const after =
    query.before === undefined || query.contact === undefined
      ? undefined
      : { lastAt: new Date(query.before), contactId: query.contact };
  const [rows, count] = await Promise.all([
    peoplePage(database(), member.workspaceId, wanted, { after, most: PAGE + 1 }),
    after ? 0 : countPeople(database(), member.workspaceId, wanted, MOST_COUNTED),
  ]);
  const shown = rows.slice(0, PAGE);
  const runs = await runsSeenBy(member, shown, wanted);
  const people = await Promise.all(
    shown.map(async (row) => ({
      id: row.contactId,
      name: row.fields['name'] ?? '',
      email: row.email,
      lastAt: row.lastAt.toISOString(),
      agreed: Boolean(row.consent),
      taken: await Promise.all((runs.get(row.contactId) ?? []).slice(0, SHOWN).map(takenOf)),
    })),
  );
  const last = rows.length > PAGE ? shown.at(-1) : undefined;
  const next = last ? { before: last.lastAt.toISOString(), contact: last.contactId } : null;
  const { quiz } = query;
  return { people, next, count, outcomes: quiz === undefined ? [] : outcomesIn(await getQuiz(member, quiz)) };
}

const outcomesIn = ({ draft }: { draft: Quiz }) =>
  draft.verdicts.flatMap((verdict) => verdict.outcomes.map(({ id, name }) => ({ id: `${verdict.id} ${id}`, name })));

/** The runs of contacts, of quizzes that the member may see. */
async function runsSeenBy(
  { workspaceId }: Membership,
  rows: readonly ContactRow[],
  { quizzes }: Wanted,
): Promise<Map<string | null, RunOfContact[]>> {
  const all = rows.length
    ? await runsOfContacts(
        database(),
        workspaceId,
        rows.map(({ contactId }) => contactId),
      )
    : [];
  const seen = quizzes ? all.filter(({ quizId }) => quizzes.includes(quizId)) : all;
  return grouped(seen, ({ contactId }) => contactId);
}

async function takenOf(run: RunOfContact) {
  const quiz = await editionOf(run.workspaceId, run.quizId, run.edition);
  const { outcomes } = quizIndex(quiz);
  const reached = run.countedKeys.flatMap((key) => (key.startsWith('outcome ') ? [key.split(' ')[2] ?? ''] : []));
  return {
    run: run.runId,
    quiz: run.quizId,
    title: run.title || 'A quiz without a name',
    at: run.lastAt.toISOString(),
    finished: run.finishedAt !== null,
    outcomes: reached.map((id) => outcomes.get(id)?.outcome.name ?? id),
  };
}

/** Somebody whom a member may see. @throws HttpError 404 where there is nobody */
async function contactFor(member: Membership, contactId: string) {
  const row = await findContact(database(), member.workspaceId, contactId);
  if (!row) throw notFound('This contact');
  const wanted = await wantedBy(member, {});
  const runs = (await runsSeenBy(member, [row], wanted)).get(contactId) ?? [];
  if (wanted.quizzes && runs.length === 0) throw notFound('This contact');
  return { row, runs };
}

export async function readContact(
  member: Membership,
  contactId: string,
): Promise<AnswerOf<'GET /api/people/{contact}'>> {
  const { row, runs } = await contactFor(member, contactId);
  const labels = new Map<string, string>();
  for (const run of runs) {
    const quiz = await editionOf(run.workspaceId, run.quizId, run.edition);
    for (const block of quiz.pages.flatMap((page) => page.blocks).filter(isContact))
      for (const { id, label } of block.fields) if (!labels.has(id)) labels.set(id, label);
  }
  const letters = await lettersOfContact(
    database(),
    member.workspaceId,
    member.isLimited ? '' : row.email,
    runs.map(({ runId }) => runId),
  );
  return {
    id: row.contactId,
    name: row.fields['name'] ?? '',
    email: row.email,
    firstAt: row.firstAt.toISOString(),
    lastAt: row.lastAt.toISOString(),
    fields: Object.entries(row.fields).map(([id, value]) => ({ label: labels.get(id) ?? id, value })),
    consent: row.consent ?? null,
    confirmedAt: row.confirmedAt?.toISOString() ?? null,
    isUnsubscribed:
      row.email !== '' &&
      (await isUnsubscribed(database(), member.workspaceId, personHash(member.workspaceId, row.email))),
    taken: await Promise.all(
      runs.map(async (run) => ({ ...(await takenOf(run)), source: run.source, known: run.known })),
    ),
    letters: letters.map((letter) => ({ ...letter, at: letter.at.toISOString() })),
    lists: member.isLimited ? 0 : await countEntries(database(), member.workspaceId, row.email),
  };
}

/** Everything that is kept about somebody, for them. */
export async function dataOfContact(member: Membership, contactId: string): Promise<object> {
  const { row } = await contactFor(member, contactId);
  requireAll(member);
  const told = await readContact(member, contactId);
  const runs = await database().transaction((tx) => lockRunsOf(tx, row.workspaceId, contactId));
  return {
    ...told,
    runs: await Promise.all(
      runs.map(async (run) => {
        const quiz = await editionOf(run.workspaceId, run.quizId, run.edition);
        return {
          run: run.runId,
          quiz: quiz.title,
          seen: run.seenAt.toISOString(),
          last: run.lastAt.toISOString(),
          traces: run.traces ?? {},
          left: contactOf(foldRun(quiz, run, run.events)),
          sent: run.events,
        };
      }),
    ),
  };
}

/** Refuses those who are here for some quizzes alone: contacts are of all. */
function requireAll({ isLimited }: Membership): void {
  if (isLimited)
    throw new HttpError(403, 'some-quizzes', 'You are here for some quizzes alone; contacts are of all of them.');
}

/**
 * Takes everything of somebody away: their runs, the letters to them, their places on lists. What they counted for stays counted.
 * @returns how much that was
 */
export async function forgetContact(
  member: Membership,
  contactId: string,
): Promise<AnswerOf<'DELETE /api/people/{contact}'>> {
  requireEditor(member);
  requireAll(member);
  const { workspaceId } = member;
  for (let attempt = 0; attempt < 3; attempt++) {
    const { row, runs } = await contactFor(member, contactId);
    // What was never counted would be gone from the figures.
    for (const quizId of new Set(runs.map((run) => run.quizId))) await countRuns(workspaceId, quizId);
    const gone = await database().transaction(async (tx) => {
      const locked = await lockRunsOf(tx, workspaceId, contactId);
      if (locked.some(({ countedSeq, seq, isTrial }) => !isTrial && countedSeq < seq)) return null;
      for (const [quizId, own] of grouped(locked, (run) => run.quizId))
        await keepWiped(tx, workspaceId, quizId, own.flatMap(countedFor));
      const ids = locked.map(({ runId }) => runId);
      const taken = await removeContact(tx, row, ids);
      if (ids.length) await wipeRuns(tx, workspaceId, ids);
      return { runs: ids.length, ...taken };
    });
    if (gone) return gone;
  }
  throw new HttpError(409, 'busy', 'They are answering just now. Please try again.');
}

/** Pages of contacts, one after the other. */
async function* allContacts(member: Membership, filters: Filters): AsyncGenerator<ContactRow[]> {
  const wanted = await wantedBy(member, filters);
  let after: After | undefined;
  for (;;) {
    const rows = await peoplePage(database(), member.workspaceId, wanted, { after, most: 1_000 });
    if (rows.length) yield rows;
    after = rows.at(-1);
    if (rows.length < 1_000) return;
  }
}

/** The fields that have a column; what else was left stands in the last one. */
const COLUMNS = ['phone', 'company'];

const HEADS = ['name', 'email', ...COLUMNS, 'more', 'agreed', 'to', 'confirmed', 'first', 'last'];

/** A contact as a line of a table, by `HEADS`. */
function lineOf({ fields, email, consent, confirmedAt, firstAt, lastAt }: ContactRow): string[] {
  const others = Object.entries(fields).filter(([id]) => !['name', 'email', ...COLUMNS].includes(id));
  return [
    fields['name'] ?? '',
    email,
    ...COLUMNS.map((id) => fields[id] ?? ''),
    others.map(([id, value]) => `${id}: ${value}`).join('; '),
    consent?.at ?? '',
    consent?.text ?? '',
    confirmedAt?.toISOString() ?? '',
    firstAt.toISOString(),
    lastAt.toISOString(),
  ];
}

/** Contacts as CSV, in parts. */
export async function* contactsAsCsv(member: Membership, filters: Filters): AsyncGenerator<string> {
  yield `\ufeff${csvLine(HEADS)}`;
  for await (const rows of allContacts(member, filters)) yield rows.map((row) => csvLine(lineOf(row))).join('');
}

/** Contacts as a spreadsheet, in parts; each cell is words, and none a formula. */
export function contactsAsSheet(member: Membership, filters: Filters): Readable {
  const through = new PassThrough();
  const book = new exceljs.stream.xlsx.WorkbookWriter({ stream: through });
  const sheet = book.addWorksheet('People', { views: [{ state: 'frozen', ySplit: 1 }] });
  const write = async () => {
    sheet.addRow(HEADS).commit();
    for await (const rows of allContacts(member, filters)) {
      for (const row of rows) sheet.addRow(lineOf(row)).commit();
      // Whoever reads slowly is waited for: what is made meanwhile would pile up here.
      if (through.writableNeedDrain) await once(through, 'drain');
    }
    sheet.commit();
    await book.commit();
  };
  write().catch((error: unknown) => through.destroy(error instanceof Error ? error : new Error(String(error))));
  return through;
}

/** Contacts as vCards, in parts. */
export async function* contactsAsCards(member: Membership, filters: Filters): AsyncGenerator<string> {
  for await (const rows of allContacts(member, filters))
    yield rows
      .map(({ contactId, email, fields, lastAt }) => vCard({ id: contactId, email, fields, changed: lastAt }))
      .join('');
}
