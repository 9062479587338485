import type { Known, Quiz } from '../core/quiz/schema';
import { blankQuiz } from '../core/quiz/blank';
import { type HandOver, handOversIn } from '../core/quiz/chain';
import { checkQuiz } from '../core/check/check';
import { writeCsv } from '../core/formats/csv';
import { writeJson } from '../core/formats/json';
import { writeMarkdown } from '../core/formats/markdown';
import { readQuestions } from '../core/formats/read';
import { isQuestion } from '../core/quiz/lookup';
import { validateQuiz } from '../core/quiz/validate';
import { workspaceFigures } from '../db/queries/figures';
import {
  addressTaken,
  allQuizzes,
  bankIdOf,
  findQuiz,
  insertQuiz,
  type QuizRow,
  updateQuiz,
} from '../db/queries/quizzes';
import type { Tx } from '../db/client';
import type { Membership } from '../db/queries/members';
import { requireEditor } from './authorise';
import { countRuns } from './count-runs';
import { database } from './database';
import { newId, slugOf } from './ids';
import { notFound, Problem } from './problem';

export type QuizState = 'live' | 'changed' | 'draft';
export type QuizLine = {
  id: string;
  title: string;
  description: string;
  state: QuizState;
  edition: number | null;
  errors: number;
  warnings: number;
  /** Runs started on each of the last thirty days, oldest first. */
  days: number[];
  runs: number;
  finished: number;
  contacts: number;
  changedAt: string;
  changedBy: string;
};

export const stateOf = (row: Pick<QuizRow, 'liveEdition' | 'publishedRevision' | 'revision'>): QuizState =>
  row.liveEdition === null ? 'draft' : row.publishedRevision === row.revision ? 'live' : 'changed';

const DAYS = 30;

/** The list of quizzes with their figures, which are brought up to date first. */
export async function listQuizzes(member: Membership, now = new Date()): Promise<QuizLine[]> {
  const rows = await allQuizzes(database(), member.workspaceId);
  const published = new Set(rows.filter((r) => r.liveEdition !== null).map((r) => r.quizId));
  for (const row of rows) if (row.liveEdition !== null) await countRuns(member.workspaceId, row.quizId);
  const dayNames = Array.from({ length: DAYS }, (_, i) =>
    new Date(now.getTime() - (DAYS - 1 - i) * 86_400_000).toISOString().slice(0, 10),
  );
  const { sums, days } = await workspaceFigures(database(), member.workspaceId, dayNames[0] ?? '');
  return rows.map((row) => {
    const findings = checkQuiz(row.draft, undefined, { published });
    const sum = (key: string) => sums.find((s) => s.quizId === row.quizId && s.key === key)?.count ?? 0;
    return {
      id: row.quizId,
      title: row.draft.title,
      description: row.draft.description,
      state: stateOf(row),
      edition: row.liveEdition,
      errors: findings.filter((f) => f.severity === 'error').length,
      warnings: findings.filter((f) => f.severity === 'warning').length,
      days: dayNames.map((day) => days.find((d) => d.quizId === row.quizId && d.day === day)?.count ?? 0),
      runs: sum('started'),
      finished: sum('finished'),
      contacts: sum('contact'),
      changedAt: row.changedAt.toISOString(),
      changedBy: row.changedBy,
    };
  });
}

/** A quiz that another one can hand over to, with what it takes from it. */
export type OtherQuiz = { id: string; title: string; live: boolean; known: Known[]; handOvers: HandOver[] };

/** The quizzes of this workspace as the studio knows them beside the one that is open. */
export const otherQuizzes = async (member: Membership): Promise<OtherQuiz[]> =>
  (await allQuizzes(database(), member.workspaceId)).map((row) => ({
    id: row.quizId,
    title: row.draft.title,
    live: row.liveEdition !== null,
    known: row.draft.known,
    handOvers: handOversIn(row.draft),
  }));

/** A quiz of this workspace, or nothing at all. */
export async function getQuiz(member: Membership, quizId: string): Promise<QuizRow> {
  const row = await findQuiz(database(), member.workspaceId, quizId);
  if (!row || row.deletedAt) throw notFound('This quiz');
  return row;
}

async function insert(
  tx: Tx,
  member: Membership,
  draft: Quiz,
  now: Date,
  wanted = slugOf(draft.title),
): Promise<string> {
  let address = wanted;
  while (await addressTaken(tx, address)) address = `${wanted}-${newId('', 4)}`;
  await insertQuiz(tx, {
    workspaceId: member.workspaceId,
    quizId: draft.id,
    draft,
    address,
    changedBy: member.name,
    changedAt: now,
  });
  return draft.id;
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
  return database().transaction((tx) => insert(tx, member, draft, now));
}

/** Takes in a whole document, as the demo does. @returns its id */
export async function importQuiz(
  member: Membership,
  document: unknown,
  address: string,
  now = new Date(),
): Promise<string> {
  requireEditor(member);
  const checked = validateQuiz(document);
  if ('faults' in checked) {
    throw new Problem(
      422,
      'not-a-quiz',
      checked.faults.map((f) => `${f.place || '/'}: ${f.reason}`).join('\n'),
      checked.faults,
    );
  }
  return database().transaction((tx) => insert(tx, member, checked.quiz, now, address));
}

/** A new quiz out of a pasted text or a file, read as the preview read it. @returns its id */
export async function readIntoQuiz(
  member: Membership,
  { text, fileName }: { text: string; fileName: string },
  now = new Date(),
): Promise<string> {
  requireEditor(member);
  const read = readQuestions(text, { fileName, id: newId('quiz', 8) });
  if ('trouble' in read) throw new Problem(422, 'not-a-quiz', read.trouble);
  const checked = validateQuiz(read.quiz);
  const [fault] = 'faults' in checked ? checked.faults : [];
  if ('faults' in checked)
    throw new Problem(422, 'not-a-quiz', `${fault?.place ?? ''}: ${fault?.reason ?? ''}. Nothing was made of it.`);
  if (!checked.quiz.pages.some((p) => p.blocks.some(isQuestion)))
    throw new Problem(422, 'no-questions', 'There is no question in this.');
  return database().transaction((tx) => insert(tx, member, checked.quiz, now));
}

/** A quiz as a file of an open format, with what that format cannot hold in words. */
export async function writeQuizFile(
  member: Membership,
  quizId: string,
  format: 'json' | 'csv' | 'md',
): Promise<{ name: string; text: string; lost: string[] }> {
  const { draft } = await getQuiz(member, quizId);
  const { text, lost } =
    format === 'json'
      ? { text: writeJson(draft), lost: [] }
      : format === 'csv'
        ? writeCsv(draft)
        : writeMarkdown(draft);
  return { name: `${slugOf(draft.title)}.${format}`, text, lost };
}

/** A copy without runs, contacts or editions. @returns its id */
export async function copyQuiz(member: Membership, quizId: string, now = new Date()): Promise<string> {
  requireEditor(member);
  const { draft } = await getQuiz(member, quizId);
  return database().transaction((tx) =>
    insert(tx, member, { ...draft, id: newId('quiz', 8), title: `${draft.title} (copy)` }, now),
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
