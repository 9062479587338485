/**
 * A workspace taken out as a file and put in elsewhere, by whoever operates both: `node built/workspace.mjs out WORKSPACE > FILE`,
 * `node built/workspace.mjs in < FILE`. Settings as for a process.
 */
import { createInterface } from 'node:readline';
import { once } from 'node:events';
import { putIn, takeOut } from '../server/operating/workspace-file';
import { byHand } from './lib/by-hand';

async function workspace(): Promise<void> {
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

void byHand(workspace);
