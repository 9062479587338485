import PgBoss from 'pg-boss';
import { statement, type Tx } from '../../db/client';
import { readConfig } from './config';
import { errorForLog, log } from './log';

export const SEND_LETTER = 'send-letter';
export const COUNT_RUNS = 'count-runs';
export const RELEASE = 'release-results';

/** Results to be released: of one run, or of all finished runs of a quiz. */
export type Release = { workspaceId: string; quizId: string; runId?: string };

const kept = globalThis as { yesMaybeJobs?: Promise<PgBoss> };

/** How often a letter is tried, the first time aside: with growing pauses, over some six hours. */
export const LETTER_TRIES = 12;

function newQueue(url: string, migrate: boolean): PgBoss {
  const queue = new PgBoss({
    connectionString: url,
    max: 3,
    migrate,
    connectionTimeoutMillis: 5_000,
    keepAlive: true,
  } as PgBoss.ConstructorOptions);
  queue.on('error', (error) => log.warn(errorForLog(error), 'queue'));
  return queue;
}

/** Makes the tables of the queue, and its queues. Part of bringing the tables up to date: several processes doing so at once would stop each other. */
export async function prepareQueue(url: string): Promise<void> {
  const queue = newQueue(url, true);
  await queue.start();
  await queue.createQueue(SEND_LETTER, {
    name: SEND_LETTER,
    retryLimit: LETTER_TRIES,
    retryDelay: 5,
    retryBackoff: true,
    expireInSeconds: 60,
  });
  await queue.createQueue(COUNT_RUNS);
  await queue.createQueue(RELEASE, { name: RELEASE, retryLimit: 12, retryDelay: 5, retryBackoff: true });
  await queue.stop({ graceful: false, wait: true, timeout: 5_000 });
}

/** The queue, started when first needed. Enqueuing needs no worker in this process; `workers.ts` makes one. */
export const boss = (): Promise<PgBoss> =>
  (kept.yesMaybeJobs ??= (async () => {
    const queue = newQueue(readConfig().databaseUrl, false);
    await queue.start();
    return queue;
  })().catch((error: unknown) => {
    delete kept.yesMaybeJobs;
    throw error;
  }));

/** Asks for a letter to be sent; the job exists if and only if the transaction ends well. */
export async function enqueueLetter(tx: Tx, job: { workspaceId: string; letterId: string }): Promise<void> {
  await (await boss()).send(SEND_LETTER, job, within(tx));
}

/** Asks for the letters about results to be written, at a moment or now; the job exists if and only if the transaction ends well. */
export async function enqueueRelease(tx: Tx, job: Release, at?: Date): Promise<void> {
  await (await boss()).send(RELEASE, job, { ...within(tx), ...(at ? { startAfter: at } : {}) });
}

const within = (tx: Tx) => ({
  db: {
    executeSql: async (text: string, values: unknown[]) =>
      ({ rows: (await tx.execute(statement(text, values))).rows, rowCount: 1 }) as never,
  },
});

export async function stopJobs(): Promise<void> {
  const queue = await kept.yesMaybeJobs?.catch(() => undefined);
  delete kept.yesMaybeJobs;
  await queue?.stop({ graceful: false, wait: true, timeout: 5_000 });
}
