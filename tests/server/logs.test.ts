/** The log in a process of its own, as an operator reads it. */
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import { POST } from '../../app/browser-errors/route';
import { answer } from '../../app/http';
import { HttpError } from '../../server/platform/http-error';

const run = promisify(execFile);
/** What a process logs that answers a request by `work`. */
async function logged(work: string, level: string): Promise<Record<string, unknown>[]> {
  const code = `
    // A CommonJS package: what its modules export comes as one thing.
    const from = async (path) => { const all = await import(path); return all.default ?? all; };
    const { answer } = await from('./app/http.ts');
    const request = new Request('https://quiz.test/runs/step?token=secret', { method: 'POST', headers: { 'x-request-id': 'from-the-proxy' } });
    await answer(request, async () => { ${work} });`;
  const { stderr } = await run('node', ['--import', 'tsx', '--input-type=module', '-e', code], {
    env: { ...process.env, LOG_LEVEL: level },
  });
  return stderr
    .split('\n')
    .filter((line) => line.startsWith('{'))
    .map((line) => JSON.parse(line) as Record<string, unknown>);
}

const at = { request: 'from-the-proxy', method: 'POST', path: '/runs/step' };

describe('the log of requests', () => {
  it('tells what failed, why, and in which request, without what was written', async () => {
    const lines = await logged(
      `throw Object.assign(new Error('Failed query: insert … params: Mira'), { query: 'insert', cause: Object.assign(new Error('duplicate key (Mira)'), { code: '23505', table: 'runs' }) });`,
      'warn',
    );
    expect(lines).toHaveLength(1);
    expect(lines[0]).toMatchObject({ ...at, code: '23505', table: 'runs', msg: 'a request failed' });
    expect(JSON.stringify(lines)).not.toMatch(/Mira|secret/);
  });

  it('is silent about requests that are answered or refused, and tells their way at level debug', async () => {
    const refused = `throw new (await from('./server/platform/http-error.ts')).HttpError(409, 'taken', 'Taken.');`;
    expect(await logged(refused, 'warn')).toEqual([]);
    const [first, second, ...more] = await logged(refused, 'debug');
    expect([first, second, more]).toMatchObject([
      { ...at, code: 'taken', msg: 'refused' },
      { ...at, status: 409, msg: 'answered' },
      [],
    ]);
    // A line has nothing of the line before it.
    expect(second).not.toHaveProperty('code');
  });
});

describe('who asks', () => {
  const ask = (id: string | undefined, work: () => Promise<object>) =>
    answer(
      new Request('https://quiz.test/api/quizzes', id === undefined ? {} : { headers: { 'x-request-id': id } }),
      work,
    );

  it('is told which request it was, in answers and in trouble alike', async () => {
    const refused = await ask('from-the-proxy', () => Promise.reject(new HttpError(404, 'not-found', 'Not here.')));
    expect([refused.status, refused.headers.get('X-Request-Id')]).toEqual([404, 'from-the-proxy']);
    const one = (await ask(undefined, async () => ({}))).headers.get('X-Request-Id');
    const other = (await ask(undefined, async () => ({}))).headers.get('X-Request-Id');
    expect(one).toMatch(/^[0-9a-f-]{36}$/);
    expect(other).not.toBe(one);
  });

  it('cannot put lines of their own into the log', async () => {
    const answered = await ask('a"} {"b', async () => ({}));
    expect(answered.headers.get('X-Request-Id')).toMatch(/^[0-9a-f-]{36}$/);
  });
});

describe('a browser that failed', () => {
  const report = (body: object) =>
    POST(
      new Request('https://quiz.test/browser-errors', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
      }),
    );
  const error = { name: 'TypeError', message: 'x is undefined', stack: 'at a.js:1:2', path: '/q/bags' };

  it('may say what its contract names, and nothing beside it', async () => {
    expect((await report(error)).status).toBe(200);
    expect((await report({ ...error, answers: { q: 'secret' } })).status).toBe(400);
    expect((await report({ ...error, message: 'x'.repeat(301) })).status).toBe(400);
  });

  it('does not fill the log', async () => {
    const answers = await Promise.all(Array.from({ length: 40 }, () => report(error)));
    expect(answers.filter((a) => a.status === 429).length).toBeGreaterThan(15);
  });
});
