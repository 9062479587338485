/**
 * Requests that nobody sends by mistake: every route of the application, with bodies, paths, queries and headers changed at random. What comes
 * back must be an answer: no 5xx, and soon. Random numbers come from a seed, so that a bad request can be sent again.
 */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';

export type Target = {
  app: string;
  /** A creator who is signed in, with a quiz of their own that is live. */
  cookie: string;
  quiz: string;
  address: string;
};
export type Told = { method: string; path: string; body: string; status: number; ms: number };
export type Report = { sent: number; byStatus: Record<string, number>; failed: Told[]; slowest: Told };

type Random = { below: (n: number) => number; oneOf: <T>(list: readonly T[]) => T };

/** Numbers that look random (mulberry32, as in core/values/random.ts). */
export function randomFrom(seed: number): Random {
  let state = seed;
  const next = () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const below = (n: number) => Math.floor(next() * n);
  return { below, oneOf: <T>(list: readonly T[]) => list[below(list.length)] as T };
}

/** Every address that the folders of the application make, with `[name]` where something is put in. */
function addresses(folder = 'app', path = ''): string[] {
  return readdirSync(join(process.cwd(), folder), { withFileTypes: true }).flatMap((entry) => {
    if (entry.isDirectory())
      return addresses(`${folder}/${entry.name}`, /^\(.*\)$/.test(entry.name) ? path : `${path}/${entry.name}`);
    return entry.name === 'route.ts' || entry.name === 'page.tsx' ? [path || '/'] : [];
  });
}

const token = 'a'.repeat(32);
const edit = { name: 'set-title', ops: [{ op: 'set', at: [], field: ['title'], to: 'T' }] };
/** A body that is right, for routes that take one. */
const bodies: Record<string, (target: Target) => unknown> = {
  '/runs/open': ({ address }) => ({ address, token, params: { utm_source: 'x' }, source: 'x' }),
  '/runs/step': ({ address }) => ({ address, token, seq: 1, sent: { do: 'go', page: 'p1', answers: { q1: ['a'] } } }),
  '/q/[address]/certificate': () => ({ token, block: 'b' }),
  '/api/quizzes': () => ({ prompt: 'Tea?', answers: ['Yes', 'No'] }),
  '/api/quizzes/read': () => ({ text: '1. Tea?\na) Yes\nb) No', fileName: 'a.txt' }),
  '/api/quizzes/[quiz]/edits': () => ({ base: 0, edits: [{ id: 'edit-00000001', edit }] }),
  '/api/quizzes/[quiz]/publish': () => ({ revision: 0 }),
  '/api/quizzes/[quiz]/letters': () => ({ message: 'm', to: 'me@example.com' }),
  '/api/bank': ({ quiz }) => ({ quiz, ids: ['q1'] }),
  '/api/auth/[...all]': () => ({ email: 'me@example.com', password: 'slow and steady', name: 'Pia' }),
};
const queries = [
  'since=0',
  'since=2147483648',
  'since=-1',
  'since=1e3',
  'before=2027-01-01&run=x',
  'before=%00&run=%00',
  'before=+275760-09-13T00:00:00Z&run=x',
  'as=json',
  'as=%E0%A4%A',
  'run=x',
  `run=${token}`,
  'shared=x.y',
  'handed=a.b',
  'handed=e30.e30',
  'constructor=1&__proto__=2',
  'in=%00',
  'url=%',
  'url=here&maxwidth=-1',
  'utm_source=%F0%9F',
  `x=${'y'.repeat(3_000)}`,
];
const parts = [
  '%00',
  '%E0%A4%A',
  '..%2f..%2fetc%2fpasswd',
  'constructor',
  '__proto__',
  '2147483648',
  '-1',
  '1e309',
  'a'.repeat(300),
  '%F0%9F%98%80',
  "'%20or%201=1--",
  '%EF%BF%BF',
  '0',
  '[]',
  '%ED%A0%80',
];
const strange: unknown[] = [
  null,
  true,
  -1,
  0,
  1e309,
  2 ** 31,
  1e-320,
  '',
  ' ',
  '\u0000',
  '\ud83d',
  'x'.repeat(20_000),
  '__proto__',
  'constructor',
  '../..',
  '<script>',
  [],
  {},
  [[]],
  { length: 1e9 },
  Array.from({ length: 300 }, (_, i) => i),
  JSON.parse(`${'['.repeat(200)}${']'.repeat(200)}`) as unknown,
  { __proto__: null, toString: 1 },
  { do: 'offer', outcome: 'x' },
  { do: 'time', of: 'quiz', page: 'p1' },
  { all: [{ not: {} }] },
];
const unsure = [
  '{',
  '',
  'null',
  '[1',
  '"\\ud800"',
  '{"a":1,"a":2}',
  '\ufeff{}',
  '{"__proto__":{"admin":true}}',
  `{"a":${'['.repeat(5_000)}`,
  'NaN',
];

/** A value with one thing in it changed, however deep. */
function changed(value: unknown, random: Random): unknown {
  if (typeof value !== 'object' || value === null || random.below(5) === 0) return random.oneOf(strange);
  const entries = Object.entries(value);
  if (entries.length === 0) return random.oneOf(strange);
  const at = random.below(entries.length);
  const what = random.below(6);
  const next = entries.flatMap(([key, one], i): [string, unknown][] => {
    if (i !== at) return [[key, one]];
    if (what === 0) return [];
    if (what === 1)
      return [
        [key, one],
        [random.oneOf(['extra', '__proto__', '\u0000']), random.oneOf(strange)],
      ];
    return [[key, changed(one, random)]];
  });
  return Array.isArray(value) ? next.map(([, one]) => one) : Object.fromEntries(next);
}

function aRequest(
  target: Target,
  paths: readonly string[],
  random: Random,
): { url: string; init: RequestInit; route: string } {
  const route = random.oneOf(paths);
  const real: Record<string, string> = { quiz: target.quiz, address: target.address, '...all': 'sign-in/email' };
  const path = route
    .split('/')
    .map((part) => {
      const name = /^\[(.*)\]$/.exec(part)?.[1];
      if (name === undefined) return part;
      return random.below(4) > 0 ? (real[name] ?? random.oneOf(['x', '1'])) : random.oneOf(parts);
    })
    .join('/');
  const query = random.below(3) === 0 ? `?${random.oneOf(queries)}` : '';
  const method = random.oneOf(['GET', 'POST', 'POST', 'POST', 'DELETE', 'PUT', 'HEAD', 'OPTIONS']);
  const headers: Record<string, string> = {};
  if (random.below(4) > 0) headers['cookie'] = target.cookie;
  if (random.below(3) > 0) headers['origin'] = target.app;
  if (random.below(8) === 0) headers['sec-fetch-site'] = random.oneOf(['cross-site', 'same-origin', 'x']);
  if (random.below(8) === 0)
    headers['accept-language'] = random.oneOf(['de', '*;q=x', ','.repeat(500), 'zz-ZZ;q=1.0.0']);
  if (random.below(8) === 0) headers['x-forwarded-for'] = random.oneOf(['203.0.113.1', ', ,', 'x'.repeat(500)]);
  if (random.below(8) === 0)
    headers['range'] = random.oneOf(['bytes=0-0', 'bytes=9-1', 'bytes=-', 'bytes=99999999999999999999-']);
  if (random.below(10) === 0) headers['next-router-state-tree'] = random.oneOf(['x', '%', '[]']);
  if (random.below(10) === 0) headers['rsc'] = '1';
  let body: string | undefined;
  if (!['GET', 'HEAD'].includes(method)) {
    const right = bodies[route]?.(target) ?? {};
    body =
      random.below(8) === 0
        ? random.oneOf(unsure)
        : JSON.stringify(random.below(6) === 0 ? right : changed(right, random));
    headers['content-type'] =
      random.below(8) === 0
        ? random.oneOf(['text/plain', 'application/x-www-form-urlencoded', 'x'])
        : 'application/json';
  }
  return {
    url: `${target.app}${path}${query}`,
    init: { method, headers, redirect: 'manual', ...(body === undefined ? {} : { body }) },
    route,
  };
}

/**
 * Sends so many requests, a few at once.
 * @param without addresses that are left alone: those that would end what the test itself needs
 */
export async function fuzz(
  target: Target,
  { requests, seed, atOnce = 4, without = [] }: { requests: number; seed: number; atOnce?: number; without?: string[] },
): Promise<Report> {
  const random = randomFrom(seed);
  const paths = addresses().filter((path) => !without.includes(path) && !path.startsWith('/editions'));
  const report: Report = {
    sent: 0,
    byStatus: {},
    failed: [],
    slowest: { method: '', path: '', body: '', status: 0, ms: 0 },
  };
  let left = requests;
  const worker = async () => {
    while (left > 0) {
      left -= 1;
      const { url, init } = aRequest(target, paths, random);
      const begun = performance.now();
      const status = await fetch(url, { ...init, signal: AbortSignal.timeout(30_000) }).then(
        async (response) => {
          await response.arrayBuffer().catch(() => undefined);
          return response.status;
        },
        () => 0,
      );
      const told: Told = {
        method: init.method ?? '',
        path: url.slice(target.app.length),
        body: (typeof init.body === 'string' ? init.body : '').slice(0, 2_000),
        status,
        ms: performance.now() - begun,
      };
      report.sent += 1;
      report.byStatus[status] = (report.byStatus[status] ?? 0) + 1;
      if (status === 0 || status >= 500) report.failed.push(told);
      if (told.ms > report.slowest.ms) report.slowest = told;
    }
  };
  await Promise.all(Array.from({ length: atOnce }, worker));
  return report;
}
