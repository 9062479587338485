/** The HTTP API as OpenAPI 3.1, made of the contracts: one source for what is checked at the door and what is told. */
import type { TObject, TSchema } from '@sinclair/typebox';
import { SCOPES } from '../core/connections/scopes';
import { openEndpoints, openFiles } from './api';
import type { Contract } from './contract';
import { contracts } from './index';

const TAGS = {
  quizzes: 'Quizzes, drafts, pictures and looks',
  editions: 'Publishing, and who may take a quiz',
  runs: 'Runs, marking and scoring again',
  people: 'Contacts and lists',
  letters: 'Letters',
  figures: 'Figures, boards and patterns',
};
const tagOf = (scope: string): string => scope.split(':')[0] ?? '';

type Json = Record<string, unknown>;
/** A schema without the marks of the library that it was made with. */
const plain = (schema: TSchema): Json => JSON.parse(JSON.stringify(schema)) as Json;

const paramsIn = (path: string): Json[] =>
  [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    ...{ name, in: 'path', required: true, schema: { type: 'string', maxLength: 200 } },
  }));
const paramsOf = (query: TObject | undefined): Json[] =>
  Object.entries(query?.properties ?? {}).map(([name, schema]) => ({
    ...{ name, in: 'query', required: query?.required?.includes(name) ?? false, schema: plain(schema) },
  }));
const KEY: Json = {
  ...{
    name: 'Idempotency-Key',
    in: 'header',
    required: false,
    schema: { type: 'string', minLength: 1, maxLength: 200 },
  },
  description:
    'Sent again within a day under the same key, a request is answered as it was the first time and done once.',
};

/** `GET /api/quizzes/{quiz}/people` → `getQuizzesOfQuizPeople`. */
const idOf = (method: string, path: string): string =>
  method.toLowerCase() +
  path
    .replace('/api/', '')
    .split('/')
    .map((part) => part.replace(/^\{(\w+)\}$/, 'of-$1'))
    .join('-')
    .split(/[^A-Za-z0-9]+/)
    .map((word) => word.charAt(0).toUpperCase() + word.slice(1))
    .join('');

const problems = (...statuses: number[]): Json =>
  Object.fromEntries(statuses.map((status) => [String(status), { $ref: '#/components/responses/problem' }]));

/** What is read at a path of the contract where the body is a file itself. */
const isFileBody = (endpoint: string): boolean =>
  endpoint === 'POST /api/pictures' || endpoint === 'POST /api/recordings';

function endpointOf(endpoint: string, { scope, says }: { scope: string; says: string }, contract: Contract): Json {
  const [method = '', path = ''] = endpoint.split(' ');
  const writes = method !== 'GET';
  const body = isFileBody(endpoint)
    ? { 'application/octet-stream': {} }
    : contract.body && { 'application/json': { schema: plain(contract.body) } };
  return {
    ...{ operationId: idOf(method, path), summary: says, tags: [tagOf(scope)], security: [{ token: [scope] }] },
    parameters: [...paramsIn(path), ...paramsOf(contract.query), ...(writes && !isFileBody(endpoint) ? [KEY] : [])],
    ...(body ? { requestBody: { required: true, content: body } } : {}),
    responses: {
      '200': {
        description: 'Done',
        headers: {
          'RateLimit-Policy': { $ref: '#/components/headers/policy' },
          RateLimit: { $ref: '#/components/headers/rate' },
        },
        content: { 'application/json': { schema: plain(contract.answer) } },
      },
      ...problems(400, 401, 403, 404, 429, 503),
      ...(writes ? problems(409, 413, 422) : {}),
    },
  };
}

function fileOf(name: string, file: { scope: string; says: string; type: string; query: TObject | undefined }): Json {
  const [method = '', path = ''] = name.split(' ');
  return {
    ...{
      operationId: idOf(method, path),
      summary: file.says,
      tags: [tagOf(file.scope)],
      security: [{ token: [file.scope] }],
    },
    parameters: [...paramsIn(path), ...paramsOf(file.query)],
    responses: {
      '200': { description: 'A file', content: { [file.type]: {} } },
      ...problems(400, 401, 403, 404, 429, 503),
    },
  };
}

/** @param home where the application is reached, without a slash at the end */
export function openApi(home: string): Json {
  const paths: Record<string, Json> = {};
  const put = (endpoint: string, operation: Json) => {
    const [method = '', path = ''] = endpoint.split(' ');
    paths[path] = { ...paths[path], [method.toLowerCase()]: operation };
  };
  const known: Record<string, Contract> = contracts;
  for (const [endpoint, open] of Object.entries(openEndpoints)) {
    const contract = known[endpoint];
    if (open && contract) put(endpoint, endpointOf(endpoint, open, contract));
  }
  for (const [name, file] of Object.entries(openFiles)) if (file) put(name, fileOf(name, file));
  return {
    openapi: '3.1.0',
    info: {
      title: 'Yes Maybe',
      version: '1',
      description:
        'What a creator can do with quizzes, editions, runs, people, letters and figures. A token of the workspace stands in the header Authorization: Bearer. Documents of quizzes are described by quiz.schema.json.',
    },
    servers: [{ url: home }],
    tags: Object.entries(TAGS).map(([name, description]) => ({ name, description })),
    paths,
    components: {
      securitySchemes: {
        token: {
          ...{ type: 'http', scheme: 'bearer' },
          description: `Scopes: ${Object.entries(SCOPES)
            .map(([scope, says]) => `${scope} (${says})`)
            .join('; ')}`,
        },
      },
      headers: {
        policy: {
          description: 'How many requests in how many seconds',
          schema: { type: 'string' },
          example: '"token";q=300;w=30',
        },
        rate: {
          description: 'How many are left, and seconds until all are',
          schema: { type: 'string' },
          example: '"token";r=299;t=1',
        },
      },
      responses: {
        problem: {
          description: 'What went wrong, what was kept, what to do (RFC 9457)',
          content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
        },
      },
      schemas: {
        Problem: {
          type: 'object',
          required: ['type', 'title', 'status', 'detail', 'code'],
          properties: {
            type: { type: 'string' },
            title: { type: 'string' },
            status: { type: 'integer' },
            detail: { type: 'string', description: 'In words, for a person' },
            code: { type: 'string', description: 'The same for a program; it never changes' },
            details: { description: 'More of it, by code' },
          },
        },
      },
    },
  };
}
