/**
 * `npm run drills`: the procedures of docs/operating.md, done for real on this machine. `-- deploy restore` for some of them. Those that take
 * longer than a few seconds run only when they are named: container, failover, upgrade.
 */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuild } from './lib/build.mjs';
import { ensureModules, ensureProgram, requireNode } from './lib/install.mjs';
import { tsx } from './lib/outside.mjs';
import { endAll, run } from './lib/run.mjs';
import { main, say } from './lib/say.mjs';

const usual = ['deploy', 'restore', 'standby'];
/** Programs of Debian's packages that a drill needs. */
const needs = {
  deploy: [
    ['haproxy'],
    ['nginx', '/usr/sbin', 'nginx-light'],
    ['pgbouncer'],
    ['promtool', '/usr/bin', 'prometheus'],
    ['shellcheck', '/usr/bin'],
  ],
  failover: [['haproxy'], ['patroni', '/usr/bin'], ['etcd', '/usr/bin', 'etcd-server']],
};

process.on('SIGINT', () => void endAll().then(() => process.exit(130)));

/** @returns how many of a drill's tests passed and failed */
export async function drill(name) {
  for (const program of needs[name] ?? []) await ensureProgram(...program);
  const folder = mkdtempSync(join(tmpdir(), 'yes-maybe-drill-'));
  const report = join(folder, 'report.tap');
  const reporters = ['--test-reporter=spec', '--test-reporter-destination=stdout', '--test-reporter=tap'];
  try {
    const { code } = await run(
      process.execPath,
      [...tsx, '--test', ...reporters, `--test-reporter-destination=${report}`, `tests/drills/${name}.ts`],
      { env: { BUILD_DIR: '.next-test', NODE_ENV: 'test' }, allow: true, show: true },
    );
    const counted = (what) => Number(new RegExp(`^# ${what} (\\d+)`, 'm').exec(readFileSync(report, 'utf8'))?.[1] ?? 0);
    const [passed, failed] = [counted('pass'), counted('fail') + counted('cancelled')];
    return { passed, failed: failed || (code === 0 && passed > 0 ? 0 : 1) };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** @param each told of each drill, and how many of its tests passed and failed */
export async function drills(each, names = usual) {
  await ensureBuild('.next-test');
  for (const name of names) each(name, await drill(name));
}

if (process.argv[1]?.endsWith('drills.mjs')) {
  await main(async () => {
    try {
      requireNode();
      await ensureModules();
      const named = process.argv.slice(2);
      await drills(
        (name, { passed, failed }) => {
          say(`${failed ? '✕' : '●'} ${name}: ${passed} passed, ${failed} failed`);
          if (failed) process.exitCode = 1;
        },
        named.length ? named : usual,
      );
    } finally {
      await endAll();
    }
  });
}
