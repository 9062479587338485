/** Ids that tell the month in which a run was started: what belongs to it lies in the partitions of that month (`db/months.ts`). */
import { createHash } from 'node:crypto';
import { type Month, letterPrefix, monthOf, monthOfRun, monthsThere, runPrefix } from '../../db/months';
import { database } from './database';
import { newId } from './ids';
import { ofProcess } from './of-process';

declare module './of-process' {
  interface OfProcess {
    months?: { there: Set<Month>; askedAt: number };
  }
}

/** Milliseconds before it is asked again for a month that was not there. */
const AGAIN = 60_000;

/** Whether a month has its partitions. They are made long before, and dropped long afterwards, so that it is asked once. */
async function isThere(month: Month): Promise<boolean> {
  const months = (ofProcess.months ??= { there: new Set(), askedAt: -Infinity });
  const clock = performance.now();
  if (!months.there.has(month) && clock - months.askedAt > AGAIN) {
    months.askedAt = clock;
    months.there = new Set(await monthsThere(database()));
  }
  return months.there.has(month);
}

/** An id for a run that begins now. Where its month has no partition yet, it is one of no month: no visitor waits for one. */
export async function newRunId(now: Date): Promise<string> {
  const month = monthOf(now);
  return newId((await isThere(month)) ? runPrefix(month) : 'r');
}

/** The id of a letter about a run: the same whoever writes it, so that it is written once. It lies in the month of its run. */
export function letterIdOf({ runId, messageId, recipient }: { runId: string; messageId: string; recipient: string }) {
  const month = monthOfRun(runId);
  const own = createHash('sha256').update(JSON.stringify([runId, messageId, recipient]));
  return `${month === null ? 'l' : letterPrefix(month)}-${own.digest('hex').slice(0, 24)}`;
}
