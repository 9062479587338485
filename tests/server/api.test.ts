/** The HTTP API: by token, scope by scope, as its description says. */
import { execFile } from 'node:child_process';
import { mkdtemp, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { openEndpoints, openFiles } from '../../contract/api';
import { openApi } from '../../contract/openapi';
import { type Scope, SCOPES } from '../../core/connections/scopes';
import { removeMember } from '../../db/queries/members';
import type { Membership } from '../../db/queries/members';
import { listTokens, makeToken, takeTokenBack } from '../../server/integrations/tokens';
import { database } from './own-database';
import { RATES } from '../../server/platform/rates';
import { getQuiz } from '../../server/accounts/own-quiz';
import { contact, go, published, smallQuiz, somebody, visit } from './world';

const all = Object.keys(SCOPES) as Scope[];
const tokenOf = async (member: Membership, scopes: Scope[] = all, days: number | null = null) =>
  (await makeToken(member, { name: 'The till', scopes, days })).token;

type Asked = { token?: string; body?: unknown; ids?: Record<string, string>; query?: string; headers?: object };
/** Asks a route as a program does: without a cookie, from no page. */
async function ask(endpoint: string, { token, body, ids = {}, query = '', headers = {} }: Asked = {}) {
  const [method = '', path = ''] = endpoint.split(' ');
  const route = (await import(`../../app${path.replaceAll('{', '[').replaceAll('}', ']')}/route`)) as Record<
    string,
    (request: Request, at: { params: Promise<unknown> }) => Promise<Response>
  >;
  const url = `http://quiz.test${path.replace(/\{(\w+)\}/g, (_, name: string) => ids[name] ?? 'none')}?${query}`;
  const request = new Request(url, {
    method,
    headers: {
      'Content-Type': 'application/json',
      ...(token === undefined ? {} : { authorization: `Bearer ${token}` }),
      ...headers,
    },
    ...(method === 'GET' ? {} : { body: JSON.stringify(body ?? {}) }),
  });
  const response = await route[method]?.(request, { params: Promise.resolve({ ...ids }) });
  if (!response) throw new Error(`${endpoint} is not there`);
  return response;
}
const json = async (response: Response) => (await response.json()) as Record<string, unknown>;

describe('a token', () => {
  it('is told once, kept as a hash, and lets in who has it', async () => {
    const at = await published();
    const { token, tokens } = await makeToken(at.member, { name: 'The till', scopes: ['quizzes:read'], days: null });
    expect(tokens).toMatchObject([{ name: 'The till', scopes: ['quizzes:read'], usedAt: null }]);
    const { rows } = await database().execute<{ all: string }>(`select tokens::text as all from tokens`);
    expect(rows.every((row) => !row.all.includes(token.split('.')[3] ?? token))).toBe(true);
    const response = await ask('GET /api/quizzes', { token });
    expect(response.status).toBe(200);
    expect(await json(response)).toMatchObject({ quizzes: [{ id: at.quizId, state: 'live', edition: 1 }], next: null });
    expect((await listTokens(at.member)).tokens[0]?.usedAt).not.toBeNull();
  });

  it('is refused as a problem where it is none, was taken back, has ended, or its maker has left', async () => {
    const at = await published();
    const token = await tokenOf(at.member);
    const [mark, workspace, id] = token.split('.');
    for (const wrong of ['x', 'ym.a.b.c', `${mark}.${workspace}.${id}.`, `${token}x`, `ym.${'a.'.repeat(200)}`]) {
      const response = await ask('GET /api/quizzes', { token: wrong });
      expect(response.status).toBe(401);
      expect(response.headers.get('content-type')).toBe('application/problem+json');
      expect(await json(response)).toMatchObject({ type: 'about:blank', title: 'Unauthorized', status: 401 });
    }
    const ended = await tokenOf(at.member, all, 1);
    await database().execute(`update tokens set ends_at = now() where ends_at is not null`);
    expect(await json(await ask('GET /api/quizzes', { token: ended }))).toMatchObject({ code: 'token-ended' });
    await takeTokenBack(at.member, id ?? '');
    expect((await ask('GET /api/quizzes', { token })).status).toBe(401);
    const another = await tokenOf(at.member);
    await database().transaction((tx) => removeMember(tx, at.member.workspaceId, at.member.userId));
    expect((await ask('GET /api/quizzes', { token: another })).status).toBe(401);
  });

  it('opens nothing of another workspace', async () => {
    const [mine, theirs] = [await published(), await published()];
    const token = await tokenOf(mine.member);
    for (const endpoint of [
      'GET /api/quizzes/{quiz}',
      'GET /api/quizzes/{quiz}/editions',
      'GET /api/quizzes/{quiz}/findings',
    ])
      expect((await ask(endpoint, { token, ids: { quiz: theirs.quizId } })).status).toBe(404);
    expect((await ask('GET /api/quizzes/{quiz}/runs.csv', { token, ids: { quiz: theirs.quizId } })).status).toBe(404);
  });

  it('may ask so much, and is told how much', async () => {
    const at = await published();
    const token = await tokenOf(at.member);
    const first = await ask('GET /api/quizzes/{quiz}', { token, ids: { quiz: at.quizId } });
    expect(first.headers.get('ratelimit-policy')).toBe('"token";q=300;w=30');
    expect(first.headers.get('ratelimit')).toMatch(/^"token";r=\d+;t=\d+$/);
    let last = first;
    for (let n = 0; n < 2 * RATES.token.burst && last.status === 200; n++)
      last = await ask('GET /api/quizzes/{quiz}', { token, ids: { quiz: at.quizId } });
    expect(last.status).toBe(429);
    expect(Number(last.headers.get('retry-after'))).toBeGreaterThan(0);
  });
});

describe('scope by scope', () => {
  let member: Membership;
  const tokens = new Map<Scope, string>();
  beforeAll(async () => {
    member = await somebody();
    for (const scope of all)
      tokens.set(
        scope,
        await tokenOf(
          member,
          all.filter((one) => one !== scope),
        ),
      );
  });
  const open = [
    ...Object.entries(openEndpoints),
    ...Object.entries(openFiles).map(([name, file]) => [name, file] as const),
  ];

  it.each(open.filter(([, one]) => one !== null))('%s needs its own scope', async (endpoint, one) => {
    const token = tokens.get(one?.scope ?? 'quizzes:read') ?? '';
    const response = await ask(endpoint, { token });
    expect([response.status, (await json(response))['code']]).toEqual([403, 'no-scope']);
  });
  it.each(open.filter(([, one]) => one === null))('%s is for people', async (endpoint) => {
    const response = await ask(endpoint, { token: await tokenOf(member) });
    expect([response.status, (await json(response))['code']]).toEqual([403, 'people-only']);
  });
});

describe('what is written', () => {
  it('is done once under a key, and answered alike', async () => {
    const member = await somebody();
    const token = await tokenOf(member);
    const make = (key: string, prompt = 'Tea?') =>
      ask('POST /api/quizzes', { token, body: { prompt, answers: [] }, headers: { 'Idempotency-Key': key } });
    const both = await Promise.all([make('a'), make('a')]);
    const made = both.find(({ status }) => status === 200);
    expect(both.map(({ status }) => status).filter((s) => s !== 200 && s !== 409)).toEqual([]);
    const { id } = await json(made ?? new Response('{}'));
    expect(await json(await make('a'))).toEqual({ id });
    expect(await json(await make('b'))).not.toEqual({ id });
    const other = await make('a', 'Coffee?');
    expect([other.status, (await json(other))['code']]).toEqual([422, 'key-used']);
    expect((await make(' ')).status).toBe(400);
    expect((await json(await ask('GET /api/quizzes', { token })))['quizzes']).toHaveLength(2);
  });

  it('is refused alike too, with nothing changed', async () => {
    const at = await published();
    const token = await tokenOf(at.member);
    const put = () =>
      ask('PUT /api/quizzes/{quiz}/document', {
        ...{ token, ids: { quiz: at.quizId } },
        body: { revision: 0, document: { format: 'no', pages: [] } },
        headers: { 'Idempotency-Key': 'k' },
      });
    const [one, two] = [await put(), await put()];
    expect(one.status).toBe(422);
    expect(await json(two)).toEqual(await json(one));
  });

  it('puts a document in the place of a draft, unless that has gone on', async () => {
    const at = await published();
    const token = await tokenOf(at.member);
    const ids = { quiz: at.quizId };
    const read = await json(await ask('GET /api/quizzes/{quiz}', { token, ids }));
    const document = { ...smallQuiz(), title: 'By a program' };
    const put = (revision: unknown) =>
      ask('PUT /api/quizzes/{quiz}/document', { token, ids, body: { revision, document } });
    const done = await json(await put(read['revision']));
    expect(done['revision']).toBe(Number(read['revision']) + 1);
    expect((await getQuiz(at.member, at.quizId)).draft).toMatchObject({ id: at.quizId, title: 'By a program' });
    const late = await put(read['revision']);
    expect([late.status, await json(late)]).toMatchObject([409, { code: 'changed', details: done }]);
    // The same once more changes nothing.
    expect(await json(await put(done['revision']))).toEqual(done);
  });
});

it('gives runs as xAPI statements', async () => {
  const at = await published();
  await visit(at.address, go('p1', { q1: ['a'] }), go('p2', { q2: ['b'] }), contact({ email: 'ida@spoke.test' }, 1));
  const token = await tokenOf(at.member, ['runs:read']);
  const response = await ask('GET /api/quizzes/{quiz}/runs.xapi.jsonl', { token, ids: { quiz: at.quizId } });
  const text = await response.text();
  const statements = text
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as { verb?: { id: string } });
  expect(statements.map((s) => s.verb?.id)).toEqual(
    ['initialized', 'answered', 'answered', 'completed'].map((verb) => `http://adlnet.gov/expapi/verbs/${verb}`),
  );
  expect(text).not.toContain('ida@spoke.test');
});

describe('its description', () => {
  const described = openApi('http://quiz.test');

  it('is valid OpenAPI 3.1', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'openapi-'));
    const file = join(folder, 'openapi.json');
    await writeFile(file, JSON.stringify(described));
    // The validator is an ES module with imports that Jest cannot load.
    const validator = 'node_modules/@seriousme/openapi-schema-validator/bin/validate-api-cli.js';
    const { stdout } = await promisify(execFile)(process.execPath, [validator, file]).finally(() =>
      rm(folder, { recursive: true }),
    );
    expect(JSON.parse(stdout)).toMatchObject({ valid: true });
  });

  it('names every route that is open, once, and no other', async () => {
    const paths = described['paths'] as Record<string, Record<string, { operationId: string }>>;
    const told = Object.entries(paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((method) => `${method.toUpperCase()} ${path}`),
    );
    const open = [...Object.entries(openEndpoints), ...Object.entries(openFiles)];
    expect(told.sort()).toEqual(
      open
        .filter(([, one]) => one !== null)
        .map(([name]) => name)
        .sort(),
    );
    const files = new Set(await readdir('app/api', { recursive: true }));
    for (const name of told) {
      const path = name.split(' ')[1]?.replace('/api/', '').replaceAll('{', '[').replaceAll('}', ']') ?? '';
      expect(files.has(`${path}/route.ts`)).toBe(true);
    }
    const ids = Object.values(paths).flatMap((methods) => Object.values(methods).map(({ operationId }) => operationId));
    expect(new Set(ids).size).toBe(ids.length);
  });
});
