/** Runs that look as if a machine took them. */
import { eq } from 'drizzle-orm';
import { TRAP } from '../../core/access/oddity';
import { type Work, workOn } from '../../core/access/work';
import { runs } from '../../db/schema';
import { database } from './own-database';
import { hashToken } from '../../server/platform/ids';
import { HttpError } from '../../server/platform/http-error';
import { RATES } from '../../server/platform/rates';
import { findingsOf, listPeople } from '../../server/results/findings';
import { recountRuns } from '../../server/results/count-runs';
import type { By } from '../../server/visitor/oddity';
import { plainTicket } from '../../server/visitor/plain-ticket';
import { openRun, takePlainStep, takeStep } from '../../server/visitor/take-step';
import { contact, go, newToken, published } from './world';

// Read with the configuration, before anything asks for it.
process.env['HASTE'] = '200';

const START = new Date('2026-11-02T09:00:00Z');
const after = (ms: number) => new Date(START.getTime() + ms);
const begun = async () => {
  const at = await published();
  const token = newToken();
  await openRun(at.address, token, {}, 'test', START);
  const send = (seq: number, what: Parameters<typeof takeStep>[3], ms: number, by?: By) =>
    takeStep(at.address, token, seq, what, after(ms), by);
  return { ...at, token, send };
};
const workIn = async (sent: Promise<unknown>): Promise<Work> => {
  const error: unknown = await sent.then(
    () => undefined,
    (e: unknown) => e,
  );
  expect(error).toMatchObject({ status: 428, code: 'work' });
  return (error as HttpError).details as Work;
};
const oddOf = async (token: string) =>
  (
    await database()
      .select({ odd: runs.odd })
      .from(runs)
      .where(eq(runs.tokenHash, hashToken(token)))
  )[0]?.odd;
const first = go('p1', { q1: ['a'] });
const second = go('p2', { q2: ['b'] });
const third = contact({ name: 'Ida Bell', email: 'ida@example.com' }, 1);

test('who is faster than anybody reads works for it once, and counts', async () => {
  const { send, token, member, quizId } = await begun();
  await send(1, first, 90);
  await send(2, second, 180);
  const work = await workIn(send(3, third, 270));
  const proof = workOn(work) ?? '';
  // Asked again, and taken once.
  expect(await send(3, third, 900, { proof })).toMatchObject({ taken: { seq: 3, view: { finished: true } } });
  expect(await send(3, third, 901, { proof })).toMatchObject({ taken: { seq: 3 } });
  expect(await oddOf(token)).toBe('proven');
  const findings = await findingsOf(member, quizId);
  expect(findings?.machines).toBe(0);
  expect(findings?.journey.find((s) => s.key === 'finished')?.count).toBe(1);
});

test('who takes their time is asked nothing, with haste or without', async () => {
  const { send, token } = await begun();
  await send(1, first, 300);
  await send(2, second, 600);
  expect(await send(3, third, 900)).toMatchObject({ taken: { seq: 3 } });
  expect(await oddOf(token)).toBeNull();
});

test('a proof is good for its run, for a while, and for what was asked', async () => {
  const [mine, other] = [await begun(), await begun()];
  const work = await workIn(mine.send(1, first, 900, { trap: true }));
  const theirs = workOn(await workIn(other.send(1, first, 900, { trap: true }))) ?? '';
  const proof = workOn(work) ?? '';
  const until = proof.split('.')[0] ?? '';
  for (const wrong of [
    '',
    '..',
    theirs,
    work.challenge,
    `${work.challenge}.0`,
    workOn({ ...work, challenge: work.challenge.replace(until, 'zzzzzzz') }) ?? '',
  ])
    await workIn(mine.send(1, first, 1_000, { proof: wrong }));
  await workIn(mine.send(1, first, 11 * 60_000, { proof }));
  expect(await oddOf(mine.token)).toBe('trap');
  expect(await mine.send(1, first, 9 * 60_000, { proof })).toMatchObject({ taken: { seq: 1 } });
});

test('without scripts a machine goes on, is told apart, and counts nowhere', async () => {
  const { address, token, member, quizId } = await begun();
  const form = (fields: Record<string, string>) => new Map(Object.entries(fields).map(([k, v]) => [k, [v]]));
  const ticket = await plainTicket(address, { token, seq: 0 });
  // What a person leaves empty is no sign.
  const taken = await takePlainStep(address, ticket, form({ do: 'go', 'a.q1': 'a', [TRAP]: '' }), after(5_000));
  expect((await findingsOf(member, quizId))?.journey.find((s) => s.key === 'started')?.count).toBe(1);
  const next = await takePlainStep(
    address,
    taken?.ticket ?? '',
    form({ do: 'go', 'a.q2': 'b', [TRAP]: 'https://spam.test' }),
    after(9_000),
  );
  expect(next?.step).toMatchObject({ taken: { seq: 2 } });
  expect(await oddOf(token)).toBe('trap');
  for (const count of [() => Promise.resolve(), () => recountRuns(member.workspaceId, quizId)]) {
    await count();
    const findings = await findingsOf(member, quizId);
    expect(findings?.machines).toBe(1);
    expect(findings?.journey.map((s) => s.count).filter((n) => n > 0)).toEqual([]);
  }
  expect((await listPeople(member, quizId)).people).toMatchObject([{ isMachine: true }]);
});

test('one of very many from the same browser and network works before it goes on', async () => {
  const { address } = await published();
  const open = async (network: string) => {
    const token = newToken();
    await openRun(address, token, {}, 'test', START, { network });
    return token;
  };
  for (let i = 0; i < RATES.crowd.burst; i++) await open('10.0.0.1 crawler');
  const [last, elsewhere] = [await open('10.0.0.1 crawler'), await open('10.0.0.2 browser')];
  await workIn(takeStep(address, last, 1, first, after(5_000)));
  expect(await takeStep(address, elsewhere, 1, first, after(5_000))).toMatchObject({ taken: { seq: 1 } });
});
