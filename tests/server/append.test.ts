import { and, asc, eq } from 'drizzle-orm';
import { appendEvent, type NewEvent } from '../../db/append';
import { runEvents, runs } from '../../db/schema';
import { database } from './own-database';
import { hashToken } from '../../server/platform/ids';
import { go, newToken, published } from './world';
import { openRun } from '../../server/visitor/take-step';

const at = new Date('2027-04-18T10:00:00Z');

async function openRuns(n: number): Promise<NewEvent[]> {
  const { address } = await published();
  return Promise.all(
    Array.from({ length: n }, async () => {
      const token = newToken();
      await openRun(address, token, {}, 'test');
      const [row] = await database()
        .select()
        .from(runs)
        .where(eq(runs.tokenHash, hashToken(token)));
      if (!row) throw new Error('The run is not there');
      return {
        workspaceId: row.workspaceId,
        runId: row.runId,
        tokenHash: row.tokenHash,
        language: null,
        seq: 1,
        sent: go('p1', { q1: ['a'] }),
        at,
        finished: false,
      };
    }),
  );
}
const onDisk = async ({ workspaceId, runId }: NewEvent) => ({
  events: (
    await database()
      .select()
      .from(runEvents)
      .where(and(eq(runEvents.workspaceId, workspaceId), eq(runEvents.runId, runId)))
      .orderBy(asc(runEvents.seq))
  ).map((e) => [e.seq, e.sent, e.at]),
  run: (
    await database()
      .select({ seq: runs.seq, lastAt: runs.lastAt, finishedAt: runs.finishedAt })
      .from(runs)
      .where(and(eq(runs.workspaceId, workspaceId), eq(runs.runId, runId)))
  )[0],
});

describe('appending what many visitors send at once', () => {
  it('puts each into its own run, and moves that run', async () => {
    const events = await openRuns(30);
    const told = await Promise.all(
      events.map((e, i) =>
        appendEvent(database(), { ...e, sent: go('p1', { q1: [i % 2 ? 'a' : 'b'] }), finished: i === 7 }),
      ),
    );
    expect(told).toEqual(events.map(() => true));
    for (const [i, event] of events.entries())
      expect(await onDisk(event)).toEqual({
        events: [[1, go('p1', { q1: [i % 2 ? 'a' : 'b'] }), at]],
        run: { seq: 1, lastAt: at, finishedAt: i === 7 ? at : null },
      });
  });
  it('writes a place once, however many ask for it at the same time', async () => {
    const [event] = await openRuns(1);
    if (!event) throw new Error('No run');
    const told = await Promise.all(
      Array.from({ length: 12 }, (_, i) => appendEvent(database(), { ...event, sent: go('p1', { q1: [`${i}`] }) })),
    );
    expect(told.filter(Boolean)).toHaveLength(1);
    const { events, run } = await onDisk(event);
    expect(events).toEqual([[1, go('p1', { q1: [`${told.indexOf(true)}`] }), at]]);
    expect(run).toMatchObject({ seq: 1 });
  });
  it('keeps what others send where one cannot be written', async () => {
    const events = await openRuns(6);
    // The second one holds a character that the database cannot keep.
    const sent = events.map((e, i) => (i === 1 ? { ...e, sent: go('p1', { q1: ['\u0000'] }) } : e));
    const told = await Promise.allSettled(sent.map((e) => appendEvent(database(), e)));
    expect(told.map((t) => t.status)).toEqual([
      'fulfilled',
      'rejected',
      'fulfilled',
      'fulfilled',
      'fulfilled',
      'fulfilled',
    ]);
    for (const [i, event] of events.entries()) expect((await onDisk(event)).events).toHaveLength(i === 1 ? 0 : 1);
  });
  it('writes nothing where the run does not stand just before', async () => {
    const [event] = await openRuns(1);
    if (!event) throw new Error('No run');
    expect(await appendEvent(database(), event)).toBe(true);
    expect(await appendEvent(database(), event)).toBe(false);
    expect((await onDisk(event)).events).toHaveLength(1);
  });
});
