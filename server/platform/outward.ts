/**
 * Requests to addresses that somebody typed: never to the inside of the network. The address that a name leads to is looked at for each
 * connection, and the connection is made to just that address, so that a name that leads elsewhere a moment later changes nothing.
 */
import { lookup as systemLookup } from 'node:dns/promises';
import { Resolver } from 'node:dns/promises';
import { Agent as HttpAgent, request as httpRequest } from 'node:http';
import { Agent as HttpsAgent, request as httpsRequest } from 'node:https';
import { isIP, type LookupFunction } from 'node:net';
import ipaddr from 'ipaddr.js';
import { readConfig } from './config';

/** Milliseconds for a request and its answer. */
const PATIENCE = 15_000;
/** Bytes of an answer that are read; the rest is nobody's business. */
const MOST_READ = 2_000;
const MOST_REDIRECTS = 3;
const KEPT_OPEN = 20_000;
const agents = {
  'http:': new HttpAgent({ keepAlive: true, maxSockets: 8, timeout: KEPT_OPEN }),
  'https:': new HttpsAgent({ keepAlive: true, maxSockets: 8, timeout: KEPT_OPEN }),
};

/** Why an address is not asked. */
export class NotOutside extends Error {}

/** Whether an address of the network is one that everybody can reach: not of a house, a machine, a provider or a test. */
export function isOutside(address: string): boolean {
  if (!ipaddr.isValid(address)) return false;
  const read = ipaddr.process(address);
  if (read.range() !== 'unicast') return false;
  if (read.kind() === 'ipv4') return true;
  // Addresses of IPv6 that carry one of IPv4, behind which it may be inside: IPv4-compatible ones (RFC 4291, 2.5.5.1), and what has no
  // range of its own outside global unicast, 2000::/3.
  return (read.toByteArray()[0] ?? 0) >> 5 === 1;
}

/** The addresses that the one who runs this installation lets in though they are inside, as `host:port`. */
const isLetIn = (url: URL): boolean => readConfig().insideHooks.includes(url.host);

/**
 * @returns the address, if it may be asked at all
 * @throws NotOutside in words for whoever typed it
 */
export function outsideUrl(typed: string): URL {
  let url: URL;
  try {
    url = new URL(typed.trim());
  } catch {
    throw new NotOutside('This is no web address. It begins with https://');
  }
  if (isLetIn(url) && url.protocol === 'http:') return url;
  if (url.protocol !== 'https:') throw new NotOutside('The address has to begin with https://');
  if (url.username || url.password) throw new NotOutside('An address with a name or a password in it is not kept.');
  const host = bare(url.hostname);
  if (isIP(host) ? !isOutside(host) : !/\.[a-z]/i.test(host) || /\.(local|internal|localhost)$/i.test(host))
    throw new NotOutside('This address leads inside a network, where nobody else can be reached.');
  return url;
}
const bare = (host: string): string => host.replace(/^\[|\]$/g, '').replace(/\.$/, '');

/** All addresses of a name, each of them outside. @throws NotOutside */
async function addressesOf(host: string): Promise<{ address: string; family: number }[]> {
  const { nameServer } = readConfig();
  let found: { address: string; family: number }[];
  if (nameServer === null) found = await systemLookup(host, { all: true });
  else {
    const resolver = new Resolver({ timeout: 3_000, tries: 2 });
    resolver.setServers([nameServer]);
    const [four, six] = await Promise.allSettled([resolver.resolve4(host), resolver.resolve6(host)]);
    found = [
      ...(four.status === 'fulfilled' ? four.value.map((address) => ({ address, family: 4 })) : []),
      ...(six.status === 'fulfilled' ? six.value.map((address) => ({ address, family: 6 })) : []),
    ];
  }
  if (found.length === 0) throw new Error(`${host} leads nowhere.`);
  if (!found.every(({ address }) => isOutside(address)))
    throw new NotOutside(`${host} leads inside a network. It was not asked.`);
  return found;
}

const checked: LookupFunction = (host, { all }, done) => {
  addressesOf(host).then(
    (found) => {
      const [first] = found;
      if (all) done(null, found);
      else done(null, first?.address ?? '', first?.family);
    },
    (error: unknown) => done(error instanceof Error ? error : new Error('No address'), ''),
  );
};

export type Answered = { status: number; text: string };

/**
 * Sends a body to an address outside and follows up to three redirects that keep it (307, 308), each looked at like the first.
 * @throws NotOutside, or what the network said
 */
export async function postOutside(
  typed: string,
  body: string,
  headers: Record<string, string>,
  patience = PATIENCE,
): Promise<Answered> {
  const end = Date.now() + patience;
  let url = outsideUrl(typed);
  for (let hop = 0; ; hop++) {
    const { status, text, location } = await once(url, body, headers, end);
    if ((status !== 307 && status !== 308) || !location) return { status, text };
    if (hop === MOST_REDIRECTS) throw new Error('It leads on and on.');
    url = outsideUrl(new URL(location, url).href);
  }
}

function once(url: URL, body: string, headers: Record<string, string>, end: number) {
  return new Promise<Answered & { location: string | undefined }>((resolve, reject) => {
    const isSafe = url.protocol === 'https:';
    const request = (isSafe ? httpsRequest : httpRequest)(url, {
      method: 'POST',
      headers: { ...headers, 'Content-Length': Buffer.byteLength(body) },
      agent: isSafe ? agents['https:'] : agents['http:'],
      ...(isLetIn(url) ? {} : { lookup: checked }),
    });
    const timer = setTimeout(
      () => request.destroy(new Error('No answer in 15 seconds.')),
      Math.max(1, end - Date.now()),
    );
    request.on('close', () => clearTimeout(timer));
    request.on('error', reject);
    request.on('response', (response) => {
      const parts: Buffer[] = [];
      let read = 0;
      const finish = () =>
        resolve({
          status: response.statusCode ?? 0,
          text: Buffer.concat(parts).toString('utf8').slice(0, MOST_READ),
          location: response.headers.location,
        });
      response.on('data', (part: Buffer) => {
        read += part.length;
        if (read <= 2 * MOST_READ) parts.push(part);
        // Whoever answers without an end has answered.
        else {
          finish();
          request.destroy();
        }
      });
      response.on('end', finish);
      response.on('error', reject);
    });
    request.end(body);
  });
}
