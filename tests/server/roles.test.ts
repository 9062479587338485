/** Every endpoint of the studio, asked by everybody: without a session, from another workspace, as reader, editor and owner. */
import { readdir, readFile } from 'node:fs/promises';
import type { Endpoint } from '../../contract';
import type { FileName } from '../../contract/api';
import type { browserErrors } from '../../contract/browser-errors';
import type { visits } from '../../contract/visits';
import { addMember, chooseWorkspace, type Membership } from '../../db/queries/members';
import { memberOf } from '../../server/accounts/auth';
import { invite, limit } from '../../server/accounts/team';
import { giveAway } from '../../server/editing/gifts';
import { addComment } from '../../server/editing/comments';
import { keepEdits } from '../../server/editing/edit-quiz';
import { keepLook } from '../../server/editing/looks';
import { listContacts } from '../../server/people/people';
import { listStates } from '../../server/editing/history';
import { insertRunFile } from '../../db/queries/run-files';
import { insertToken } from '../../db/queries/tokens';
import { insertWebhook } from '../../db/queries/webhooks';
import { newId } from '../../server/platform/ids';
import { trayOf } from '../../server/letters/mail';
import { database } from './own-database';
import { addPeople, listPage } from '../../server/publishing/access';
import { addHostName } from '../../server/publishing/host-names';
import { listPeople } from '../../server/results/findings';
import { signUp } from './signed-in';
import { contact, go, newToken, published, smallQuiz, visit } from './world';

type OfVisitors = keyof typeof visits | keyof typeof browserErrors;
/** A file has no contract: it is no JSON. */
type OfStudio = Exclude<Endpoint, OfVisitors> | FileName;
type Role = Membership['role'];
type Row = {
  /** Who may at least. */ role: Role;
  body?: unknown;
  query?: string;
  /** What a stranger is told, where it is not that there is no such thing. */ stranger?: number;
  /** What they who may are told, where what is asked for makes no sense in this world. */ told?: number;
};

const DOCUMENT = smallQuiz();

/** A new endpoint does not compile until it stands here. */
const rows: Record<OfStudio, Row> = {
  'GET /api/quizzes/{quiz}/access': { role: 'reader' },
  'PUT /api/quizzes/{quiz}/access': { role: 'editor', body: { settings: {} } },
  'GET /api/quizzes/{quiz}/wipe': { role: 'reader', query: 'what=runs&days=30' },
  'PUT /api/quizzes/{quiz}/passcode': { role: 'editor', body: { passcode: 'lantern' } },
  'PUT /api/quizzes/{quiz}/address': {
    role: 'editor',
    body: {
      address: `moved-${newToken()
        .toLowerCase()
        .replace(/[^a-z]/g, '')}`,
    },
  },
  'POST /api/quizzes/{quiz}/short': { role: 'editor' },
  'GET /api/quizzes/{quiz}/list': { role: 'reader' },
  'POST /api/quizzes/{quiz}/list': { role: 'editor', body: { text: 'Moss' } },
  'POST /api/quizzes/{quiz}/list/letters': {
    role: 'editor',
    body: { round: 'round-0001', subject: 'Now', words: 'Please' },
  },
  'PUT /api/quizzes/{quiz}/list/{person}': { role: 'editor', body: { may: 'no' } },
  'GET /api/quizzes/{quiz}/gift': { role: 'reader' },
  'POST /api/quizzes/{quiz}/gift': { role: 'editor' },
  'DELETE /api/quizzes/{quiz}/gift': { role: 'editor' },
  // Whoever has the link may have a copy, in a workspace where they may write.
  'POST /api/copies': { role: 'editor', body: { key: '{gift}' }, stranger: 200 },
  'GET /api/quizzes/{quiz}/comments': { role: 'reader' },
  'POST /api/quizzes/{quiz}/comments': { role: 'editor', body: { id: 'comment-2', block: 'q1', words: 'Shorter?' } },
  'PUT /api/quizzes/{quiz}/comments/{comment}': { role: 'editor', body: { done: 'yes' } },
  'GET /api/quizzes/{quiz}/edits': { role: 'reader', query: 'since=0' },
  'POST /api/quizzes/{quiz}/edits': { role: 'editor', body: { base: 0, edits: [] } },
  'POST /api/quizzes/{quiz}/presence': { role: 'reader', body: { block: 'q1' } },
  'GET /api/quizzes/{quiz}/states': { role: 'reader' },
  'GET /api/quizzes/{quiz}/states/{revision}': { role: 'reader' },
  'GET /api/pictures': { role: 'reader', stranger: 200 },
  'POST /api/pictures/cut': {
    role: 'editor',
    body: { src: '/pictures/map.svg', left: 0, top: 0, width: 0.5, height: 0.5 },
    stranger: 200,
  },
  'POST /api/pictures': { role: 'editor', stranger: 422, told: 422 },
  'POST /api/recordings': { role: 'editor', stranger: 422, told: 422 },
  'GET /api/quizzes': { role: 'reader', stranger: 200 },
  'GET /api/quizzes/{quiz}': { role: 'reader' },
  'PUT /api/quizzes/{quiz}/document': { role: 'editor', body: { revision: 1, document: DOCUMENT } },
  'GET /api/quizzes/{quiz}/editions': { role: 'reader' },
  'GET /api/webhooks': { role: 'reader', stranger: 200 },
  'POST /api/webhooks': {
    role: 'owner',
    body: { url: 'https://hear.roles.test/in', happenings: ['run.finished'], quizzes: null },
    stranger: 200,
  },
  'PUT /api/webhooks/{webhook}': { role: 'owner', body: { isOn: false } },
  'DELETE /api/webhooks/{webhook}': { role: 'owner' },
  'GET /api/webhooks/{webhook}/secret': { role: 'owner' },
  'POST /api/webhooks/{webhook}/secret': { role: 'owner' },
  'GET /api/webhooks/{webhook}/messages': { role: 'owner' },
  'POST /api/webhooks/{webhook}/test': { role: 'owner' },
  'POST /api/webhooks/{webhook}/again': { role: 'owner', body: {} },
  'PUT /api/quizzes/{quiz}/webhooks/{webhook}': { role: 'editor', body: { hears: true } },
  'GET /api/tokens': { role: 'owner', stranger: 200 },
  'POST /api/tokens': { role: 'owner', body: { name: 'Till', scopes: ['quizzes:read'], days: null }, stranger: 200 },
  'DELETE /api/tokens/{token}': { role: 'owner' },
  'POST /api/quizzes': { role: 'editor', body: { prompt: 'Tea?', answers: [] }, stranger: 200 },
  'POST /api/quizzes/read': {
    role: 'editor',
    body: { text: 'question,answer 1,answer 2\nTea?,Yes,No', fileName: 'tea.csv' },
    stranger: 200,
  },
  'DELETE /api/quizzes/{quiz}': { role: 'editor' },
  'POST /api/quizzes/{quiz}/restore': { role: 'editor' },
  'PUT /api/quizzes/{quiz}/shelf': { role: 'editor', body: { label: 'Spring' } },
  'POST /api/quizzes/{quiz}/copy': { role: 'editor' },
  'GET /api/quizzes/{quiz}/file': { role: 'reader', query: 'as=json' },
  'POST /api/quizzes/{quiz}/publish': { role: 'editor', body: { revision: 1, isSure: true } },
  'POST /api/quizzes/{quiz}/trials': { role: 'reader', body: { of: 'live' } },
  'DELETE /api/quizzes/{quiz}/trials': { role: 'editor' },
  'GET /api/quizzes/{quiz}/editions/{edition}': { role: 'reader' },
  'POST /api/quizzes/{quiz}/editions/{edition}/live': { role: 'editor' },
  'PUT /api/quizzes/{quiz}/editions/{edition}/note': { role: 'editor', body: { note: 'Before the festival' } },
  'POST /api/quizzes/{quiz}/release': { role: 'editor' },
  'GET /api/templates': { role: 'reader', stranger: 200 },
  'GET /api/people': { role: 'reader', stranger: 200 },
  'GET /api/people/contacts.xlsx': { role: 'reader', stranger: 200 },
  'GET /api/people/contacts.csv': { role: 'reader', stranger: 200 },
  'GET /api/people/contacts.vcf': { role: 'reader', stranger: 200 },
  'GET /api/people/{contact}': { role: 'reader' },
  'GET /api/people/{contact}/data.json': { role: 'reader' },
  'PUT /api/people/{contact}/joined/{other}': { role: 'editor' },
  'DELETE /api/people/{contact}/joined/{other}': { role: 'editor' },
  'DELETE /api/people/{contact}': { role: 'editor' },
  'GET /api/looks': { role: 'reader', stranger: 200 },
  'POST /api/looks': { role: 'editor', body: { name: 'Of the house', look: { ready: 'enamel' } }, stranger: 200 },
  'PUT /api/looks/{look}': { role: 'editor', body: { name: 'Of the shop' } },
  'POST /api/looks/{look}/worn': { role: 'editor', body: { quizzes: ['{quiz}'] } },
  'DELETE /api/looks/{look}': { role: 'editor' },
  'GET /api/bank': { role: 'reader', stranger: 200 },
  'POST /api/bank': { role: 'editor', body: { quiz: '{quiz}', ids: ['q1'] } },
  'GET /api/quizzes/{quiz}/findings': { role: 'reader' },
  'GET /api/quizzes/{quiz}/patterns': { role: 'reader' },
  'GET /api/quizzes/{quiz}/people/{run}/why': { role: 'reader' },
  'GET /api/quizzes/{quiz}/splits': { role: 'reader' },
  'GET /api/quizzes/{quiz}/views': { role: 'reader' },
  'PUT /api/quizzes/{quiz}/views/{view}': { role: 'editor', body: { where: 'finished::yes', against: null } },
  'DELETE /api/quizzes/{quiz}/views/{view}': { role: 'editor' },
  'GET /api/quizzes/{quiz}/words/{question}': { role: 'reader' },
  'GET /api/quizzes/{quiz}/people': { role: 'reader' },
  'GET /api/quizzes/{quiz}/people/{run}': { role: 'reader' },
  'DELETE /api/quizzes/{quiz}/people/{run}': { role: 'editor' },
  'GET /api/quizzes/{quiz}/people/{run}/files/{file}': { role: 'reader' },
  'GET /api/quizzes/{quiz}/rescorings': { role: 'reader' },
  // There is one edition, by whose key everything is scored.
  'POST /api/quizzes/{quiz}/rescorings': { role: 'editor', told: 409 },
  'PUT /api/quizzes/{quiz}/rescorings/{rescoring}': { role: 'editor', body: { do: 'undo' }, told: 404 },
  'PUT /api/quizzes/{quiz}/people/{run}/note': { role: 'editor', body: { words: 'Call them' } },
  'PUT /api/quizzes/{quiz}/groups/{run}': { role: 'editor', body: { name: 'Early birds' } },
  'GET /api/quizzes/{quiz}/what-if/{question}': { role: 'reader', query: 'option=b' },
  'GET /api/quizzes/{quiz}/reviews': { role: 'reader' },
  'GET /api/quizzes/{quiz}/reviews/{question}': { role: 'reader' },
  'PUT /api/quizzes/{quiz}/reviews/{question}': { role: 'editor', body: { words: 'a', marks: 1 }, told: 404 },
  'GET /api/quizzes/{quiz}/live': { role: 'reader' },
  'GET /api/quizzes/{quiz}/runs.csv': { role: 'reader' },
  'GET /api/quizzes/{quiz}/runs.xlsx': { role: 'reader' },
  'GET /api/quizzes/{quiz}/runs.jsonl': { role: 'reader' },
  'GET /api/quizzes/{quiz}/runs.xapi.jsonl': { role: 'reader' },
  'GET /api/quizzes/{quiz}/tables/{kind}': { role: 'reader', query: 'of=journey' },
  'GET /api/quizzes/{quiz}/board': { role: 'reader' },
  'PUT /api/quizzes/{quiz}/board': { role: 'editor', body: { version: 0, panels: [] } },
  'GET /api/quizzes/{quiz}/letters': { role: 'reader' },
  'POST /api/quizzes/{quiz}/letters': { role: 'editor', body: { message: 'm', to: 'me@example.com' } },
  'POST /api/quizzes/{quiz}/letters/{letter}': { role: 'editor' },
  'POST /api/quizzes/{quiz}/letters/failed': { role: 'editor' },
  'GET /api/quizzes/{quiz}/letters/{letter}/page': { role: 'reader' },
  'GET /api/quizzes/{quiz}/letters/{letter}/letter.eml': { role: 'reader' },
  'GET /api/quizzes/{quiz}/messages/{message}': { role: 'reader' },
  'GET /api/quizzes/{quiz}/messages/{message}/page': { role: 'reader' },
  'GET /api/mailing': { role: 'reader', stranger: 200 },
  'PUT /api/mailing': {
    role: 'editor',
    body: { isStopped: false, perMinute: null, quiet: null },
    stranger: 200,
  },
  'GET /api/operator': { role: 'reader', stranger: 404, told: 404 },
  'GET /api/account': { role: 'reader', stranger: 200 },
  'GET /api/account/data.json': { role: 'reader', stranger: 200 },
  'PUT /api/account/email': {
    role: 'reader',
    body: { email: 'moved@slowspoke.test', password: 'not this one' },
    stranger: 403,
    told: 403,
  },
  'DELETE /api/account/sessions/{session}': { role: 'reader', stranger: 404, told: 404 },
  'POST /api/account/leave': { role: 'reader', body: { password: 'not this one' }, stranger: 403, told: 403 },
  'GET /api/team': { role: 'reader', stranger: 200 },
  'POST /api/team/invitations': {
    role: 'owner',
    body: { email: 'tamsin@slowspoke.test', role: 'reader' },
    stranger: 200,
  },
  'GET /api/team/hosts': { role: 'reader', stranger: 200 },
  'POST /api/team/hosts': { role: 'owner', body: { host: 'quiz.roles.test' }, stranger: 200 },
  // No name server is there.
  'POST /api/team/hosts/{host}/proof': { role: 'owner', told: 503 },
  'DELETE /api/team/hosts/{host}': { role: 'owner' },
  'DELETE /api/team/invitations/{invitation}': { role: 'owner' },
  'PUT /api/team/people/{person}': { role: 'owner', body: { role: 'editor' } },
  'PUT /api/team/people/{person}/quizzes': { role: 'owner', body: { quizzes: [] } },
  'DELETE /api/team/people/{person}': { role: 'owner' },
  'POST /api/team/join': { role: 'reader', body: { token: 'no.such.token' }, told: 404 },
  'POST /api/team/choose': { role: 'reader', body: { workspace: '{workspace}' } },
};

/** Somebody who works in the workspace of `owner`. */
async function colleague(owner: Membership, role: Role): Promise<string> {
  const { cookie, member } = await signUp('Otto');
  await addMember(database(), { workspaceId: owner.workspaceId, userId: member.userId, role });
  await chooseWorkspace(database(), owner.workspaceId, member.userId, new Date());
  return cookie;
}

let owner: Membership;
let cookies: Record<Role | 'stranger' | 'limited', string>;
beforeAll(async () => {
  const wren = await signUp('Wren');
  owner = wren.member;
  cookies = {
    owner: wren.cookie,
    editor: await colleague(owner, 'editor'),
    reader: await colleague(owner, 'reader'),
    limited: await colleague(owner, 'editor'),
    stranger: (await signUp('Stranger')).cookie,
  };
  const limited = await memberOf(new Headers({ cookie: cookies.limited }));
  await limit(owner, limited?.userId ?? '', []);
});

let worlds = 0;
let readWorld: Promise<Record<string, string>> | undefined;
/** A quiz that was taken, somebody on its list, somebody invited, and a colleague: the ids that addresses name. */
async function makeWorld(endpoint: string): Promise<Record<string, string>> {
  const { quizId, address } = await published(undefined, owner);
  worlds += 1;
  // Whoever is taken away in one of them is somebody else in the others.
  const email = `ida-${worlds}@example.com`;
  await visit(address, go('p1', { q1: ['a'] }), go('p2', { q2: ['a'] }), contact({ email }, 1));
  // A state is kept where somebody else takes over.
  const edit = { name: 'set-title', ops: [{ op: 'set' as const, at: [], field: ['title'], to: 'Tea' }] };
  await keepEdits({ ...owner, name: 'Otto' }, quizId, 0, [{ id: 'edit-0001', edit }]);
  await addComment(owner, quizId, { id: 'comment-1', block: 'q1', words: 'Too long?' });
  await addPeople(owner, quizId, 'Ida');
  await addHostName(owner, 'fragen.roles.test');
  const hook = { workspaceId: owner.workspaceId, webhookId: newId('hook'), url: 'https://hear.roles.test/' };
  // There may be so many of either.
  if (endpoint.includes('{webhook}'))
    await insertWebhook(database(), { ...hook, happenings: [], quizzes: [], madeBy: owner.userId });
  const token = { workspaceId: owner.workspaceId, tokenId: newId('t'), name: 'Till', hash: newToken() };
  if (endpoint.includes('{token}')) await insertToken(database(), { ...token, scopes: [], madeBy: owner.userId });
  // So many invitations a day are the most: those of these worlds were made on different days, the oldest first.
  const invitedAt = new Date(Date.now() - Math.max(0, 12 - Math.floor(worlds / 20)) * 86_400_000);
  const whom = { email: `${newToken().toLowerCase()}@slowspoke.test`, role: 'reader' as const };
  const { invited } = await invite(owner, whom, invitedAt);
  // An account takes as long to make as all the rest.
  const leaving = endpoint.includes('{person}')
    ? await memberOf(new Headers({ cookie: await colleague(owner, 'reader') }))
    : null;
  const run = (await listPeople(owner, quizId)).people[0]?.runId ?? '';
  await insertRunFile(database(), {
    workspaceId: owner.workspaceId,
    runId: run,
    fileId: 'file-1',
    ...{ name: 'a.png', type: 'image/png', bytes: Buffer.from('a'), size: 1, isSent: true },
  });
  return {
    quiz: quizId,
    run,
    file: 'file-1',
    letter: (await trayOf(owner, quizId)).letters[0]?.id ?? '',
    edition: '1',
    view: 'Finished',
    message: 'm',
    question: 'q1',
    kind: 'csv',
    comment: 'comment-1',
    rescoring: '1',
    gift: new URL((await giveAway(owner, quizId)).link ?? '').searchParams.get('key') ?? '',
    session: 'no-such-session',
    webhook: hook.webhookId,
    token: token.tokenId,
    host: 'fragen.roles.test',
    look: (await keepLook(owner, 'Of the house', {})).id,
    contact: (await listContacts(owner, {})).people[0]?.id ?? '',
    other: (await listContacts(owner, {})).people[0]?.id ?? '',
    revision: String((await listStates(owner, quizId))[0]?.revision),
    invitation: invited[0]?.id ?? '',
    workspace: owner.workspaceId,
    listed: (await listPage(owner, quizId, {}))[0]?.id ?? '',
    colleague: leaving?.userId ?? '',
  };
}

async function ask(endpoint: OfStudio, { body, query = '' }: Row, world: Record<string, string>, cookie: string) {
  const [method = '', path = ''] = endpoint.split(' ');
  const ids = { ...world, person: (path.includes('/list/') ? world['listed'] : world['colleague']) ?? '' };
  const filled = (text: string) => text.replace(/\{(\w+)\}/g, (_, name: keyof typeof ids) => ids[name] ?? '');
  const route = (await import(`../../app${path.replaceAll('{', '[').replaceAll('}', ']')}/route`)) as Record<
    string,
    (request: Request, at: { params: Promise<unknown> }) => Promise<Response>
  >;
  const request = new Request(`http://quiz.test${filled(path)}?${query}`, {
    method,
    headers: { 'Content-Type': 'application/json', origin: 'http://quiz.test', cookie },
    ...(method === 'GET' ? {} : { body: filled(JSON.stringify(body ?? {})) }),
  });
  const response = await route[method]?.(request, { params: Promise.resolve(ids) });
  // What goes on being told is listened to no longer.
  if (endpoint.endsWith('/live')) await response?.body?.cancel();
  return response?.status;
}

/** What asks for nobody: signing in, the demo's own door, whether the server is well, and what the API is. */
const OPEN = ['auth/', 'demo/', 'health/', 'post/', 'openapi.json/'];

const ranks: Role[] = ['reader', 'editor', 'owner'];
describe('every endpoint of the studio', () => {
  it('stands in the table, by its file and method', async () => {
    const found: string[] = [];
    for (const file of await readdir('app/api', { recursive: true })) {
      if (!file.endsWith('/route.ts') || OPEN.some((start) => file.startsWith(start))) continue;
      const path = file.slice(0, -'/route.ts'.length).replaceAll('[', '{').replaceAll(']', '}');
      for (const [, method] of (await readFile(`app/api/${file}`, 'utf8')).matchAll(/^export const ([A-Z]+) =/gm))
        found.push(`${method} /api/${path}`);
    }
    expect(Object.keys(rows).sort()).toEqual(found.sort());
  });
  it.each(Object.entries(rows) as [OfStudio, Row][])('%s', async (endpoint, row) => {
    // What is only read is the same for all who read.
    const world = await (endpoint.startsWith('GET ') ? (readWorld ??= makeWorld('{webhook}')) : makeWorld(endpoint));
    expect(await ask(endpoint, row, world, '')).toBe(401);
    expect(await ask(endpoint, row, world, cookies.stranger)).toBe(row.stranger ?? 404);
    // Somebody of the workspace who is here for other quizzes alone.
    if (endpoint.includes('{quiz}')) expect(await ask(endpoint, row, world, cookies.limited)).toBe(404);
    for (const role of ranks.slice(0, ranks.indexOf(row.role)))
      expect([role, await ask(endpoint, row, world, cookies[role])]).toEqual([role, 403]);
    expect([row.role, await ask(endpoint, row, world, cookies[row.role])]).toEqual([row.role, row.told ?? 200]);
  });
});
