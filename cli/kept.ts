/** Runs that were put away by the month, out of their file. */
import { once } from 'node:events';
import { statSync } from 'node:fs';
import { KeptReader } from '../core/formats/kept-runs';
import { messageOf } from '../core/values/unknown';
import { Progress } from './progress';
import { bad } from './user-error';
import { zippedLines } from './zipped-lines';

type Told = { workspace: string; quiz: string; title: string; runs: number };

/** @param quiz whose runs are told, a line of JSON each; without one, which quizzes there are */
export async function kept(file: string, { json, quiz }: { json: boolean; quiz: string | undefined }): Promise<number> {
  const told = new Map<string, Told>();
  const reader = new KeptReader();
  let line = 0;
  try {
    const progress = new Progress('Reading', statSync(file).size);
    for await (const one of zippedLines(file, (bytes) => progress.moved(bytes))) {
      line += 1;
      const found = reader.read(one);
      if (!found) continue;
      const { run, ...of } = found;
      const own = told.get(`${of.workspace} ${of.quiz}`) ?? { ...of, runs: 0 };
      told.set(`${of.workspace} ${of.quiz}`, { ...own, runs: own.runs + 1 });
      if (quiz === of.quiz && !process.stdout.write(`${JSON.stringify(run)}\n`)) await once(process.stdout, 'drain');
    }
    progress.done();
  } catch (error) {
    throw bad(file, line > 0 ? `line ${line}` : '', messageOf(error));
  }
  const fault = reader.fault();
  if (fault !== null) throw bad(file, '', fault);
  const all = [...told.values()];
  if (quiz !== undefined) {
    if (!all.some((one) => one.quiz === quiz)) throw bad(file, '', `there is no run of a quiz ${quiz}`);
    return 0;
  }
  if (json) process.stdout.write(`${JSON.stringify(all)}\n`);
  else for (const one of all) process.stdout.write(`${one.workspace}  ${one.quiz}  ${one.runs} runs  ${one.title}\n`);
  return 0;
}
