import type { EditionLine } from '../../contract/quizzes';
import type { Finding } from '../../core/findings/check';
import { bankIdOf, editionsOf, insertEdition, liveQuizzes, lockQuiz, updateQuiz } from '../../db/queries/quizzes';
import type { Membership } from '../../db/queries/members';
import { requireEditor } from '../accounts/authorise';
import { inBackground } from '../platform/background/pool';
import { database } from '../platform/database';
import { notFound, HttpError } from '../platform/http-error';

/**
 * Makes the draft the next edition and puts it live. The check's errors stop it.
 * @param revision the revision the creator looked at: a newer one is not published unseen
 * @returns the edition's number; publishing the same revision twice makes one edition
 */
export async function publishQuiz(
  member: Membership,
  quizId: string,
  revision: number,
  now = new Date(),
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
    const findings = await inBackground(member.workspaceId, 'check', { quiz: row.draft, published });
    const errors: Finding[] = findings.filter((f) => f.severity === 'error');
    if (errors.length > 0)
      throw new HttpError(422, 'has-errors', 'The check found errors. Mend them first; nothing was published.', errors);
    const edition = (row.liveEdition ?? 0) + 1;
    await insertEdition(tx, {
      workspaceId: member.workspaceId,
      quizId,
      edition,
      document: row.draft,
      publishedAt: now,
      publishedBy: member.name,
    });
    await updateQuiz(tx, member.workspaceId, quizId, { liveEdition: edition, publishedRevision: row.revision });
    return edition;
  });
}

export const listEditions = async (member: Membership, quizId: string): Promise<EditionLine[]> =>
  (await editionsOf(database(), member.workspaceId, quizId)).map((e) => ({
    ...e,
    publishedAt: e.publishedAt.toISOString(),
  }));
