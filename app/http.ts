/** What all routes share: reading a request at the door, and telling problems so that a person can act on them. */
import { STATUS_CODES } from 'node:http';
import { Readable } from 'node:stream';
import { fieldOf, textOf } from '../core/values/unknown';
import { LARGEST_INTEGER } from '../contract/kit';
import { readConfig } from '../server/platform/config';
import { log, logFailure } from '../server/platform/log';
import { HttpError } from '../server/platform/http-error';
import { counts } from '../server/platform/metrics';
import { withRequest } from '../server/platform/request-log';

/** The body as bytes; a body that is too long is given up on as soon as it is. */
export async function readBytes(request: Request, most: number): Promise<Buffer> {
  const size = most < 1_000_000 ? `${Math.round(most / 1000)} kB` : `${Math.round(most / 1_000_000)} MB`;
  const tooLarge = () => new HttpError(413, 'too-large', `This is too large: ${size} at most.`);
  if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLarge();
  // A length that is told is kept to by the server's own parser.
  if (request.headers.has('content-length')) return Buffer.from(await request.arrayBuffer());
  const reader = request.body?.getReader();
  const parts: Uint8Array[] = [];
  for (let read = 0; reader;) {
    const { done, value } = await reader.read();
    if (done) break;
    read += value.byteLength;
    if (read > most) {
      await reader.cancel();
      throw tooLarge();
    }
    parts.push(value);
  }
  return Buffer.concat(parts);
}

/** Parts that a form may have. */
const MOST_PARTS = 1_000;

/** A form, with the files in it. @throws HttpError 400 or 413 */
export async function readForm(request: Request, most: number): Promise<FormData> {
  const bytes = await readBytes(request, most);
  const type = request.headers.get('content-type') ?? '';
  const notRead = () => new HttpError(400, 'not-a-form', 'This form cannot be read.');
  const boundary = /^multipart\/form-data;.*boundary="?([^";]{1,70})/i.exec(type)?.[1];
  if (boundary === undefined) throw notRead();
  let parts = 0;
  for (let at = bytes.indexOf(`--${boundary}`); at >= 0; at = bytes.indexOf(`--${boundary}`, at + 1)) {
    parts += 1;
    if (parts > MOST_PARTS) throw notRead();
  }
  return new Response(new Uint8Array(bytes), { headers: { 'Content-Type': type } }).formData().catch(() => {
    throw notRead();
  });
}

/**
 * A file to be kept, sent as it is made. Its beginning is made first: what goes wrong there is told as a problem, and no file is begun.
 * @param name its name, of letters that a header may have
 */
export async function download(pieces: AsyncGenerator<string>, type: string, name: string): Promise<Response> {
  const encoder = new TextEncoder();
  let first: IteratorResult<string> | undefined = await pieces.next();
  const body = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const next = first ?? (await pieces.next());
      first = undefined;
      if (next.done) controller.close();
      else controller.enqueue(encoder.encode(next.value));
    },
    cancel: () => void pieces.return(undefined),
  });
  return new Response(body, {
    headers: {
      'Content-Type': `${type}; charset=utf-8`,
      'Content-Disposition': `attachment; filename="${name}"`,
      'Cache-Control': 'no-store',
    },
  });
}

/** A file whose bytes are made as they are sent. */
export const downloadBytes = (pieces: Readable, type: string, name: string): Response =>
  new Response(Readable.toWeb(pieces) as ReadableStream<Uint8Array>, {
    headers: {
      'Content-Type': type,
      'Content-Disposition': `attachment; filename="${name}"`,
      'Cache-Control': 'no-store',
    },
  });
export const SHEET = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** Runs a route and turns what goes wrong into an answer. The one place where a request that failed is logged. */
export const answer = (request: Request, work: () => Promise<Response | object>): Promise<Response> =>
  withRequest(request, async (context) => {
    const start = performance.now();
    const response = await work().then(answered, refused);
    response.headers.set('X-Request-Id', context.request);
    log.debug({ status: response.status, ms: Math.round(performance.now() - start) }, 'answered');
    return response;
  });

const answered = (result: Response | object): Response =>
  result instanceof Response ? result : Response.json(result, { headers: { 'Cache-Control': 'no-store' } });

export function refused(error: unknown): Response {
  const { status, code, message, details, retryAfter } = error instanceof HttpError ? error : unexpected(error);
  counts.refusals.inc({ code });
  log.debug({ code }, 'refused');
  // RFC 9457; programs go by `code`.
  const problem = { type: 'about:blank', title: STATUS_CODES[status], status, detail: message, code };
  return Response.json(
    { ...problem, ...(details === undefined ? {} : { details }) },
    {
      status,
      headers: {
        'Content-Type': 'application/problem+json',
        'Cache-Control': 'no-store',
        ...(retryAfter === undefined ? {} : { 'Retry-After': String(retryAfter) }),
      },
    },
  );
}

function unexpected(error: unknown): HttpError {
  // SQLSTATE class 22: what was sent cannot be put into a column, and will not be, however often it is tried.
  const code = textOf(fieldOf(error, 'cause') ?? error, 'code');
  if (code?.startsWith('22') && code.length === 5)
    return new HttpError(422, 'not-valid', 'This holds something that cannot be kept. Nothing was changed.');
  logFailure('a request', error);
  return new HttpError(
    503,
    'trouble',
    'That did not work just now. Nothing was changed; please try again in a moment.',
  );
}

/** A whole number as it stands in an address. @throws Problem 400 where it is none that a column can hold */
export function wholeNumber(text: string | null, name: string): number {
  const number = text === null || !/^\d{1,10}$/.test(text) ? NaN : Number(text);
  if (!(number <= LARGEST_INTEGER)) throw new HttpError(400, 'not-valid', `${name}: a whole number is expected.`);
  return number;
}

/** Refuses what a page of another site sends. Every browser says where a request comes from in one of these two. */
export function requireOwnOrigin(request: Request): void {
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  const isOther = origin !== null && origin !== new URL(readConfig().publicUrl).origin;
  if (isOther || (site !== null && site !== 'same-origin' && site !== 'none'))
    throw new HttpError(403, 'other-origin', 'This request comes from another site.');
}
