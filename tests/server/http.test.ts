/** The door: wrong, too large, foreign and unsigned requests, through the routes themselves. */
import { sql } from 'drizzle-orm';
import { POST as editPOST, GET as editGET } from '../../app/api/quizzes/[quiz]/edits/route';
import { DELETE as quizDELETE } from '../../app/api/quizzes/[quiz]/route';
import { POST as openRoute } from '../../app/runs/open/route';
import { POST as stepRoute } from '../../app/runs/step/route';
import { visitorEndpoint } from '../../app/endpoint';
import type { Standing } from '../../contract/visits';
import { auth } from '../../server/accounts/auth';
import { database } from './own-database';
import { errorForLog } from '../../server/platform/log';
import { getQuiz } from '../../server/accounts/own-quiz';
import { createQuiz } from '../../server/editing/quizzes';
import { firstLook } from '../../server/visitor/take-step';
import { signUp } from './signed-in';
import { go, newToken, published, smallQuiz } from './world';

const json = (body: unknown, headers: Record<string, string> = {}) =>
  new Request('http://quiz.test/x', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', ...headers },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });
const told = async (response: Response) => ({
  status: response.status,
  ...((await response.json()) as { code: string; detail: string }),
});

describe('a visitor’s request', () => {
  const body = { address: 'nowhere', token: newToken(), seq: 1, sent: go('p1', { q1: ['a'] }) };
  test.each<[string, unknown, number, string]>([
    ['that is not JSON', '{', 400, 'not-json'],
    ['with an unknown field', { ...body, admin: true }, 400, 'not-valid'],
    ['without a pass', { ...body, token: '' }, 400, 'not-valid'],
    ['with a pass that is a query', { ...body, token: "' or true; drop table runs; --------" }, 400, 'not-valid'],
    ['with a number that is none', { ...body, seq: '1' }, 400, 'not-valid'],
    ['that does something unknown', { ...body, sent: { do: 'win' } }, 400, 'not-valid'],
    [
      'that is too large',
      { ...body, sent: go('p1', { q1: 'x'.repeat(1_999).concat('y'.repeat(80_000)) }) },
      413,
      'too-large',
    ],
    ['with a pass nobody has', body, 404, 'not-found'],
  ])('%s is refused', async (_name, sent, status, code) => {
    const { address } = await published();
    expect(await told(await stepRoute(json(typeof sent === 'object' ? { ...sent, address } : sent)))).toMatchObject({
      status,
      code,
    });
  });
  it('without JSON’s type is refused, so that no form of another site can send it', async () => {
    const request = new Request('http://quiz.test/x', { method: 'POST', body: '{}' });
    expect(await told(await stepRoute(request))).toMatchObject({ status: 400, code: 'not-json' });
  });
  it('for a quiz that is not there is told so', async () => {
    expect(
      await told(await openRoute(json({ address: 'nowhere', token: newToken(), params: {}, source: '' }))),
    ).toMatchObject({ status: 404 });
  });
  it('is taken when it is right, and never cached', async () => {
    const { address } = await published();
    const token = newToken();
    const opened = await openRoute(json({ address, token, params: {}, source: 'test' }));
    expect(opened.headers.get('cache-control')).toBe('no-store');
    const answer = await stepRoute(json({ address, token, seq: 1, sent: go('p1', { q1: ['a'] }) }));
    expect(await answer.json()).toMatchObject({ seq: 1, view: { page: { id: 'p2' } } });
  });
  it('with half an emoji, or with a character that no database keeps, is taken with a sign in its place', async () => {
    const { address } = await published();
    const token = newToken();
    await openRoute(json({ address, token, params: { constructor: 'x', '\u0000': '\ud83d' }, source: '\u0000' }));
    for (const [seq, sent] of [
      [1, go('p1', { q1: ['a'] })],
      [2, go('p2', { q2: ['a'] })],
      [
        3,
        {
          do: 'go',
          page: 'p3',
          contact: { c: { fields: { name: 'Ida \ud83d\u0000', email: 'ida@example.com' }, consent: 1 } },
        },
      ],
    ] as const)
      expect((await stepRoute(json({ address, token, seq, sent }))).status).toBe(200);
  });
  it('that is nested without end is refused', async () => {
    const { address } = await published();
    const deep = `${'['.repeat(9_000)}${']'.repeat(9_000)}`;
    const text = `{"address":"${address}","token":"${newToken()}","seq":1,"sent":{"do":"go","page":"p1","answers":{"q1":${deep}}}}`;
    expect(await told(await stepRoute(json(text)))).toMatchObject({ status: 400, code: 'too-deep' });
  });
  it('that comes too often is told to wait', async () => {
    const { address } = await published();
    const token = newToken();
    await openRoute(json({ address, token, params: {}, source: 'test' }));
    const body = { address, token, seq: 9, sent: go('p1') };
    const answers = await Promise.all(Array.from({ length: 130 }, () => stepRoute(json(body))));
    const late = answers.find((a) => a.status === 429);
    expect(late?.headers.get('retry-after')).toMatch(/^\d+$/);
    expect((await late?.json()) as object).toMatchObject({ detail: expect.stringContaining('Your answers are kept') });
  });
  it('with an answer that cannot be is refused at its place', async () => {
    const { address } = await published();
    const token = newToken();
    await openRoute(json({ address, token, params: {}, source: 'test' }));
    const answer = await stepRoute(json({ address, token, seq: 1, sent: go('p1', { q1: ['nonsense'] }) }));
    expect(answer.status).toBe(422);
    expect(await answer.json()).toMatchObject({ refused: [{ block: 'q1', code: 'unknown' }], standing: { seq: 0 } });
  });
});

describe('an answer of ours', () => {
  const body = { address: 'a', token: newToken(), params: {}, source: '' };
  it('that breaks its contract is not sent while we develop', async () => {
    const standing = { seq: 0, edition: 1, view: null } as unknown as Standing;
    const broken = visitorEndpoint('POST /runs/open', async () => standing);
    expect(await told(await broken(json(body)))).toMatchObject({ status: 503, code: 'trouble' });
    const grown = visitorEndpoint('POST /runs/open', async () => {
      const { view } = firstLook({ quiz: smallQuiz(), edition: 1 });
      return { seq: 0, edition: 1, view: { ...view, key: ['a'] } };
    });
    expect(await told(await grown(json(body)))).toMatchObject({ status: 503, code: 'trouble' });
  });
});

describe('a creator’s request', () => {
  const quiz = (id: string) => ({ params: Promise.resolve({ quiz: id }) });
  const edits = {
    base: 0,
    edits: [
      { id: 'edit-0001', edit: { name: 'set-title', ops: [{ op: 'set', at: [], field: ['title'], to: 'New' }] } },
    ],
  };

  it('needs a session', async () => {
    expect(await told(await editPOST(json(edits), quiz('any')))).toMatchObject({ status: 401, code: 'signed-out' });
    expect(await told(await editGET(new Request('http://quiz.test/x?since=0'), quiz('any')))).toMatchObject({
      status: 401,
    });
  });
  it('is refused from another site', async () => {
    const { cookie, member } = await signUp('Wren');
    const id = await createQuiz(member, { prompt: 'Tea?', answers: [] });
    expect(
      await told(await editPOST(json(edits, { cookie, origin: 'https://elsewhere.test' }), quiz(id))),
    ).toMatchObject({ status: 403, code: 'other-origin' });
    const remove = new Request('http://quiz.test/x', {
      method: 'DELETE',
      headers: { cookie, origin: 'https://elsewhere.test' },
    });
    expect(await told(await quizDELETE(remove, quiz(id)))).toMatchObject({ status: 403 });
    expect((await getQuiz(member, id)).draft.title).toBe('Tea?');
  });
  it('is refused where its browser calls it cross-site, whatever it leaves out', async () => {
    const { cookie, member } = await signUp('Wren');
    const id = await createQuiz(member, { prompt: 'Tea?', answers: [] });
    const request = json(edits, { cookie, 'sec-fetch-site': 'cross-site' });
    expect(await told(await editPOST(request, quiz(id)))).toMatchObject({ status: 403, code: 'other-origin' });
  });
  it('asks for revisions that a column can hold', async () => {
    const { cookie, member } = await signUp('Wren');
    const id = await createQuiz(member, { prompt: 'Tea?', answers: [] });
    for (const since of ['2147483648', '-1', '1e3', 'x', ''])
      expect(
        (await editGET(new Request(`http://quiz.test/x?since=${since}`, { headers: { cookie } }), quiz(id))).status,
      ).toBe(400);
  });
  it('edits the own quiz, and finds none of somebody else’s', async () => {
    const [wren, otto] = [await signUp('Wren'), await signUp('Otto')];
    const id = await createQuiz(wren.member, { prompt: 'Tea?', answers: [] });
    expect(await told(await editPOST(json(edits, { cookie: otto.cookie }), quiz(id)))).toMatchObject({ status: 404 });
    const kept = await editPOST(json(edits, { cookie: wren.cookie, origin: 'http://quiz.test' }), quiz(id));
    expect(await kept.json()).toMatchObject({ revision: 1, refused: [] });
  });
  test.each<[string, unknown]>([
    [
      'an unknown operation',
      { base: 0, edits: [{ id: 'edit-0001', edit: { name: 'x', ops: [{ op: 'format', at: [] }] } }] },
    ],
    ['no operation at all', { base: 0, edits: [{ id: 'edit-0001', edit: { name: 'x', ops: [] } }] }],
    [
      'a place that is no list',
      {
        base: 0,
        edits: [{ id: 'edit-0001', edit: { name: 'x', ops: [{ op: 'set', at: 'pages', field: ['title'] }] } }],
      },
    ],
  ])('with %s is refused', async (_name, body) => {
    const { cookie, member } = await signUp('Wren');
    const id = await createQuiz(member, { prompt: 'Tea?', answers: [] });
    expect(await told(await editPOST(json(body, { cookie }), quiz(id)))).toMatchObject({
      status: 400,
      code: 'not-valid',
    });
  });
  it('cannot reach into the prototype of things', async () => {
    const { cookie, member } = await signUp('Wren');
    const id = await createQuiz(member, { prompt: 'Tea?', answers: [] });
    const body = {
      base: 0,
      edits: [
        { id: 'edit-0001', edit: { name: 'x', ops: [{ op: 'set', at: [], field: ['__proto__', 'admin'], to: true }] } },
      ],
    };
    await editPOST(json(body, { cookie }), quiz(id));
    expect(({} as { admin?: boolean }).admin).toBeUndefined();
    expect((await getQuiz(member, id)).draft.title).toBe('Tea?');
  });
  it('with a wrong password gets no session', async () => {
    const { email } = await signUp('Wren');
    const response = await auth().api.signInEmail({ body: { email, password: 'quick and hasty' }, asResponse: true });
    expect(response.status).toBe(401);
    expect(response.headers.getSetCookie()).toEqual([]);
  });
});

describe('the log', () => {
  it('holds nothing of what was written, when the database refuses it', async () => {
    const secret = 'ida@example.com';
    const failed = await database()
      .execute(sql`select ${secret}::int`)
      .catch((error: unknown) => error);
    const told = JSON.stringify(errorForLog(failed));
    expect(String(failed)).toContain(secret);
    expect(told).not.toContain(secret);
    expect(JSON.parse(told)).toMatchObject({ code: '22P02' });
  });
});
