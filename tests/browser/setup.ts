/** A fresh database with a small demo, the stand-ins, and the application as it is served. */
import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { dropDatabase } from '../../db/migrate';
import { answers, freePort, kill, node, script, startApp, type World } from './servers';

const tsx = ['--import', 'tsx'];

export default async function setup(): Promise<() => Promise<void>> {
  const database = new URL(process.env['TEST_DATABASE_URL'] ?? '');
  database.pathname = `/test_browser_${process.pid}`;
  const [app, site, post, smtp] = [await freePort(), await freePort(), await freePort(), await freePort()];
  const [dns, names, till] = [await freePort(), await freePort(), await freePort()];
  const folder = mkdtempSync(join(tmpdir(), 'yes-maybe-post-'));
  const at = (port: number) => `http://127.0.0.1:${port}`;
  const env = {
    DATABASE_URL: database.href,
    SMTP_URL: `smtp://127.0.0.1:${smtp}`,
    PUBLIC_URL: at(app),
    AUTH_SECRET: 'only-for-tests-0123456789abcdefghij',
    DEMO_EMAIL: 'wren@slowspoke.test',
    DEMO_PASSWORD: 'only for tests',
    OPERATORS: 'wren@slowspoke.test',
    DEMO_RUNS: '60',
    DEMO_OPEN: '1',
    SAMPLE_SITE_URL: at(site),
    POST_OFFICE_URL: at(post),
    NAME_SERVER: `127.0.0.1:${dns}`,
    INSIDE_HOOKS: `127.0.0.1:${till}`,
    RECEIVER_URL: `${at(till)}/hear`,
    // Tests sign up, in and out more often in a minute than anybody does.
    SIGN_IN_LIMIT: '1000',
    // The tests are faster than anybody reads.
    HASTE: '0',
  };
  const children: ChildProcess[] = [];
  await script([...tsx, 'scripts/migrate.ts'], env);
  const standins = node([...tsx, 'standins/main.ts'], {
    ...env,
    WEBSITE_PORT: String(site),
    SMTP_PORT: String(smtp),
    POST_PORT: String(post),
    NAMES_PORT: String(names),
    RECEIVER_PORT: String(till),
    POST_FOLDER: folder,
  });
  children.push(standins);
  await answers(at(site), standins);
  await script([...tsx, 'demo/load.ts'], env);
  children.push(await startApp(app, env));
  const world: World = { app: at(app), site: at(site), post: at(post), names: at(names), till: at(till), env };
  process.env['TEST_WORLD'] = JSON.stringify(world);
  return async () => {
    for (const child of children) await kill(child);
    await dropDatabase(database.href);
    rmSync(folder, { recursive: true, force: true });
  };
}
