import { call, HttpError, requestFor } from './call';

it('a request is made of the names in the path, the query and the body', () => {
  expect(requestFor('GET /api/quizzes/{quiz}/people/{run}', { quiz: 'a/b', run: 'r 1' })).toEqual([
    '/api/quizzes/a%2Fb/people/r%201',
    { method: 'GET' },
  ]);
  expect(requestFor('GET /api/quizzes/{quiz}/edits', { quiz: 'a', query: { since: '7' } })[0]).toBe(
    '/api/quizzes/a/edits?since=7',
  );
  expect(requestFor('GET /api/quizzes/{quiz}/people', { quiz: 'a', query: { before: undefined, run: 'r' } })[0]).toBe(
    '/api/quizzes/a/people?run=r',
  );
  expect(requestFor('POST /api/quizzes/{quiz}/publish', { quiz: 'a', body: { revision: 3 } })).toEqual([
    '/api/quizzes/a/publish',
    { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: '{"revision":3}' },
  ]);
});

describe('what the server says', () => {
  const real = globalThis.fetch;
  afterEach(() => void (globalThis.fetch = real));
  const publish = () => call('POST /api/quizzes/{quiz}/publish', { quiz: 'a', body: { revision: 3 } });

  it('is the answer, or why there is none', async () => {
    globalThis.fetch = () => Promise.resolve(Response.json({ edition: 2 }));
    await expect(publish()).resolves.toEqual({ edition: 2 });
    globalThis.fetch = () => Promise.resolve(Response.json({ detail: 'Not yet.', details: [1] }, { status: 422 }));
    await expect(publish()).rejects.toMatchObject(new HttpError(422, 'Not yet.', [1]));
    globalThis.fetch = () => Promise.resolve(new Response('<p>Bad gateway', { status: 502 }));
    await expect(publish()).rejects.toMatchObject({ status: 502, message: expect.stringContaining('try again') });
    globalThis.fetch = () => Promise.reject(new TypeError('away'));
    await expect(publish()).rejects.toMatchObject({ status: 503, message: expect.stringContaining('is kept') });
  });
});
