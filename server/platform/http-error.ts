/** Something that is told to the person who asked: what happened, what was kept, what to do. */
export class HttpError extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 413 | 422 | 428 | 429 | 501 | 503,
    readonly code: string,
    message: string,
    readonly details?: unknown,
    /** Seconds after which it may be tried again. */
    readonly retryAfter?: number,
  ) {
    super(message);
  }
}

export const notFound = (what: string) =>
  new HttpError(404, 'not-found', `${what} is not here. It may have been deleted.`);
