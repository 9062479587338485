/** Findings as server-sent events. */
import { GET } from '../../app/api/quizzes/[quiz]/live/route';
import { database } from '../../server/platform/database';
import { signUp } from './signed-in';
import { go, published, smallQuiz, visit } from './world';

type Told = { journey: { key: string; count: number }[] };

async function* eventsOf(response: Response): AsyncGenerator<Told> {
  const decoder = new TextDecoder();
  let text = '';
  for await (const part of response.body as unknown as AsyncIterable<Uint8Array>) {
    text += decoder.decode(part, { stream: true });
    for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
      const [, data] = /^data: (.*)$/.exec(text.slice(0, end)) ?? [];
      text = text.slice(end + 2);
      if (data !== undefined) yield JSON.parse(data) as Told;
    }
  }
}
const started = (told: Told | undefined) => told?.journey.find(({ key }) => key === 'started')?.count;

it('tells everybody who looks on what has changed, by one look for all of them', async () => {
  const { member, cookie } = await signUp('wren');
  const at = await published(smallQuiz(), member);
  const open = async () =>
    eventsOf(
      await GET(new Request('http://quiz.test/x', { headers: { cookie } }), {
        params: Promise.resolve({ quiz: at.quizId }),
      }),
    );
  const all = await Promise.all(Array.from({ length: 20 }, open));
  for (const one of all) expect(started((await one.next()).value as Told)).toBe(0);
  const asked = jest.spyOn(database(), 'select');
  await visit(at.address, go('p1', { q1: ['a'] }));
  for (const one of all) {
    // The run was seen before it was started.
    let told = (await one.next()).value as Told;
    if (started(told) === 0) told = (await one.next()).value as Told;
    expect(started(told)).toBe(1);
  }
  // Each of twenty asking by itself would be twenty times as many.
  expect(asked.mock.calls.length).toBeLessThan(60);
  asked.mockRestore();
  for (const one of all) await one.return(undefined);
});

it('ends when the process does', async () => {
  const { member, cookie } = await signUp('otto');
  const at = await published(smallQuiz(), member);
  const events = eventsOf(
    await GET(new Request('http://quiz.test/x', { headers: { cookie } }), {
      params: Promise.resolve({ quiz: at.quizId }),
    }),
  );
  expect((await events.next()).done).toBe(false);
  globalThis.yesMaybeDraining = true;
  try {
    expect((await events.next()).done).toBe(true);
  } finally {
    globalThis.yesMaybeDraining = false;
  }
});

it('tells of the runs that are meant alone', async () => {
  const { member, cookie } = await signUp('ida');
  const at = await published(smallQuiz(), member);
  await visit(at.address, go('p1', { q1: ['a'] }));
  await visit(at.address, go('p1', { q1: ['b'] }));
  const open = (where: string) =>
    GET(new Request(`http://quiz.test/x?where=${where}`, { headers: { cookie } }), {
      params: Promise.resolve({ quiz: at.quizId }),
    });
  const events = eventsOf(await open('answer:q1:a'));
  expect(started((await events.next()).value as Told)).toBe(1);
  await events.return(undefined);
  expect((await open('nonsense')).status).toBe(400);
});
