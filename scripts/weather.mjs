/**
 * `npm run storm`: ten minutes of bad weather (`-- --seconds 60` for less), and what was lost or is wrong afterwards.
 * `npm run fuzz`: twenty thousand wrong requests (`-- --requests 500`, `-- --seed 7`), and which of them had no answer.
 */
import { ensureBuild } from './lib/build.mjs';
import { forgetCluster, startCluster } from './lib/cluster.mjs';
import { ensureModules, requireNode } from './lib/install.mjs';
import { tsx } from './lib/outside.mjs';
import { endAll, run } from './lib/run.mjs';
import { main } from './lib/say.mjs';

process.on('SIGINT', () => void endAll().then(() => process.exit(130)));

/** @returns whether all went well */
export async function weather(args) {
  await ensureBuild('.next-test');
  await forgetCluster('weather');
  const cluster = await startCluster('weather');
  try {
    const { code } = await run(process.execPath, [...tsx, 'tests/weather.ts', ...args], {
      env: {
        DATABASE_URL: cluster.url,
        PUBLIC_URL: 'http://127.0.0.1:1',
        SMTP_URL: 'smtp://127.0.0.1:1',
        AUTH_SECRET: 'only-for-the-weather-0123456789abcdef',
        SIGN_IN_LIMIT: '100000',
        HASTE: '0',
        BUILD_DIR: '.next-test',
        LOG_LEVEL: 'silent',
      },
      allow: true,
      show: true,
    });
    return code === 0;
  } finally {
    await forgetCluster('weather');
  }
}

if (process.argv[1]?.endsWith('weather.mjs')) {
  await main(async () => {
    try {
      requireNode();
      await ensureModules();
      if (!(await weather(process.argv.slice(2)))) process.exitCode = 1;
    } finally {
      await endAll();
    }
  });
}
