import PgBoss from 'pg-boss';
import { statement, type Tx } from '../db/client';
import { readConfig } from './config';
import { log } from './log';

export const SEND_LETTER = 'send-letter';
export const COUNT_RUNS = 'count-runs';
export const RELEASE = 'release-results';

/** Results to be released: of one run, or of all finished runs of a quiz. */
export type Release = { workspaceId: string; quizId: string; runId?: string };

const kept = globalThis as { yesMaybeJobs?: Promise<PgBoss> };

/** The queue, started when first needed. Enqueuing needs no worker in this process; `workers.ts` makes one. */
export const boss = (): Promise<PgBoss> =>
  (kept.yesMaybeJobs ??= (async () => {
    const queue = new PgBoss({ connectionString: readConfig().databaseUrl, max: 3 });
    queue.on('error', (error) => log.warn({ error: error.message }, 'queue'));
    await queue.start();
    await queue.createQueue(SEND_LETTER, {
      name: SEND_LETTER,
      retryLimit: 12,
      retryDelay: 5,
      retryBackoff: true,
      expireInSeconds: 60,
    });
    await queue.createQueue(COUNT_RUNS);
    await queue.createQueue(RELEASE, { name: RELEASE, retryLimit: 12, retryDelay: 5, retryBackoff: true });
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
  const queue = await kept.yesMaybeJobs;
  delete kept.yesMaybeJobs;
  await queue?.stop({ graceful: false, wait: true, timeout: 5_000 });
}
