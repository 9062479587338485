/** What would change if one more answer were right, without touching the quiz. */
import type { AnswerOf, QueryOf } from '../../contract';
import { isMachine } from '../../core/access/oddity';
import { alsoRight } from '../../core/document/also-right';
import { addChange, noChanges } from '../../core/stats/rescoring';
import type { Membership } from '../../db/queries/members';
import { startedRuns } from '../../db/queries/runs';
import { getQuiz } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { notFound } from '../platform/http-error';
import { editionOf, ownRunBy, ownRunOf } from '../publishing/editions';
import { changesInWords } from './rescorings';

/** Runs that are read, the newest. */
const MOST_READ = 3_000;
const BATCH = 500;

type Asked = 'GET /api/quizzes/{quiz}/what-if/{question}';

/** @throws HttpError 404 where the live edition has no such question, or nothing of the kind can be right in it */
export async function whatIf(
  member: Membership,
  quizId: string,
  questionId: string,
  { option, words }: NonNullable<QueryOf<Asked>>,
): Promise<AnswerOf<Asked>> {
  const { workspaceId } = member;
  const { liveEdition } = await getQuiz(member, quizId);
  const quiz = liveEdition === null ? null : await editionOf(workspaceId, quizId, liveEdition);
  const more = option === undefined ? { words: words ?? '' } : { option };
  const by = quiz && alsoRight(quiz, questionId, more);
  if (!quiz || !by) throw notFound('This answer');
  const changes = noChanges();
  let [read, isAll]: [number, boolean] = [0, false];
  for (let before: { lastAt: Date; runId: string } | undefined; read < MOST_READ && !isAll;) {
    const rows = await startedRuns(database(), workspaceId, quizId, { most: BATCH, before });
    for (const row of rows) {
      // Under the key of the live edition both times, so that this answer alone makes the difference.
      if (!row.finishedAt || row.isTrial || isMachine(row.odd)) continue;
      const own = row.edition === liveEdition ? await ownRunOf(row) : await ownRunBy(row, quiz);
      addChange(changes, row.runId, own, await ownRunBy(row, by));
    }
    read += rows.length;
    before = rows.at(-1);
    isAll = rows.length < BATCH;
  }
  return { ...changesInWords(quiz, changes), isAll };
}
