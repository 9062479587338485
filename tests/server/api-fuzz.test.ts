/**
 * Requests made from the description of the API, whole ones and ones with a mistake in them: whatever comes, nothing breaks, and each answer
 * keeps its contract. `REQUESTS=20000` for as many as a release gets.
 */
import type { TObject } from '@sinclair/typebox';
import { openEndpoints, openFiles } from '../../contract/api';
import type { Contract } from '../../contract/contract';
import { contracts } from '../../contract';
import { type Scope, SCOPES } from '../../core/connections/scopes';
import { isObject } from '../../core/values/unknown';
import { listPeople } from '../../server/results/findings';
import { makeToken } from '../../server/integrations/tokens';
import { RATES } from '../../server/platform/rates';
import { type Dice, dice } from '../any-quiz';
import { contact, go, published, visit } from './world';

const REQUESTS = Number(process.env['REQUESTS'] ?? 1_200);

const STRANGE = [
  ...['', ' ', 'a', '-1', '0', '1e309', 'null', '../..', '%00', '\u0000', '\ud800', '𝔘', 'x'.repeat(5_000)],
  ...["' or 1=1 --", '{"$ne":null}', '__proto__', 'constructor', '2026-13-45T99:99:99.999Z', 'NaN'],
];
const ANY: unknown[] = [null, true, 0, -1, 1e308, 2 ** 53, '', [], {}, [[]], { a: { b: {} } }, ...STRANGE];

/** Something that a schema allows, or nearly. */
function made(schema: unknown, d: Dice, depth = 0): unknown {
  if (d.chance(0.06) || !isObject(schema) || depth > 8) return d.one(ANY);
  const either = schema['anyOf'] ?? schema['oneOf'];
  if (Array.isArray(either)) return made(d.one(either), d, depth + 1);
  if (Array.isArray(schema['enum'])) return d.one(schema['enum']);
  if ('const' in schema) return schema['const'];
  const properties = schema['properties'];
  if (isObject(properties)) {
    const required = Array.isArray(schema['required']) ? schema['required'] : [];
    return Object.fromEntries(
      Object.entries(properties).flatMap(([name, of]) =>
        (required.includes(name) ? d.chance(0.97) : d.chance(0.5)) ? [[name, made(of, d, depth + 1)]] : [],
      ),
    );
  }
  switch (schema['type']) {
    case 'array':
      return Array.from({ length: d.int(0, 3) }, () => made(schema['items'], d, depth + 1));
    case 'integer':
      return d.one([0, 1, 2, 7, -1, 2 ** 31, 1.5]);
    case 'number':
      return d.one([0, 0.5, 1, -3, 1e9, 1e308]);
    case 'boolean':
      return d.chance(0.5);
    case 'null':
      return null;
    case 'object':
      return d.one([{}, { format: 1 }, { kind: 'choice' }]);
    default:
      return d.chance(0.5) ? d.one(['a', 'q1', 'Tea', 'finished::yes', 'v x', '2026-05-01', '12']) : d.one(STRANGE);
  }
}

type Route = Record<string, (request: Request, at: { params: Promise<unknown> }) => Promise<Response>>;

it(`${REQUESTS} requests find nothing that breaks`, async () => {
  // A program that asks this much is slowed down; here it is let through.
  const { burst } = RATES.token;
  RATES.token.burst = 1e9;
  const at = await published();
  await visit(at.address, go('p1', { q1: ['a'] }), go('p2', { q2: ['b'] }), contact({ email: 'ida@spoke.test' }, 1));
  const scopes = Object.keys(SCOPES) as Scope[];
  const { token } = await makeToken(at.member, { name: 'Fuzz', scopes, days: null });
  const run = (await listPeople(at.member, at.quizId)).people[0]?.runId ?? '';
  const known: Record<string, string> = {
    quiz: at.quizId,
    run,
    question: 'q1',
    edition: '1',
    kind: 'csv',
    message: 'm',
  };
  const all: Record<string, Contract> = contracts;
  const files: Record<string, { query?: TObject | undefined } | null> = openFiles;
  const endpoints = [...Object.entries(openEndpoints), ...Object.entries(openFiles)].filter(([, one]) => one !== null);
  const broken: string[] = [];
  for (let n = 0; n < REQUESTS; n++) {
    const d = dice(n, 'api');
    const [endpoint] = endpoints[n % endpoints.length] ?? [''];
    const [method = '', path = ''] = endpoint.split(' ');
    // The quiz has to stay for those that come after.
    if (endpoint === 'DELETE /api/quizzes/{quiz}') continue;
    const { query, body } = { ...files[endpoint], ...all[endpoint] };
    const names = [...path.matchAll(/\{(\w+)\}/g)].map(([, name = '']) => name);
    const params = Object.fromEntries(names.map((name) => [name, (d.chance(0.85) && known[name]) || d.one(STRANGE)]));
    const asked = query ? made(query, d) : {};
    const search = new URLSearchParams(
      Object.entries(isObject(asked) ? asked : {}).map(([name, value]) => [name, String(value)]),
    );
    const sent = body ? made(body, d) : d.one(ANY);
    const route = (await import(`../../app${path.replaceAll('{', '[').replaceAll('}', ']')}/route`)) as Route;
    const request = new Request(`http://quiz.test${encodeURI(path)}?${search.toString()}`, {
      method,
      headers: {
        'Content-Type': d.chance(0.97) ? 'application/json' : 'text/plain',
        authorization: `Bearer ${token}`,
        ...(d.chance(0.2) ? { 'Idempotency-Key': d.one(['k', `k${n}`]) } : {}),
      },
      ...(method === 'GET' ? {} : { body: d.chance(0.97) ? (JSON.stringify(sent) ?? '') : '{"a":' }),
    });
    const response = await route[method]?.(request, { params: Promise.resolve(params) });
    const status = response?.status ?? 0;
    const text = (await response?.text()) ?? '';
    // What a name server or a post office would have to answer is not there.
    const isAway = status === 503 && !text.includes('"trouble"');
    if (status === 0 || (status >= 500 && !isAway))
      broken.push(
        `${n} ${endpoint} ${JSON.stringify(params)} ?${search.toString().slice(0, 200)} ${JSON.stringify(sent)?.slice(0, 300)}: ${status} ${text.slice(0, 200)}`,
      );
  }
  RATES.token.burst = burst;
  expect(broken).toEqual([]);
}, 1_800_000);
