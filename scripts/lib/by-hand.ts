import { messageOf } from '../../core/values/unknown';
import { closeDatabase } from '../../server/platform/database';
import { stopJobs } from '../../server/platform/jobs';
import { faultsIn, loadSettings } from '../../server/platform/settings';

/** Runs what somebody started by hand, with the settings of a process. What goes wrong is said in a line, with exit code 1. */
export async function byHand(work: () => Promise<void>): Promise<void> {
  try {
    const faults = [...loadSettings(), ...faultsIn(process.env)];
    if (faults.length > 0) throw new Error(faults.join('\n'));
    await work();
  } catch (error) {
    console.error(messageOf(error));
    process.exitCode = 1;
  } finally {
    await stopJobs();
    await closeDatabase();
  }
}
