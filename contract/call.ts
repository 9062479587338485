/** Calling an endpoint from a browser. Contracts are types here: no schema comes to the browser. */
import { fieldOf, textOf } from '../core/values/unknown';
import type { AnswerOf, BodyOf, Endpoint, ParamsOf, QueryOf } from './index';

type WithBody<E extends Endpoint> = [BodyOf<E>] extends [undefined] ? object : { body: BodyOf<E> };
type WithQuery<E extends Endpoint> = [QueryOf<E>] extends [undefined] ? object : { query: QueryOf<E> };
/** What an endpoint is asked: the names of its path, its query and its body. */
export type Asked<E extends Endpoint> = ParamsOf<E> & WithBody<E> & WithQuery<E>;

/** What the server says where it did not do what was asked. */
export class HttpError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly details?: unknown,
    readonly code?: string,
  ) {
    super(message);
  }
}

/** The address and the rest of a request. */
export function requestFor<E extends Endpoint>(endpoint: E, asked: Asked<E>): [url: string, init: RequestInit] {
  // A contract's body and query are told apart from the ids in its path here, once for all contracts.
  const { body, query, ...params } = asked as { body?: unknown; query?: Record<string, string | undefined> } & Record<
    string,
    string
  >;
  const [method = '', path = ''] = endpoint.split(' ');
  const url = path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(params[name] ?? ''));
  const given = Object.entries(query ?? {}).filter((entry): entry is [string, string] => entry[1] !== undefined);
  const search = given.length ? `?${String(new URLSearchParams(given))}` : '';
  const json =
    body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) };
  return [url + search, { method, ...json }];
}

/** @throws CallFailed with words for the person who asked */
export const call = <E extends Endpoint>(endpoint: E, asked: Asked<E>): Promise<AnswerOf<E>> =>
  answered(...requestFor(endpoint, asked));

export type FileEndpoint = 'POST /api/pictures' | 'POST /api/recordings';
/** Sends a file as it is. @throws CallFailed */
export const upload = <E extends FileEndpoint>(endpoint: E, file: Blob): Promise<AnswerOf<E>> =>
  answered(endpoint.slice('POST '.length), {
    method: 'POST',
    headers: { 'Content-Type': 'application/octet-stream' },
    body: file,
  });

/** Sends a JSON body to an address that is no endpoint of ours: accounts are a library's. @throws CallFailed */
export const postJson = (url: string, body: unknown): Promise<unknown> =>
  answered(url, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });

async function answered<A>(url: string, init: RequestInit): Promise<A> {
  let response: Response;
  try {
    response = await fetch(url, init);
  } catch {
    throw new HttpError(
      503,
      'The server cannot be reached. What you did is kept in this window and sent when it can be.',
    );
  }
  const answer: unknown = await response.json().catch(() => ({}));
  // The one cast at this door: the server holds its answers to the same contract, in tests and in development by checking each.
  if (response.ok) return answer as A;
  const message = textOf(answer, 'detail') ?? 'That did not work just now. Please try again.';
  throw new HttpError(response.status, message, fieldOf(answer, 'details'), textOf(answer, 'code'));
}
