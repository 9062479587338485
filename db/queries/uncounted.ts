/** Runs that the figures have not counted yet, or not as they stand. */
import { and, asc, eq, inArray, lt } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { runs } from '../schema';
import { runColumns, type RunRow, type TimedRun, times } from './runs';

/** Runs of a quiz that have gone on since they were counted. */
export const uncountedRuns = (db: Db | Tx, workspaceId: string, quizId: string, most: number): Promise<TimedRun[]> =>
  db
    .select({ ...runColumns, times })
    .from(runs)
    .where(and(eq(runs.workspaceId, workspaceId), eq(runs.quizId, quizId), lt(runs.countedSeq, runs.seq)))
    .orderBy(asc(runs.seenAt))
    .limit(most);

/** What a run counts for is made of these, beside what was sent in it and what never changes. */
export const countedBy = [
  ...(['countedSeq', 'countedKeys', 'place', 'isTrial', 'odd', 'person', 'source', 'language', 'wiped'] as const),
  ...(['reviews', 'keyEdition'] as const),
];
export type CountedState = Pick<RunRow, 'runId' | (typeof countedBy)[number]>;

/** What runs have been counted for, locked against another counter and whoever else changes it. Those that somebody is at are left out. */
export const lockCounted = (tx: Tx, workspaceId: string, ids: string[]): Promise<CountedState[]> =>
  tx
    .select({
      runId: runs.runId,
      countedSeq: runs.countedSeq,
      countedKeys: runs.countedKeys,
      place: runs.place,
      isTrial: runs.isTrial,
      odd: runs.odd,
      person: runs.person,
      source: runs.source,
      language: runs.language,
      wiped: runs.wiped,
      reviews: runs.reviews,
      keyEdition: runs.keyEdition,
    })
    .from(runs)
    .where(and(eq(runs.workspaceId, workspaceId), inArray(runs.runId, ids)))
    .orderBy(asc(runs.runId))
    .for('update', { skipLocked: true });

/** How many such runs a quiz has. */
export const uncountedMany = (db: Db | Tx, workspaceId: string, quizId: string): Promise<number> =>
  db.$count(runs, and(eq(runs.workspaceId, workspaceId), eq(runs.quizId, quizId), lt(runs.countedSeq, runs.seq)));

/** Quizzes that have such runs: of one workspace, or of all for the job that keeps figures up to date. */
export const quizzesToCount = (db: Db, workspaceId?: string) =>
  db
    .selectDistinct({ workspaceId: runs.workspaceId, quizId: runs.quizId })
    .from(runs)
    .where(
      and(workspaceId === undefined ? undefined : eq(runs.workspaceId, workspaceId), lt(runs.countedSeq, runs.seq)),
    )
    .limit(1_000);
