/**
 * The months that runs are kept by, for whoever operates the installation: `node built/months.mjs` lists them, and
 * `node built/months.mjs put-away 2026-03 FILE` writes the runs that were started in one to a file, compressed, and takes them out of the database.
 * A file that is there is gone on with. Settings as for a process.
 */
import { once } from 'node:events';
import { createWriteStream, existsSync, fsyncSync, openSync, closeSync, renameSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { zippedLines } from '../cli/zipped-lines';
import { isMonth, type Month } from '../db/months';
import { KeptReader } from '../core/formats/kept-runs';
import { listMonths, takeWritten, writeMonth } from '../server/operating/put-away';
import { byHand } from './lib/by-hand';

const spoken = (month: Month): string => `20${month.slice(0, 2)}-${month.slice(2)}`;

/** Writes a file whole, on disk before it has its name, for its owner's eyes alone: people stand in it. */
async function write(month: Month, file: string): Promise<void> {
  const part = `${file}.part`;
  const zipped = createGzip();
  const written = pipeline(zipped, createWriteStream(part, { mode: 0o600 }));
  try {
    const runs = await writeMonth(month, async (line) => {
      if (!zipped.write(`${line}\n`)) await once(zipped, 'drain');
    });
    zipped.end();
    await written;
    for (const path of [part, dirname(file)]) {
      const opened = openSync(path, 'r');
      fsyncSync(opened);
      closeSync(opened);
    }
    renameSync(part, file);
    console.error(`${runs} runs are in ${file}.`);
  } catch (error) {
    zipped.destroy();
    await written.catch(() => undefined);
    rmSync(part, { force: true });
    throw error;
  }
}

/** Reads a file as the command does, before anything that it holds is taken out. */
async function prove(file: string): Promise<void> {
  const reader = new KeptReader();
  for await (const line of zippedLines(file)) reader.read(line);
  const fault = reader.fault();
  if (fault !== null) throw new Error(`${file}: ${fault}. Nothing was taken out.`);
}

async function months(): Promise<void> {
  const [what, said = '', file] = process.argv.slice(2);
  if (what === undefined) {
    for (const { month, runs, bytes } of await listMonths())
      console.log(`${spoken(month)}  ${runs} runs  ${(bytes / 1e6).toFixed(1)} MB`);
    return;
  }
  const month = said.replace(/^20(\d\d)-/, '$1');
  if (what !== 'put-away' || !isMonth(month) || file === undefined)
    throw new Error('put-away MONTH FILE is expected, with a month as 2026-03; or nothing, to list the months.');
  if (!existsSync(file)) await write(month, file);
  await prove(file);
  const { gone, stay, isDropped } = await takeWritten(zippedLines(file));
  console.error(
    [
      `${gone} runs are taken out of the database.`,
      stay > 0
        ? `${stay} stay: they went on, or were marked, since the file was written. Put the month away again, into another file.`
        : '',
      isDropped ? `${spoken(month)} is gone.` : '',
    ]
      .filter((line) => line !== '')
      .join('\n'),
  );
}

void byHand(months);
