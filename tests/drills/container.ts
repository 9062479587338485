/** The RUN lines of the Containerfile, in a clean folder that holds what the image is given; and a process of what they made. Takes minutes. */
import assert from 'node:assert/strict';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { cpSync, readFileSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { after, test } from 'node:test';
import { forgetCluster, startCluster } from '../../scripts/lib/cluster.mjs';
import { endAll, freePort, start, untilAnswers } from '../../scripts/lib/run.mjs';
import { folder, needed, ran } from './world';

const app = join(folder('container'), 'app');
const ignored = readFileSync('.containerignore', 'utf8').split('\n').filter(Boolean);
const isIgnored = (path: string) =>
  ignored.some((one) => (one.endsWith('*') ? path.startsWith(one.slice(0, -1)) : path === one));

after(async () => {
  await endAll();
  await forgetCluster('drill-container');
  rmSync(app, { recursive: true, force: true });
});

test('its steps make something that serves', { timeout: 900_000 }, async () => {
  cpSync('.', app, { recursive: true, filter: (path) => !isIgnored(path) });
  for (const [, line = ''] of readFileSync('Containerfile', 'utf8').matchAll(/^RUN (.+)$/gm)) {
    const { code, said } = await ran('sh', ['-c', line], { cwd: app, env: { BUILD_DIR: '.next' } });
    assert.equal(code, 0, `${line}\n${said.slice(-2_000)}`);
  }
  assert.throws(() => statSync(join(app, 'node_modules/jest')));
  const { url } = await startCluster('drill-container');
  const env = { ...needed, DATABASE_URL: url, NODE_ENV: 'production' as const, BUILD_DIR: '.next' };
  const migrated = spawn(process.execPath, ['built/migrate.mjs'], {
    cwd: app,
    env: { ...process.env, ...env },
    stdio: 'inherit',
  });
  assert.deepEqual(await once(migrated, 'close'), [0, null]);
  const port = await freePort();
  const server = start(process.execPath, ['built/serve.mjs'], {
    cwd: app,
    env: { ...env, PORT: String(port) },
    log: 'ignore',
  });
  await untilAnswers(`http://127.0.0.1:${port}/api/health/ready`, server);
  assert.equal((await fetch(`http://127.0.0.1:${port}/`)).status, 200);
});
