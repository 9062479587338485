/** Everybody who left a contact, once, over all quizzes of a workspace. */
import type { AnswerOf, QueryOf } from '../../contract';
import type { Quiz } from '../../core/schema/quiz';
import { dayNumber } from '../../core/values/answer';
import { isContact, quizIndex } from '../../core/document/lookup';
import { contactOf } from '../../core/flow/result';
import { grouped } from '../../core/values/grouped';
import { keepWiped } from '../../db/queries/figures';
import { type Membership, quizzesOf } from '../../db/queries/members';
import { isUnsubscribed } from '../../db/queries/mailing';
import { withJoined } from '../../db/queries/joined';
import {
  type ContactRow,
  countEntries,
  countPeople,
  emailsOf,
  findContact,
  lettersOfContact,
  lockRunsOf,
  peoplePage,
  removeContacts,
  type RunOfContact,
  runsOfContacts,
  type Wanted,
} from '../../db/queries/people';
import { fileLine, filesOfRuns, wholeFiles } from '../../db/queries/run-files';
import { quizSummaries } from '../../db/queries/quizzes';
import { wipeRuns } from '../../db/queries/wipe';
import { requireEditor } from '../accounts/authorise';
import { getQuiz, within } from '../accounts/own-quiz';
import { database, reading } from '../platform/database';
import { personHash } from '../letters/unsubscribe';
import { HttpError, notFound } from '../platform/http-error';
import { editionOf, ownRunOf } from '../publishing/editions';
import { countRuns, countWorkspace } from '../results/count-runs';
import { countedFor } from '../results/wipe';

const PAGE = 100;
/** People are counted up to this; whoever has more wants no exact number in a head line. */
const MOST_COUNTED = 10_000;
/** Runs that a line of the list tells of. */
const SHOWN = 3;

type Query = QueryOf<'GET /api/people'>;
export type Filters = Pick<Query, 'search' | 'quiz' | 'outcome' | 'agreed' | 'since'>;

/** The filters that stand in an address. */
export function filtersIn(url: string): Filters {
  const { searchParams } = new URL(url);
  const given = (name: keyof Filters) => searchParams.get(name)?.slice(0, 200) || undefined;
  const since = given('since');
  if (since !== undefined && Number.isNaN(dayNumber(since)))
    throw new HttpError(400, 'not-valid', 'since: a day such as 2026-05-01 is expected.');
  return Object.fromEntries(
    (['search', 'quiz', 'outcome', 'agreed', 'since'] as const).flatMap((name) => {
      const value = given(name);
      return value === undefined ? [] : [[name, value]];
    }),
  );
}

export async function wantedBy(member: Membership, filters: Filters): Promise<Wanted> {
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
  const from = await reading();
  const [rows, count] = await Promise.all([
    peoplePage(from, member.workspaceId, wanted, { after, most: PAGE + 1 }),
    after ? 0 : countPeople(from, member.workspaceId, wanted, MOST_COUNTED),
  ]);
  const shown = rows.slice(0, PAGE);
  const { everybody, runs } = await peopleWithRuns(member, shown, wanted);
  const agreed = new Set(
    everybody.flatMap(({ contactId, joinedTo, consent }) => (consent ? (joinedTo ?? contactId) : [])),
  );
  const people = await Promise.all(
    shown.map(async (row) => ({
      id: row.contactId,
      name: row.fields['name'] ?? '',
      email: row.email,
      lastAt: row.lastAt.toISOString(),
      agreed: agreed.has(row.contactId),
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

/** Those who stand in the list, with those joined to them, and the runs of all, of quizzes that the member may see, by whom they stand as. */
export async function peopleWithRuns(member: Membership, rows: readonly ContactRow[], wanted: Wanted) {
  const everybody = rows.length ? await withJoined(database(), member.workspaceId, idsOf(rows)) : [];
  return { everybody, runs: await runsSeenBy(member, everybody, wanted) };
}

/** The runs of contacts, of quizzes that the member may see, by whom they stand in the list as. */
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
  const standsAs = new Map(rows.map(({ contactId, joinedTo }) => [contactId, joinedTo ?? contactId]));
  return grouped(seen, ({ contactId }) => standsAs.get(contactId ?? '') ?? null);
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

/** Somebody whom a member may see, with those who were joined to them. @throws HttpError 404 where there is nobody */
export async function contactFor(member: Membership, contactId: string) {
  const found = await findContact(database(), member.workspaceId, contactId);
  if (!found) throw notFound('This contact');
  const id = found.joinedTo ?? contactId;
  const rows = await withJoined(database(), member.workspaceId, [id]);
  const row = rows[0];
  if (row?.contactId !== id) throw notFound('This contact');
  const wanted = await wantedBy(member, {});
  const runs = (await runsSeenBy(member, rows, wanted)).get(id) ?? [];
  if (wanted.quizzes && runs.length === 0) throw notFound('This contact');
  return { row, rows, runs };
}

export async function readContact(
  member: Membership,
  contactId: string,
): Promise<AnswerOf<'GET /api/people/{contact}'>> {
  const { row, rows, runs } = await contactFor(member, contactId);
  const labels = new Map<string, string>();
  for (const run of runs) {
    const quiz = await editionOf(run.workspaceId, run.quizId, run.edition);
    for (const block of quiz.pages.flatMap((page) => page.blocks).filter(isContact))
      for (const { id, label } of block.fields) if (!labels.has(id)) labels.set(id, label);
  }
  const letters = await lettersOfContact(
    database(),
    member.workspaceId,
    member.isLimited ? [] : emailsOf(rows),
    runs.map(({ runId }) => runId),
  );
  const files = await filesOfRuns(
    database(),
    member.workspaceId,
    runs.map(({ runId }) => runId),
  );
  const titles = new Map((await quizNames(member)).map(({ id, title }) => [id, title]));
  const leftBy = async (one: ContactRow) => ({
    id: one.contactId,
    name: one.fields['name'] ?? '',
    email: one.email,
    firstAt: one.firstAt.toISOString(),
    lastAt: one.lastAt.toISOString(),
    fields: Object.entries(one.fields).map(([id, value]) => ({ label: labels.get(id) ?? id, value })),
    consent: one.consent && {
      ...one.consent,
      quiz: titles.get(one.consent.quiz ?? '') ?? '',
      page: one.consent.page ?? '',
    },
    confirmedAt: one.confirmedAt?.toISOString() ?? null,
    isUnsubscribed:
      one.email !== '' &&
      (await isUnsubscribed(database(), member.workspaceId, personHash(member.workspaceId, one.email))),
  });
  return {
    ...(await leftBy(row)),
    joined: await Promise.all(rows.slice(1).map(leftBy)),
    taken: await Promise.all(
      runs.map(async (run) => ({
        ...(await takenOf(run)),
        source: run.source,
        known: run.known,
        files: files.filter(({ runId }) => runId === run.runId).map(fileLine),
      })),
    ),
    letters: letters.map((letter) => ({ ...letter, at: letter.at.toISOString() })),
    lists: member.isLimited ? 0 : await countEntries(database(), member.workspaceId, emailsOf(rows)),
  };
}

const idsOf = (rows: readonly ContactRow[]): string[] => rows.map(({ contactId }) => contactId);

/** Everything that is kept about somebody, for them. */
export async function dataOfContact(member: Membership, contactId: string): Promise<object> {
  const { row, rows } = await contactFor(member, contactId);
  requireAll(member);
  const told = await readContact(member, contactId);
  const runs = await database().transaction((tx) => lockRunsOf(tx, row.workspaceId, idsOf(rows)));
  return {
    ...told,
    runs: await Promise.all(
      runs.map(async (run) => {
        const { quiz, run: stands } = await ownRunOf(run);
        return {
          run: run.runId,
          quiz: quiz.title,
          seen: run.seenAt.toISOString(),
          last: run.lastAt.toISOString(),
          traces: run.traces ?? {},
          left: contactOf(stands),
          files: await contentsOf(run),
          sent: run.events,
        };
      }),
    ),
  };
}

/** The files of a run whole, in Base64 (RFC 4648). */
const contentsOf = async (run: { workspaceId: string; runId: string }) =>
  (await wholeFiles(database(), run)).map(({ name, type, bytes }) => ({ name, type, bytes: bytes.toString('base64') }));

/** Refuses those who are here for some quizzes alone: contacts are of all. */
export function requireAll({ isLimited }: Membership): void {
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
    const { rows, runs } = await contactFor(member, contactId);
    // What was never counted would be gone from the figures.
    for (const quizId of new Set(runs.map((run) => run.quizId))) await countRuns(workspaceId, quizId);
    const gone = await database().transaction(async (tx) => {
      const locked = await lockRunsOf(tx, workspaceId, idsOf(rows));
      if (locked.some(({ countedSeq, seq, isTrial }) => !isTrial && countedSeq < seq)) return null;
      for (const [quizId, own] of grouped(locked, (run) => run.quizId))
        await keepWiped(tx, workspaceId, quizId, own.flatMap(countedFor));
      const ids = locked.map(({ runId }) => runId);
      const taken = await removeContacts(tx, workspaceId, rows, ids);
      if (ids.length) await wipeRuns(tx, workspaceId, ids);
      return { runs: ids.length, ...taken };
    });
    if (gone) return gone;
  }
  throw new HttpError(409, 'busy', 'They are answering just now. Please try again.');
}
