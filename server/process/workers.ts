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
/** Letters that are on their way at once. */
const fetched = { batchSize: 10, includeMetadata: true } as const;

/** Works on what is queued, until the process ends. */
export async function startWorkers(): Promise<void> {
  const queue = await boss();
  await queue.work<Letter>(SEND_LETTER, { ...fetched, pollingIntervalSeconds: 1 }, async (first) => {
    // What waits is fetched until nothing does: between two looks at an empty queue lies a second.
    for (let jobs = first; jobs.length > 0; jobs = await queue.fetch(SEND_LETTER, fetched)) await sendAll(jobs);
  });
  async function sendAll(jobs: LetterJob[]): Promise<void> {
    // One letter per job, so that a failure neither delays nor repeats others.
    const outcomes = await Promise.allSettled(
      jobs.map((job) => sendLetter(job.data, { lastTry: job.retryCount >= job.retryLimit })),
    );
    for (const [i, outcome] of outcomes.entries()) {
      const job = jobs[i];
      if (!job) continue;
      if (outcome.status === 'fulfilled') {
        // Asked for before this one is over, so that a restart between the two loses none; sent twice it goes once.
        if (outcome.value) await queue.send(SEND_LETTER, job.data, { startAfter: outcome.value });
        await queue.complete(SEND_LETTER, job.id);
      } else await queue.fail(SEND_LETTER, job.id, { message: String(outcome.reason) });
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
