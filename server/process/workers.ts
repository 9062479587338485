import type { JobWithMetadata } from 'pg-boss';
import { deliverAll, sweepMessages } from '../integrations/deliver';
import { sweepKeys } from '../integrations/tokens';
import { countEverything } from '../results/count-runs';
import {
  boss,
  COUNT_RUNS,
  DELIVER,
  enqueueDeliveryAt,
  GATHER,
  type Gathering,
  RELEASE,
  type Release,
  RESCORE,
  type Rescore,
  SEND_LETTER,
  WIPE,
} from '../platform/jobs';
import { keepMonths } from '../operating/put-away';
import { wipeEverything } from '../results/wipe';
import { sweepFiles } from '../visitor/run-files';
import { writeReleased } from '../results/release-results';
import { sendLetter } from '../letters/send-letters';
import { goThroughRuns } from '../results/rescorings';
import { writeGathered } from '../results/gathered';

/** Milliseconds between two looks at what is to be told. */
const MINUTE = 60_000;

type Letter = { workspaceId: string; letterId: string };
type LetterJob = JobWithMetadata<Letter>;
/** Letters that are fetched with one statement, and how many of them are on their way at once: visitors wait while one is put together. */
const fetched = { batchSize: 10, includeMetadata: true } as const;
const AT_ONCE = 3;

/** Works on what is queued, until the process ends. */
export async function startWorkers(): Promise<void> {
  const queue = await boss();
  await queue.work<Letter>(SEND_LETTER, { ...fetched, pollingIntervalSeconds: 1 }, async (first) => {
    // What waits is fetched until nothing does: between two looks at an empty queue lies a second.
    for (let jobs = first; jobs.length > 0; jobs = await queue.fetch(SEND_LETTER, fetched)) {
      const left = jobs.values();
      await Promise.all(Array.from({ length: AT_ONCE }, () => sendEach(left)));
    }
  });
  /** One letter per job, so that a failure neither delays nor repeats others. */
  async function sendEach(jobs: Iterable<LetterJob>): Promise<void> {
    for (const job of jobs) {
      try {
        const later = await sendLetter(job.data, { lastTry: job.retryCount >= job.retryLimit });
        // Asked for before this one is over, so that a restart between the two loses none; sent twice it goes once.
        if (later) await queue.send(SEND_LETTER, job.data, { startAfter: later });
        await queue.complete(SEND_LETTER, job.id);
      } catch (error) {
        await queue.fail(SEND_LETTER, job.id, { message: String(error) });
      }
    }
  }
  await queue.work<Release>(RELEASE, { pollingIntervalSeconds: 2 }, async (jobs) => {
    for (const job of jobs) await writeReleased(job.data);
  });
  await queue.work<Gathering>(GATHER, { pollingIntervalSeconds: 2 }, async (jobs) => {
    for (const job of jobs) await writeGathered(job.data);
  });
  await queue.work<Rescore>(RESCORE, { pollingIntervalSeconds: 1 }, async (jobs) => {
    for (const job of jobs) await goThroughRuns(job.data);
  });
  await queue.work(DELIVER, { pollingIntervalSeconds: 1 }, async () => {
    const next = await deliverAll();
    if (next && next.getTime() < Date.now() + MINUTE) await enqueueDeliveryAt(next);
  });
  await queue.schedule(DELIVER, '* * * * *');
  await queue.work(COUNT_RUNS, async () => countEverything());
  await queue.schedule(COUNT_RUNS, '* * * * *');
  await queue.work(WIPE, async () => {
    await wipeEverything();
    await sweepFiles();
    await sweepMessages();
    await sweepKeys();
    await keepMonths();
  });
  await queue.schedule(WIPE, '17 * * * *');
}
