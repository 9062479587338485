/**
 * Answers per second with 1, 2 and 4 processes behind the proxy and the pooler of `deploy/`, beside one process alone, in turns of one run. The
 * client, the proxy, the pooler, the database and the processes share this machine's cores: what more processes would bring on cores of their own
 * is not seen here, only what standing behind a proxy and a pooler costs.
 */
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureProgram } from '../scripts/lib/install.mjs';
import { startServer } from '../scripts/lib/outside.mjs';
import { startPooler } from '../scripts/lib/pooler.mjs';
import { endAll, freePort, start, untilListens } from '../scripts/lib/run.mjs';
import { agent, CONNECTIONS, openPass, type Pass, sendNext } from './visitors';

const TURNS = Number(process.env['BENCH_TURNS'] ?? 20);
const SECONDS = 1;
const MANY = [1, 2, 4];

async function turn(at: string): Promise<number> {
  const passes: Pass[] = [];
  for (let n = 0; n < CONNECTIONS * 12; n += CONNECTIONS)
    passes.push(...(await Promise.all(Array.from({ length: CONNECTIONS }, (_, i) => openPass(n + i, at)))));
  const begun = performance.now();
  let done = 0;
  await Promise.all(
    Array.from({ length: CONNECTIONS }, async () => {
      let pass = passes.pop();
      while (pass && performance.now() - begun < SECONDS * 1000) {
        if (pass.seq >= pass.script.length) {
          pass = passes.pop();
          continue;
        }
        const status = await sendNext(pass);
        if (status !== 200) throw new Error(`${at} answered ${status}`);
        done += 1;
      }
    }),
  );
  return done / ((performance.now() - begun) / 1000);
}

/** A proxy before some processes. @returns where it is asked */
async function proxy(ports: number[]): Promise<string> {
  const program = await ensureProgram('haproxy');
  const [web, figures] = [await freePort(), await freePort()];
  const values: Record<string, string> = {
    web: `127.0.0.1:${web}`,
    figures: `127.0.0.1:${figures}`,
    servers: ports.map((port, i) => `    server app${i + 1} 127.0.0.1:${port}`).join('\n'),
  };
  const file = join(mkdtempSync(join(tmpdir(), 'yes-maybe-bench-')), 'haproxy.cfg');
  const text = readFileSync('deploy/haproxy.cfg', 'utf8');
  writeFileSync(
    file,
    text.replace(/\{\{(\w+)\}\}/g, (_, name: string) => values[name] ?? ''),
  );
  await untilListens(web, start(program, ['-db', '-n', '2000', '-f', file], { log: 'ignore' }));
  return `http://127.0.0.1:${web}`;
}

const median = (list: number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;

async function processes(): Promise<void> {
  const pooled = await startPooler(process.env['DATABASE_URL'] ?? '');
  const env = { DATABASE_URL: pooled, DATABASE_POOLED: '1', TRUSTED_PROXIES: '1', BUILD_DIR: '.next-test' };
  const ports: number[] = [];
  for (let n = 0; n < Math.max(...MANY); n++) {
    const port = await freePort();
    await startServer(env, port, { log: 'ignore' });
    ports.push(port);
  }
  const places: [name: string, at: string][] = [['one alone', process.env['PUBLIC_URL'] ?? '']];
  for (const many of MANY) places.push([`${many} behind proxy and pooler`, await proxy(ports.slice(0, many))]);
  const rates = new Map<string, number[]>(places.map(([name]) => [name, []]));
  for (let n = -3; n < TURNS; n++)
    for (const [name, at] of places) {
      const rate = await turn(at);
      if (n >= 0) rates.get(name)?.push(rate);
    }
  const alone = rates.get('one alone') ?? [];
  console.log(`${TURNS} turns of ${SECONDS} s each, ${CONNECTIONS} connections, ${cpus().length} cores for all of it`);
  for (const [name, list] of rates) {
    const shares = list.map((rate, i) => rate / (alone[i] ?? rate));
    console.log(`  ${name}: ${median(list).toFixed(0)} answers/s, ${median(shares).toFixed(2)} of one alone (medians)`);
  }
  agent.destroy();
}

void processes().finally(() => endAll());
