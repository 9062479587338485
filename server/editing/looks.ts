/** Looks that a workspace keeps: given to many quizzes, and changed in one place. */
import type { AnswerOf } from '../../contract';
import { applyEdit, type Edit } from '../../core/document/edits';
import { emptyQuiz } from '../../core/document/blank';
import { without } from '../../core/document/lookup';
import { validateQuiz } from '../../core/document/validate';
import { followLook, isAsKept, wearKept } from '../../core/look/kept';
import type { Quiz } from '../../core/schema/quiz';
import type { Tx } from '../../db/client';
import { insertLook, lockLook, looksOf, removeLook, updateLook, wearers } from '../../db/queries/looks';
import type { Membership } from '../../db/queries/members';
import { insertEdit, lockQuiz, quizSummaries, updateQuiz } from '../../db/queries/quizzes';
import { requireEditor } from '../accounts/authorise';
import { within } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { HttpError, notFound } from '../platform/http-error';
import { newId } from '../platform/ids';

type Look = Quiz['look'];
/** A workspace has a few; a list of thousands would be somebody's mistake. */
const MOST_LOOKS = 200;

/** Refuses those who are here for some quizzes alone: a look is worn by others too. */
function requireWhole(member: Membership): void {
  requireEditor(member);
  if (member.isLimited)
    throw new HttpError(403, 'some-quizzes', 'You are here for some quizzes alone; looks are for all of them.');
}

export async function listLooks(member: Membership): Promise<AnswerOf<'GET /api/looks'>> {
  const { workspaceId } = member;
  const [kept, worn, all] = await Promise.all([
    looksOf(database(), workspaceId),
    wearers(database(), workspaceId),
    quizSummaries(database(), workspaceId),
  ]);
  const mine = await within(member, worn, ({ quizId }) => quizId);
  const quizzes = await within(member, all, ({ quizId }) => quizId);
  return {
    looks: kept.map(({ lookId, name, look, changedAt, changedBy }) => ({
      id: lookId,
      name,
      look,
      changedAt: changedAt.toISOString(),
      changedBy,
      worn: mine
        .filter((one) => one.kept === lookId)
        .map((one) => ({ quiz: one.quizId, title: one.title, isOwn: !isAsKept(one.look, look) })),
    })),
    quizzes: quizzes.map(({ quizId, title }) => ({ id: quizId, title })),
  };
}

/** A look that somebody sends, without what binds it to another. @throws HttpError 422 where it is none */
function checked(look: Look): Look {
  const quiz = validateQuiz({ ...emptyQuiz('look', 'look', []), look: without(look, 'kept') });
  if ('quiz' in quiz) return quiz.quiz.look;
  const [fault] = quiz.faults;
  throw new HttpError(
    422,
    'not-valid',
    `This cannot be kept as a look: ${fault?.place ?? ''}: ${fault?.reason ?? ''}.`,
  );
}

export async function keepLook(
  member: Membership,
  name: string,
  look: Look,
  now = new Date(),
): Promise<{ id: string }> {
  requireWhole(member);
  const { workspaceId } = member;
  if ((await looksOf(database(), workspaceId)).length >= MOST_LOOKS)
    throw new HttpError(409, 'too-many', `A workspace keeps ${MOST_LOOKS} looks at most. Take one out first.`);
  const id = newId('look', 8);
  const row = {
    workspaceId,
    lookId: id,
    name: name.trim(),
    look: checked(look),
    changedAt: now,
    changedBy: member.name,
  };
  await insertLook(database(), row);
  return { id };
}

/** Changes a kept look, and with it every quiz that wears it as it was. @returns how many */
export function changeLook(
  member: Membership,
  lookId: string,
  { name, look }: { name?: string; look?: Look },
  now = new Date(),
): Promise<{ changed: number }> {
  requireWhole(member);
  return database().transaction(async (tx) => {
    const row = await lockLook(tx, member.workspaceId, lookId);
    if (!row) throw notFound('This look');
    const after = look ? checked(look) : row.look;
    const set = { ...(name === undefined ? {} : { name: name.trim() }), look: after };
    await updateLook(tx, row, { ...set, changedAt: now, changedBy: member.name });
    if (!look) return { changed: 0 };
    const ids = (await wearers(tx, member.workspaceId, lookId)).map(({ quizId }) => quizId);
    const changed = await changeAll(tx, member, ids, (quiz) => followLook(quiz, lookId, row.look, after), now);
    return { changed };
  });
}

/** Takes a look out. Quizzes keep what they wear. */
export async function dropLook(member: Membership, lookId: string): Promise<{ gone: boolean }> {
  requireWhole(member);
  if (!(await removeLook(database(), member.workspaceId, lookId))) throw notFound('This look');
  return { gone: true };
}

/** Gives a look to many quizzes at once. @returns how many wear it now that did not before */
export function giveLook(
  member: Membership,
  lookId: string,
  quizIds: readonly string[],
  now = new Date(),
): Promise<{ changed: number }> {
  requireWhole(member);
  return database().transaction(async (tx) => {
    const row = await lockLook(tx, member.workspaceId, lookId);
    if (!row) throw notFound('This look');
    const ids = [...new Set(quizIds)].sort();
    return { changed: await changeAll(tx, member, ids, (quiz) => wearKept(quiz, lookId, row.look), now) };
  });
}

/** Makes an edit in each of several quizzes, in the order of their ids, so that two who do so do not wait for each other. */
async function changeAll(
  tx: Tx,
  { workspaceId, name: by }: Membership,
  quizIds: readonly string[],
  editFor: (quiz: Quiz) => Edit | null,
  now: Date,
): Promise<number> {
  let changed = 0;
  for (const quizId of quizIds) {
    const row = await lockQuiz(tx, workspaceId, quizId);
    if (!row || row.deletedAt) throw notFound('One of these quizzes');
    const edit = editFor(row.draft);
    const done = edit && applyEdit(row.draft, edit);
    if (!edit || !done || !('quiz' in done)) continue;
    const revision = row.revision + 1;
    await insertEdit(tx, { workspaceId, quizId, revision, editId: newId('look', 16), edit, by });
    await updateQuiz(tx, workspaceId, quizId, { draft: done.quiz, revision, changedAt: now, changedBy: by });
    changed += 1;
  }
  return changed;
}
