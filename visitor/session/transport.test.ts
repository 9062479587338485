import { inLine } from '../../core/values/in-line';
import { post } from './transport';

describe('things in a line', () => {
  it('begin when the one before has ended, however that went', async () => {
    const line = inLine();
    const happened: string[] = [];
    const release: (() => void)[] = [];
    const task =
      (name: string, fails = false) =>
      async () => {
        happened.push(`${name} begins`);
        await new Promise<void>((resume) => release.push(resume));
        happened.push(`${name} ends`);
        if (fails) throw new Error(name);
        return name;
      };
    const offer = line(task('offer', true));
    const next = line(task('next'));
    await Promise.resolve();
    release[0]?.();
    await expect(offer).rejects.toThrow('offer');
    await Promise.resolve();
    release[1]?.();
    await expect(next).resolves.toBe('next');
    expect(happened).toEqual(['offer begins', 'offer ends', 'next begins', 'next ends']);
  });
});

describe('what the server says to a step', () => {
  const real = globalThis.fetch;
  afterEach(() => void (globalThis.fetch = real));
  const sent = { address: 'a', token: 't', seq: 1, sent: { do: 'back', page: 'p' } } as const;
  const said = (status: number, body: unknown) => {
    globalThis.fetch = () => Promise.resolve(Response.json(body, { status }));
    return post('POST /runs/step', sent);
  };
  const standing = { seq: 1, view: { page: null } };

  it.each([
    [200, standing, { is: 'taken', standing }],
    [422, { refused: [], standing }, { is: 'refused', why: { refused: [], standing } }],
    [409, { detail: 'Gone on.', details: standing }, { is: 'passed', message: 'Gone on.', standing }],
    [409, { detail: 'Another quiz.' }, { is: 'passed', message: 'Another quiz.' }],
    [404, { detail: 'This run is not here.' }, { is: 'gone' }],
    [413, { detail: 'Too much.' }, { is: 'told', message: 'Too much.' }],
    [429, { detail: 'Wait.' }, { is: 'not-now' }],
    [503, { detail: 'Trouble.' }, { is: 'not-now' }],
  ])('%i', async (status, body, answer) => {
    expect(await said(status, body)).toEqual(answer);
  });

  it('is thrown where there is no connection, or no answer of ours', async () => {
    globalThis.fetch = () => Promise.reject(new TypeError('away'));
    await expect(post('POST /runs/step', sent)).rejects.toThrow('away');
    globalThis.fetch = () => Promise.resolve(new Response('<p>Sign in to this network'));
    await expect(post('POST /runs/step', sent)).rejects.toThrow();
  });
});
