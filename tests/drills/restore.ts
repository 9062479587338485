/** A backup, and back to a moment: what came after it is gone, all else is whole, and processes that run let go of what they remember. */
import assert from 'node:assert/strict';
import { randomBytes } from 'node:crypto';
import { chownSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { after, before, test } from 'node:test';
import { forgetCluster, startCluster, userIds } from '../../scripts/lib/cluster.mjs';
import { postgresPrograms } from '../../scripts/lib/install.mjs';
import { endAll, freePort, root } from '../../scripts/lib/run.mjs';
import { closeDatabase } from '../../server/platform/database';
import { hashToken } from '../../server/platform/ids';
import { stopJobs } from '../../server/platform/jobs';
import { App, creator } from '../outside';
import { wireTo } from '../storm';
import { asked, folder, needed, pause, post, prepare, ran, setUp, until, visits, way } from './world';

const bin = postgresPrograms() ?? '';
const isRoot = process.getuid?.() === 0;
const backups = join(folder('restore'), 'backups');
const restored = join(dirname(backups), 'restored');
let url = '';
let app: App;
let wire: Awaited<ReturnType<typeof wireTo>>;
let address = '';

/** As whoever PostgreSQL runs as: scripts of deploy/ from a folder that they can read. */
const asPostgres = (program: string, args: string[], env: Record<string, string> = {}) =>
  isRoot
    ? ran(
        'runuser',
        ['-u', 'postgres', '--', 'env', ...Object.entries(env).map(([k, v]) => `${k}=${v}`), program, ...args],
        { cwd: '/' },
      )
    : ran(program, args, { env, cwd: '/' });

before(async () => {
  await forgetCluster('drill-restore');
  for (const path of [backups, join(backups, 'wal'), join(backups, 'base')]) {
    mkdirSync(path, { recursive: true });
    if (isRoot) {
      const { uid, gid } = await userIds();
      chownSync(path, uid, gid);
    }
  }
  if (isRoot) {
    const { uid, gid } = await userIds();
    chownSync(dirname(backups), uid, gid);
  }
  const archive = `bash ${join(root, 'deploy/archive-wal.sh')} ${backups} %p %f`;
  const cluster = await startCluster('drill-restore', ['archive_mode=on', `archive_command='${archive}'`]);
  url = cluster.url;
  setUp(url);
  await prepare(url);
  ({
    at: { address },
  } = await creator());
  wire = await wireTo(url, () => 0);
  const through = new URL(url);
  through.port = String(wire.port);
  app = new App(await freePort(), { ...needed, DATABASE_URL: through.href, LOG_LEVEL: 'silent' });
  await app.start();
});

after(async () => {
  await app.kill();
  await stopJobs();
  await closeDatabase();
  await asPostgres(join(bin, 'pg_ctl'), ['-D', restored, '-m', 'immediate', '-w', 'stop']);
  await wire.close();
  await endAll();
  await forgetCluster('drill-restore');
  rmSync(dirname(backups), { recursive: true, force: true });
});

const eventsOf = async (database: string, token: string) =>
  Number(
    (
      await asked(
        database,
        'select count(*) as n from run_events join runs using (workspace_id, run_id) where token_hash = $1',
        [hashToken(token)],
      )
    )[0]?.['n'],
  );

test('back to a moment', async (t) => {
  const kept = await visits(app.url(), address, 2);
  const halfway = await visits(app.url(), address, 1);
  const { code, said } = await asPostgres('bash', [join(root, 'deploy/backup.sh'), backups], {
    BACKUP_URL: url,
    PG_BIN: bin,
  });
  assert.equal(code, 0, said);
  assert.equal(readdirSync(join(backups, 'base')).length, 1);
  const noted = await asked(url, "select detail from upkeep where what = 'backup'");
  assert.match(String(noted[0]?.['detail']), /^\d.*Z$/);

  // After the copy and before the moment: it comes out of the archive.
  const later = await visits(app.url(), address, 2);
  // Times of commits are told to the microsecond; a moment lies between two of them.
  await pause(1_100);
  const moment = String((await asked(url, 'select now()::text as at'))[0]?.['at']);
  await pause(1_100);
  const lost = await visits(app.url(), address, 2);
  const step = await post(`${app.url()}/runs/step`, { address, token: halfway, seq: 2, sent: way[1] });
  assert.equal(step.status, 200);
  const rowsBefore = await asked(url, 'select count(*)::int as n from runs where seen_at < $1', [moment]);
  await asked(url, 'select pg_switch_wal()');
  await until(
    'the archive has it',
    async () =>
      (await asked(url, 'select last_archived_wal from pg_stat_archiver where last_archived_time > $1', [moment]))
        .length > 0,
  );

  const made = await asPostgres('bash', [join(root, 'deploy/restore.sh'), backups, restored, moment]);
  assert.equal(made.code, 0, made.said);
  const port = await freePort();
  const began = await asPostgres(join(bin, 'pg_ctl'), [
    '-D',
    restored,
    '-o',
    `-p ${port} -c listen_addresses=127.0.0.1 -c unix_socket_directories= -c max_connections=120`,
    '-l',
    join(dirname(backups), 'log'),
    '-w',
    'start',
  ]);
  assert.equal(began.code, 0, began.said);
  const there = new URL(url);
  there.port = String(port);
  await until(
    'it has been through the archive',
    async () => (await asked(there.href, 'select pg_is_in_recovery() as is'))[0]?.['is'] === false,
  );

  await t.test('what came after the moment is gone, all else is whole', async () => {
    assert.equal(await eventsOf(there.href, kept), 2);
    assert.equal(await eventsOf(there.href, later), 2);
    assert.equal(await eventsOf(there.href, halfway), 1);
    assert.equal(await eventsOf(there.href, lost), 0);
    assert.deepEqual(await asked(there.href, 'select count(*)::int as n from runs'), rowsBefore);
    const broken = await asked(
      there.href,
      'select run_id from runs r where seq <> (select count(*) from run_events e where e.workspace_id = r.workspace_id and e.run_id = r.run_id)',
    );
    assert.deepEqual(broken, []);
  });

  await t.test('a running process that is led there lets go of what it remembers', async () => {
    wire.lead(port);
    wire.cut(1);
    // It remembers this run as standing at 2; the database says 1.
    await until('it is ready', async () => (await fetch(`${app.url()}/api/health/ready`)).ok);
    const ahead = await post(`${app.url()}/runs/step`, {
      address,
      token: halfway,
      seq: 3,
      sent: { do: 'back', page: 'p3' },
    });
    assert.equal(ahead.status, 409, JSON.stringify(ahead.body));
    const again = await post(`${app.url()}/runs/step`, { address, token: halfway, seq: 2, sent: way[1] });
    assert.equal(again.status, 200, JSON.stringify(again.body));
    assert.equal(await eventsOf(there.href, halfway), 2);
    // A visitor whose run is gone begins anew, with the same token.
    const anew = await post(`${app.url()}/runs/open`, { address, token: lost, params: {}, source: 'drill' });
    assert.equal(anew.status, 200);
    assert.equal(anew.body.seq, 0);
  });

  await t.test('the folder in use is not touched, and a moment before all copies is refused', async () => {
    const twice = await asPostgres('bash', [join(root, 'deploy/restore.sh'), backups, restored, moment]);
    assert.equal(twice.code, 1);
    assert.match(twice.said, /is there already; nothing was done/);
    const early = await asPostgres('bash', [
      join(root, 'deploy/restore.sh'),
      backups,
      `${restored}-2`,
      '2020-01-01 00:00:00+00',
    ]);
    assert.equal(early.code, 1);
    assert.match(early.said, /No copy in/);
  });
});

test('of many copies the newest are kept, and the WAL since the oldest of them', async () => {
  const token = randomBytes(4).toString('hex');
  for (let n = 0; n < 3; n++) {
    await asked(
      url,
      'insert into upkeep (what, at, detail) values ($1, now(), $2) on conflict (what) do update set at = now()',
      [token, 'drill'],
    );
    const { code, said } = await asPostgres('bash', [join(root, 'deploy/backup.sh'), backups], {
      BACKUP_URL: url,
      PG_BIN: bin,
      KEEP: '2',
    });
    assert.equal(code, 0, said);
    await pause(1_000);
  }
  assert.equal(readdirSync(join(backups, 'base')).length, 2);
});
