/**
 * The constants of the load model (docs/operating.md, Load): of each answer the statements, the WAL and the processor's time of the process; of
 * each finished run what it takes on disk, with its letter and what it counts.
 */
import { readFileSync } from 'node:fs';
import { Client } from 'pg';
import { settled } from './in-database';
import { agent, CONNECTIONS, openPass, sendNext } from './visitors';

const PASSES = Number(process.env['BENCH_PASSES'] ?? 3_000);
const TICKS = 100;

/** Seconds of the processor that a process has had. */
function seconds(): number {
  const fields = readFileSync(`/proc/${process.env['SERVER_PID']}/stat`, 'utf8').split(') ')[1]?.split(' ') ?? [];
  return (Number(fields[11]) + Number(fields[12])) / TICKS;
}

async function constants(): Promise<void> {
  const client = new Client({ connectionString: process.env['DATABASE_URL'] });
  await client.connect();
  const one = async (text: string) => Number((await client.query<{ n: string }>(text)).rows[0]?.n ?? 0);
  await client.query('create extension if not exists pg_stat_statements');
  const state = async () => ({
    size: await one('select pg_database_size(current_database()) as n'),
    wal: await one("select pg_wal_lsn_diff(pg_current_wal_lsn(), '0/0') as n"),
    statements: await one("select sum(calls) as n from pg_stat_statements where query not like '%pgboss%'"),
    ofQueue: await one("select sum(calls) as n from pg_stat_statements where query like '%pgboss%'"),
    runs: await one('select count(*) as n from runs where finished_at is not null'),
    time: seconds(),
  });
  const before = await state();
  const begun = performance.now();
  let [answers, passes] = [0, 0];
  await Promise.all(
    Array.from({ length: CONNECTIONS }, async (_, n) => {
      while (passes < PASSES) {
        passes += 1;
        const pass = await openPass(n + passes);
        for (; pass.seq < pass.script.length; answers += 1) await sendNext(pass, true);
      }
    }),
  );
  const took = (performance.now() - begun) / 1000;
  await settled();
  const after = await state();
  const of = (name: keyof typeof after) => after[name] - before[name];
  const per = (name: keyof typeof after, many: number) => of(name) / many;
  console.log(`${passes} passes, ${answers} answers in ${took.toFixed(0)} s; ${of('runs')} finished`);
  console.log(
    `for each answer, openings, figures and letters included: ${per('statements', answers).toFixed(2)} statements and ${per('ofQueue', answers).toFixed(2)} of the queue, ` +
      `${(per('wal', answers) / 1000).toFixed(1)} kB of WAL, ${((1000 * of('time')) / answers).toFixed(2)} ms of the process's processor`,
  );
  console.log(`for each run: ${(per('size', passes) / 1000).toFixed(1)} kB on disk, with indexes, figures and letter`);
  await client.end();
  agent.destroy();
}

void constants();
