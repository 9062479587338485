/**
 * `npm run bench`: the application as it is served, measured against its own baseline in one run. `npm run bench -- memory` sends 100,000
 * answers, which takes minutes.
 */
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild } from './lib/build.mjs';
import { forgetCluster, startCluster } from './lib/cluster.mjs';
import { ensureChromium, ensureModules, requireNode } from './lib/install.mjs';
import { logFile, startServer, startStandins, tsx } from './lib/outside.mjs';
import { data, endAll, freePort, run } from './lib/run.mjs';
import { main, step } from './lib/say.mjs';

process.on('SIGINT', () => void endAll().then(() => process.exit(130)));

await main(async () => {
  try {
    requireNode();
    await ensureModules();
    await ensureChromium();
    await forgetCluster('bench');
    const cluster = await startCluster('bench', ['shared_preload_libraries=pg_stat_statements']);
    const [port, site, smtp, post] = [await freePort(), await freePort(), await freePort(), await freePort()];
    const till = await freePort();
    const env = {
      DATABASE_URL: cluster.url,
      SMTP_URL: `smtp://127.0.0.1:${smtp}`,
      PUBLIC_URL: `http://127.0.0.1:${port}`,
      AUTH_SECRET: 'only-for-the-bench-0123456789abcdef',
      DEMO_EMAIL: 'wren@slowspoke.test',
      DEMO_PASSWORD: 'only for the bench',
      DEMO_RUNS: '10',
      DEMO_OPEN: '1',
      SAMPLE_SITE_URL: `http://127.0.0.1:${site}`,
      LOG_LEVEL: 'silent',
      VISITOR_RATE: '1000',
      HASTE: '0',
      INSIDE_HOOKS: `127.0.0.1:${till}`,
    };
    await run(process.execPath, ['built/migrate.mjs'], { env });
    await startStandins(
      {
        ...env,
        WEBSITE_PORT: String(site),
        SMTP_PORT: String(smtp),
        POST_PORT: String(post),
        POST_FOLDER: join(data, 'bench-post'),
      },
      { log: logFile('bench-standins') },
    );
    await step('Loading a small demo', () => run(process.execPath, [...tsx, 'demo/load.ts'], { env }));
    await ensureBuild('.next-test');
    // `BENCH_WORK=elsewhere`: what is queued is worked on by a process of its own.
    const work = process.env['BENCH_WORK'] === 'elsewhere' ? 'elsewhere' : 'here';
    const served = { ...env, BUILD_DIR: '.next-test' };
    const server = await startServer({ ...served, WORK: work }, port, { log: logFile('bench-server') });
    if (work === 'elsewhere') await startServer(served, await freePort(), { log: logFile('bench-worker') });
    env.SERVER_PID = String(server.pid);
    const wanted = process.argv.slice(2);
    for (const bench of wanted.length ? wanted : ['answers', 'page', 'opening', 'typing'])
      await run(process.execPath, [...tsx, `bench/${bench}.ts`], { env, show: true });
  } finally {
    await endAll();
    await forgetCluster('bench');
    rmSync(join(data, 'bench-post'), { recursive: true, force: true });
  }
});
