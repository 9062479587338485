import PgBoss from 'pg-boss';
import { statement, type Tx } from '../../db/client';
import { readConfig } from './config';
import { errorForLog, log } from './log';
import { ofProcess } from './of-process';

export const SEND_LETTER = 'send-letter';
export const COUNT_RUNS = 'count-runs';
export const WIPE = 'wipe';
export const RELEASE = 'release-results';
export const GATHER = 'gather';
export const RESCORE = 'rescore';
export const DELIVER = 'deliver';

/** A letter about many runs that is due. @property dueAt ISO 8601 */
export type Gathering = { workspaceId: string; quizId: string; messageId: string; dueAt: string };

/** Results to be released: of one run, or of all finished runs of a quiz. */
export type Release = { workspaceId: string; quizId: string; runId?: string };

/** Runs of old to be scored by a newer key, or as before; or looked at beforehand. */
export type Rescore = { workspaceId: string; quizId: string; rescoring: number };

declare module './of-process' {
  interface OfProcess {
    jobs?: Promise<PgBoss>;
    /** Set while a look at what other systems are to be told is about to be asked for. */
    delivery?: ReturnType<typeof setTimeout>;
  }
}
/** How often a letter is tried, the first time aside: with growing pauses, over some six hours. */
export const LETTER_TRIES = 12;

function newQueue(url: string, migrate: boolean): PgBoss {
  // The last two are the connection pool's, which the queue hands on; its types do not know them.
  const pool = { connectionTimeoutMillis: 5_000, keepAlive: true };
  const queue = new PgBoss({ connectionString: url, max: 3, migrate, ...pool });
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
  await queue.createQueue(WIPE);
  await queue.createQueue(GATHER, { name: GATHER, retryLimit: 12, retryDelay: 5, retryBackoff: true });
  await queue.createQueue(RELEASE, { name: RELEASE, retryLimit: 12, retryDelay: 5, retryBackoff: true });
  await queue.createQueue(RESCORE, { name: RESCORE, retryLimit: 12, retryDelay: 5, retryBackoff: true });
  // One of each key waits at a time.
  await queue.createQueue(DELIVER, { name: DELIVER, policy: 'short' });
  await queue.stop({ graceful: false, wait: true, timeout: 5_000 });
}

/** The queue, started when first needed. Enqueuing needs no worker in this process; `workers.ts` makes one. */
export const boss = (): Promise<PgBoss> =>
  (ofProcess.jobs ??= (async () => {
    const queue = newQueue(readConfig().databaseUrl, false);
    await queue.start();
    return queue;
  })().catch((error: unknown) => {
    delete ofProcess.jobs;
    throw error;
  }));

/** Asks for a letter to be sent, at a moment or now; the job exists if and only if the transaction ends well. */
export async function enqueueLetter(tx: Tx, job: { workspaceId: string; letterId: string }, at?: Date): Promise<void> {
  await (await boss()).send(SEND_LETTER, job, { ...within(tx), ...(at ? { startAfter: at } : {}) });
}

type LetterJob = { workspaceId: string; letterId: string; at?: Date | null };

/** The same for many at once. */
export async function enqueueLetters(tx: Tx, letters: readonly LetterJob[]): Promise<void> {
  if (letters.length === 0) return;
  const jobs = letters.map(({ at, ...data }) => ({ name: SEND_LETTER, data, ...(at ? { startAfter: at } : {}) }));
  await (await boss()).insert(jobs, within(tx));
}

/** Asks for a letter about many runs to be written when it is due; the job exists if and only if the transaction ends well. */
export async function enqueueGathering(
  tx: Tx,
  { dueAt, ...due }: Omit<Gathering, 'dueAt'> & { dueAt: Date },
): Promise<void> {
  const job: Gathering = { ...due, dueAt: dueAt.toISOString() };
  await (await boss()).send(GATHER, job, { ...within(tx), startAfter: dueAt });
}

/** Asks for the letters about results to be written, at a moment or now; the job exists if and only if the transaction ends well. */
export async function enqueueRelease(tx: Tx, job: Release, at?: Date): Promise<void> {
  await (await boss()).send(RELEASE, job, { ...within(tx), ...(at ? { startAfter: at } : {}) });
}

/** Asks for runs of old to be gone through; the job exists if and only if the transaction ends well. */
export async function enqueueRescore(tx: Tx, job: Rescore): Promise<void> {
  await (await boss()).send(RESCORE, job, within(tx));
}

/** Milliseconds: by then the transaction that asked is over. */
const AFTER_COMMIT = 300;
/**
 * Asks for a look at what other systems are to be told. What has to be sent stands in the database: a look that is lost costs a minute, after
 * which there is one anyway.
 */
export function enqueueDelivery(): void {
  ofProcess.delivery ??= setTimeout(() => {
    delete ofProcess.delivery;
    boss()
      .then((queue) => queue.send(DELIVER, {}, { singletonKey: 'now' }))
      .catch((error: unknown) => log.warn(errorForLog(error), 'queue'));
  }, AFTER_COMMIT).unref();
}
/** The same at a moment. */
export async function enqueueDeliveryAt(at: Date): Promise<void> {
  await (await boss()).send(DELIVER, {}, { singletonKey: 'later', startAfter: at });
}

const within = (tx: Tx) => ({
  db: {
    executeSql: async (text: string, values: unknown[]) => {
      const { rows } = await tx.execute(statement(text, values));
      return { rows, rowCount: 1 };
    },
  },
});

export async function stopJobs(): Promise<void> {
  clearTimeout(ofProcess.delivery);
  delete ofProcess.delivery;
  const queue = await ofProcess.jobs?.catch(() => undefined);
  delete ofProcess.jobs;
  await queue?.stop({ graceful: false, wait: true, timeout: 5_000 });
}
