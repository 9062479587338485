import type { EditsKept, EditsSince } from '../../contract/editing';
import type { SentEdit } from '../../core/document/edits';
import type { Quiz } from '../../core/schema/quiz';
import {
  bankIdOf,
  editsAfter,
  findQuiz,
  forgetOldEdits,
  insertEdit,
  insertState,
  knownEdits,
  lockQuiz,
  updateQuiz,
} from '../../db/queries/quizzes';
import type { Membership } from '../../db/queries/members';
import { requireEditor } from '../accounts/authorise';
import { inBackground } from '../platform/background/pool';
import { applyEdits, type EditsApplied } from '../platform/background/tasks';
import { database } from '../platform/database';
import { followAll } from './follow-bank';
import { notFound, HttpError } from '../platform/http-error';

/** A pause this long ends a stretch of work, whose end is kept as a state; so does every so many edits, or another person. */
const STRETCH = 5 * 60_000;
const MANY = 100;

/** Characters of a quiz, as JSON: some thousand questions with their explanations. */
export const LARGEST_QUIZ = 3_000_000;
/** Above so many characters looked at, edits are applied in a thread of their own. */
const QUICK = 2_000_000;

/**
 * Keeps edits that a browser made on revision `base`. Each is applied to the newest document, where it finds its place by id; one that no
 * longer fits is refused by name and the others stay. An edit that comes twice is kept once.
 */
export async function keepEdits(
  member: Membership,
  quizId: string,
  base: number,
  sent: SentEdit[],
  now = new Date(),
): Promise<EditsKept> {
  requireEditor(member);
  const { workspaceId } = member;
  return database().transaction(async (tx) => {
    const row = await lockQuiz(tx, workspaceId, quizId);
    if (!row || row.deletedAt) throw notFound('This quiz');
    if (base > row.revision)
      throw new HttpError(409, 'ahead', 'This window knows a newer state than the server. Please reload it.');
    const kept = await knownEdits(
      tx,
      workspaceId,
      quizId,
      sent.map((s) => s.id),
    );
    const fresh = new Map(sent.filter(({ id }) => !kept.has(id)).map((one) => [one.id, one]));
    const { draft, applied, refused } = await appliedTo(workspaceId, row.draft, [...fresh.values()]);
    if (applied.length && JSON.stringify(draft).length > LARGEST_QUIZ)
      throw new HttpError(
        413,
        'too-large',
        `A quiz can hold ${LARGEST_QUIZ / 1_000_000} million characters. This would be more, so nothing of it was kept.`,
      );
    let { revision } = row;
    for (const id of applied) {
      const edit = fresh.get(id)?.edit;
      if (!edit) continue;
      revision += 1;
      await insertEdit(tx, { workspaceId, quizId, revision, editId: id, edit, by: member.name });
    }
    if (revision > row.revision) {
      const pause = now.getTime() - row.changedAt.getTime() > STRETCH || row.changedBy !== member.name;
      if (pause || row.revision % MANY > revision % MANY)
        await insertState(tx, {
          workspaceId,
          quizId,
          revision: row.revision,
          document: row.draft,
          at: row.changedAt,
          by: row.changedBy,
        });
      await updateQuiz(tx, workspaceId, quizId, { draft, revision, changedAt: now, changedBy: member.name });
      if (row.revision % MANY > revision % MANY) await forgetOldEdits(tx, workspaceId, quizId);
      if (quizId === bankIdOf(workspaceId)) await followAll(tx, member, row.draft, draft, now);
    }
    const since = await editsAfter(tx, workspaceId, quizId, base);
    if (since[0] && since[0].revision !== base + 1)
      throw new HttpError(
        409,
        'behind',
        'This window is too far behind to catch up. Please reload it; what you typed is kept on this device.',
      );
    return { revision: since.at(-1)?.revision ?? revision, since, refused };
  });
}

/** Short work is done at once; what could hold visitors up, in a thread. */
function appliedTo(workspaceId: string, quiz: Quiz, edits: SentEdit[]): EditsApplied | Promise<EditsApplied> {
  const looked = edits.length * JSON.stringify(quiz).length;
  return looked < QUICK ? applyEdits(quiz, edits) : inBackground(workspaceId, 'applyEdits', { quiz, edits });
}

/** What others changed since a revision: as many edits as are told at once, or the whole draft where they are too old to be kept. */
export async function editsSince(member: Membership, quizId: string, revision: number): Promise<EditsSince> {
  const { workspaceId } = member;
  const row = await findQuiz(database(), workspaceId, quizId);
  if (!row || row.deletedAt) throw notFound('This quiz');
  if (row.revision === revision) return { revision, since: [] };
  const since = await editsAfter(database(), workspaceId, quizId, revision);
  if (since[0]?.revision === revision + 1) return { revision: since.at(-1)?.revision ?? revision, since };
  return revision < row.revision ? { revision: row.revision, since: [], whole: row.draft } : { revision, since: [] };
}
