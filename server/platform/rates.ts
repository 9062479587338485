/**
 * How much of a process one visitor, one network or one quiz may take. Buckets that fill up by themselves: a rush is let through, a stream that
 * goes on is slowed down. A thousand readers of a newsletter behind one gateway are a rush.
 */
import { countryIn, type Seen } from '../../core/access/traces';
import { ofProcess } from './of-process';
import { LRUCache } from 'lru-cache';
import { readConfig } from './config';
import { HttpError } from './http-error';

/** Requests at once, and requests a second that come back. */
type Rate = { burst: number; perSecond: number };
export const RATES = {
  /** What one run sends. A person needs seconds for a page. */
  run: { burst: 120, perSecond: 4 },
  /** What one address of the network sends: an office, a school, a mobile operator. */
  network: { burst: 6_000, perSecond: 200 },
  /** Runs that one address of the network begins. */
  opening: { burst: 2_000, perSecond: 20 },
  /** Runs that one browser at one address of the network begins, before they look odd: a class that shares a gateway is a rush. */
  crowd: { burst: 300, perSecond: 1 },
  /** Files from one address of the network. */
  file: { burst: 120, perSecond: 1 / 5 },
  /** Runs of one quiz that begin. */
  quiz: { burst: 20_000, perSecond: 400 },
  /** Tries to get into one quiz from one address of the network, by a passcode or by a name on its list: a class tries once each. */
  passcode: { burst: 60, perSecond: 1 / 5 },
  /** Tries to sign in to one account. */
  account: { burst: 10, perSecond: 1 / 30 },
  /** Errors that the browsers of one address of the network report: a page that fails for everybody must not fill the log. */
  browserErrors: { burst: 20, perSecond: 1 / 30 },
  /** Rounds of letters to the list of one quiz. */
  rounds: { burst: 10, perSecond: 1 / 8_640 },
  /** Looks of one workspace whether a host name is proven. */
  proofs: { burst: 20, perSecond: 1 / 30 },
  /** What one token asks. */
  token: { burst: 300, perSecond: 10 },
  /** Letters that one creator sends to try them. */
  tests: { burst: 10, perSecond: 1 / 60 },
} satisfies Record<string, Rate>;
export type RateName = keyof typeof RATES;

const USUAL_SIGN_IN_LIMIT = 12;

export type Bucket = { left: number; at: number };
declare module './of-process' {
  interface OfProcess {
    buckets?: LRUCache<string, Bucket>;
  }
}
const buckets = (ofProcess.buckets ??= new LRUCache({ max: 50_000 }));

/**
 * Takes one request out of a bucket.
 * @param now in milliseconds
 * @returns seconds after which there is room again; 0 where there is
 */
export function takeOne(name: RateName, of: string, now = Date.now()): number {
  const { visitorRate, signInLimit } = readConfig();
  const more = name === 'account' ? signInLimit / USUAL_SIGN_IN_LIMIT : visitorRate;
  const { burst, perSecond } = { burst: RATES[name].burst * more, perSecond: RATES[name].perSecond * more };
  const key = `${name} ${of}`;
  const bucket = buckets.get(key) ?? { left: burst, at: now };
  const left = Math.min(burst, bucket.left + (Math.max(0, now - bucket.at) / 1000) * perSecond);
  if (left < 1) {
    buckets.set(key, { left, at: now });
    return Math.ceil((1 - left) / perSecond);
  }
  buckets.set(key, { left: left - 1, at: now });
  return 0;
}

/** The standard headers about a bucket (draft-ietf-httpapi-ratelimit-headers): what it holds, what is left in it, seconds until it is full. */
export function rateHeaders(name: RateName, of: string): Record<string, string> {
  const { burst, perSecond } = RATES[name];
  const left = Math.floor(buckets.get(`${name} ${of}`)?.left ?? burst);
  return {
    'RateLimit-Policy': `"${name}";q=${burst};w=${Math.ceil(burst / perSecond)}`,
    RateLimit: `"${name}";r=${left};t=${Math.ceil((burst - left) / perSecond)}`,
  };
}

/** The address of the network that a request comes from, as scripts/serve.ts puts it in. */
type Asked = { headers: { get: (name: string) => string | null } };
export const networkOf = (request: Asked): string => request.headers.get('x-forwarded-for') ?? '';

/** Where a request comes from, and by which browser: what tells visitors apart whose browsers keep nothing. */
export const whereFrom = (request: Asked): string =>
  `${networkOf(request)} ${request.headers.get('user-agent')?.slice(0, 300) ?? ''}`;

/** What a request says of whoever sends it: the browser, and a country by the header that the proxy in front sets, or by the language. */
export const seenIn = (request: Asked): Seen => ({
  browser: request.headers.get('user-agent') ?? '',
  region: regionIn(request) ?? countryIn(request.headers.get('accept-language') ?? ''),
});
const regionIn = (request: Asked): string | undefined => {
  const { regionHeader } = readConfig();
  return (regionHeader && request.headers.get(regionHeader)?.toUpperCase()) || undefined;
};

/** @throws Problem 429, with the seconds to wait, where one of the buckets is empty */
export function requireRoom(...wanted: [RateName, string][]): void {
  for (const [name, of] of wanted) {
    const wait = takeOne(name, of);
    if (wait > 0)
      throw new HttpError(
        429,
        'too-fast',
        'That was too much at once. Your answers are kept; please try again in a moment.',
        undefined,
        wait,
      );
  }
}
