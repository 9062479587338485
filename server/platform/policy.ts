/** What a page may load and run (Content Security Policy, level 3). Scripts are known by a nonce, or by their hashes on pages that are kept. */
import { createHash, createHmac, randomBytes } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import { readConfig } from './config';

type Directives = Record<string, string[]>;
const written = (directives: Directives): string =>
  Object.entries(directives)
    .map(([name, values]) => `${name} ${values.join(' ')}`)
    .join('; ');

const isDevelopment = process.env.NODE_ENV !== 'production';
// Styles stand in attributes, and styled-components writes sheets of its own: of them no nonce is asked.
const shared: Directives = {
  'default-src': ["'self'"],
  'style-src': ["'self'", "'unsafe-inline'"],
  'img-src': ["'self'", 'https:', 'data:', 'blob:'],
  'media-src': ["'self'", 'https:', 'blob:'],
  'font-src': ["'self'", 'data:'],
  'connect-src': ["'self'", ...(isDevelopment ? ['ws:'] : [])],
  'object-src': ["'none'"],
  'base-uri': ["'none'"],
};
const withNonce = (nonce: string): string[] => [
  "'self'",
  `'nonce-${nonce}'`,
  "'strict-dynamic'",
  ...(isDevelopment ? ["'unsafe-eval'"] : []),
];

export const newNonce = (): string => randomBytes(16).toString('base64');

/** A page of the studio: it stands in no frame, and shows the sample website in one. */
export function studioPolicy(nonce: string): string {
  const { sampleSite } = readConfig();
  return written({
    ...shared,
    'script-src': withNonce(nonce),
    'worker-src': ["'self'", 'blob:'],
    'frame-src': ["'self'", 'https:', ...(sampleSite ? [sampleSite] : [])],
    'form-action': ["'self'"],
    'frame-ancestors': ["'none'"],
  });
}

// A form without scripts may lead on to an address elsewhere; and a quiz stands in pages of others. `frame-ancestors *` would keep it out of
// those that stand in a sandbox, which have no address.
const visitors: Directives = {
  ...shared,
  'form-action': ["'self'", 'https:', 'http:'],
  'worker-src': ["'self'", 'blob:'],
};

/** A visitor's page that is made for one request. */
export const visitorPolicy = (nonce: string): string => written({ ...visitors, 'script-src': withNonce(nonce) });

/** Proves to `proxy.ts` that a request for a kept page comes from itself. */
export const OWN_HEADER = 'x-yes-maybe-own';
export const ownMark = (): string =>
  createHmac('sha256', readConfig().authSecret).update('own request').digest('base64url');

/** The host name that was asked for, where it is not this installation's own; put in by scripts/serve.ts. */
export const HOST_HEADER = 'x-yes-maybe-host';

/** Carries the key of a trial from `proxy.ts` to the pages, whose layouts do not see what stands behind the address. */
export const TRIAL_HEADER = 'x-yes-maybe-try';

/** Carries the languages that a visitor may want, in the same way: as JSON, percent-encoded. */
export const WISH_HEADER = 'x-yes-maybe-wish';

const policies = new LRUCache<string, Promise<string>>({ max: 1_000 });

/**
 * A visitor's page that is kept whole, and has the same scripts for everybody.
 * @param path of the kept page, which this process asks itself for, once
 */
export function keptPolicy(path: string): Promise<string> {
  const known = policies.get(path);
  if (known) return known;
  const made = hashesOf(path).then((hashes) => written({ ...visitors, 'script-src': ["'self'", ...hashes] }));
  policies.set(path, made);
  made.catch(() => policies.delete(path));
  return made;
}

async function hashesOf(path: string): Promise<string[]> {
  const home = process.env['INTERNAL_URL'] ?? readConfig().publicUrl;
  const response = await fetch(home + path, { headers: { [OWN_HEADER]: ownMark() } });
  if (!response.ok) throw new Error(`The kept page answered with ${response.status}.`);
  const scripts = [...(await response.text()).matchAll(/<script(?:\s[^>]*)?>([\s\S]*?)<\/script>/g)];
  const inline = scripts.map(([, text = '']) => text).filter((text) => text !== '');
  return [...new Set(inline)].map((text) => `'sha256-${createHash('sha256').update(text).digest('base64')}'`);
}
