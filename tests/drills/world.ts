/** What drills share: clusters of their own, and visitors. */
import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { once } from 'node:events';
import { createServer } from 'node:http';
import { mkdtempSync, writeFileSync, chmodSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Client } from 'pg';
import { migrateDatabase } from '../../db/migrate';
import { prepareQueue } from '../../server/platform/jobs';
import type { Sent } from '../../core/flow/run';

/** Settings that a process needs, and that a drill looks at nothing of. */
export const needed = {
  SMTP_URL: 'smtp://127.0.0.1:1',
  PUBLIC_URL: 'http://127.0.0.1:1',
  AUTH_SECRET: 'only-for-drills-0123456789abcdefghij',
  HASTE: '0',
  SIGN_IN_LIMIT: '100000',
  VISITOR_RATE: '1000',
};
/** Before anything of the server is asked for its settings. */
export function setUp(databaseUrl: string): void {
  Object.assign(process.env, needed, { DATABASE_URL: databaseUrl, LOG_LEVEL: 'silent' });
}

export const prepare = (url: string): Promise<void> => migrateDatabase(url, () => prepareQueue(url));

/** A folder that whoever PostgreSQL runs as may read. */
export function folder(name: string): string {
  const path = mkdtempSync(join(tmpdir(), `yes-maybe-${name}-`));
  chmodSync(path, 0o755);
  return path;
}

/** Runs a program. @returns what it printed, and how it ended */
export async function ran(
  program: string,
  args: string[],
  { env = {}, cwd }: { env?: Record<string, string>; cwd?: string } = {},
): Promise<{ code: number; said: string }> {
  const child = spawn(program, args, { env: { ...process.env, ...env }, cwd, stdio: ['ignore', 'pipe', 'pipe'] });
  let said = '';
  for (const stream of [child.stdout, child.stderr])
    stream.setEncoding('utf8').on('data', (part: string) => (said += part));
  const [code] = (await once(child, 'close')) as [number | null];
  return { code: code ?? 1, said };
}

/** Runs a statement by a connection of its own. */
export async function asked(url: string, text: string, values: unknown[] = []): Promise<Record<string, unknown>[]> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query<Record<string, unknown>>(text, values)).rows;
  } finally {
    await client.end();
  }
}

export const pause = (ms: number): Promise<void> => new Promise((resume) => setTimeout(resume, ms));

/** Waits until something is so. @throws Error with its name where it is not in time */
export async function until(what: string, is: () => Promise<boolean> | boolean, most = 30_000): Promise<void> {
  for (const end = Date.now() + most; Date.now() < end;) {
    if (await Promise.resolve(is()).catch(() => false)) return;
    await pause(100);
  }
  throw new Error(`${what}: not within ${most / 1000} s`);
}

type Answer = { status: number; body: { seq?: number; code?: string; run?: unknown } };
export async function post(url: string, body: unknown): Promise<Answer> {
  const response = await fetch(url, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(15_000),
  });
  return { status: response.status, body: (await response.json()) as Answer['body'] };
}

const first: Sent = { do: 'go', page: 'p1', answers: { q1: ['a'] } };
const second: Sent = { do: 'go', page: 'p2', answers: { q2: ['b'] } };
export const way = [first, second];

/** A visitor who opens the small quiz and answers so many of its questions. @returns their token */
export async function visits(app: string, address: string, answers: number): Promise<string> {
  const token = randomBytes(24).toString('base64url');
  const opened = await post(`${app}/runs/open`, { address, token, params: {}, source: 'drill' });
  if (opened.status !== 200) throw new Error(`opened with ${opened.status}`);
  for (const [i, sent] of way.slice(0, answers).entries()) {
    const told = await post(`${app}/runs/step`, { address, token, seq: i + 1, sent });
    if (told.status !== 200) throw new Error(`answer ${i + 1} with ${told.status}`);
  }
  return token;
}

/** Somebody who takes what is posted, as a collector of traces. */
export async function collector(): Promise<{ url: string; came: string[]; close: () => void }> {
  const came: string[] = [];
  const server = createServer((request, response) => {
    let text = '';
    request.setEncoding('utf8').on('data', (part: string) => (text += part));
    request.on('end', () => {
      came.push(text);
      response.setHeader('Content-Type', 'application/json').end('{}');
    });
  }).listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as { port: number };
  return { url: `http://127.0.0.1:${port}`, came, close: () => server.close() };
}

/** A file out of `deploy/` with what stands in {{ }} put in. */
export function filled(text: string, values: Record<string, string | number>, path: string): string {
  writeFileSync(
    path,
    text.replace(/\{\{(\w+)\}\}/g, (_, name: string) => String(values[name])),
  );
  return path;
}
