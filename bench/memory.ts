/** What the server holds in memory while it takes 100,000 answers, each of them ending in the database: it must not grow with them. */
import { readFileSync } from 'node:fs';
import { agent, CONNECTIONS, openPass, sendNext } from './visitors';

const ANSWERS = 100_000;
const EVERY = 5_000;
/** Megabytes of memory that the server's process holds, by the kernel's account. */
const held = (): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${process.env['SERVER_PID']}/status`, 'utf8'))?.[1]) / 1000;
const mean = (all: number[]) => all.reduce((x, y) => x + y, 0) / all.length;

async function memory(): Promise<void> {
  const series: number[] = [];
  let taken = 0;
  let runs = 0;
  await Promise.all(
    Array.from({ length: CONNECTIONS }, async () => {
      while (taken < ANSWERS) {
        const pass = await openPass(runs++);
        while (pass.seq < pass.script.length) {
          const status = await sendNext(pass);
          if (status !== 200) throw new Error(`The server answered ${status}`);
          taken += 1;
          if (taken % EVERY === 0) {
            series.push(held());
            console.log(`${taken} answers of ${runs} runs: ${held().toFixed(0)} MB`);
          }
        }
      }
    }),
  );
  const quarter = Math.floor(series.length / 4);
  const [second, last] = [series.slice(quarter, 2 * quarter), series.slice(-quarter)];
  console.log(
    `memory over ${taken} answers: ${mean(last).toFixed(0)} MB in the last quarter, ${mean(second).toFixed(0)} MB in the second: ${(mean(last) / mean(second)).toFixed(2)} times (aim: level, 1)`,
  );
  agent.destroy();
}

void memory();
