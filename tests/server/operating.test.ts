/** What an operator sees: the page's figures, who may see them, and routes as Prometheus counts them. */
import { processes, upkeep } from '../../db/schema';
import { newestMigration } from '../../server/operating/tables';
import { operatorState } from '../../server/operating/state';
import { startHeart } from '../../server/operating/heart';
import { migrationsDone } from '../../db/queries/operating';
import { readConfig } from '../../server/platform/config';
import { database } from './own-database';
import { prepareQueue } from '../../server/platform/jobs';
import { routesIn } from '../../server/platform/routes-of-build';
import { findingsIn } from '../../studio/operating/well';
import { somebody } from './world';

const operator = async () => {
  const wren = await somebody();
  readConfig().operators = [wren.email];
  return wren;
};

test('whoever is not named is told that there is nothing', async () => {
  await operator();
  await expect(operatorState(await somebody('Teal'))).rejects.toMatchObject({ status: 404 });
});

test('processes that say nothing any more are told apart, and a backup is told with its age', async () => {
  const wren = await operator();
  await prepareQueue(readConfig().databaseUrl);
  const stop = startHeart();
  const now = new Date();
  const gone = { host: 'b', port: 3002, version: 'v', startedAt: now, memory: 100, late: 3 };
  await database()
    .insert(processes)
    .values({ ...gone, processId: 'gone', seenAt: new Date(now.getTime() - 60_000) });
  let state = await operatorState(wren, now);
  for (let n = 0; n < 50 && state.processes.length < 2; n++) state = await operatorState(wren, now);
  expect(state.processes.map(({ isGone }) => isGone).sort()).toEqual([false, true]);
  expect(state.backup).toBeNull();
  expect(state.database?.connections).toBeGreaterThan(0);
  expect(state.queues.map(({ name }) => name)).toContain('send-letter');
  const say = (part: string) => findingsIn(state).find((one) => one.part === part);
  expect(say('Backup')).toMatchObject({ isWell: false, says: 'None has been noted.' });
  expect(say('Processes')).toMatchObject({ isWell: true, says: '1 serves.' });

  await database()
    .insert(upkeep)
    .values({ what: 'backup', at: new Date(now.getTime() - 3 * 3_600_000), detail: '1.2G' });
  state = await operatorState(wren, now);
  expect(say('Backup')).toMatchObject({ isWell: true, says: 'The last one ended 3 h ago: 1.2G.' });
  await stop();
  state = await operatorState(wren, now);
  expect(state.processes.map(({ isGone }) => isGone)).toEqual([true]);
  expect(say('Processes')?.isWell).toBe(false);
});

test('the tables of the tests are as far as the version', async () => {
  expect(await migrationsDone(database())).toBe(newestMigration());
});

test('paths lead to few routes', () => {
  const route = routesIn(
    JSON.stringify({
      staticRoutes: [{ page: '/runs/step' }],
      dynamicRoutes: [{ page: '/q/[address]', regex: '^/q/([^/]+?)(?:/)?$' }],
    }),
  );
  expect(route('/runs/step')).toBe('/runs/step');
  expect(route('/q/some-quiz')).toBe('/q/[address]');
  expect(route('/_next/static/chunks/a.js')).toBe('/_next');
  expect(route('/wp-login.php')).toBe('none');
});
