/**
 * A newsletter to two million readers, at a thousandth, for an hour: most who open it do so soon, by phones that lose the network and come back,
 * on a process that has answered nobody yet. Told are how long answers took in each stretch of the hour, and whether all that was acknowledged
 * stands in the database, in the figures and among the letters. `BENCH_MINUTES` (60).
 */
import { type ClientRequest, request } from 'node:http';
import { setTimeout as after } from 'node:timers/promises';
import { randomOf } from '../core/values/random';
import { inDatabase, settled } from './in-database';
import { openPass, type Pass, stepOf } from './visitors';

const MINUTES = Number(process.env['BENCH_MINUTES'] ?? 60);
const HOUR = 60;
/** Every reader comes, which is more than any newsletter sees; in a shorter run as many fewer, so that they come as thickly. */
const VISITORS = Math.round((2_000_000 / 1_000) * (MINUTES / HOUR));
/** Half of those who come at all come within so many minutes; every fifth comes at any moment. */
const HALF_LIFE = 9;
const AT_ANY_TIME = 0.2;
/** Of each page: the visitor goes for good; goes away for a while; loses the network while the answer is on its way. */
const LEAVES = 0.03;
const PAUSES = 0.06;
const LOSES = 0.05;
const STRETCHES = 6;

const home = process.env['PUBLIC_URL'] ?? '';
const random = randomOf(11, 'campaign');
/** How far thinking times lie apart: one in six takes nearly twice as long. */
const SPREAD = 0.6;
/** A thinking time in milliseconds, around so many seconds: log-normal, its normal deviate after Box and Muller (1958). */
function around(seconds: number): number {
  const deviate = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  return 1000 * seconds * Math.exp(SPREAD * deviate);
}

/** When somebody comes. Minutes from the beginning, before its end. */
function arrival(): number {
  if (random() < AT_ANY_TIME) return random() * MINUTES;
  const scale = (HALF_LIFE * MINUTES) / HOUR / Math.LN2;
  const reached = 1 - Math.exp(-MINUTES / scale);
  return -scale * Math.log(1 - random() * reached);
}

type Answered = { at: number; took: number };
const answered: Answered[] = [];
const tally = { opened: 0, acknowledged: 0, repeated: 0, refused: 0, finished: 0, addresses: 0, left: 0 };

/** A phone has no connection open that is worth keeping. @param isLost whether it is gone before the answer comes */
function send(body: unknown, isLost: boolean): Promise<number | 'lost'> {
  const text = JSON.stringify(body);
  return new Promise((resolve, reject) => {
    const sent: ClientRequest = request(
      `${home}/runs/step`,
      {
        method: 'POST',
        agent: false,
        headers: { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(text) },
      },
      (response) => {
        response.resume();
        response.on('end', () => resolve(response.statusCode ?? 0));
      },
    );
    sent.on('error', (error) => (isLost ? resolve('lost') : reject(error)));
    sent.end(text, () => {
      if (isLost) setTimeout(() => sent.destroy(), random() * 8);
    });
  });
}

async function visit(number: number, begun: number): Promise<void> {
  const pass: Pass = await openPass(number);
  tally.opened += 1;
  for (;;) {
    await after(around(random() < PAUSES ? 60 : 8));
    if (random() < LEAVES) break;
    const step = stepOf(pass, true);
    const writes = 'contact' in step.sent && step.sent.contact !== undefined;
    for (let isLost = random() < LOSES; ; isLost = false) {
      const from = performance.now();
      const status = await send(step, isLost);
      if (status === 'lost') {
        tally.repeated += 1;
        await after(1_000 + random() * 4_000);
        continue;
      }
      answered.push({ at: (from - begun) / 60_000, took: performance.now() - from });
      if (status === 200) tally.acknowledged += 1;
      else tally.refused += 1;
      break;
    }
    if (writes) tally.addresses += 1;
    if (pass.seq === pass.script.length) {
      tally.finished += 1;
      return;
    }
  }
  tally.left += 1;
}

const ms = (n: number) => `${n < 10 ? n.toFixed(1) : n.toFixed(0)} ms`;

async function campaign(): Promise<void> {
  const begun = performance.now();
  const comes = Array.from({ length: VISITORS }, arrival).sort((a, b) => a - b);
  const all: Promise<void>[] = [];
  for (const [number, minutes] of comes.entries()) {
    const wait = begun + minutes * 60_000 - performance.now();
    if (wait > 1) await after(wait);
    all.push(visit(number, begun));
  }
  await Promise.all(all);
  console.log('minutes | answers | p50 | p95 | p99 | slowest');
  for (let i = 0; i < STRETCHES; i++) {
    const [from, to] = [(i * MINUTES) / STRETCHES, i === STRETCHES - 1 ? Infinity : ((i + 1) * MINUTES) / STRETCHES];
    const times = answered.flatMap(({ at, took }) => (at >= from && at < to ? [took] : [])).sort((a, b) => a - b);
    const share = (p: number) => ms(times[Math.min(times.length - 1, Math.floor(times.length * p))] ?? 0);
    console.log([from.toFixed(0), times.length, share(0.5), share(0.95), share(0.99), share(1)].join(' | '));
  }
  console.log(
    `${tally.opened} came, ${tally.finished} finished, ${tally.left} left on the way; ${tally.acknowledged} answers acknowledged, ` +
      `${tally.repeated} of them sent again since the network was lost, ${tally.refused} refused`,
  );
  await compare();
}

/** What was acknowledged beside what stands in the database. */
async function compare(): Promise<void> {
  await settled();
  const ofBench = "from runs where source = 'bench' and not is_trial";
  await inDatabase(async (one) => {
    const figure = (key: string) => one(`select count(*) as n ${ofBench} and counted_keys ? '${key}'`);
    const events = await one(
      "select count(*) as n from run_events e join runs r using (workspace_id, run_id) where r.source = 'bench'",
    );
    const letters = await one(
      `select count(*) as n from deliveries join letters using (workspace_id, letter_id) where state = 'delivered' and run_id in (select run_id ${ofBench})`,
    );
    console.log(
      `on disk: ${events} answers, ${await one(`select count(*) as n ${ofBench} and finished_at is not null`)} finished`,
    );
    console.log(
      `counted: ${await figure('started')} started, ${await figure('finished')} finished, ${await figure('contact')} left an address`,
    );
    console.log(`letters delivered: ${letters}, of ${tally.addresses} addresses`);
    if (events < tally.acknowledged || letters < tally.addresses || (await figure('finished')) < tally.finished)
      throw new Error('Something that was acknowledged is not there.');
  });
}

void campaign();
