/** Leads visitors who bring nothing along to the first page that is kept whole for the live edition. */
import { type NextRequest, NextResponse } from 'next/server';
import { liveQuiz, markOf } from './server/editions';
import { languageFor } from './visitor/languages';

export const config = { matcher: ['/q/:address', '/editions/:path*'] };

/** What makes a page one visitor's own. What the page around a frame has in its address is read by our script, which always runs there. */
function bringsAlong(query: URLSearchParams): boolean {
  const own = ['run', 'told', 'wrong', 'shared'].some((key) => query.has(key));
  return own || (query.size > 0 && !query.has('in'));
}

export async function proxy(request: NextRequest): Promise<NextResponse> {
  const url = new URL(request.url);
  // Kept pages have no address of their own.
  if (!url.pathname.startsWith('/q/')) return new NextResponse(null, { status: 404 });
  if (request.method !== 'GET' || bringsAlong(url.searchParams)) return NextResponse.next();
  const address = decodeURIComponent(url.pathname.slice('/q/'.length));
  const live = await liveQuiz(address).catch(() => null);
  if (!live) return NextResponse.next();
  const language = languageFor(live.quiz, request.headers.get('accept-language'));
  url.pathname = `/editions/${encodeURIComponent(address)}/${markOf(live)}/${encodeURIComponent(language)}`;
  url.search = '';
  const response = NextResponse.rewrite(url);
  // Whoever keeps it asks each time whether the edition is still the live one; the answer is mostly "not changed".
  response.headers.set('Cache-Control', 'public, max-age=0, must-revalidate');
  if (live.quiz.delivery.language === 'found') response.headers.append('Vary', 'Accept-Language');
  return response;
}
