/** The processes that browser tests run against: started by the setup, and killed and started again by tests of restarts. */
import { randomInt } from 'node:crypto';
import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { openSync } from 'node:fs';
import { createServer } from 'node:net';

export type World = {
  app: string;
  site: string;
  post: string;
  names: string;
  till: string;
  env: Record<string, string>;
};

export const world = (): World => JSON.parse(process.env['TEST_WORLD'] ?? '{}') as World;

/** A port below those that systems give to connections: one that is closed and opened again later is still free then. */
export async function freePort(): Promise<number> {
  const port = randomInt(11_000, 32_000);
  const server = createServer().listen(port, '127.0.0.1');
  try {
    await once(server, 'listening');
  } catch {
    return freePort();
  }
  server.close();
  await once(server, 'close');
  return port;
}

export function node(args: string[], env: Record<string, string>): ChildProcess {
  const log = openSync('.data/browser-tests.log', 'a');
  return spawn(process.execPath, args, { env: { ...process.env, ...env }, stdio: ['ignore', log, log] });
}

/** Runs a script to its end. */
export async function script(args: string[], env: Record<string, string>): Promise<void> {
  const [code] = (await once(node(args, env), 'close')) as [number];
  if (code !== 0) throw new Error(`${args.join(' ')} ended with ${code}; see .data/browser-tests.log`);
}

export async function startApp(port: number, env: Record<string, string>): Promise<ChildProcess> {
  const child = node(['built/serve.mjs'], {
    ...env,
    PORT: String(port),
    NODE_ENV: 'production',
    NEXT_TELEMETRY_DISABLED: '1',
  });
  await answers(`http://127.0.0.1:${port}/api/health/ready`, child);
  return child;
}

export async function answers(url: string, child: ChildProcess): Promise<void> {
  for (let i = 0; i < 600; i++) {
    if (child.exitCode !== null) throw new Error(`What should serve ${url} has ended; see .data/browser-tests.log`);
    const ok = await fetch(url).then(
      (r) => r.status < 500,
      () => false,
    );
    if (ok) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`${url} does not answer`);
}

/** Ends a process at once, as a crash would. */
export async function kill(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = once(child, 'close');
  child.kill('SIGKILL');
  await gone;
}

/** Cuts the database off as a power failure would, or starts it again: for the tests of restarts. It is the one that all tests share. */
export const database = (what: 'stop' | 'start'): Promise<void> =>
  script(
    [
      '--input-type=module',
      '-e',
      `import { clusterAt } from './scripts/lib/cluster.mjs'; await (await clusterAt('test')).${what === 'stop' ? "stop('immediate')" : 'restart()'};`,
    ],
    {},
  );
