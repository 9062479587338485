/** Routes made from their contracts: what comes in is checked at the door, what goes out in tests and in development. */
import Ajv, { type ValidateFunction } from 'ajv';
import type { TSchema } from '@sinclair/typebox';
import {
  type AnswerOf,
  type BodyOf,
  contracts,
  type Endpoint,
  type ParamsIn,
  type ParamsOf,
  type QueryOf,
} from '../contract';
import { type FileName, openEndpoints, openFiles } from '../contract/api';
import type { Contract } from '../contract/contract';
import type { Scope } from '../core/connections/scopes';
import { isDeeperThan } from '../core/document/validate';
import { wellFormed } from '../core/text/well-formed';
import { fieldOf } from '../core/values/unknown';
import type { Membership } from '../db/queries/members';
import { requireMember } from '../server/accounts/auth';
import { requireWithin } from '../server/accounts/own-quiz';
import { readConfig } from '../server/platform/config';
import { HttpError } from '../server/platform/http-error';
import { once, type Program, programOf } from '../server/integrations/tokens';
import { rateHeaders } from '../server/platform/rates';
import { answersStraight } from '../server/platform/straight';
import { answer, readBytes, refused, requireOwnOrigin } from './http';

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

/** Who asks: a person in one of our own pages, or a program by its token. */
async function askedBy(request: Request, scope: Scope | null): Promise<{ member: Membership; program?: Program }> {
  const bearer = /^Bearer\s+(\S+)$/i.exec(request.headers.get('authorization') ?? '')?.[1];
  if (bearer !== undefined) {
    const program = await programOf(bearer, scope);
    return { member: program.member, program };
  }
  if (request.method !== 'GET') requireOwnOrigin(request);
  return { member: await requireMember(request.headers) };
}

/** Tells a program how much it may still ask, and does what it asks under a key once. */
async function forProgram(
  program: Program | undefined,
  request: Request,
  body: string,
  work: () => Promise<Response>,
): Promise<Response> {
  if (!program) return work();
  const key = request.headers.get('idempotency-key');
  const response = await (key === null || request.method === 'GET'
    ? work()
    : once(program, key, { method: request.method, url: request.url, body }, () => work().catch(refused)));
  for (const [name, value] of Object.entries(rateHeaders('token', program.tokenId))) response.headers.set(name, value);
  return response;
}

/** An endpoint of the studio: signed in, and, where it changes something, called from our own pages; or by a token that may. */
export function memberEndpoint<E extends Endpoint>(
  endpoint: E,
  work: (member: Membership, asked: Asked<E>) => Promise<AnswerOf<E>>,
): Route<E> {
  const door = doorOf(endpoint);
  const open: Record<string, { scope: Scope } | null> = openEndpoints;
  return (request, { params }) =>
    answer(request, async () => {
      const { member, program } = await askedBy(request, open[endpoint]?.scope ?? null);
      const names = await params;
      await requireOwnQuiz(member, names);
      const asked = { ...(await door.read(request)), params: names };
      return forProgram(program, request, asked.body === undefined ? '' : JSON.stringify(asked.body), async () =>
        door.checked(await work(member, asked)),
      );
    });
}

/** Whatever an endpoint does to the quiz in its address, it does only for those who are here for it. */
async function requireOwnQuiz(member: Membership, names: unknown): Promise<void> {
  const quiz = fieldOf(names, 'quiz');
  if (typeof quiz === 'string') await requireWithin(member, quiz);
}

/** A file that a member fetches. */
export const memberFile =
  <F extends FileName>(
    file: F,
    work: (member: Membership, params: ParamsIn<F>, request: Request) => Promise<Response> | Response,
  ) =>
  (request: Request, { params }: { params: Promise<ParamsIn<F>> }): Promise<Response> =>
    answer(request, async () => {
      const { member, program } = await askedBy(request, openFiles[file]?.scope ?? null);
      const names = await params;
      // A file is on its way before the database would refuse this.
      if ([...new URL(request.url).searchParams.values()].some((value) => value.includes('\0')))
        throw new HttpError(400, 'not-valid', 'The query holds a character that no text has.');
      await requireOwnQuiz(member, names);
      return forProgram(program, request, '', async () => work(member, names, request));
    });

/**
 * An endpoint for visitors, at a path without parts that vary. What is no answer by its contract, a refusal or a file, is answered as it is. Once
 * its route has been loaded it is asked past the framework too.
 */
export function visitorEndpoint<E extends Endpoint>(
  endpoint: E,
  work: (asked: Omit<Asked<E>, 'params'>) => Promise<AnswerOf<E> | Response>,
): (request: Request) => Promise<Response> {
  const door = doorOf(endpoint);
  const route = (request: Request) =>
    answer(request, async () => {
      const done = await work(await door.read(request));
      return done instanceof Response ? done : door.checked(done);
    }).then(forAnyOrigin);
  answersStraight(endpoint, route);
  return route;
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
    async read(request: Request): Promise<Omit<Asked<E>, 'params'>> {
      const { searchParams } = new URL(request.url);
      const asked = Object.fromEntries(
        names.flatMap((name) => [[name, searchParams.get(name)] as const].filter(([, v]) => v !== null)),
      );
      return {
        request,
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
