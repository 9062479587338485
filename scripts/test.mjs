/** `npm test`: sets everything up and runs all suites, or those named: checks, core, command, server, browser, weather, drills. Ends with `N passed, N failed`. */
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild } from './lib/build.mjs';
import { startCluster } from './lib/cluster.mjs';
import { ensureChromium, ensureModules, requireNode, sayWhatIsMissing } from './lib/install.mjs';
import { tsx } from './lib/outside.mjs';
import { startPooler } from './lib/pooler.mjs';
import { data, endAll, run } from './lib/run.mjs';
import { elapsed, main, say, step, Trouble } from './lib/say.mjs';
import { flakyIn, rememberFlaky } from './lib/flaky.mjs';
import { drills } from './drills.mjs';
import { weather } from './weather.mjs';

const all = ['checks', 'core', 'command', 'server', 'browser', 'weather', 'drills'];
const wanted = process.argv.slice(2).filter((name) => all.includes(name));
const rest = process.argv.slice(2).filter((name) => !all.includes(name));
const suites = wanted.length ? wanted : all;
const total = { passed: 0, failed: 0 };
/** Tests that passed only when tried again: a fault of theirs or of the product, to be mended. */
const flaky = [];
const build = '.next-test';
/** PostgreSQL keeps the words of all statements: they are held against a rule afterwards (`scripts/statements.ts`). */
const noted = [
  'shared_preload_libraries=pg_stat_statements',
  'pg_stat_statements.max=20000',
  'pg_stat_statements.track=top',
];

process.on('SIGINT', () => void endAll().then(() => process.exit(130)));

await main(async () => {
  try {
    await test();
  } catch (error) {
    say(error instanceof Trouble ? error.message : (error.stack ?? String(error)));
    total.failed += 1;
  } finally {
    await endAll();
  }
  const again = flaky.length ? rememberFlaky(join(data, 'flaky.json'), flaky) : [];
  total.failed += again.length;
  say(`\nAll in ${elapsed()}`);
  if (flaky.length) say(`Passed only when tried again: ${flaky.length}\n  ${flaky.join('\n  ')}`);
  if (again.length) say(`For the second time, which counts as a failure:\n  ${again.join('\n  ')}`);
  if (total.failed || total.passed === 0) process.exitCode = 1;
  say(`${total.passed} passed, ${total.failed} failed`);
});

async function test() {
  requireNode();
  sayWhatIsMissing({ browser: suites.includes('browser') });
  await ensureModules();
  mkdirSync(data, { recursive: true });
  const needsDatabase = suites.includes('server') || suites.includes('browser');
  const cluster = needsDatabase ? await startCluster('test', noted) : null;
  const env = cluster
    ? {
        TEST_DATABASE_URL: cluster.url,
        LOG_LEVEL: 'silent',
        CHECK_ANSWERS: '1',
        HASTE: '0',
        NAME_SERVER: '127.0.0.1:9',
      }
    : {};
  if (cluster) {
    await step('Bringing the test database up to date', async () => {
      await run(process.execPath, ['built/migrate.mjs'], { env: { DATABASE_URL: cluster.url } });
      // What an earlier, interrupted run left behind.
      await run(process.execPath, ['built/migrate.mjs', '--drop-tests'], {
        env: { DATABASE_URL: cluster.url },
      });
    });
  }
  if (suites.includes('checks')) await checks();
  if (suites.includes('core')) await jest('core', env);
  if (suites.includes('command')) await jest('command', env);
  // Behind a pooler, which forbids what would be left in a connection.
  if (suites.includes('server')) {
    const pooler = new URL(await startPooler(cluster.url)).port;
    const held = (...args) =>
      run(process.execPath, [...tsx, 'scripts/statements.ts', ...args], {
        env: { DATABASE_URL: cluster.url },
        allow: true,
      });
    await held('--forget');
    await jest('server', { ...env, DATABASE_POOLED: '1', TEST_POOLER_PORT: pooler, TESTER: 'yes_maybe_tester' });
    // What some of them sent says little of all of them.
    if (rest.length === 0) {
      const { code, out, err } = await held();
      say(`${out}${err}`.trim());
      count('statements', code === 0 ? 1 : 0, code === 0 ? 0 : 1);
    }
  }
  const hasWeather = suites.includes('weather');
  if (suites.includes('browser')) await ensureChromium();
  if (suites.includes('browser') || hasWeather) await ensureBuild(build);
  // The storm waits most of its time: for letters that are tried again.
  await Promise.all([
    suites.includes('browser') ? inBrowser({ ...env, BUILD_DIR: build }) : undefined,
    hasWeather ? badWeather('storm', '--seconds', '12') : undefined,
  ]);
  if (hasWeather) await badWeather('fuzz', '--requests', '300', '--seed', '2');
  if (suites.includes('drills')) await drills((name, { passed, failed }) => count(`drill ${name}`, passed, failed));
}

async function inBrowser(env) {
  await playwright('browser', env, ['--grep-invert', '@alone']);
  await playwright('browser alone', env, ['--grep', '@alone', '--workers', '1']);
}

/** The short forms of `npm run storm` and `npm run fuzz`; what they say is shown, since it is told in numbers. */
async function badWeather(...args) {
  const isGood = await weather(args);
  count(args[0], isGood ? 1 : 0, isGood ? 0 : 1);
}

async function checks() {
  const bin = (path) => [process.execPath, `node_modules/${path}`];
  const all = [
    ['Lint', [...bin('eslint/bin/eslint.js'), '.']],
    ['Types', [...bin('typescript-native/bin/tsc'), '-p', '.']],
    ['Format', [...bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', '.']],
    [
      'Import rules',
      [...bin('dependency-cruiser/bin/dependency-cruise.mjs'), '--config', '.dependency-cruiser.cjs', '.'],
    ],
    ['Folders without circles', [process.execPath, 'scripts/folder-circles.mjs']],
    ['Nothing unused', bin('knip/bin/knip.js')],
    ['Settings are told', [process.execPath, ...tsx, 'scripts/settings.ts', '--check']],
    ['Migrations match the schema', [process.execPath, ...tsx, 'scripts/schema-drift.ts']],
  ].values();
  // Two at a time, since the first takes as long as all others.
  const work = async () => {
    for (const [name, [command, ...args]] of all) {
      const { code, out, err } = await run(command, args, { allow: true });
      count(name, code === 0 ? 1 : 0, code === 0 ? 0 : 1);
      if (code !== 0) say(`${out}${err}`.trim());
    }
  };
  await Promise.all([work(), work()]);
}

async function jest(project, env) {
  const report = join(data, `jest-${project}.json`);
  rmSync(report, { force: true });
  const { code } = await run(
    process.execPath,
    [
      'node_modules/jest/bin/jest.js',
      '--selectProjects',
      project,
      '--json',
      `--outputFile=${report}`,
      '--silent',
      // Each file of the server's tests has a database of its own, so that they too can have every processor.
      ...(project === 'command' ? [] : ['--maxWorkers=100%']),
      ...rest,
    ],
    { env: { ...env, NODE_ENV: 'test' }, allow: true, show: true },
  );
  tally(project, report, code, (r) => [r.numPassedTests, r.numFailedTests + r.numRuntimeErrorTestSuites]);
}

async function playwright(name, env, which) {
  const report = join(data, `playwright-${name.replace(' ', '-')}.json`);
  rmSync(report, { force: true });
  const args = ['node_modules/@playwright/test/cli.js', 'test', '--pass-with-no-tests', ...which, ...rest];
  const { code } = await run(process.execPath, args, {
    env: { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
    allow: true,
    show: true,
  });
  tally(name, report, code, (r) => {
    flaky.push(...flakyIn(r.suites));
    return [r.stats.expected + r.stats.flaky, r.stats.unexpected + r.errors.length];
  });
}

/** Reads a suite's own report; a suite that ended without one has failed, whatever it ran. */
function tally(name, report, code, read) {
  let passed = 0;
  let failed = 1;
  try {
    [passed, failed] = read(JSON.parse(readFileSync(report, 'utf8')));
    if (code !== 0 && failed === 0) failed = 1;
  } catch {
    say(`${name}: no report was written`);
  }
  count(name, passed, failed);
}

function count(name, passed, failed) {
  total.passed += passed;
  total.failed += failed;
  say(`${failed ? '✕' : '●'} ${name}: ${passed} passed, ${failed} failed (${elapsed()})`);
}
