/** A pooler (pgbouncer) before a cluster, as `deploy/pgbouncer.ini` sets it up. */
import { chownSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { userIds } from './cluster.mjs';
import { ensureProgram } from './install.mjs';
import { freePort, root, start, untilListens } from './run.mjs';

/** @param url of a database @returns its address by way of the pooler */
export async function startPooler(url) {
  const program = await ensureProgram('pgbouncer');
  const to = new URL(url);
  const listen = await freePort();
  const folder = mkdtempSync(join(tmpdir(), 'yes-maybe-pooler-'));
  const users = join(folder, 'users.txt');
  const file = join(folder, 'pgbouncer.ini');
  writeFileSync(users, `"${to.username}" "${to.password}"\n`);
  const values = { host: to.hostname, port: to.port, listen, users };
  const text = readFileSync(join(root, 'deploy/pgbouncer.ini'), 'utf8');
  writeFileSync(
    file,
    text.replace(/\{\{(\w+)\}\}/g, (_, name) => String(values[name])),
  );
  // It does not run as root, and nobody else is to read this.
  const user = process.getuid?.() === 0 ? await userIds() : undefined;
  if (user) for (const path of [folder, users, file]) chownSync(path, user.uid, user.gid);
  const child = start(program, ['-q', file], { user, cwd: '/', log: 'ignore' });
  await untilListens(listen, child);
  to.port = String(listen);
  return to.href;
}
