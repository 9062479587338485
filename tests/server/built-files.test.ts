/** Files of the build as browsers ask for them, over a real connection. */
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { createServer, get, type IncomingMessage, request, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, brotliDecompressSync, gunzipSync, gzipSync } from 'node:zlib';
import { builtFiles } from '../../server/platform/built-files';

const words = 'let a = "ä";\n'.repeat(400);
let server: Server;
let port = 0;

beforeAll(async () => {
  const folder = join(mkdtempSync(join(tmpdir(), 'built-')), 'static');
  mkdirSync(join(folder, 'chunks', '[part]'), { recursive: true });
  for (const name of ['a.js', '[part]/b.js']) {
    writeFileSync(join(folder, 'chunks', name), words);
    writeFileSync(join(folder, 'chunks', `${name}.br`), brotliCompressSync(words));
    writeFileSync(join(folder, 'chunks', `${name}.gz`), gzipSync(words));
  }
  writeFileSync(join(folder, 'chunks', 'c.woff2'), 'bytes');
  writeFileSync(join(folder, '..', 'secret.js'), 'secret');
  server = createServer(builtFiles(folder, '/_next/static/'));
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  port = (server.address() as AddressInfo).port;
});
afterAll(() => new Promise((done) => server.close(done)));

type Told = Pick<IncomingMessage, 'statusCode' | 'headers'> & { bytes: Buffer };
const ask = (path: string, accepted?: string, method = 'GET'): Promise<Told> =>
  new Promise((done, fail) => {
    const headers = accepted === undefined ? {} : { 'Accept-Encoding': accepted };
    const sent = request({ port, path: `/_next/static/${path}`, headers, method }, (answer) => {
      const parts: Buffer[] = [];
      answer.on('data', (part: Buffer) => parts.push(part));
      answer.on('end', () =>
        done({ statusCode: answer.statusCode, headers: answer.headers, bytes: Buffer.concat(parts) }),
      );
    });
    sent.on('error', fail).end();
  });

describe('files of the build', () => {
  it.each([
    ['gzip, deflate, br, zstd', 'br'],
    ['br;q=0.5, gzip', 'br'],
    ['br;q=0, gzip;q=1.0', 'gzip'],
    ['br; q=0.000 , gzip', 'gzip'],
    ['gzip', 'gzip'],
    ['brown', undefined],
    ['', undefined],
    [undefined, undefined],
  ])('go out in the shortest form that the browser takes: %s', async (accepted, coding) => {
    const { statusCode, headers, bytes } = await ask('chunks/a.js', accepted);
    expect([statusCode, headers['content-encoding'], headers['content-type'], headers.vary]).toEqual([
      200,
      coding,
      'text/javascript; charset=utf-8',
      'Accept-Encoding',
    ]);
    expect(headers['cache-control']).toBe('public, max-age=31536000, immutable');
    expect(headers['content-length']).toBe(String(bytes.length));
    const read = coding === 'br' ? brotliDecompressSync(bytes) : coding === 'gzip' ? gunzipSync(bytes) : bytes;
    expect(read.toString()).toBe(words);
  });

  it('are found under names with signs, and with a query', async () => {
    expect((await ask('chunks/%5Bpart%5D/b.js?v=1')).bytes.toString()).toBe(words);
    expect(await ask('chunks/c.woff2', 'br, gzip')).toMatchObject({
      statusCode: 200,
      headers: { 'content-type': 'font/woff2' },
    });
  });

  it('of a question for their head tell the head alone', async () => {
    const { statusCode, headers, bytes } = await ask('chunks/a.js', 'br', 'HEAD');
    expect([statusCode, headers['content-length'], bytes.length]).toEqual([
      200,
      String(brotliCompressSync(words).length),
      0,
    ]);
  });

  it.each([
    ['chunks/none.js', 'GET', 404],
    ['../secret.js', 'GET', 404],
    ['..%2Fsecret.js', 'GET', 404],
    ['chunks/../../secret.js', 'GET', 404],
    ['chunks', 'GET', 404],
    ['chunks/a.js.br', 'GET', 404],
    ['chunks/a.js', 'POST', 405],
  ])('%s by %s is answered %i', async (path, method, status) => {
    const { statusCode, bytes } = await ask(path, undefined, method);
    expect([statusCode, bytes.length]).toEqual([status, 0]);
  });

  it('go on after a browser that leaves in the middle', async () => {
    await new Promise<void>((done) => {
      const sent = get({ port, path: '/_next/static/chunks/a.js' }, (answer) => {
        answer.on('error', () => undefined).destroy();
        done();
      });
      sent.on('error', () => undefined);
    });
    expect((await ask('chunks/a.js')).bytes.toString()).toBe(words);
  });
});
