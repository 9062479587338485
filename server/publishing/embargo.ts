import type { Quiz } from '../../core/schema/quiz';
import { type Embargo, embargoOf } from '../../core/flow/embargo';
import { resultOf } from '../../core/flow/result';
import type { Run } from '../../core/flow/run';
import type { Db, Tx } from '../../db/client';
import { releasedAt } from '../../db/queries/quizzes';
import type { RunRow } from '../../db/queries/runs';

/** Until when the result of a run is kept back; null where it is not. A run that has just finished counts as finished now. */
export async function heldUntil(
  db: Db | Tx,
  quiz: Quiz,
  row: RunRow,
  { run, now }: { run: Run; now: Date },
): Promise<Embargo | null> {
  if (quiz.delivery.held === undefined) return null;
  const pending = quiz.delivery.held === 'marked' ? resultOf(quiz, run).marks.pending : 0;
  const released = await releasedAt(db, row.workspaceId, row.quizId);
  return embargoOf(quiz, {
    finishedAt: (row.finishedAt ?? now).getTime(),
    releasedAt: released?.getTime() ?? null,
    now: now.getTime(),
    pending,
  });
}
