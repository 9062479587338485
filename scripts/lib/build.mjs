/** Builds the application when its sources changed since the last build. */
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import { root, run } from './run.mjs';
import { step } from './say.mjs';

/** What never goes into the build. All else does, so that a new folder need not be remembered here. */
const apart = new Set([
  'bench',
  'bin',
  'built',
  'cli',
  'demo',
  'deploy',
  'docs',
  'node_modules',
  'scripts',
  'standins',
  'tests',
  'drizzle.config.ts',
  'eslint.config.mjs',
  'jest.config.mjs',
  'next-env.d.ts',
  'playwright.config.ts',
  'stryker.config.mjs',
  'tsconfig.tsbuildinfo',
]);
const isSource = (name) => !name.startsWith('.') && !name.endsWith('.md') && !apart.has(name);

/** The files that the build is made of. Folders are read whole, so that it works where there is no git, as in an unpacked archive. */
export const sourceFiles = () =>
  readdirSync(root)
    .filter(isSource)
    .sort()
    .flatMap(filesIn)
    .filter((file) => !/\.test\.tsx?$/.test(file));

function filesIn(path) {
  const full = join(root, path);
  if (!existsSync(full)) return [];
  if (!statSync(full).isDirectory()) return [path];
  return readdirSync(full)
    .sort()
    .flatMap((name) => filesIn(join(path, name)));
}

/** A hash of every file that goes into the build. */
function sourcesHash() {
  const hash = createHash('sha256');
  for (const file of sourceFiles()) {
    hash.update(file);
    hash.update(readFileSync(join(root, file)));
  }
  return hash.digest('hex');
}

/** @param dir the build's folder: the demo and the tests each have their own, so that one may run while the other is built */
export async function ensureBuild(dir) {
  const hash = sourcesHash();
  const stamp = join(root, dir, 'yes-maybe-sources');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  await step('Building the application (about a minute)', async () => {
    rmSync(stamp, { force: true });
    await build(dir);
    writeFileSync(stamp, hash);
  });
}

/** Builds what is served, and puts beside each script and style what goes over the wire of it, so that no visitor waits for that to be made. */
export async function build(dir, { show = false } = {}) {
  await run(process.execPath, ['node_modules/next/dist/bin/next', 'build'], {
    env: { BUILD_DIR: dir, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
    show,
  });
  const files = filesIn(join(dir, 'static')).filter((file) => /\.(js|css|json|svg)$/.test(file));
  await Promise.all(files.map((file) => compress(join(root, file))));
}

const brotli = promisify(brotliCompress);
const zip = promisify(gzip);

async function compress(file) {
  const bytes = await readFile(file);
  await writeFile(`${file}.br`, await brotli(bytes, { params: { [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length } }));
  await writeFile(`${file}.gz`, await zip(bytes, { level: 9 }));
}
