/** What the application needs around it, as environment: addresses, secrets, and the stand-ins for the outside world. */
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, openSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { data, start, untilAnswers } from './run.mjs';

/** A secret of this folder, made once. */
export function secret(name) {
  mkdirSync(data, { recursive: true });
  const file = join(data, name);
  if (!existsSync(file)) writeFileSync(file, randomBytes(24).toString('base64url'), { mode: 0o600 });
  return readFileSync(file, 'utf8').trim();
}

/** @param how 'w' begins it anew, 'a' goes on behind what is there */
export const logFile = (name, how = 'w') => openSync(join(data, `${name}.log`), how);
export const tsx = ['--import', 'tsx'];

/** Starts post office and sample website, and waits until they answer. */
export async function startStandins(env, { log = 'inherit' } = {}) {
  const child = start(process.execPath, [...tsx, 'standins/main.ts'], {
    env,
    quiet: false,
    ...(log === 'inherit' ? {} : { log }),
  });
  await untilAnswers(`http://127.0.0.1:${env.WEBSITE_PORT}/`, child);
  return child;
}

/**
 * Starts a server of the application, and waits until it answers.
 * @param {Record<string, string>} env
 * @param {number} port
 * @param {{ dev?: boolean, log?: 'ignore' | number }} options
 */
export async function startServer(env, port, { dev = false, log } = {}) {
  const child = start(process.execPath, ['built/serve.mjs', ...(dev ? ['--dev'] : [])], {
    env: {
      NEXT_TELEMETRY_DISABLED: '1',
      NODE_ENV: dev ? 'development' : 'production',
      ...env,
      PORT: String(port),
      HOST: '127.0.0.1',
    },
    quiet: !dev,
    log,
  });
  await untilAnswers(`http://127.0.0.1:${port}/api/health/ready`, child);
  return child;
}
