/** A streaming standby: much is read there, and nobody ever sees less than was confirmed before they asked. */
import assert from 'node:assert/strict';
import { chownSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { after, before, test } from 'node:test';
import { sql } from 'drizzle-orm';
import { forgetCluster, startCluster, userIds } from '../../scripts/lib/cluster.mjs';
import { postgresPrograms } from '../../scripts/lib/install.mjs';
import { endAll, freePort } from '../../scripts/lib/run.mjs';
import { closePool } from '../../server/platform/background/pool';
import { closeDatabase, database, reading } from '../../server/platform/database';
import { stopJobs } from '../../server/platform/jobs';
import { counts } from '../../server/platform/metrics';
import { findingsOf, listPeople } from '../../server/results/findings';
import { patternsOf } from '../../server/results/patterns';
import { published, visit, go, type Published } from '../server/world';
import { asked, folder, prepare, ran, setUp, until } from './world';

const bin = postgresPrograms() ?? '';
const home = folder('standby');
const data = join(home, 'data');
let standby = '';
let at: Published;

const control = (...args: string[]) =>
  process.getuid?.() === 0
    ? ran('runuser', ['-u', 'postgres', '--', join(bin, 'pg_ctl'), '-D', data, ...args], { cwd: '/' })
    : ran(join(bin, 'pg_ctl'), ['-D', data, ...args], { cwd: '/' });
let began: string[] = [];

before(async () => {
  await forgetCluster('drill-standby');
  const { url } = await startCluster('drill-standby');
  const to = new URL(url);
  to.port = String(await freePort());
  standby = to.href;
  setUp(url);
  Object.assign(process.env, { STANDBY_URL: standby, STANDBY_PATIENCE: '1000' });
  await prepare(url);
  if (process.getuid?.() === 0) {
    const { uid, gid } = await userIds();
    chownSync(home, uid, gid);
  }
  const copy = [join(bin, 'pg_basebackup'), '-d', url, '-D', data, '-R', '-X', 'stream', '-c', 'fast'];
  const [program = '', ...args] = process.getuid?.() === 0 ? ['runuser', '-u', 'postgres', '--', ...copy] : copy;
  assert.equal((await ran(program, args, { cwd: '/' })).code, 0);
  const options = `-p ${to.port} -c listen_addresses=127.0.0.1 -c unix_socket_directories= -c max_connections=120`;
  began = ['-o', options, '-l', join(home, 'log'), '-w', 'start'];
  const { code, said } = await control(...began);
  assert.equal(code, 0, said);
  at = await published();
});

after(async () => {
  await control('-m', 'immediate', '-w', 'stop');
  await stopJobs();
  await closePool();
  await closeDatabase();
  await endAll();
  await forgetCluster('drill-standby');
  rmSync(dirname(data), { recursive: true, force: true });
});

const people = async () => (await listPeople(at.member, at.quizId)).people.length;
const read = async (where: 'standby' | 'primary') =>
  (await counts.reads.get()).values.find(({ labels }) => labels.where === where)?.value ?? 0;
/** Who answers a read, and what it says. */
async function whoTells<T>(work: () => Promise<T>): Promise<[string, T]> {
  const before = await read('standby');
  const result = await work();
  return [(await read('standby')) > before ? 'standby' : 'primary', result];
}

test('what was confirmed is read at the standby', async () => {
  for (let n = 1; n <= 20; n++) {
    await visit(at.address, go('p1', { q1: ['a'] }));
    assert.deepEqual(await whoTells(people), ['standby', n]);
  }
  const [where, found] = await whoTells(() => findingsOf(at.member, at.quizId));
  assert.equal(where, 'standby');
  assert.equal(found?.journey.find(({ key }) => key === 'started')?.count, 20);
  assert.equal((await whoTells(() => patternsOf(at.member, at.quizId)))[0], 'standby');
});

test('where the standby has it not in time, the database itself is read', async () => {
  process.env['STANDBY_PATIENCE'] = '0';
  await asked(standby, 'select pg_wal_replay_pause()');
  await until(
    'it stands still',
    async () => (await asked(standby, "select pg_get_wal_replay_pause_state() = 'paused' as is"))[0]?.['is'] === true,
  );
  await visit(at.address, go('p1', { q1: ['b'] }));
  assert.deepEqual(await whoTells(people), ['primary', 21]);
  await asked(standby, 'select pg_wal_replay_resume()');
  await until('it goes on', async () => (await whoTells(people))[0] === 'standby');
  assert.deepEqual(await whoTells(people), ['standby', 21]);
});

test('nothing can be written there', async () => {
  const db = await reading();
  assert.notEqual(db, database());
  await assert.rejects(db.execute(sql`update quizzes set revision = 0`), (error: Error) =>
    /read-only/.test(String(error.cause)),
  );
});

test('one that has gone is left alone, and asked again when it is back', async () => {
  await control('-m', 'fast', '-w', 'stop');
  assert.deepEqual(await whoTells(people), ['primary', 21]);
  const since = Date.now();
  for (let n = 0; n < 20; n++) await people();
  assert.ok(Date.now() - since < 2_000);
  assert.equal((await control(...began)).code, 0);
  await until('it is asked again', async () => (await whoTells(people))[0] === 'standby');
});

test('one that has been made the primary is no standby any more', async () => {
  assert.equal((await control('-w', 'promote')).code, 0);
  assert.deepEqual(await whoTells(people), ['primary', 21]);
});
