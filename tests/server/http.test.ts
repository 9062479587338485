/** The door: wrong, too large, foreign and unsigned requests, through the routes themselves. */
import { POST as editPOST, GET as editGET } from '../../app/api/quizzes/[quiz]/edits/route';
import { DELETE as quizDELETE } from '../../app/api/quizzes/[quiz]/route';
import { POST as openPOST } from '../../app/runs/open/route';
import { POST as stepPOST } from '../../app/runs/step/route';
import { setVerified } from '../../db/queries/members';
import { auth, memberOf } from '../../server/auth';
import { database } from '../../server/database';
import { createQuiz, getQuiz } from '../../server/quizzes';
import { go, newToken, published } from './world';

const json = (body: unknown, headers: Record<string, string> = {}) =>
  new Request('http://quiz.test/x', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', ...headers },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });
const told = async (response: Response) => ({
  status: response.status,
  ...((await response.json()) as { code: string; message: string }),
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
    expect(await told(await stepPOST(json(typeof sent === 'object' ? { ...sent, address } : sent)))).toMatchObject({
      status,
      code,
    });
  });
  it('without JSON’s type is refused, so that no form of another site can send it', async () => {
    const request = new Request('http://quiz.test/x', { method: 'POST', body: '{}' });
    expect(await told(await stepPOST(request))).toMatchObject({ status: 400, code: 'not-json' });
  });
  it('for a quiz that is not there is told so', async () => {
    expect(
      await told(await openPOST(json({ address: 'nowhere', token: newToken(), params: {}, source: '' }))),
    ).toMatchObject({ status: 404 });
  });
  it('is taken when it is right, and never cached', async () => {
    const { address } = await published();
    const token = newToken();
    const opened = await openPOST(json({ address, token, params: {}, source: 'test' }));
    expect(opened.headers.get('cache-control')).toBe('no-store');
    const step = await stepPOST(json({ address, token, seq: 1, sent: go('p1', { q1: ['a'] }) }));
    expect(await step.json()).toMatchObject({ seq: 1, view: { page: { id: 'p2' } } });
  });
  it('with an answer that cannot be is refused at its place', async () => {
    const { address } = await published();
    const token = newToken();
    await openPOST(json({ address, token, params: {}, source: 'test' }));
    const step = await stepPOST(json({ address, token, seq: 1, sent: go('p1', { q1: ['nonsense'] }) }));
    expect(step.status).toBe(422);
    expect(await step.json()).toMatchObject({ refused: [{ block: 'q1', code: 'unknown' }], standing: { seq: 0 } });
  });
});

describe('a creator’s request', () => {
  const quiz = (id: string) => ({ params: Promise.resolve({ quiz: id }) });
  const signUp = async (name: string) => {
    const email = `${name}-${newToken().slice(0, 8)}@slowspoke.test`.toLowerCase();
    const { user } = await auth().api.signUpEmail({ body: { name, email, password: 'slow and steady' } });
    await setVerified(database(), user.id);
    const response = await auth().api.signInEmail({ body: { email, password: 'slow and steady' }, asResponse: true });
    const cookie = (response.headers.getSetCookie() ?? []).map((c) => c.split(';')[0]).join('; ');
    const member = await memberOf(new Headers({ cookie }));
    if (!member) throw new Error('not signed in');
    return { cookie, member, email };
  };
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
