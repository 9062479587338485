import PgBoss from 'pg-boss';
import { statement, type Tx } from '../db/client';
import { readConfig } from './config';
import { countEverything } from './count-runs';
import { log } from './log';
import { sendLetter } from './send-letters';

export const SEND_LETTER = 'send-letter';
const COUNT_RUNS = 'count-runs';

const kept = globalThis as { yesMaybeJobs?: Promise<PgBoss> };

/** The queue, started when first needed. Enqueuing needs no worker in this process; `startWorkers` makes one. */
const boss = (): Promise<PgBoss> =>
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
    return queue;
  })().catch((error: unknown) => {
    delete kept.yesMaybeJobs;
    throw error;
  }));

/** Asks for a letter to be sent; the job exists if and only if the transaction ends well. */
export async function enqueueLetter(tx: Tx, job: { workspaceId: string; letterId: string }): Promise<void> {
  const queue = await boss();
  await queue.send(SEND_LETTER, job, {
    db: {
      executeSql: async (text: string, values: unknown[]) =>
        ({ rows: (await tx.execute(statement(text, values))).rows, rowCount: 1 }) as never,
    },
  });
}

/** Works on what is queued, until the process ends. */
export async function startWorkers(): Promise<void> {
  const queue = await boss();
  await queue.work<{ workspaceId: string; letterId: string }>(
    SEND_LETTER,
    { batchSize: 5, pollingIntervalSeconds: 1 },
    async (jobs) => {
      // One letter that fails must not hold up, or send twice, those beside it.
      const outcomes = await Promise.allSettled(jobs.map((job) => sendLetter(job.data)));
      for (const [i, outcome] of outcomes.entries()) {
        const job = jobs[i];
        if (!job) continue;
        if (outcome.status === 'fulfilled') await queue.complete(SEND_LETTER, job.id);
        else await queue.fail(SEND_LETTER, job.id, { message: String(outcome.reason) });
      }
    },
  );
  await queue.work(COUNT_RUNS, async () => countEverything());
  await queue.schedule(COUNT_RUNS, '* * * * *');
}

export async function stopJobs(): Promise<void> {
  const queue = await kept.yesMaybeJobs;
  delete kept.yesMaybeJobs;
  await queue?.stop({ graceful: false, wait: true, timeout: 5_000 });
}
