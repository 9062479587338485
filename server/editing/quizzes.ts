import { getQuiz, within } from '../accounts/own-quiz';
import type { AnswerOf } from '../../contract';
import type { FileFormat, QuizFile, QuizLine } from '../../contract/quizzes';
import type { Known, Quiz } from '../../core/schema/quiz';
import { blankQuiz } from '../../core/document/blank';
import type { HandOver } from '../../core/flow/chain';
import { writeCsv } from '../../core/formats/csv';
import { writeJson } from '../../core/formats/json';
import { writeQtiPackage } from '../../core/formats/qti/package';
import { writeQti } from '../../core/formats/qti/write';
import { writeXlsx } from '../../core/formats/xlsx';
import { writeMarkdown } from '../../core/formats/markdown';
import { isQuestion } from '../../core/document/lookup';
import { goTo } from '../../core/document/go-to';
import { type ValidationIssue, validateQuiz } from '../../core/document/validate';
import { workspaceFigures } from '../../db/queries/figures';
import {
  addressTaken,
  bankIdOf,
  findQuiz,
  insertQuiz,
  type QuizRow,
  quizSummaries,
  setChecked,
  setHandOvers,
  uncheckedQuizzes,
  updateQuiz,
  withoutHandOvers,
} from '../../db/queries/quizzes';
import { timesFault } from '../../core/access/times';
import { without } from '../../core/document/lookup';
import { accessOf, putAccess } from '../../db/queries/access';
import type { Tx } from '../../db/client';
import { addQuizMember, type Membership } from '../../db/queries/members';
import { requireEditor } from '../accounts/authorise';
import { pictureBytes } from '../media/pictures';
import { inBackground } from '../platform/background/pool';
import { countWorkspace } from '../results/count-runs';
import { database } from '../platform/database';
import { keepEdits, LARGEST_QUIZ } from './edit-quiz';
import { readConfig } from '../platform/config';
import { newId, slugOf } from '../platform/ids';
import { logFailure } from '../platform/log';
import { notFound, HttpError } from '../platform/http-error';

export const publicationState = (
  row: Pick<QuizRow, 'liveEdition' | 'publishedRevision' | 'revision'>,
): QuizLine['state'] =>
  row.liveEdition === null ? 'draft' : row.publishedRevision === row.revision ? 'live' : 'changed';

const DAYS = 30;
/** How long the list waits for the check of what was changed. Milliseconds. */
const PATIENCE = 400;

/** The list of quizzes with their figures, which are brought up to date first. What was not checked yet is checked in the background. */
export async function listQuizzes(member: Membership, now = new Date()): Promise<QuizLine[]> {
  const { workspaceId } = member;
  await countWorkspace(workspaceId);
  await keepHandOvers(workspaceId);
  await Promise.race([checkInBackground(workspaceId), new Promise((resume) => setTimeout(resume, PATIENCE))]);
  const rows = await within(member, await quizSummaries(database(), workspaceId), (row) => row.quizId);
  const published = new Set(rows.filter((r) => r.liveEdition !== null).map((r) => r.quizId));
  const dayNames = Array.from({ length: DAYS }, (_, i) =>
    new Date(now.getTime() - (DAYS - 1 - i) * 86_400_000).toISOString().slice(0, 10),
  );
  const { sums, days } = await workspaceFigures(database(), workspaceId, dayNames[0] ?? '');
  const sumOf = new Map(sums.map((s) => [`${s.quizId} ${s.key}`, s.count]));
  const dayOf = new Map(days.map((d) => [`${d.quizId} ${d.day}`, d.count]));
  return rows.map((row) => {
    const sum = (key: string) => sumOf.get(`${row.quizId} ${key}`) ?? 0;
    const { checked, handOvers } = row;
    const nowhere = handOvers.filter(({ to }) => to !== row.quizId && !published.has(to)).length;
    return {
      id: row.quizId,
      title: row.title,
      description: row.description,
      state: publicationState(row),
      edition: row.liveEdition,
      faults:
        checked?.revision === row.revision ? { errors: checked.errors + nowhere, warnings: checked.warnings } : null,
      days: dayNames.map((day) => dayOf.get(`${row.quizId} ${day}`) ?? 0),
      runs: sum('started'),
      finished: sum('finished'),
      contacts: sum('contact'),
      changedAt: row.changedAt.toISOString(),
      changedBy: row.changedBy,
      label: row.label,
      isArchived: row.isArchived,
      isShut: row.isShut,
    };
  });
}

/** Workspaces whose quizzes are being checked by this process. */
const checking = new Map<string, Promise<void>>();
const BATCH = 20;

/** Checks every quiz of a workspace that was changed since it was checked. @returns when all are, or it did not work out */
export function checkInBackground(workspaceId: string): Promise<void> {
  const known = checking.get(workspaceId);
  if (known) return known;
  const done = checkAll(workspaceId)
    .catch((error: unknown) => logFailure('check of the list', error))
    .finally(() => checking.delete(workspaceId));
  checking.set(workspaceId, done);
  return done;
}

async function checkAll(workspaceId: string): Promise<void> {
  for (;;) {
    const rows = await uncheckedQuizzes(database(), workspaceId, BATCH);
    for (const { quizId, draft, revision } of rows) {
      // Count a timed-out check as one warning.
      const counts = await inBackground(workspaceId, 'check', { quiz: draft }).then(
        (findings) => ({
          errors: findings.filter((f) => f.severity === 'error').length,
          warnings: findings.filter((f) => f.severity === 'warning').length,
        }),
        (error: unknown) => {
          if (error instanceof HttpError && error.code === 'takes-too-long') return { errors: 0, warnings: 1 };
          throw error;
        },
      );
      await setChecked(database(), workspaceId, quizId, { revision, ...counts });
    }
    if (rows.length < BATCH) return;
  }
}

/** Puts the hand-overs of drafts beside them that were written before these were kept. */
async function keepHandOvers(workspaceId: string): Promise<void> {
  for (const { quizId, draft } of await withoutHandOvers(database(), workspaceId, 1_000))
    await setHandOvers(database(), workspaceId, quizId, draft);
}

/** A quiz that another one can hand over to, with what it takes from it. */
export type OtherQuiz = { id: string; title: string; live: boolean; known: Known[]; handOvers: HandOver[] };

/** The quizzes of this workspace as the studio knows them beside the one that is open. */
export async function otherQuizzes(member: Membership): Promise<OtherQuiz[]> {
  await keepHandOvers(member.workspaceId);
  const rows = await within(member, await quizSummaries(database(), member.workspaceId), (row) => row.quizId);
  return rows.map((row) => ({
    id: row.quizId,
    title: row.title,
    live: row.liveEdition !== null,
    known: row.known,
    handOvers: row.handOvers,
  }));
}

/** Puts a new draft on disk, at a free address. @returns its id */
export async function insertDraft(
  tx: Tx,
  member: Membership,
  draft: Quiz,
  now: Date,
  wanted = slugOf(draft.title),
): Promise<string> {
  if (JSON.stringify(draft).length > LARGEST_QUIZ)
    throw new HttpError(
      413,
      'too-large',
      `A quiz can hold ${LARGEST_QUIZ / 1_000_000} million characters, and this has more. Nothing was made of it.`,
    );
  let address = wanted;
  while (await addressTaken(tx, address)) address = `${wanted}-${newId('', 4)}`;
  const { workspaceId, name } = member;
  const { access: written, ...rest } = draft;
  // A second version is an edition of the quiz that the file came from.
  const access = without(written, 'second');
  const quizId = draft.id;
  await insertQuiz(tx, {
    workspaceId,
    quizId,
    draft: { ...rest, access: {} },
    address,
    changedBy: name,
    changedAt: now,
  });
  // In a file it stands with the quiz; here it stands beside the editions, since it takes effect at once.
  const fault = timesFault(access);
  if (fault) throw new HttpError(422, 'not-a-quiz', `/access: ${fault} Nothing was made of it.`);
  if (Object.keys(access).length) await putAccess(tx, { workspaceId, quizId, settings: access, by: name, at: now });
  // Whoever is here for some quizzes alone is here for those that they make.
  if (member.isLimited) await addQuizMember(tx, { workspaceId, quizId, userId: member.userId });
  return quizId;
}

/** A new quiz on a blank page, with what was typed on the list already in it. @returns its id */
export async function createQuiz(
  member: Membership,
  { prompt, answers }: { prompt: string; answers: string[] },
  now = new Date(),
): Promise<string> {
  requireEditor(member);
  const title = prompt.trim().slice(0, 120) || 'Untitled quiz';
  const draft = blankQuiz((prefix) => newId(prefix, 8), {
    title,
    prompt: prompt.trim(),
    answers: answers.map((a) => a.trim()).filter(Boolean),
  });
  return database().transaction((tx) => insertDraft(tx, member, draft, now));
}

/** Quizzes that are listed for a program at once. */
const PAGE = 100;

/** Takes in a whole document, as the demo does. @returns its id */
export async function importQuiz(
  member: Membership,
  document: unknown,
  address: string,
  now = new Date(),
): Promise<string> {
  requireEditor(member);
  const checked = validateQuiz(document);
  if ('faults' in checked) throw notAQuiz(checked.faults);
  return database().transaction((tx) => insertDraft(tx, member, checked.quiz, now, address));
}

/**
 * Puts a whole document in the place of a draft, as one edit: it can be undone, and other windows follow. The id of the quiz stays, and who
 * may take it is set elsewhere.
 * @throws HttpError 409 where the draft has gone on since that revision, 422 where it is no quiz
 * @returns the revision that the draft has now
 */
export async function putDocument(
  member: Membership,
  quizId: string,
  revision: number,
  document: unknown,
  now = new Date(),
): Promise<number> {
  const { draft, revision: newest } = await getQuiz(member, quizId);
  const checked = validateQuiz(document);
  if ('faults' in checked) throw notAQuiz(checked.faults);
  const behind = new HttpError(
    409,
    'changed',
    'The quiz was changed meanwhile. Read it again, then put yours in its place; nothing was changed.',
    { revision: newest },
  );
  if (newest !== revision) throw behind;
  const edit = goTo('put-document', draft, { ...checked.quiz, access: draft.access });
  if (!edit) return revision;
  const kept = await keepEdits(member, quizId, revision, [{ id: newId('edit'), edit }], now);
  if (kept.refused.length > 0) throw behind;
  return kept.revision;
}

const notAQuiz = (faults: ValidationIssue[]) =>
  new HttpError(422, 'not-a-quiz', faults.map((f) => `${f.place || '/'}: ${f.reason}`).join('\n'), faults);

/** How a quiz stands: its draft, and what is live. */
export async function readQuiz(member: Membership, quizId: string): Promise<AnswerOf<'GET /api/quizzes/{quiz}'>> {
  const row = await getQuiz(member, quizId);
  return {
    ...{ id: quizId, title: row.draft.title, url: `${readConfig().publicUrl}/q/${row.address}` },
    ...{ revision: row.revision, edition: row.liveEdition, state: publicationState(row), document: row.draft },
  };
}

/** Quizzes for programs: a hundred at a time, by their ids. */
export async function pageOfQuizzes(member: Membership, after = ''): Promise<AnswerOf<'GET /api/quizzes'>> {
  const all = (await listQuizzes(member)).filter(({ id }) => id > after).sort((a, b) => (a.id < b.id ? -1 : 1));
  const page = all.slice(0, PAGE);
  return {
    quizzes: page.map(({ id, title, state, edition, runs, finished, contacts, changedAt, label, isArchived }) => ({
      ...{ id, title, state, edition, runs, finished, contacts, changedAt, label, isArchived },
    })),
    next: all.length > PAGE ? (page.at(-1)?.id ?? null) : null,
  };
}

/** A new quiz out of a pasted text or a file, read as the preview read it. @returns its id */
export async function readIntoQuiz(
  member: Membership,
  { text, fileName }: { text: string; fileName: string },
  now = new Date(),
): Promise<string> {
  requireEditor(member);
  const read = await inBackground(member.workspaceId, 'read', { text, fileName, id: newId('quiz', 8) });
  if ('trouble' in read) throw new HttpError(422, 'not-a-quiz', read.trouble);
  const checked = validateQuiz(read.quiz);
  const [fault] = 'faults' in checked ? checked.faults : [];
  if ('faults' in checked)
    throw new HttpError(422, 'not-a-quiz', `${fault?.place ?? ''}: ${fault?.reason ?? ''}. Nothing was made of it.`);
  if (!checked.quiz.pages.some((p) => p.blocks.some(isQuestion)))
    throw new HttpError(422, 'no-questions', 'There is no question in this.');
  return database().transaction((tx) => insertDraft(tx, member, checked.quiz, now));
}

/** A quiz as a file of an open format, with what that format cannot hold in words. */
export async function writeQuizFile(member: Membership, quizId: string, format: FileFormat): Promise<QuizFile> {
  const { draft, workspaceId } = await getQuiz(member, quizId);
  const name = `${slugOf(draft.title)}.${format === 'zip' ? 'qti.zip' : format}`;
  if (format === 'xlsx' || format === 'zip') {
    const { bytes, lost } = format === 'xlsx' ? await writeXlsx(draft) : await packaged(member, draft);
    return { name, text: Buffer.from(bytes).toString('base64'), isBase64: true, lost };
  }
  const access = (await accessOf(database(), workspaceId, quizId))?.settings ?? {};
  const { text, lost } =
    format === 'json'
      ? { text: writeJson({ ...draft, access }), lost: [] }
      : format === 'csv'
        ? writeCsv(draft)
        : writeMarkdown(draft);
  return { name, text, isBase64: false, lost };
}

/** A package with the pictures that stand here; of what stands elsewhere it names the address. */
async function packaged(member: Membership, quiz: Quiz): Promise<{ bytes: Uint8Array; lost: string[] }> {
  const pictures = new Map<string, Uint8Array>();
  for (const src of writeQti(quiz).pictures.keys()) {
    const found = await pictureBytes(member, src);
    if (found) pictures.set(src, found);
  }
  return writeQtiPackage(quiz, (src) => pictures.get(src) ?? null);
}

/** A copy without runs, contacts or editions. @returns its id */
export async function copyQuiz(member: Membership, quizId: string, now = new Date()): Promise<string> {
  requireEditor(member);
  const { draft } = await getQuiz(member, quizId);
  return database().transaction((tx) =>
    insertDraft(tx, member, { ...draft, id: newId('quiz', 8), title: `${draft.title} (copy)` }, now),
  );
}

/** Takes a quiz off the list and off the web; its runs stay, and it can be brought back. */
export async function deleteQuiz(member: Membership, quizId: string, now = new Date()): Promise<void> {
  requireEditor(member);
  await getQuiz(member, quizId);
  if (quizId === bankIdOf(member.workspaceId)) throw notFound('This quiz');
  await updateQuiz(database(), member.workspaceId, quizId, { deletedAt: now });
}

export async function restoreQuiz(member: Membership, quizId: string): Promise<void> {
  requireEditor(member);
  const row = await findQuiz(database(), member.workspaceId, quizId);
  if (!row) throw notFound('This quiz');
  await updateQuiz(database(), member.workspaceId, quizId, { deletedAt: null });
}
