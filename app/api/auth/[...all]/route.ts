import { isObject, textOf } from '../../../../core/values/unknown';
import { toNextJsHandler } from 'better-auth/next-js';
import { auth } from '../../../../server/accounts/auth';
import { answer, requireOwnOrigin } from '../../../http';

/** Milliseconds that these take at least, so that the time does not tell whether there is such an account. */
const LEAST = 700;
const SAME_TIME = ['/sign-up/email', '/request-password-reset'];

/** What the library says, in words for the person who reads them. */
const WORDS: Record<string, string> = {
  INVALID_EMAIL_OR_PASSWORD: 'This address and this password do not belong together. Look at both once more.',
  EMAIL_NOT_VERIFIED: 'Your account waits for you to open the address in our letter. We have sent it once more.',
  INVALID_TOKEN: 'This address to set a password is used or too old.',
  INVALID_EMAIL: 'This does not look like an e-mail address.',
  PASSWORD_TOO_SHORT: 'A password has 10 letters at least.',
  PASSWORD_TOO_LONG: 'A password has 200 letters at most.',
};

const handlers = toNextJsHandler((request: Request) => auth().handler(request));

export const GET = handlers.GET;

export const POST = (request: Request) =>
  answer(request, async () => {
    requireOwnOrigin(request);
    const path = new URL(request.url).pathname;
    const least = SAME_TIME.some((end) => path.endsWith(end)) ? LEAST : 0;
    const [response] = await Promise.all([handlers.POST(request), new Promise((resume) => setTimeout(resume, least))]);
    if (response.ok || !(response.headers.get('content-type') ?? '').startsWith('application/json')) return response;
    const answered: unknown = await response.json().catch(() => ({}));
    const message =
      WORDS[textOf(answered, 'code') ?? ''] ??
      (response.status === 429
        ? 'That was too often in a minute. Wait a moment, then try again.'
        : textOf(answered, 'message'));
    return Response.json(
      { ...(isObject(answered) ? answered : {}), detail: message },
      { status: response.status, headers: response.headers },
    );
  });
