/** The threads for long work: few, each piece of work with a time limit, and no workspace with more than its share of them. */
import { join } from 'node:path';
import { Piscina } from 'piscina';
import { HttpError } from '../http-error';
import { ofProcess } from '../of-process';
import type { Tasks } from './tasks';

/** Milliseconds that a piece of work may take, its wait not counted. What takes longer is ended, and its thread with it. */
const TIME_LIMIT = 8_000;
const THREADS = 2;
/** Pieces of work of one workspace, and of all of them together, that wait. */
const MOST_WAITING = 20;
const MOST_WAITING_IN_ALL = 200;
/** Megabytes that a thread may hold. */
const MEMORY = 512;

export type Background = {
  pool?: Piscina;
  /** Threads that are free, and who waits for one, longest first. */
  free: number;
  waiting: (() => void)[];
  /** What each workspace has under way: one piece of work at a time, the others behind it. */
  lines: Map<string, { tail: Promise<unknown>; waiting: number }>;
};
declare module '../of-process' {
  interface OfProcess {
    background?: Background;
  }
}
const kept: Background = (ofProcess.background ??= {
  free: THREADS,
  waiting: [],
  lines: new Map(),
});
const pool = (): Piscina =>
  (kept.pool ??= new Piscina({
    filename: join(process.cwd(), 'built/worker.mjs'),
    minThreads: 0,
    maxThreads: THREADS,
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: MEMORY },
  }));

export async function closePool(): Promise<void> {
  await kept.pool?.destroy();
  delete kept.pool;
}

/**
 * Does a piece of work in a thread.
 * @param workspaceId whose work it is
 * @throws Problem 429 where the workspace has too much waiting, 503 where everybody has, 422 where it takes too long
 */
export function inBackground<K extends keyof Tasks>(
  workspaceId: string,
  task: K,
  given: Parameters<Tasks[K]>[0],
): Promise<ReturnType<Tasks[K]>> {
  const line = kept.lines.get(workspaceId) ?? { tail: Promise.resolve(), waiting: 0 };
  if (line.waiting >= MOST_WAITING)
    return Promise.reject(
      new HttpError(
        429,
        'too-much-at-once',
        'This is being asked for too often at once. Wait a moment, then try again.',
      ),
    );
  kept.lines.set(workspaceId, line);
  line.waiting += 1;
  const done = line.tail.then(() => run(task, given));
  line.tail = done
    .catch(() => undefined)
    .finally(() => {
      line.waiting -= 1;
      if (line.waiting === 0) kept.lines.delete(workspaceId);
    });
  return done;
}

async function aThread(): Promise<void> {
  if (kept.free > 0) kept.free -= 1;
  else await new Promise<void>((next) => kept.waiting.push(next));
}
function giveBack(): void {
  const next = kept.waiting.shift();
  if (next) next();
  else kept.free += 1;
}

async function run<K extends keyof Tasks>(task: K, given: Parameters<Tasks[K]>[0]): Promise<ReturnType<Tasks[K]>> {
  if (kept.waiting.length >= MOST_WAITING_IN_ALL)
    throw new HttpError(
      503,
      'busy',
      'The server has much to do just now. Nothing was changed; please try again in a moment.',
    );
  await aThread();
  const limit = new AbortController();
  const timer = setTimeout(() => limit.abort(), TIME_LIMIT);
  try {
    // The thread does the task of that name, and answers with what it gives.
    return (await pool().run({ task, given }, { signal: limit.signal })) as ReturnType<Tasks[K]>;
  } catch (error) {
    if (!limit.signal.aborted) throw error;
    throw new HttpError(
      422,
      'takes-too-long',
      'This is too much to be worked through at once. Nothing was changed. Fewer rules, questions or words at a time will do.',
    );
  } finally {
    clearTimeout(timer);
    giveBack();
  }
}
