/**
 * A workspace taken out as a file and put in elsewhere, by whoever operates both: `node built/workspace.mjs out WORKSPACE > FILE`,
 * `node built/workspace.mjs in < FILE`. Settings as for a process.
 */
import { createInterface } from 'node:readline';
import { once } from 'node:events';
import { messageOf } from '../core/values/unknown';
import { putIn, takeOut } from '../server/operating/workspace-file';
import { closeDatabase } from '../server/platform/database';
import { stopJobs } from '../server/platform/jobs';
import { faultsIn, loadSettings } from '../server/platform/settings';

async function workspace(): Promise<void> {
  const faults = [...loadSettings(), ...faultsIn(process.env)];
  if (faults.length > 0) throw new Error(faults.join('\n'));
  const [what, id] = process.argv.slice(2);
  if (what === 'out' && id !== undefined) {
    const rows = await takeOut(id, async (line) => {
      if (!process.stdout.write(`${line}\n`)) await once(process.stdout, 'drain');
    });
    console.error(`${rows} rows`);
  } else if (what === 'in') {
    const {
      rows,
      letters,
      workspace: put,
    } = await putIn(createInterface({ input: process.stdin, crlfDelay: Infinity }));
    console.error(`${put}: ${rows} rows, and ${letters} letters that go out from here now`);
  } else throw new Error('out WORKSPACE, or in, is expected.');
}

workspace()
  .catch((error: unknown) => {
    console.error(messageOf(error));
    process.exitCode = 1;
  })
  .finally(async () => {
    await stopJobs();
    await closeDatabase();
  });
