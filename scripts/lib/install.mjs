/** What must be on the machine: the npm packages of this project, and Debian's PostgreSQL and Chromium. Only what is missing is installed. */
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { root, run } from './run.mjs';
import { say, step, Trouble } from './say.mjs';

export function requireNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major > 20 || (major === 20 && minor >= 19)) return;
  throw new Trouble(
    `Yes Maybe needs Node 20.19 or newer; this is ${process.versions.node}. Install a newer one and start again.`,
  );
}

const isNewer = (a, b) => existsSync(a) && statSync(a).mtimeMs >= statSync(b).mtimeMs;

/** Newest change of anything under a folder, tests aside. */
function newestIn(folder) {
  return readdirSync(folder, { withFileTypes: true }).reduce((newest, entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return Math.max(newest, newestIn(path));
    if (/\.test\.tsx?$/.test(entry.name) || /^shape\./.test(entry.name)) return newest;
    return Math.max(newest, statSync(path).mtimeMs);
  }, 0);
}

/** Installs the npm packages if the lock file is newer than what is there, and makes what is made from sources if those have changed. */
export async function ensureModules() {
  if (!isNewer(join(root, 'node_modules/.package-lock.json'), join(root, 'package-lock.json')))
    return step('Installing npm packages (about a minute)', () => run('npm', ['ci', '--no-audit', '--no-fund']));
  const isOlder = (made, ...sources) =>
    !existsSync(made) || sources.some((source) => newestIn(source) > statSync(made).mtimeMs);
  if (isOlder(join(root, 'core/document/shape.js'), join(root, 'core/document'), join(root, 'core/schema')))
    await run('npm', ['run', '--silent', 'schema']);
  if (
    isOlder(
      join(root, 'built/migrate.mjs'),
      ...['cli', 'core', 'db', 'scripts', 'server', 'visitor'].map((folder) => join(root, folder)),
    )
  )
    await run('npm', ['run', '--silent', 'bundle']);
  const fonts = join(root, 'built/fonts/families.css');
  if (!isNewer(fonts, join(root, 'scripts/fonts.mjs')) || !isNewer(fonts, join(root, 'package-lock.json')))
    await run('npm', ['run', '--silent', 'fonts']);
}

/** The folder of PostgreSQL's programs, newest version first; null where there is none. */
export function postgresPrograms() {
  const base = '/usr/lib/postgresql';
  const versions = existsSync(base) ? readdirSync(base).sort((a, b) => Number(b) - Number(a)) : [];
  const found = versions.map((v) => join(base, v, 'bin')).find((bin) => existsSync(join(bin, 'initdb')));
  if (found) return found;
  return (
    (process.env.PATH ?? '')
      .split(':')
      .find((bin) => existsSync(join(bin, 'initdb')) && existsSync(join(bin, 'pg_ctl'))) ?? null
  );
}

export const chromium = () =>
  ['/usr/bin/chromium', '/usr/bin/chromium-browser'].find((path) => existsSync(path)) ?? null;
/** The same without a window: the tests take a third less time in it. */
const headless = '/usr/bin/chromium-headless-shell';

/** Says first what this machine lacks, so that nobody learns of it at the end. */
export function sayWhatIsMissing({ browser }) {
  const missing = [
    ...(existsSync(join(root, 'node_modules/.package-lock.json')) ? [] : ['the npm packages']),
    ...(postgresPrograms() ? [] : ['PostgreSQL']),
    ...(browser && !chromium() ? ['Chromium'] : []),
  ];
  if (missing.length) say(`This machine lacks ${missing.join(', ')}: that is installed first.`);
}

async function installDebian(packages, why) {
  const root = process.getuid?.() === 0;
  const sudo = !root && existsSync('/usr/bin/sudo');
  const line = `apt-get install --no-install-recommends ${packages.join(' ')}`;
  if (!existsSync('/usr/bin/apt-get') || (!root && !sudo)) {
    throw new Trouble(`${why} is missing and cannot be installed from here. Have somebody run: ${line}`);
  }
  const apt = (...args) =>
    run(root ? 'apt-get' : 'sudo', root ? args : ['-n', 'apt-get', ...args], {
      env: { DEBIAN_FRONTEND: 'noninteractive' },
    });
  try {
    await step(`Installing ${why} from Debian`, async () => {
      await apt('update', '-q');
      await apt('install', '-q', '-y', '--no-install-recommends', ...packages);
    });
  } catch (error) {
    say(error.message);
    throw new Trouble(`${why} could not be installed. Have somebody run: ${line}`);
  }
}

export async function ensurePostgres() {
  if (!postgresPrograms()) await installDebian(['postgresql'], 'PostgreSQL');
}

/** Programs that `deploy/` has settings for, by the name of Debian's package. */
export async function ensureProgram(program, folder = '/usr/sbin', name = program) {
  if (!existsSync(join(folder, program))) await installDebian([name], program);
  return join(folder, program);
}

export async function ensureChromium() {
  const missing = [...(chromium() ? [] : ['chromium']), ...(existsSync(headless) ? [] : ['chromium-headless-shell'])];
  if (missing.length === 0) return;
  try {
    await installDebian(missing, 'Chromium');
  } catch (error) {
    if (!chromium()) throw error;
    say('The tests go on in the Chromium that is here, which takes longer.');
  }
}
