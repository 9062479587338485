import { randomInt } from 'node:crypto';
import { spawn } from 'node:child_process';
import { connect, createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Trouble } from './say.mjs';

export const root = join(dirname(fileURLToPath(import.meta.url)), '../..');
export const data = join(root, '.data');

/**
 * Runs a command to its end.
 * @returns its exit code and all it printed; a code other than 0 is thrown unless `allow` is set
 */
export function run(command, args, { env = {}, allow = false, show = false, cwd = root } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd,
      env: { ...process.env, ...env },
      stdio: ['ignore', show ? 'inherit' : 'pipe', show ? 'inherit' : 'pipe'],
    });
    let out = '';
    let err = '';
    child.stdout?.on('data', (part) => (out += part));
    child.stderr?.on('data', (part) => (err += part));
    child.on('error', (error) => reject(new Trouble(`${command} cannot be run: ${error.message}`)));
    child.on('close', (code) => {
      if (code === 0 || allow) resolve({ code: code ?? 1, out, err });
      else
        reject(
          new Trouble(
            `${command} ${args.slice(0, 3).join(' ')} failed:\n${(err || out).trim().split('\n').slice(-12).join('\n')}`,
          ),
        );
    });
  });
}

/** Processes that go on in the background; `endAll` ends them, newest first, and waits until they are gone. */
const children = [];
const endings = [];

/**
 * @param {string} command
 * @param {string[]} args
 * @param {{ env?: Record<string, string>, quiet?: boolean, log?: 'ignore' | number, user?: { uid?: number, gid?: number }, cwd?: string }} options
 *   user: whose rights it has
 */
export function start(command, args, { env = {}, quiet = true, log, user = {}, cwd = root } = {}) {
  const child = spawn(command, args, {
    cwd,
    ...user,
    env: { ...process.env, ...env },
    stdio: ['ignore', log ?? (quiet ? 'ignore' : 'inherit'), log ?? 'inherit'],
  });
  children.push(child);
  return child;
}
export const atEnd = (work) => endings.push(work);

export async function endAll() {
  for (const child of children.splice(0).reverse()) {
    if (child.exitCode !== null || child.signalCode !== null) continue;
    const gone = new Promise((resolve) => child.once('close', resolve));
    child.kill('SIGTERM');
    const timer = setTimeout(() => child.kill('SIGKILL'), 5_000);
    await gone;
    clearTimeout(timer);
  }
  for (const work of endings.splice(0).reverse()) await work();
}

/** Whether nobody listens on this port of the loopback. */
export const portIsFree = (port) =>
  new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
  });

/** A port below those that systems give to connections: one that is closed and opened again later is still free then. */
export const freePort = () =>
  new Promise((resolve) => {
    const port = randomInt(11_000, 32_000);
    const server = createServer();
    server.once('error', () => resolve(freePort()));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(port)));
  });

const connects = (port) =>
  new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1');
    const tell = (is) => {
      socket.destroy();
      resolve(is);
    };
    socket.once('connect', () => tell(true)).once('error', () => tell(false));
  });

/** Waits until somebody takes connections at a port of the loopback, or the process that should has ended. */
export async function untilListens(port, child, most = 20_000) {
  for (const end = Date.now() + most; Date.now() < end;) {
    if (child.exitCode !== null) throw new Trouble(`What should listen at port ${port} ended with ${child.exitCode}.`);
    if (await connects(port)) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Trouble(`Nobody listens at port ${port} after ${most / 1000} s.`);
}

/** Waits until an address answers, or the process that should serve it has ended. */
export async function untilAnswers(url, child, most = 60_000) {
  const end = Date.now() + most;
  while (Date.now() < end) {
    if (child && child.exitCode !== null)
      throw new Trouble(`What should serve ${url} ended with code ${child.exitCode}. Its last words stand above.`);
    try {
      const response = await fetch(url);
      if (response.status < 500) return;
    } catch {
      // Not yet.
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Trouble(`${url} did not answer within ${most / 1000} s.`);
}
