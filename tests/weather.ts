/** `npm run storm` and `npm run fuzz`, behind scripts/weather.mjs: the application as it is served, in processes that are killed, under requests that are wrong. */
import { spawn } from 'node:child_process';
import { figuresOf } from '../db/queries/figures';
import { migrateDatabase } from '../db/migrate';
import type { Happening } from '../core/connections/happenings';
import { deliverAll } from '../server/integrations/deliver';
import { addWebhook } from '../server/integrations/webhooks';
import { type Heard, type Receiver, startReceiver } from '../standins/receiver';
import { closePool } from '../server/platform/background/pool';
import { countRuns, recountRuns } from '../server/results/count-runs';
import { closeDatabase, database } from '../server/platform/database';
import { hashToken, newId } from '../server/platform/ids';
import { prepareQueue, stopJobs } from '../server/platform/jobs';
import { freePort } from './browser/servers';
import { fuzz, randomFrom } from './fuzz';
import { App, creator, postOffice } from './outside';
import { compare, compareTold, goThrough, type Log, type Wire, wireTo } from './storm';

const direct = process.env['DATABASE_URL'] ?? '';
const say = (words: string) => console.log(words);
const pause = (ms: number) => new Promise((resume) => setTimeout(resume, ms));
const option = (name: string, otherwise: number) => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? otherwise : Number(process.argv[at + 1]);
};
const seed = option('seed', 1);
const TOLD: Happening[] = ['run.started', 'contact.left', 'run.finished'];

const cluster = (what: string): Promise<void> =>
  new Promise((resolve, reject) => {
    const code = `import { clusterAt } from './scripts/lib/cluster.mjs'; const c = await clusterAt('weather'); await c.${what};`;
    const child = spawn(process.execPath, ['--input-type=module', '-e', code], { stdio: 'ignore' });
    child.on('close', (status) => (status === 0 ? resolve() : reject(new Error(`${what} ended with ${status}`))));
  });

async function storm(apps: App[], wire: Wire, came: Map<string, number>, receiver: Receiver): Promise<boolean> {
  const { cookie, at } = await creator();
  await addWebhook(at.member, { url: `${receiver.url}/in`, happenings: TOLD, quizzes: null });
  const lies = randomFrom(seed + 5);
  const heard: Heard[] = [];
  let over = false;
  receiver.answer((message) => {
    heard.push(message);
    // It lies now and then: it has taken a message, and says that it has not.
    return { status: !over && lies.below(8) === 0 ? 500 : 200 };
  });
  const lasts = option('seconds', 600) * 1000;
  const random = randomFrom(seed);
  const log: Log = { faults: {}, runs: [], edits: new Set() };
  const count = (what: string, n = 1) => (log.faults[what] = (log.faults[what] ?? 0) + n);
  const weather = (async () => {
    const until = Date.now() + lasts;
    while (Date.now() < until) {
      await pause(200 + random.below(500));
      const luck = random.below(30);
      if (luck === 0) {
        count('database killed');
        await cluster("stop('immediate')");
        await pause(random.below(1_500));
        await cluster('restart()');
      } else if (luck < 4) {
        count('process killed');
        const app = random.oneOf(apps);
        await app.kill();
        await app.start();
      } else count('connections to the database cut', wire.cut(0.5));
    }
    over = true;
  })();
  const urls = apps.map((app) => app.url());
  const quizzes = { apps: urls, address: at.address, quiz: at.quizId, cookie, seed, lasts };
  await goThrough({ ...quizzes, visitors: option('visitors', 24), creators: 1 }, log);
  await weather;
  if (!over) return false;
  say('The weather has cleared. Waiting for letters and figures …');
  const { workspaceId } = at.member;
  const waiting = async () =>
    (await database().$client.query("select count(*)::int as n from deliveries where state = 'waiting'")).rows[0] as {
      n: number;
    };
  for (let i = 0; i < 1_200 && (await waiting().catch(() => ({ n: 1 }))).n > 0; i++) await pause(500);
  const untold = await tellAll();
  await countRuns(workspaceId, at.quizId);
  const before = await figuresOf(database(), workspaceId, at.quizId);
  await recountRuns(workspaceId, at.quizId);
  const after = await figuresOf(database(), workspaceId, at.quizId);
  const figures = [...new Set([...before.keys(), ...after.keys()])].filter(
    (k) => (before.get(k) ?? 0) !== (after.get(k) ?? 0),
  );
  const verdict = await compare(direct, log, hashToken);
  const mistold = await compareTold(direct, log, hashToken, heard);
  const unsent = (await waiting()).n;
  const faults = Object.values(log.faults).reduce((a, b) => a + b, 0);
  say(
    `faults: ${faults} (${Object.entries(log.faults)
      .map(([k, n]) => `${n} ${k}`)
      .join(', ')})`,
  );
  say(`acknowledged: ${verdict.events} answers of ${log.runs.length} runs, ${verdict.edits} edits`);
  say(
    `letters: ${verdict.letters} written, ${came.size} arrived, ${[...came.values()].filter((n) => n > 1).length} of them more than once, ${unsent} waiting`,
  );
  const messages = new Set(heard.map(({ id }) => id)).size;
  say(
    `told: ${messages} messages, ${heard.length - messages} of them again, ${untold} waiting; missing or out of turn: ${mistold.length} ${mistold.slice(0, 5).join('; ')}`,
  );
  say(`lost: ${verdict.lost.length} ${verdict.lost.slice(0, 5).join('; ')}`);
  say(`wrong: ${verdict.wrong.length} ${verdict.wrong.slice(0, 5).join('; ')}`);
  say(`figures that differ from a recount: ${figures.length} ${figures.slice(0, 5).join('; ')}`);
  return (
    verdict.lost.length + verdict.wrong.length + figures.length + mistold.length + untold === 0 &&
    verdict.events > 0 &&
    came.size >= verdict.letters
  );
}

/** What the processes had in their hands as they were killed, and what is to be tried again later, goes out now. @returns what still waits */
async function tellAll(): Promise<number> {
  const { $client } = database();
  const waiting = async () =>
    Number(
      (await $client.query<{ n: string }>("select count(*) as n from webhook_messages where state = 'waiting'")).rows[0]
        ?.n ?? 0,
    );
  for (let tries = 0; tries < 60 && (await waiting()) > 0; tries++) {
    await $client.query("update webhook_messages set taken_until = null, next_at = now() where state = 'waiting'");
    await $client.query('update webhooks set failing_since = null, failures = 0, next_at = null');
    await deliverAll();
  }
  return waiting();
}

async function wrongRequests(app: App): Promise<boolean> {
  const { cookie, at } = await creator();
  const requests = option('requests', 20_000);
  const usual = await timesOf(app.url(), at.address, 60);
  const beside: number[] = [];
  let over = false;
  const other = (async () => {
    while (!over) beside.push(...(await timesOf(app.url(), at.address, 4)));
  })();
  const target = { app: app.url(), cookie, quiz: at.quizId, address: at.address };
  // Signing out would end what the others need, and deleting what they ask for.
  const report = await fuzz(target, { requests, seed, atOnce: option('at-once', 4) });
  over = true;
  await other;
  const median = (list: number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;
  say(`requests: ${report.sent}, seed ${seed}; by status: ${JSON.stringify(report.byStatus)}`);
  say(`5xx or no answer: ${report.failed.length}`);
  for (const f of report.failed.slice(0, 10)) say(`  ${f.status} ${f.method} ${f.path} ${f.body.slice(0, 300)}`);
  if (report.failed.length) say(app.told.join('\n'));
  const { slowest } = report;
  say(`slowest: ${Math.round(slowest.ms)} ms, ${slowest.status} ${slowest.method} ${slowest.path.slice(0, 120)}`);
  say(
    `another visitor’s answer: ${median(usual).toFixed(1)} ms alone, ${median(beside).toFixed(1)} ms beside it (medians)`,
  );
  return report.failed.length === 0;
}

/** How long a visitor's answers take. Milliseconds. */
async function timesOf(app: string, address: string, answersGiven: number): Promise<number[]> {
  const times: number[] = [];
  for (let i = 0; i < answersGiven; i++) {
    const token = newId('visitor', 30);
    const post = (path: string, body: unknown) =>
      fetch(app + path, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
      });
    await (await post('/runs/open', { address, token, params: {}, source: 'x' })).text();
    const begun = performance.now();
    const sent = { do: 'go', page: 'p1', answers: { q1: ['a'] } };
    await (await post('/runs/step', { address, token, seq: 1, sent })).text();
    times.push(performance.now() - begun);
  }
  return times;
}

async function main(): Promise<void> {
  const office = await postOffice();
  const hooks = await freePort();
  process.env['INSIDE_HOOKS'] = `127.0.0.1:${hooks}`;
  const receiver = await startReceiver({ port: hooks });
  process.env['SMTP_URL'] = `smtp://127.0.0.1:${office.port}`;
  await migrateDatabase(direct, () => prepareQueue(direct));
  const random = randomFrom(seed + 77);
  const wire = await wireTo(direct, () => random.below(1_000) / 1_000);
  const through = new URL(direct);
  through.port = String(wire.port);
  const env = {
    DATABASE_URL: through.href,
    SMTP_URL: process.env['SMTP_URL'],
    PUBLIC_URL: process.env['PUBLIC_URL'] ?? '',
    INSIDE_HOOKS: process.env['INSIDE_HOOKS'],
    LOG_LEVEL: 'error',
    VISITOR_RATE: '1000',
    HASTE: '0',
  };
  const apps = [new App(await freePort(), env), new App(await freePort(), env)];
  let isGood = false;
  try {
    const needed = process.argv.includes('fuzz') ? apps.slice(0, 1) : apps;
    const [first] = apps;
    if (process.argv.includes('fuzz') && first) env.PUBLIC_URL = first.url();
    for (const app of needed) await app.start();
    if (process.argv.includes('fuzz') && first) isGood = await wrongRequests(first);
    else isGood = await storm(apps, wire, office.came, receiver);
  } finally {
    for (const app of apps) await app.kill();
    await stopJobs();
    await closePool();
    await closeDatabase();
    await wire.close();
    await office.close();
    await receiver.close();
  }
  process.exit(isGood ? 0 : 1);
}

void main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
