/**
 * Looks at every request for a page before it is made: says what the page may load and run, and leads visitors who bring nothing along to the
 * first page that is kept whole for the live edition.
 */
import { type NextRequest, NextResponse } from 'next/server';
import { type LiveEdition, liveQuiz, markOf, versionFor } from './server/publishing/editions';
import {
  HOST_HEADER,
  keptPolicy,
  newNonce,
  OWN_HEADER,
  ownMark,
  studioPolicy,
  TRIAL_HEADER,
  WISH_HEADER,
  visitorPolicy,
} from './server/platform/policy';
import { workspaceOfHost } from './server/publishing/host-names';
import { trialAt } from './server/publishing/trials';
import { HttpError } from './server/platform/http-error';
import { patiently } from './server/platform/patience';
import { whereFrom } from './server/platform/rates';
import { doorOf } from './server/visitor/admission';
import type { Wish } from './core/languages/choose';
import { languageFor, likedBest } from './visitor/languages';

export const config = {
  matcher: [
    '/((?!_next/|api/|browser-errors|letters/|runs/|media/|pictures/|fonts/|embed\\.js|oembed|quiz\\.schema\\.json|icon\\.svg).*)',
  ],
};

/** What makes a page one visitor's own. What the page around a frame has in its address is read by our script, which always runs there. */
function bringsAlong(query: URLSearchParams): boolean {
  const own = ['run', 'mine', 'told', 'wrong', 'shared', 'try'].some((key) => query.has(key));
  const isKept = (key: string) => key === 'language' || key === 'around';
  return own || (!query.has('in') && [...query.keys()].some((key) => !isKept(key)));
}

const wishOf = (request: NextRequest): Wish => {
  const { searchParams } = new URL(request.url);
  return {
    asked: searchParams.get('language')?.slice(0, 40),
    around: searchParams.get('around')?.slice(0, 40),
    accepted: request.headers.get('accept-language'),
  };
};

/** A page that is made for this request: its scripts bear a nonce, which the framework reads from the policy of the request. */
function madeWith(request: NextRequest, policyOf: (nonce: string) => string, to?: URL, status?: number): NextResponse {
  const nonce = newNonce();
  const policy = policyOf(nonce);
  const headers = new Headers(request.headers);
  headers.set('content-security-policy', policy);
  headers.set('x-nonce', nonce);
  headers.set(TRIAL_HEADER, new URL(request.url).searchParams.get('try') ?? '');
  headers.set(WISH_HEADER, encodeURIComponent(JSON.stringify(wishOf(request))));
  const response = to
    ? NextResponse.rewrite(to, { request: { headers }, ...(status === undefined ? {} : { status }) })
    : NextResponse.next({ request: { headers } });
  response.headers.set('Content-Security-Policy', policy);
  return response;
}

export async function proxy(request: NextRequest): Promise<NextResponse> {
  const url = new URL(request.url);
  const [, first, address = '', ...rest] = url.pathname.split('/');
  // Kept pages have no address of their own; nor has the page that says there is none.
  if (first === 'editions' || first === 'nowhere') {
    const isOwn = request.headers.get(OWN_HEADER) === ownMark();
    return isOwn ? NextResponse.next() : nowhere(request);
  }
  if (first !== 'q') return madeWith(request, studioPolicy);
  const at = decodeURIComponent(address);
  const host = request.headers.get(HOST_HEADER);
  // At a host name of somebody's own stand their own quizzes alone.
  if (host !== null && !(await standsAt(host, at))) return nowhere(request);
  // A form, an offer, a certificate, a card: no pages.
  if (rest.length > 0) return NextResponse.next();
  // Whoever tries a quiz may see what is not live.
  const key = url.searchParams.get('try');
  if (key && (await patiently(() => trialAt(at, key)))) return madeWith(request, visitorPolicy);
  const live = await liveOrNot(at);
  if (!live) return nowhere(request);
  // Served from source, a page is another one each time, and none is kept.
  const isMade =
    process.env.NODE_ENV !== 'production' ||
    request.method !== 'GET' ||
    bringsAlong(url.searchParams) ||
    doorOf(live, null) !== null;
  if (isMade) return madeWith(request, visitorPolicy);
  const shown = await versionFor(live, whereFrom(request));
  return kept(request, at, shown).catch(() => madeWith(request, visitorPolicy));
}

async function standsAt(host: string, address: string): Promise<boolean> {
  const [holder, live] = await Promise.all([patiently(() => workspaceOfHost(host)), liveOrNot(address)]);
  return live !== null && live.workspaceId === holder;
}

async function liveOrNot(address: string): Promise<LiveEdition | null> {
  try {
    return await patiently(() => liveQuiz(address));
  } catch (error) {
    if (error instanceof HttpError && error.status === 404) return null;
    throw error;
  }
}

async function kept(request: NextRequest, address: string, live: LiveEdition): Promise<NextResponse> {
  const url = new URL(request.url);
  const language = languageFor(live.quiz, wishOf(request));
  url.pathname = `/editions/${encodeURIComponent(address)}/${markOf(live)}/${encodeURIComponent(language)}`;
  url.search = '';
  const policy = await keptPolicy(url.pathname);
  const headers = new Headers(request.headers);
  headers.set(OWN_HEADER, ownMark());
  const response = NextResponse.rewrite(url, { request: { headers } });
  response.headers.set('Content-Security-Policy', policy);
  // Whoever keeps it asks each time whether the edition is still the live one; the answer is mostly "not changed".
  response.headers.set('Cache-Control', 'public, max-age=0, must-revalidate');
  if (live.quiz.delivery.language !== undefined) response.headers.append('Vary', 'Accept-Language');
  return response;
}

/** The page that says that nothing stands at this address, in the visitor's language. */
function nowhere(request: NextRequest): NextResponse {
  const to = new URL(request.url);
  to.pathname = `/nowhere/${likedBest(request.headers.get('accept-language'), 'en').split('-')[0]?.toLowerCase() ?? 'en'}`;
  to.search = '';
  return madeWith(request, visitorPolicy, to, 404);
}
