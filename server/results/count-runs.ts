import { isMachine } from '../../core/access/oddity';
import { countsOf } from '../../core/stats/counts';
import { foldRun } from '../../core/flow/run';
import { addFigures, type Change, forgetFigures, setCounted } from '../../db/queries/figures';
import { quizzesToCount, uncountedRuns } from '../../db/queries/runs';
import { database } from '../platform/database';
import { ownQuizOf } from '../publishing/editions';

const BATCH = 500;

/** Counts that are going on in this process. Who asks while one is, waits for the next one, together with all others who do. */
const counting = new Map<string, { now: Promise<void>; next: Promise<void> | null }>();

/** Brings the figures of a quiz up to date with its runs: only those that went on since are read. */
export function countRuns(workspaceId: string, quizId: string): Promise<void> {
  const key = `${workspaceId} ${quizId}`;
  const known = counting.get(key);
  // Start a new count after a running one, because that may have read too early.
  if (known) return (known.next ??= known.now.catch(() => undefined).then(() => countRuns(workspaceId, quizId)));
  const now = countAll(workspaceId, quizId).finally(() => counting.delete(key));
  counting.set(key, { now, next: null });
  return now;
}

async function countAll(workspaceId: string, quizId: string): Promise<void> {
  for (;;) {
    const counted = await database().transaction(async (tx) => {
      const open = await uncountedRuns(tx, workspaceId, quizId, BATCH);
      const changes: Change[] = [];
      const done = [];
      for (const row of open) {
        const quiz = await ownQuizOf(row, tx);
        const isStarted = row.events.some((e) => e.do !== 'offer');
        const keys = row.isTrial
          ? []
          : isMachine(row.odd)
            ? ['machine']
            : countsOf(quiz, foldRun(quiz, row, row.events), isStarted);
        const before = new Set(row.countedKeys);
        const now = new Set(keys);
        const day = row.seenAt.toISOString().slice(0, 10);
        for (const key of now) if (!before.has(key)) changes.push({ day, edition: row.edition, key, by: 1 });
        for (const key of before) if (!now.has(key)) changes.push({ day, edition: row.edition, key, by: -1 });
        done.push({ runId: row.runId, seq: row.events.length, keys });
      }
      await addFigures(tx, workspaceId, quizId, changes);
      await setCounted(tx, workspaceId, done);
      return open.length;
    });
    if (counted < BATCH) return;
  }
}

/** Counts again from nothing: what the figures say must follow from the runs alone. */
export async function recountRuns(workspaceId: string, quizId: string): Promise<void> {
  await database().transaction((tx) => forgetFigures(tx, workspaceId, quizId));
  await countRuns(workspaceId, quizId);
}

/** Brings the figures of all quizzes of a workspace up to date. */
export async function countWorkspace(workspaceId: string): Promise<void> {
  for (const { quizId } of await quizzesToCount(database(), workspaceId)) await countRuns(workspaceId, quizId);
}

export async function countEverything(): Promise<void> {
  for (const { workspaceId, quizId } of await quizzesToCount(database())) await countRuns(workspaceId, quizId);
}
