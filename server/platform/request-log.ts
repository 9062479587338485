/** What is known of the request that is being answered: each line of the log names it, and who is told of trouble can say which one it was. */
import { ofProcess } from './of-process';
import { AsyncLocalStorage } from 'node:async_hooks';
import { randomUUID } from 'node:crypto';

export type RequestContext = {
  /** Told to whoever asked, in `X-Request-Id`, and named by every line of the log about it. */
  request: string;
  method: string;
  /** Without what stands behind the `?`, which may be a secret. */
  path: string;
};

declare module './of-process' {
  interface OfProcess {
    requests?: AsyncLocalStorage<RequestContext>;
  }
}
const requests = (ofProcess.requests ??= new AsyncLocalStorage());

export const requestContext = (): RequestContext | undefined => requests.getStore();

/** A proxy in front may have named the request already. */
const GIVEN = /^[A-Za-z0-9_-]{8,64}$/;

export function withRequest<T>(request: Request, work: (context: RequestContext) => T): T {
  const given = request.headers.get('x-request-id') ?? '';
  const { pathname } = new URL(request.url);
  const context = { request: GIVEN.test(given) ? given : randomUUID(), method: request.method, path: pathname };
  return requests.run(context, () => work(context));
}
