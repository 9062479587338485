/**
 * `npm start`: serves the application. Beside what the framework does by itself it checks the settings, knows who is asking (behind proxies,
 * too), answers requests that are no requests, tells Prometheus and the log of each one, and ends within eleven seconds when it is told to, with
 * every answer that was begun.
 */
import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { isIP } from 'node:net';
import { join } from 'node:path';
import next from 'next';
import pino from 'pino';
import { collectDefaultMetrics, Histogram, Registry } from 'prom-client';
import { builtFiles } from '../server/platform/built-files';
import { ofProcess } from '../server/platform/of-process';
import { type Routes, routesIn } from '../server/platform/routes-of-build';
import { faultsIn, loadSettings, setting } from '../server/platform/settings';
import { answerStraight } from '../server/platform/straight';

const dev = process.argv.includes('--dev');
const faults = [...loadSettings(), ...faultsIn(process.env)];
if (faults.length > 0) {
  for (const fault of faults) console.error(fault);
  process.exit(1);
}
const port = Number(setting('PORT'));
const metricsPort = Number(setting('METRICS_PORT'));
const hostname = setting('HOST');
/** How many proxies stand before this process; each of them adds the address it was asked from. */
const proxies = Number(setting('TRUSTED_PROXIES'));
const publicUrl = setting('PUBLIC_URL');
// Told to the application, which asks itself for pages.
process.env['INTERNAL_URL'] = `http://${['0.0.0.0', '::'].includes(hostname) ? '127.0.0.1' : hostname}:${port}`;

/** Milliseconds: until headers, and a whole request, have come; a connection that is kept without a request; an end that was asked for. */
const HEADERS = 10_000;
const REQUEST = 60_000;
const KEPT_ALIVE = 20_000;
const DRAIN = 6_000;
/** Where a proxy stands before this process: how long it goes on with what still comes, until the proxy has seen that it is not ready any more. */
const NOTICE = proxies > 0 ? 3_000 : 0;

globalThis.yesMaybeDraining = false;
// Whoever read what is printed may have gone. Without a listener each line would be an error that is printed, and so on for ever.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);
const log = pino({ level: setting('LOG_LEVEL') }, pino.destination(2));

const registry = (ofProcess.registry = new Registry());
collectDefaultMetrics({ register: registry });
const seconds = new Histogram({
  name: 'yes_maybe_request_seconds',
  help: 'How long answers take, by route, until their last byte is given away',
  labelNames: ['method', 'route', 'status'],
  buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10],
  registers: [registry],
});

/** The address that a request comes from. What a client writes into the header itself stands to the left of what trusted proxies add. */
function addressOf(request: IncomingMessage): string {
  const socket = (request.socket.remoteAddress ?? '').replace(/^::ffff:/, '');
  if (proxies < 1) return socket;
  const told = String(request.headers['x-forwarded-for'] ?? '')
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);
  return told.at(-proxies) ?? socket;
}

const ownHost = new URL(publicUrl).hostname;
/** Paths that visitors need. At host names of others the studio never answers. */
const VISITORS = /^\/(q|_next|runs|media|pictures|embed\.js|oembed|icon\.svg|browser-errors)(\/|$|\?)/;

/** The host name that is asked for, where it is not our own; addresses of the network are: who looks after processes asks by them. */
function otherHost(request: IncomingMessage): string | null {
  const told = (proxies > 0 ? request.headers['x-forwarded-host'] : undefined) ?? request.headers.host ?? '';
  const name = (String(told).split(',')[0] ?? '').trim().toLowerCase();
  const host = URL.canParse(`http://${name}`) ? new URL(`http://${name}`).hostname : '';
  const isOwn = host === '' || host === ownHost || host === 'localhost' || isIP(host.replace(/^\[|\]$/g, '')) > 0;
  return isOwn ? null : host;
}

/** Whether a path can be decoded, and by whoever reads it next too. */
function isReadable(url: string): boolean {
  try {
    return !decodeURIComponent(url.split('?')[0] ?? '').includes('\u0000');
  } catch {
    return false;
  }
}

const STATIC = '/_next/static/';
const isStatic = (path: string) => path.startsWith(STATIC);

/** On every answer. */
const always = {
  'X-Content-Type-Options': 'nosniff',
  // Behind a proxy that speaks TLS.
  ...(publicUrl.startsWith('https:') ? { 'Strict-Transport-Security': 'max-age=31536000' } : {}),
};
/**
 * On all but scripts and styles: there no browser reads them, and a visitor's first page has a dozen of those. What a page may load and run is
 * said by proxy.ts, for each kind of page.
 */
const headers = {
  ...always,
  'Referrer-Policy': 'strict-origin-when-cross-origin',
  'Permissions-Policy': 'camera=(), microphone=(), geolocation=(), payment=(), usb=()',
  'Cross-Origin-Opener-Policy': 'same-origin',
};

const app = next({ dev, dir: process.cwd(), hostname, port });
const handle = app.getRequestHandler();
const waiting: (() => void)[] = [];
let ready = false;

const built = join(process.cwd(), process.env['BUILD_DIR'] ?? '.next');
const manifest = join(built, 'routes-manifest.json');
const routeOf: Routes = existsSync(manifest) ? routesIn(readFileSync(manifest, 'utf8')) : () => 'unknown';
/** In development the framework makes them as they are asked for. */
const files = dev ? null : builtFiles(join(built, 'static'), STATIC);
/** What a proxy in front may have named a request already. */
const GIVEN = /^[A-Za-z0-9_-]{8,64}$/;

/** Names a request, and tells Prometheus and the log of it when its answer is over. Never of what stands behind the `?`, which may be a secret. */
function watch(request: IncomingMessage, response: ServerResponse): void {
  const start = performance.now();
  const path = (request.url ?? '').split('?')[0] ?? '';
  const method = request.method ?? '';
  const given = String(request.headers['x-request-id'] ?? '');
  const id = GIVEN.test(given) ? given : randomUUID();
  request.headers['x-request-id'] = id;
  if (!isStatic(path)) response.setHeader('X-Request-Id', id);
  response.once('close', () => {
    const ms = performance.now() - start;
    const route = routeOf(path);
    // Whoever asked has gone before the answer was over.
    const status = response.writableFinished ? response.statusCode : 499;
    seconds.observe({ method, route, status }, ms / 1000);
    log.info({ request: id, method, path, route, status, ms: Math.round(ms) }, 'request');
  });
}

function answer(request: IncomingMessage, response: ServerResponse): void {
  watch(request, response);
  const url = request.url ?? '';
  for (const [name, value] of Object.entries(isStatic(url) ? always : headers)) response.setHeader(name, value);
  if (!/^\/(q|_next|pictures|media|embed\.js)(\/|$|\?)/.test(url)) response.setHeader('X-Frame-Options', 'DENY');
  if (url.startsWith('/pictures/')) response.setHeader('Cache-Control', 'public, max-age=86400');
  if (globalThis.yesMaybeDraining) response.setHeader('Connection', 'close');
  if (url === '/api/health/live') return void response.setHeader('Cache-Control', 'no-store').end('live');
  if (!isReadable(url)) {
    response.statusCode = 400;
    return void response.end('This address cannot be read.');
  }
  const host = otherHost(request);
  delete request.headers['x-yes-maybe-host'];
  if (host !== null) {
    if (!VISITORS.test(url)) {
      response.statusCode = 404;
      return void response.end('There is nothing here.');
    }
    request.headers['x-yes-maybe-host'] = host;
  }
  request.headers['x-forwarded-for'] = addressOf(request);
  if (proxies < 1) {
    delete request.headers['x-forwarded-host'];
    delete request.headers['x-forwarded-proto'];
    delete request.headers['x-forwarded-port'];
  }
  if (files && isStatic(url)) return files(request, response);
  if (ready && !dev && answerStraight(request, response)) return;
  if (ready) return void handle(request, response);
  waiting.push(() => void handle(request, response));
}

const server = createServer(answer);
server.headersTimeout = HEADERS;
server.requestTimeout = REQUEST;
server.keepAliveTimeout = KEPT_ALIVE;

/** What Prometheus asks, at a port that no proxy leads to. */
const metrics = createServer((request, response) => {
  if (request.url !== '/metrics') return void response.writeHead(404).end();
  registry.metrics().then(
    (text) => {
      response.setHeader('Content-Type', registry.contentType).end(text);
    },
    () => {
      response.writeHead(503).end();
    },
  );
});

async function end(): Promise<void> {
  if (globalThis.yesMaybeDraining) return;
  globalThis.yesMaybeDraining = true;
  metrics.close();
  metrics.closeAllConnections();
  if (NOTICE > 0) await new Promise((resolve) => setTimeout(resolve, NOTICE));
  const closed = new Promise((resolve) => server.close(resolve));
  // A connection that is kept alive is closed as soon as its answer has gone out.
  const sweep = setInterval(() => server.closeIdleConnections(), 100);
  const late = setTimeout(() => server.closeAllConnections(), DRAIN);
  await closed;
  clearInterval(sweep);
  clearTimeout(late);
  const stopped = globalThis.yesMaybeStop?.() ?? Promise.resolve();
  await Promise.race([stopped, new Promise((resolve) => setTimeout(resolve, 1_500))]);
  process.exit(0);
}
process.on('SIGTERM', () => void end());
process.on('SIGINT', () => void end());

async function begin(): Promise<void> {
  server.listen(port, hostname);
  if (metricsPort > 0) metrics.listen(metricsPort, hostname);
  await app.prepare();
  const upgrade = app.getUpgradeHandler();
  if (dev) server.on('upgrade', (...sent) => void upgrade(...sent));
  ready = true;
  for (const each of waiting.splice(0)) each();
}
void begin();
