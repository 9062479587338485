/** What `deploy/` holds, as the programs that read it see it; and two processes behind a proxy and a pooler, set up by it. */
import assert from 'node:assert/strict';
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { forgetCluster, startCluster } from '../../scripts/lib/cluster.mjs';
import { startPooler } from '../../scripts/lib/pooler.mjs';
import { endAll, freePort, start, untilListens } from '../../scripts/lib/run.mjs';
import { closeDatabase } from '../../server/platform/database';
import { stopJobs } from '../../server/platform/jobs';
import { App, creator } from '../outside';
import { asked, collector, filled, folder, needed, pause, post, prepare, ran, setUp, until, visits } from './world';

const here = folder('deploy');
const file = (name: string) => readFileSync(join('deploy', name), 'utf8');
const passes = async (program: string, args: string[]) => {
  const { code, said } = await ran(program, args);
  assert.equal(code, 0, `${program} ${args.join(' ')}\n${said}`);
  return said;
};
/** haproxy.cfg for two processes. */
const haproxy = (web: number, figures: number, ports: number[]) =>
  filled(
    file('haproxy.cfg'),
    {
      web: `127.0.0.1:${web}`,
      figures: `127.0.0.1:${figures}`,
      servers: ports.map((port, i) => `    server app${i + 1} 127.0.0.1:${port}`).join('\n'),
    },
    join(here, 'haproxy.cfg'),
  );

test('the proxies take their files', async () => {
  await passes('haproxy', ['-c', '-f', haproxy(8080, 8405, [3001, 3002])]);
  const nginx = join(here, 'nginx.conf');
  const outer = 'pid {{pid}};\nerror_log stderr;\nevents {}\nhttp {\n{{inner}}\n}\n';
  await passes('nginx', ['-t', '-c', filled(outer, { pid: join(here, 'pid'), inner: file('nginx.conf') }, nginx)]);
});

test('Prometheus takes the alerts, and each calls when it should', async () => {
  await passes('promtool', ['check', 'rules', 'deploy/alerts.yml']);
  await passes('promtool', ['test', 'rules', 'deploy/alerts.test.yml']);
});

test('the scripts and the container file have nothing wrong in them', async () => {
  await passes('shellcheck', ['deploy/backup.sh', 'deploy/restore.sh', 'deploy/archive-wal.sh']);
  const said = await passes(process.execPath, [
    'node_modules/dockerfile-utils/bin/dockerfile-utils',
    'lint',
    'Containerfile',
  ]);
  assert.doesNotMatch(said, /Line:/);
});

test('each unit names only what there is, and all settings of processes are settings', () => {
  for (const unit of ['yes-maybe@.service', 'yes-maybe-migrate.service', 'yes-maybe-backup.service']) {
    const text = file(unit);
    for (const [, path] of text.matchAll(/^ExecStart=(?:\/usr\/bin\/node |\/opt\/yes-maybe\/)(\S+)/gm))
      assert.ok(readFileSync(path ?? ''), `${unit}: ${path}`);
    for (const section of ['[Unit]', '[Service]']) assert.ok(text.includes(section), `${unit} has ${section}`);
  }
});

test('a process with wrong settings does not start, and says what is wrong, one line each', async () => {
  const settings = filled('HASTE=slow\nSMPT_URL=smtp://127.0.0.1:25\nAUTH_SECRET=short\n', {}, join(here, 'wrong.env'));
  const env = { ...needed, HASTE: '', AUTH_SECRET: '', DATABASE_URL: '', PATH: process.env['PATH'] ?? '' };
  for (const name of Object.keys(env)) if (!Reflect.get(env, name)) Reflect.deleteProperty(env, name);
  const { code, said } = await ran('env', [
    '-i',
    `PATH=${env.PATH}`,
    process.execPath,
    'built/serve.mjs',
    '--settings',
    settings,
  ]);
  assert.equal(code, 1);
  assert.deepEqual(said.trim().split('\n'), [
    `SMPT_URL in ${settings} is no setting. docs/operating.md tells of all there are.`,
    'DATABASE_URL is not set. docs/operating.md tells what it is for.',
    'SMTP_URL is not set. docs/operating.md tells what it is for.',
    'PUBLIC_URL is not set. docs/operating.md tells what it is for.',
    'AUTH_SECRET is not right: 32 random characters at least.',
    'HASTE is "slow"; a number of at least 0 is expected.',
  ]);
});

let url = '';
let pooled = '';
let address = '';
let traces: Awaited<ReturnType<typeof collector>>;
const apps: App[] = [];
let web = 0;
let metricsPorts: number[] = [];

before(async () => {
  await forgetCluster('drill-deploy');
  const cluster = await startCluster('drill-deploy');
  url = cluster.url;
  setUp(url);
  await prepare(url);
  pooled = await startPooler(url);
  ({
    at: { address },
  } = await creator());
  traces = await collector();
  metricsPorts = [await freePort(), await freePort()];
  const ports = [await freePort(), await freePort()];
  for (const [i, port] of ports.entries())
    apps.push(
      new App(port, {
        ...needed,
        DATABASE_URL: pooled,
        DATABASE_POOLED: '1',
        METRICS_PORT: String(metricsPorts[i]),
        OTEL_EXPORTER_OTLP_ENDPOINT: traces.url,
        LOG_LEVEL: 'info',
        TRUSTED_PROXIES: '1',
        WORK: i === 0 ? 'elsewhere' : 'here',
      }),
    );
  await Promise.all(apps.map((app) => app.start()));
  web = await freePort();
  const proxy = start('haproxy', ['-db', '-n', '2000', '-f', haproxy(web, await freePort(), ports)], { log: 'ignore' });
  await untilListens(web, proxy);
  await until('the proxy leads on', async () => (await fetch(`${through()}/api/health/ready`)).ok);
});

after(async () => {
  for (const app of apps) await app.kill();
  traces.close();
  await stopJobs();
  await closeDatabase();
  await endAll();
  await forgetCluster('drill-deploy');
});

const through = () => `http://127.0.0.1:${web}`;

test('visitors are answered by way of proxy and pooler, and the bounds on statements hold there', async () => {
  await visits(through(), address, 2);
  const bounds = await asked(
    pooled,
    "select name, setting from pg_settings where name in ('statement_timeout', 'lock_timeout', 'idle_in_transaction_session_timeout') order by 1",
  );
  assert.deepEqual(
    bounds.map(({ setting }) => setting),
    ['30000', '10000', '20000'],
  );
});

test('a process that is told to end costs nobody an answer', async () => {
  let over = false;
  const told: Record<string, number> = {};
  const busy = Array.from({ length: 8 }, async () => {
    while (!over) {
      const token = `${Math.random().toString(36).slice(2)}${'x'.repeat(24)}`.slice(0, 32);
      const { status } = await post(`${through()}/runs/open`, { address, token, params: {}, source: 'drill' });
      told[status] = (told[status] ?? 0) + 1;
    }
  });
  await pause(500);
  const [first] = apps;
  await first?.end();
  await first?.start();
  await until('it is ready again', async () => (await fetch(`${first?.url()}/api/health/ready`)).ok);
  await pause(500);
  over = true;
  await Promise.all(busy);
  assert.deepEqual(Object.keys(told), ['200'], JSON.stringify(told));
  assert.ok((told['200'] ?? 0) > 50);
});

test('Prometheus is told of requests by route, of connections, of the queue, of what visitors did', async () => {
  await visits(apps[1]?.url() ?? '', address, 2);
  const text = await (await fetch(`http://127.0.0.1:${metricsPorts[1]}/metrics`)).text();
  const value = (line: RegExp) => Number(line.exec(text)?.[1] ?? NaN);
  assert.ok(value(/^yes_maybe_request_seconds_count\{method="POST",route="\/runs\/step",status="200"\} (\d+)/m) >= 2);
  assert.ok(value(/^yes_maybe_visits_total\{what="answer"\} (\d+)/m) >= 2);
  assert.equal(value(/^yes_maybe_database_up (\d)/m), 1);
  assert.ok(value(/^yes_maybe_database_pool\{state="total"\} (\d+)/m) >= 1);
  assert.ok(value(/^yes_maybe_queue_waiting\{queue="send-letter"\} (\d+)/m) >= 0);
  assert.ok(value(/^nodejs_eventloop_lag_p99_seconds ([\d.]+)/m) >= 0);
  assert.ok(value(/^yes_maybe_cache_total\{cache="runs",result="hit"\} (\d+)/m) >= 1);
  // Of those who come by way of the proxy nobody reaches it.
  assert.equal((await fetch(`${through()}/metrics`)).status, 404);
});

test('a process that leaves its work to others sends no letter, and another sends those that it wrote', async () => {
  const [answers, works] = apps.map((app) => app.url());
  const contact = { do: 'go', page: 'p3', contact: { c: { fields: { email: 'ida@example.com' }, consent: 1 } } };
  for (let n = 0; n < 30; n++) {
    const token = await visits(answers ?? '', address, 2);
    assert.equal((await post(`${answers}/runs/step`, { address, token, seq: 3, sent: contact })).status, 200);
  }
  const tries = async (port: number | undefined) => {
    const text = await (await fetch(`http://127.0.0.1:${port}/metrics`)).text();
    return [...text.matchAll(/^yes_maybe_letters_total\{outcome="\w+"\} (\d+)/gm)].reduce(
      (sum, [, n]) => sum + Number(n),
      0,
    );
  };
  await until(`${works} has tried all`, async () => (await tries(metricsPorts[1])) >= 30, 60_000);
  assert.equal(await tries(metricsPorts[0]), 0);
});

test('each request is one line of the log, with its id, its route, how it ended and how long it took', async () => {
  const id = 'drill-request-1';
  const response = await fetch(`${apps[1]?.url()}/q/${address}?secret=1`, { headers: { 'x-request-id': id } });
  assert.equal(response.headers.get('x-request-id'), id);
  await response.text();
  await until('the line is there', () => apps[1]?.told.some((line) => line.includes(id)) ?? false);
  const line = JSON.parse(apps[1]?.told.find((one) => one.includes(id)) ?? '{}') as Record<string, unknown>;
  assert.equal(line['route'], '/q/[address]');
  assert.equal(line['status'], 200);
  assert.equal(typeof line['ms'], 'number');
  assert.ok(!JSON.stringify(line).includes('secret'));
});

test('a collector is sent traces, with the statements of a request and nothing that was put into them', async () => {
  const token = await visits(apps[1]?.url() ?? '', address, 1);
  type Span = { traceId: string; name: string; attributes: { key: string; value: { stringValue?: string } }[] };
  type Sent = { resourceSpans: { scopeSpans: { spans: Span[] }[] }[] };
  const spans = () =>
    traces.came.flatMap((one) =>
      (JSON.parse(one) as Sent).resourceSpans.flatMap(({ scopeSpans }) => scopeSpans.flatMap((scope) => scope.spans)),
    );
  const wordsOf = ({ attributes }: Span) =>
    attributes.find(({ key }) => key === 'db.query.text')?.value.stringValue ?? '';
  // A request and the statement that puts its run on disk belong to one trace.
  await until('spans have come', () => {
    const openings = new Set(spans().flatMap(({ name, traceId }) => (name === 'POST /runs/open' ? [traceId] : [])));
    return spans().some((span) => openings.has(span.traceId) && /insert into "runs"/.test(wordsOf(span)));
  });
  assert.ok(!traces.came.join('').includes(token));
});

test('a process whose log nobody reads any more goes on, and does not spin', async () => {
  const port = await freePort();
  const child = spawn(process.execPath, ['built/serve.mjs'], {
    env: {
      ...process.env,
      ...needed,
      DATABASE_URL: url,
      PORT: String(port),
      LOG_LEVEL: 'info',
      NODE_ENV: 'production',
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const ready = async () => (await fetch(`http://127.0.0.1:${port}/api/health/ready`)).ok;
  await until('it is ready', ready);
  child.stdout.destroy();
  child.stderr.destroy();
  for (let n = 0; n < 20; n++) assert.ok(await ready());
  /** Hundredths of a second of the processor. */
  const spent = () => {
    const fields = readFileSync(`/proc/${child.pid}/stat`, 'utf8').split(') ')[1]?.split(' ') ?? [];
    return Number(fields[11]) + Number(fields[12]);
  };
  const before = spent();
  await pause(2_000);
  assert.ok(spent() - before < 60, `${spent() - before} of 200`);
  assert.ok(await ready());
  child.kill('SIGKILL');
});

test('a database that is behind the version is waited for', async () => {
  await asked(url, 'create table kept_migrations as table drizzle.__drizzle_migrations');
  await asked(
    url,
    'delete from drizzle.__drizzle_migrations where created_at = (select max(created_at) from drizzle.__drizzle_migrations)',
  );
  const late = new App(await freePort(), { ...needed, DATABASE_URL: url, LOG_LEVEL: 'error' });
  await late.start();
  assert.equal((await fetch(`${late.url()}/api/health/ready`)).status, 503);
  await asked(url, 'insert into drizzle.__drizzle_migrations select * from kept_migrations on conflict do nothing');
  await until('it is ready', async () => (await fetch(`${late.url()}/api/health/ready`)).ok);
  await late.kill();
});
