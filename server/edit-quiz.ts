import { applyEdit, type Edit, type EditRefusal } from '../core/quiz/edits';
import {
  bankIdOf,
  editsAfter,
  findQuiz,
  insertEdit,
  insertState,
  type KeptEdit,
  knownEdits,
  lockQuiz,
  updateQuiz,
} from '../db/queries/quizzes';
import type { Membership } from '../db/queries/members';
import { requireEditor } from './authorise';
import { database } from './database';
import { followAll } from './follow-bank';
import { notFound, Problem } from './problem';

export type EditsKept = {
  revision: number;
  /** Edits since the revision the browser knew, its own included, in order. */
  since: KeptEdit[];
  refused: { id: string; refusal: EditRefusal }[];
};

/** A pause this long ends a stretch of work, whose end is kept as a state; so does every so many edits, or another person. */
const STRETCH = 5 * 60_000;
const MANY = 100;

/**
 * Keeps edits that a browser made on revision `base`. Each is applied to the newest document, where it finds its place by id; one that no
 * longer fits is refused by name and the others stay. An edit that comes twice is kept once.
 */
export async function keepEdits(
  member: Membership,
  quizId: string,
  base: number,
  sent: { id: string; edit: Edit }[],
  now = new Date(),
): Promise<EditsKept> {
  requireEditor(member);
  const { workspaceId } = member;
  return database().transaction(async (tx) => {
    const row = await lockQuiz(tx, workspaceId, quizId);
    if (!row || row.deletedAt) throw notFound('This quiz');
    if (base > row.revision)
      throw new Problem(409, 'ahead', 'This window knows a newer state than the server. Please reload it.');
    const kept = await knownEdits(
      tx,
      workspaceId,
      quizId,
      sent.map((s) => s.id),
    );
    let { draft, revision } = row;
    const refused: EditsKept['refused'] = [];
    for (const { id, edit } of sent) {
      if (kept.has(id)) continue;
      const done = applyEdit(draft, edit);
      if ('refused' in done) {
        refused.push({ id, refusal: done.refused });
        continue;
      }
      draft = done.quiz;
      revision += 1;
      kept.add(id);
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
      if (quizId === bankIdOf(workspaceId)) await followAll(tx, member, row.draft, draft, now);
    }
    return { revision, since: await editsAfter(tx, workspaceId, quizId, base), refused };
  });
}

/** What others changed since a revision. */
export async function editsSince(
  member: Membership,
  quizId: string,
  revision: number,
): Promise<{ revision: number; since: KeptEdit[] }> {
  const row = await findQuiz(database(), member.workspaceId, quizId);
  if (!row || row.deletedAt) throw notFound('This quiz');
  if (row.revision === revision) return { revision, since: [] };
  const since = await editsAfter(database(), member.workspaceId, quizId, revision);
  return { revision: since.at(-1)?.revision ?? revision, since };
}
