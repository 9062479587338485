/** A process says every few seconds that it lives, and what it is: so that whoever operates the installation sees all of them at any one. */
import { readFileSync } from 'node:fs';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { forgetProcess, noteProcess } from '../../db/queries/operating';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { errorForLog, log } from '../platform/log';
import { setting } from '../platform/settings';

/** Milliseconds between two signs of life. */
const BEAT = 15_000;

/** The build that this process serves, by its first letters. */
export function versionOfBuild(): string {
  try {
    return readFileSync(join(process.cwd(), process.env['BUILD_DIR'] ?? '.next', 'BUILD_ID'), 'utf8').slice(0, 8);
  } catch {
    return 'unknown';
  }
}

/** Begins. @returns what ends it: the process is then no longer listed */
export function startHeart(): () => Promise<void> {
  const startedAt = new Date();
  const processId = newId('pr');
  const delay = monitorEventLoopDelay({ resolution: 20 });
  delay.enable();
  const own = { processId, host: hostname(), port: Number(setting('PORT')), version: versionOfBuild(), startedAt };
  const beat = () => {
    const late = Math.max(0, Math.round(delay.percentile(99) / 1e6) - 20);
    delay.reset();
    const memory = Math.round(process.memoryUsage().rss / 1e6);
    return noteProcess(database(), { ...own, seenAt: new Date(), memory, late }).catch((error: unknown) =>
      log.debug(errorForLog(error), 'a sign of life'),
    );
  };
  const timer = setInterval(() => void beat(), BEAT).unref();
  void beat();
  return async () => {
    clearInterval(timer);
    delay.disable();
    await forgetProcess(database(), processId).catch(() => undefined);
  };
}
