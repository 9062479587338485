/** The way past the framework, over a real connection: who goes it, who does not, and that both find the same endpoint. */
import { createServer, request, type IncomingHttpHeaders, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { connect } from 'node:net';
import '../../app/runs/open/route';
import '../../app/runs/step/route';
import { answerStraight } from '../../server/platform/straight';
import { go, newToken, published } from './world';

/** What the server says of requests that it would lead to the framework. */
const FRAMEWORK = 299;
let server: Server;
let port = 0;

beforeAll(async () => {
  server = createServer((asked, answer) => {
    answer.setHeader('X-Request-Id', 'of-this-test');
    if (!answerStraight(asked, answer)) answer.writeHead(FRAMEWORK).end();
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  port = (server.address() as AddressInfo).port;
});
afterAll(() => new Promise((done) => server.close(done)));

type Told = { status: number; headers: IncomingHttpHeaders; body: string };
/** @param told whether the length of the body is told beforehand */
function ask(path: string, body: string, told = true, method = 'POST'): Promise<Told> {
  return new Promise((done, fail) => {
    const headers = {
      'Content-Type': 'application/json',
      ...(told ? { 'Content-Length': Buffer.byteLength(body) } : { 'Transfer-Encoding': 'chunked' }),
    };
    const sent = request({ port, path, method, headers }, (answer) => {
      let text = '';
      answer.setEncoding('utf8').on('data', (part: string) => (text += part));
      answer.on('end', () => done({ status: answer.statusCode ?? 0, headers: answer.headers, body: text }));
    });
    sent.on('error', fail).end(body);
  });
}

describe('past the framework', () => {
  it('opens a run and takes its answers, as the framework would', async () => {
    const { address } = await published();
    const token = newToken();
    const opened = await ask('/runs/open', JSON.stringify({ address, token, params: {}, source: 'test' }));
    expect(opened).toMatchObject({
      status: 200,
      headers: {
        'content-type': 'application/json',
        'cache-control': 'no-store',
        'access-control-allow-origin': '*',
        'x-request-id': expect.any(String) as string,
        'content-length': String(Buffer.byteLength(opened.body)),
      },
    });
    expect(JSON.parse(opened.body)).toMatchObject({ seq: 0 });
    const sent = go('p1', { q1: ['a'] });
    const step = await ask('/runs/step', JSON.stringify({ address, token, seq: 1, sent }));
    expect([step.status, JSON.parse(step.body)]).toMatchObject([200, { seq: 1 }]);
  });

  it('tells what is wrong as a problem', async () => {
    const { status, headers, body } = await ask('/runs/step', '{"address":');
    expect([status, headers['content-type'], JSON.parse(body)]).toMatchObject([
      400,
      'application/problem+json',
      { code: 'not-json' },
    ]);
  });

  it.each([
    ['another path', '/runs/stop', '{}', true, 'POST'],
    ['a query', '/runs/step?x=1', '{}', true, 'POST'],
    ['another method', '/runs/step', '', true, 'OPTIONS'],
    ['a body that is not short', '/runs/step', `"${'x'.repeat(64_000)}"`, true, 'POST'],
    ['a body of unknown length', '/runs/step', '{}', false, 'POST'],
  ])('leaves %s to the framework', async (_, path, body, told, method) => {
    expect((await ask(path, body, told, method)).status).toBe(FRAMEWORK);
  });

  it('outlives a body that breaks off', async () => {
    const socket = connect(port, '127.0.0.1');
    await new Promise<void>((done) => {
      socket.write('POST /runs/step HTTP/1.1\r\nHost: quiz.test\r\nContent-Length: 100\r\n\r\n{"address"', () =>
        done(),
      );
    });
    await new Promise((done) => socket.on('close', done).destroy());
    expect((await ask('/runs/step', '{}')).status).toBe(400);
  });
});
