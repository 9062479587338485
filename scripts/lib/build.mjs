/** Builds the application when its sources changed since the last build. */
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root, run } from './run.mjs';
import { step } from './say.mjs';

/** A hash of every file that goes into the build: what git knows or would add, and the lock file. */
async function sourcesHash() {
  const folders = [
    'app',
    'core',
    'db',
    'server',
    'studio',
    'ui',
    'visitor',
    'public',
    'next.config.ts',
    'instrumentation.ts',
    'package-lock.json',
    'tsconfig.json',
  ];
  const { out } = await run('git', ['ls-files', '-co', '--exclude-standard', '--', ...folders]);
  const hash = createHash('sha256');
  for (const file of [...new Set(out.split('\n'))].sort()) {
    if (!file || !existsSync(join(root, file)) || /\.test\.tsx?$/.test(file)) continue;
    hash.update(file);
    hash.update(readFileSync(join(root, file)));
  }
  return hash.digest('hex');
}

/** @param dir the build's folder: the demo and the tests each have their own, so that one may run while the other is built */
export async function ensureBuild(dir) {
  const hash = await sourcesHash();
  const stamp = join(root, dir, 'yes-maybe-sources');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  await step('Building the application (about a minute)', async () => {
    rmSync(stamp, { force: true });
    await run(process.execPath, ['node_modules/next/dist/bin/next', 'build'], {
      env: { BUILD_DIR: dir, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
    });
    writeFileSync(stamp, hash);
  });
}
