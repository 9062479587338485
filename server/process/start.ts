/** What a process does beside answering requests, from its start to its end. */
import { closePool } from '../platform/background/pool';
import { readConfig } from '../platform/config';
import { closeDatabase } from '../platform/database';
import { stopJobs } from '../platform/jobs';
import { logFailure } from '../platform/log';
import { setting } from '../platform/settings';
import { closeMail } from '../platform/smtp';
import { startHeart } from '../operating/heart';
import { watchParts } from '../operating/gauges';
import { startTracing } from '../platform/tracing';
import { startWorkers } from './workers';

/** Milliseconds between tries to begin working on jobs, while the database is away. */
const FIRST_PAUSE = 500;
const LONGEST_PAUSE = 15_000;

declare global {
  // Shared with scripts/serve.ts, which knows of the process, and no TypeScript.
  var yesMaybeDraining: boolean | undefined, yesMaybeStop: (() => Promise<void>) | undefined;
}

export const isDraining = (): boolean => globalThis.yesMaybeDraining === true;

/** Begins. A wrong configuration ends the process with one line; a database that is away does not. */
export function startServer(): void {
  try {
    readConfig();
  } catch (error) {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  }
  const { collector } = readConfig();
  const stopTracing = collector === null ? undefined : startTracing(collector);
  watchParts();
  const stopHeart = startHeart();
  globalThis.yesMaybeStop = async () => {
    await stopHeart();
    await stopJobs();
    closeMail();
    await closePool();
    await stopTracing?.();
    await closeDatabase();
  };
  if (setting('WORK') === 'here') void workUntilItWorks();
}

async function workUntilItWorks(): Promise<void> {
  for (let pause = FIRST_PAUSE; !isDraining(); pause = Math.min(2 * pause, LONGEST_PAUSE)) {
    try {
      await startWorkers();
      return;
    } catch (error) {
      logFailure('starting the workers', error);
      await new Promise((resume) => setTimeout(resume, pause));
    }
  }
}
