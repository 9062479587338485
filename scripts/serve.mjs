/**
 * `npm start`: serves the application. Beside what the framework does by itself it knows who is asking (behind proxies, too), answers requests
 * that are no requests, and ends within ten seconds when it is told to, with every answer that was begun.
 */
import { createServer } from 'node:http';
import { isIP } from 'node:net';
import next from 'next';

const dev = process.argv.includes('--dev');
const port = Number(process.env.PORT ?? 3000);
const hostname = process.env.HOST ?? '127.0.0.1';
/** How many proxies stand before this process; each of them adds the address it was asked from. */
const proxies = Number(process.env.TRUSTED_PROXIES ?? 0);
// Told to the application, which asks itself for pages.
process.env.INTERNAL_URL = `http://${['0.0.0.0', '::'].includes(hostname) ? '127.0.0.1' : hostname}:${port}`;

/** Milliseconds: until headers, and a whole request, have come; a connection that is kept without a request; an end that was asked for. */
const HEADERS = 10_000;
const REQUEST = 60_000;
const KEPT_ALIVE = 20_000;
const DRAIN = 8_000;

const shared = globalThis;
shared.yesMaybeDraining = false;

/** The address that a request comes from. What a client writes into the header itself stands to the left of what trusted proxies add. */
function addressOf(request) {
  const socket = (request.socket.remoteAddress ?? '').replace(/^::ffff:/, '');
  if (proxies < 1) return socket;
  const told = String(request.headers['x-forwarded-for'] ?? '')
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);
  return told.at(-proxies) ?? socket;
}

const ownHost = URL.canParse(process.env.PUBLIC_URL ?? '') ? new URL(process.env.PUBLIC_URL).hostname : '';
/** Paths that visitors need. At host names of others the studio never answers. */
const VISITORS = /^\/(q|_next|runs|media|pictures|embed\.js|oembed|icon\.svg|browser-errors)(\/|$|\?)/;

/** The host name that is asked for, where it is not our own; addresses of the network are: who looks after processes asks by them. */
function otherHost(request) {
  const told = (proxies > 0 ? request.headers['x-forwarded-host'] : undefined) ?? request.headers.host ?? '';
  const name = String(told).split(',')[0].trim().toLowerCase();
  const host = URL.canParse(`http://${name}`) ? new URL(`http://${name}`).hostname : '';
  const isOwn = host === '' || host === ownHost || host === 'localhost' || isIP(host.replace(/^\[|\]$/g, '')) > 0;
  return isOwn ? null : host;
}

/** Whether a path can be decoded, and by whoever reads it next too. */
function isReadable(url) {
  try {
    return !decodeURIComponent(url.split('?')[0] ?? '').includes('\u0000');
  } catch {
    return false;
  }
}

/** On every answer. What a page may load and run is said by proxy.ts, for each kind of page. */
const headers = {
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'strict-origin-when-cross-origin',
  'Permissions-Policy': 'camera=(), microphone=(), geolocation=(), payment=(), usb=()',
  'Cross-Origin-Opener-Policy': 'same-origin',
  // Behind a proxy that speaks TLS.
  ...((process.env.PUBLIC_URL ?? '').startsWith('https:') ? { 'Strict-Transport-Security': 'max-age=31536000' } : {}),
};

const app = next({ dev, dir: process.cwd(), hostname, port });
const handle = app.getRequestHandler();
const waiting = [];
let ready = false;

const server = createServer((request, response) => {
  for (const [name, value] of Object.entries(headers)) response.setHeader(name, value);
  if (!/^\/(q|_next|pictures|media|embed\.js)(\/|$|\?)/.test(request.url ?? ''))
    response.setHeader('X-Frame-Options', 'DENY');
  if ((request.url ?? '').startsWith('/pictures/')) response.setHeader('Cache-Control', 'public, max-age=86400');
  if (shared.yesMaybeDraining) response.setHeader('Connection', 'close');
  if (request.url === '/api/health/live') return void response.setHeader('Cache-Control', 'no-store').end('live');
  if (!isReadable(request.url ?? '')) {
    response.statusCode = 400;
    return void response.end('This address cannot be read.');
  }
  const host = otherHost(request);
  delete request.headers['x-yes-maybe-host'];
  if (host !== null) {
    if (!VISITORS.test(request.url ?? '')) {
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
  if (ready) return void handle(request, response);
  waiting.push(() => void handle(request, response));
});
server.headersTimeout = HEADERS;
server.requestTimeout = REQUEST;
server.keepAliveTimeout = KEPT_ALIVE;

async function end() {
  if (shared.yesMaybeDraining) return;
  shared.yesMaybeDraining = true;
  const closed = new Promise((resolve) => server.close(resolve));
  // A connection that is kept alive is closed as soon as its answer has gone out.
  const sweep = setInterval(() => server.closeIdleConnections(), 100);
  const late = setTimeout(() => server.closeAllConnections(), DRAIN);
  await closed;
  clearInterval(sweep);
  clearTimeout(late);
  const stopped = shared.yesMaybeStop?.() ?? Promise.resolve();
  await Promise.race([stopped, new Promise((resolve) => setTimeout(resolve, 1_500))]);
  process.exit(0);
}
process.on('SIGTERM', () => void end());
process.on('SIGINT', () => void end());

server.listen(port, hostname);
await app.prepare();
if (dev) server.on('upgrade', app.getUpgradeHandler());
ready = true;
for (const begin of waiting.splice(0)) begin();
