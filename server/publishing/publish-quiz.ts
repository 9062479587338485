import type { EditionLine } from '../../contract/quizzes';
import type { Finding } from '../../core/findings/check';
import { placeOf } from '../../core/schema/finding';
import type { Quiz } from '../../core/schema/quiz';
import { without } from '../../core/document/lookup';
import { accessOf, putAccess } from '../../db/queries/access';
import { editionsOf, insertEdition, newestEdition, setNote } from '../../db/queries/editions';
import { bankIdOf, liveQuizzes, lockQuiz, updateQuiz } from '../../db/queries/quizzes';
import type { Membership } from '../../db/queries/members';
import { requireEditor } from '../accounts/authorise';
import { getQuiz } from '../accounts/own-quiz';
import { editionOf } from './editions';
import { tellOfEdition } from '../integrations/tell';
import { inBackground } from '../platform/background/pool';
import { database } from '../platform/database';
import { notFound, HttpError } from '../platform/http-error';

/**
 * Makes the draft the next edition and puts it live. The check's errors stop it; what it warns of is asked about once, and not again of what
 * is live already.
 * @param revision the revision the creator looked at: a newer one is not published unseen
 * @param how.isSure the creator has read the warnings and means it
 * @throws HttpError 422 `has-errors`, 409 `has-warnings` with the findings, 409 `changed`
 * @returns the edition's number; publishing the same revision twice makes one edition
 */
export async function publishQuiz(
  member: Membership,
  quizId: string,
  revision: number,
  { isSure = false, now = new Date() }: { isSure?: boolean; now?: Date } = {},
): Promise<number> {
  requireEditor(member);
  return database().transaction(async (tx) => {
    const row = await lockQuiz(tx, member.workspaceId, quizId);
    if (!row || row.deletedAt || quizId === bankIdOf(member.workspaceId)) throw notFound('This quiz');
    if (row.liveEdition !== null && row.publishedRevision === row.revision) return row.liveEdition;
    if (row.revision !== revision) {
      throw new HttpError(
        409,
        'changed',
        'The quiz was changed in another window meanwhile. Look at it once more, then publish.',
      );
    }
    // A quiz may hand over to itself, which is live from now on.
    const published = [...(await liveQuizzes(tx, member.workspaceId)).add(quizId)];
    const check = (quiz: Quiz): Promise<Finding[]> => inBackground(member.workspaceId, 'check', { quiz, published });
    const findings = await check(row.draft);
    const errors: Finding[] = findings.filter((f) => f.severity === 'error');
    if (errors.length > 0)
      throw new HttpError(422, 'has-errors', 'The check found errors. Mend them first; nothing was published.', errors);
    const warnings = isSure ? [] : findings.filter((f) => f.severity === 'warning');
    if (warnings.length > 0) {
      const live =
        row.liveEdition === null ? [] : await check(await editionOf(member.workspaceId, quizId, row.liveEdition, tx));
      const known = new Set(live.map(placeOf));
      const fresh = warnings.filter((f) => !known.has(placeOf(f)));
      if (fresh.length > 0)
        throw new HttpError(409, 'has-warnings', 'Something is worth a look first; nothing was published yet.', fresh);
    }
    const edition = ((await newestEdition(tx, member.workspaceId, quizId)) ?? 0) + 1;
    await insertEdition(tx, {
      workspaceId: member.workspaceId,
      quizId,
      edition,
      document: row.draft,
      publishedAt: now,
      publishedBy: member.name,
    });
    await updateQuiz(tx, member.workspaceId, quizId, { liveEdition: edition, publishedRevision: row.revision });
    const { workspaceId, name: by } = member;
    await tellOfEdition(tx, { workspaceId, quizId, edition, quiz: row.draft, by }, now);
    return edition;
  });
}

/** An edition as it was published. @throws HttpError 404 */
export async function readEdition(member: Membership, quizId: string, edition: number): Promise<Quiz> {
  await getQuiz(member, quizId);
  return editionOf(member.workspaceId, quizId, edition);
}

/** Puts an edition live again; the draft stays as it is. Two versions side by side end with it. @throws HttpError 404 */
export async function putLive(member: Membership, quizId: string, edition: number, now = new Date()): Promise<number> {
  requireEditor(member);
  const { workspaceId } = member;
  return database().transaction(async (tx) => {
    const row = await lockQuiz(tx, workspaceId, quizId);
    if (!row || row.deletedAt || row.liveEdition === null) throw notFound('This quiz');
    await editionOf(workspaceId, quizId, edition, tx);
    // Which revision an earlier edition was made from is not kept, so that the draft counts as changed.
    if (edition !== row.liveEdition)
      await updateQuiz(tx, workspaceId, quizId, { liveEdition: edition, publishedRevision: null });
    const settings = (await accessOf(tx, workspaceId, quizId))?.settings;
    if (settings?.second)
      await putAccess(tx, { workspaceId, quizId, by: member.name, at: now, settings: without(settings, 'second') });
    return edition;
  });
}

/** @throws HttpError 404 */
export async function noteEdition(member: Membership, quizId: string, edition: number, note: string): Promise<string> {
  requireEditor(member);
  await getQuiz(member, quizId);
  const words = note.trim();
  if (!(await setNote(database(), member.workspaceId, quizId, edition, words))) throw notFound('This edition');
  return words;
}

export async function listEditions(member: Membership, quizId: string): Promise<EditionLine[]> {
  await getQuiz(member, quizId);
  const rows = await editionsOf(database(), member.workspaceId, quizId);
  return rows.map((e) => ({ ...e, publishedAt: e.publishedAt.toISOString() }));
}
