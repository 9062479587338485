/** Routes made from their contracts: what comes in is checked at the door, what goes out in tests and in development. */
import Ajv, { type ValidateFunction } from 'ajv';
import type { TSchema } from '@sinclair/typebox';
import { type AnswerOf, type BodyOf, contracts, type Endpoint, type ParamsOf, type QueryOf } from '../contract';
import type { Contract } from '../contract/contract';
import { isDeeperThan } from '../core/document/validate';
import { wellFormed } from '../core/text/well-formed';
import { fieldOf } from '../core/values/unknown';
import type { Membership } from '../db/queries/members';
import { requireMember } from '../server/accounts/auth';
import { requireWithin } from '../server/accounts/own-quiz';
import { readConfig } from '../server/platform/config';
import { HttpError } from '../server/platform/http-error';
import { answer, readBytes, requireOwnOrigin } from './http';

const ajv = new Ajv({ allErrors: false, allowUnionTypes: true });

/** Objects and lists inside each other: an edit holds a document, or a part of one. */
const MOST_DEPTH = 60;
const LARGEST_BODY = 64_000;

export type Asked<E extends Endpoint> = {
  request: Request;
  params: ParamsOf<E>;
  query: QueryOf<E>;
  body: BodyOf<E>;
};
type Route<E extends Endpoint> = (request: Request, at: { params: Promise<ParamsOf<E>> }) => Promise<Response>;

/** An endpoint of the studio: signed in, and, where it changes something, called from our own pages. */
export function memberEndpoint<E extends Endpoint>(
  endpoint: E,
  work: (member: Membership, asked: Asked<E>) => Promise<AnswerOf<E>>,
): Route<E> {
  const door = doorOf(endpoint);
  return (request, { params }) =>
    answer(request, async () => {
      if (request.method !== 'GET') requireOwnOrigin(request);
      const member = await requireMember(request.headers);
      const names = await params;
      await requireOwnQuiz(member, names);
      return door.checked(await work(member, await door.read(request, names)));
    });
}

/** Whatever an endpoint does to the quiz in its address, it does only for those who are here for it. */
async function requireOwnQuiz(member: Membership, names: unknown): Promise<void> {
  const quiz = fieldOf(names, 'quiz');
  if (typeof quiz === 'string') await requireWithin(member, quiz);
}

/** A file that a member fetches. */
export const memberFile =
  <P>(work: (member: Membership, params: P, request: Request) => Promise<Response> | Response) =>
  (request: Request, { params }: { params: Promise<P> }): Promise<Response> =>
    answer(request, async () => {
      const member = await requireMember(request.headers);
      const names = await params;
      await requireOwnQuiz(member, names);
      return work(member, names, request);
    });

/** An endpoint for visitors. What is no answer by its contract, a refusal or a file, is answered as it is. */
export function visitorEndpoint<E extends Endpoint>(
  endpoint: E,
  work: (asked: Asked<E>) => Promise<AnswerOf<E> | Response>,
): Route<E> {
  const door = doorOf(endpoint);
  return (request, { params }) =>
    answer(request, async () => {
      const done = await work(await door.read(request, await params));
      return done instanceof Response ? done : door.checked(done);
    }).then(forAnyOrigin);
}

/** A frame in a sandbox has no origin. Visitors have no cookies here, so that any page may ask what anybody may. */
function forAnyOrigin(response: Response): Response {
  response.headers.set('Access-Control-Allow-Origin', '*');
  return response;
}
/** What a browser asks before it asks an endpoint for visitors from another origin. */
export const preflight = (): Response =>
  forAnyOrigin(
    new Response(null, {
      status: 204,
      headers: {
        'Access-Control-Allow-Methods': 'POST',
        'Access-Control-Allow-Headers': 'Content-Type',
        'Access-Control-Max-Age': '86400',
      },
    }),
  );

function doorOf<E extends Endpoint>(endpoint: E) {
  const { query, body, largest, answer: out }: Contract = contracts[endpoint];
  const readQuery = query && ajv.compile<QueryOf<E>>(query);
  const readBody = body && ajv.compile<BodyOf<E>>(body);
  const names = Object.keys(query?.properties ?? {});
  return {
    async read(request: Request, params: ParamsOf<E>): Promise<Asked<E>> {
      const { searchParams } = new URL(request.url);
      const asked = Object.fromEntries(
        names.flatMap((name) => [[name, searchParams.get(name)] as const].filter(([, v]) => v !== null)),
      );
      return {
        request,
        params,
        query: requireValid(readQuery, asked),
        body: requireValid(readBody, readBody && (await readJson(request, largest ?? LARGEST_BODY))),
      };
    },
    checked: (done: AnswerOf<E>) => {
      if (readConfig().checkAnswers) requireKept(endpoint, out, done);
      return Response.json(done, { headers: { 'Cache-Control': 'no-store' } });
    },
  };
}

/** @throws Problem 400 with the place of what is wrong */
function requireValid<T>(check: ValidateFunction<T> | undefined, value: unknown): T {
  // Where a contract names no schema its type is `undefined`, and so is the value.
  if (!check || check(value)) return value as T;
  const [error] = check.errors ?? [];
  throw new HttpError(400, 'not-valid', `${error?.instancePath || 'The request'} ${error?.message ?? 'is not valid'}.`);
}

const answers = new Map<TSchema, ValidateFunction>();
/** @throws Error where an answer is not what its contract says: a mistake of ours, which a test is to show */
function requireKept(endpoint: Endpoint, schema: TSchema, done: unknown): void {
  const check = answers.get(schema) ?? ajv.compile(schema);
  answers.set(schema, check);
  // Compare the serialised answer: without undefined values, with dates as text.
  if (check(JSON.parse(JSON.stringify(done)))) return;
  const [error] = check.errors ?? [];
  throw new Error(
    `The answer of ${endpoint} breaks its contract: ${error?.instancePath ?? ''} ${error?.message ?? ''}`,
  );
}

/** JSON of at most `most` bytes. @throws Problem 400 or 413 */
async function readJson(request: Request, most: number): Promise<unknown> {
  if (!(request.headers.get('content-type') ?? '').startsWith('application/json'))
    throw new HttpError(400, 'not-json', 'JSON is expected here.');
  const text = (await readBytes(request, most)).toString('utf8');
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new HttpError(400, 'not-json', 'This is not JSON.');
  }
  if (isDeeperThan(value, MOST_DEPTH))
    throw new HttpError(400, 'too-deep', `This is nested too deeply: ${MOST_DEPTH} levels at most.`);
  return wellFormed(text, value);
}
