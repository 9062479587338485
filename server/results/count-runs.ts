import { isDeepStrictEqual } from 'node:util';
import { isOnList } from '../../core/access/list';
import { isMachine } from '../../core/access/oddity';
import { circumstancesOf, countsOf } from '../../core/stats/counts';
import type { Run } from '../../core/flow/run';
import type { Quiz } from '../../core/schema/quiz';
import { paceKeys } from '../../core/stats/pace';
import { forgetBits, takePlaces, type Turn, turnBits } from '../../db/queries/figure-bits';
import { addFigures, type Change, forgetFigures, setCounted } from '../../db/queries/figures';
import type { TimedRun } from '../../db/queries/runs';
import {
  countedBy,
  type CountedState,
  lockCounted,
  quizzesToCount,
  uncountedMany,
  uncountedRuns,
} from '../../db/queries/uncounted';
import { database } from '../platform/database';
import { logFailure } from '../platform/log';
import { ownRunOf } from '../publishing/editions';

const BATCH = 500;
/** Runs that are looked at before whoever else waits has their turn, and runs that are counted with one commit. */
const TURN = 5;
const PART = 100;

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

/** Milliseconds that somebody waits for figures who wants to look at them. */
const PATIENCE = 3_000;

/**
 * The same for somebody who looks on: after a while they see what is counted so far, as after an update that counts all runs anew, and the
 * counting goes on.
 * @returns how many runs have yet to be counted
 */
export async function countForNow(workspaceId: string, quizId: string): Promise<number> {
  let timer: NodeJS.Timeout | undefined;
  const patience = new Promise<void>((resolve) => {
    timer = setTimeout(resolve, PATIENCE);
  });
  const counted = countRuns(workspaceId, quizId);
  // Nobody waits for it any more where patience was shorter.
  counted.catch((error: unknown) => logFailure('counting runs', error));
  await Promise.race([counted, patience]).finally(() => clearTimeout(timer));
  return uncountedMany(database(), workspaceId, quizId);
}

/** What a run counts for, and the run as it stood when that was found out. */
type Found = { row: TimedRun; keys: string[] };

async function countAll(workspaceId: string, quizId: string): Promise<void> {
  for (;;) {
    // Visitors go on meanwhile: no run is locked while it is looked at, and none of them waits for more than a few.
    const open = await uncountedRuns(database(), workspaceId, quizId, BATCH);
    const found: Found[] = [];
    for (const [i, row] of open.entries()) {
      if (i % TURN === TURN - 1) await new Promise((resume) => setImmediate(resume));
      found.push({ row, keys: keysFor(row, await ownRunOf(row)) });
    }
    let counted = 0;
    for (let i = 0; i < found.length; i += PART)
      counted += await countPart(workspaceId, quizId, found.slice(i, i + PART));
    // What was changed by somebody else meanwhile is counted as it stands now.
    if (counted === 0 || open.length < BATCH) return;
  }
}

/** @returns how many were counted: those of which nothing but their answers has changed since */
const countPart = (workspaceId: string, quizId: string, part: Found[]): Promise<number> =>
  database().transaction(async (tx) => {
    const ids = part.map(({ row }) => row.runId);
    const standing = new Map((await lockCounted(tx, workspaceId, ids)).map((row) => [row.runId, row]));
    const own = part.filter(({ row }) => isAsItWas(row, standing.get(row.runId)));
    const isNew = ({ row, keys }: Found) => row.place === null && keys.includes('seen');
    let next = await takePlaces(tx, workspaceId, quizId, own.filter(isNew).length);
    const changes: Change[] = [];
    const turns: Turn[] = [];
    const done = [];
    for (const one of own) {
      const { row, keys } = one;
      const place = isNew(one) ? next++ : row.place;
      const day = dayOf(row);
      for (const { key, by } of changesOf(row.countedKeys, keys)) changes.push({ day, edition: row.edition, key, by });
      if (place !== null)
        for (const { key } of changesOf(row.place === null ? [] : row.countedKeys, keys)) turns.push({ place, key });
      done.push({ runId: row.runId, seq: row.events.length, keys, place });
    }
    await addFigures(tx, workspaceId, quizId, changes);
    await turnBits(tx, workspaceId, quizId, turns);
    await setCounted(tx, workspaceId, done);
    return own.length;
  });

/** Whether what was found out of a run still holds; that it went on since is no matter, it is counted as far as it had come. */
const isAsItWas = (row: TimedRun, now: CountedState | undefined): boolean =>
  now !== undefined && countedBy.every((column) => isDeepStrictEqual(row[column], now[column]));

const dayOf = (row: TimedRun) => row.seenAt.toISOString().slice(0, 10);

/** What a run counts for as it stands. */
function keysFor(row: TimedRun, { quiz, run }: { quiz: Quiz; run: Run }): string[] {
  if (row.isTrial) return [];
  if (isMachine(row.odd)) return ['machine'];
  const isStarted = row.events.some((e) => e.do !== 'offer');
  return [
    ...countsOf(quiz, run, isStarted),
    ...paceKeys(row.seenAt.getTime(), row.events, row.times, run.finished),
    ...circumstancesOf({
      edition: row.edition,
      day: dayOf(row),
      source: row.wiped === 'traces' ? null : row.source,
      language: row.language ?? quiz.language,
      listed: isOnList(row.person),
    }),
  ];
}

/** What a run counts for now and did not before, and the other way round. */
function changesOf(before: string[], now: string[]): { key: string; by: 1 | -1 }[] {
  const [had, has] = [new Set(before), new Set(now)];
  return [
    ...now.filter((key) => !had.has(key)).map((key) => ({ key, by: 1 as const })),
    ...before.filter((key) => !has.has(key)).map((key) => ({ key, by: -1 as const })),
  ];
}

/** Counts again from nothing: what the figures say must follow from the runs alone. */
export async function recountRuns(workspaceId: string, quizId: string): Promise<void> {
  await database().transaction(async (tx) => {
    await forgetFigures(tx, workspaceId, quizId);
    await forgetBits(tx, workspaceId, quizId);
  });
  await countRuns(workspaceId, quizId);
}

/** Brings the figures of all quizzes of a workspace up to date. */
export async function countWorkspace(workspaceId: string): Promise<void> {
  for (const { quizId } of await quizzesToCount(database(), workspaceId)) await countRuns(workspaceId, quizId);
}

export async function countEverything(): Promise<void> {
  for (const { workspaceId, quizId } of await quizzesToCount(database())) await countRuns(workspaceId, quizId);
}
